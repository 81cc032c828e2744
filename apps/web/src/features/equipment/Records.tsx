import { doubted, pieceName, samePiece, tellRecord, type Piece, type PieceRecord } from '@udrel/core/pieces';
import { useEquipmentRecordQuery } from '../../api/after';
import { OutcomeMark } from '../../ui';

const NONE: PieceRecord[] = [];

/** What earlier copies say of the pieces that one can go through, for the models of that job. */
export function useRecords(tag: string): { records: PieceRecord[]; of: (piece: Piece) => PieceRecord | undefined } {
  const { currentData: records = NONE } = useEquipmentRecordQuery({ tag });
  return { records, of: (piece) => records.find((one) => samePiece(one, piece)) };
}

/** A piece's record in words, marked where it says to take another one; `below` what it stands beside. */
export function RecordOf({ record, below = false }: { record: PieceRecord | undefined; below?: boolean }) {
  if (!record || record.runs === 0) return null;
  return (
    <span className={doubted(record) ? 'danger' : 'sub'} style={below ? { display: 'block' } : undefined}>
      {doubted(record) && <OutcomeMark outcome="limit" />} {tellRecord(record)}
      {doubted(record) && ': better another one'}
    </span>
  );
}

/** Pieces by name, each with what earlier copies through it came to. */
export default function Records({ tag, pieces }: { tag: string; pieces: readonly Piece[] }) {
  const { of } = useRecords(tag);
  if (pieces.length === 0) return <>nothing</>;
  return (
    <>
      {pieces.map((piece, at) => (
        <div key={`${piece.kind} ${piece.name} ${at}`}>
          {pieceName(piece)} <RecordOf record={of(piece)} />
        </div>
      ))}
    </>
  );
}
