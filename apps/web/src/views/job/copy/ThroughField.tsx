import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { pieceName, samePiece, type Piece } from '@udrel/core/pieces';
import Records, { RecordOf, useRecords } from '../../../features/equipment/Records';

/** What a copy goes through: as it was planned, put right by whoever plugged it in. What is typed is the label of a lead. */
export function ThroughField({
  tag,
  value,
  set,
  wrong,
}: {
  tag: string;
  value: Piece[];
  set: (pieces: Piece[]) => void;
  wrong: string | undefined;
}) {
  const { records, of } = useRecords(tag);
  return (
    <div style={{ marginTop: 10 }}>
      <Autocomplete<Piece, true, false, true>
        multiple
        freeSolo
        // What was typed is taken without Enter, too.
        autoSelect
        filterSelectedOptions
        options={records.map(({ kind, name }) => ({ kind, name }))}
        groupBy={({ kind }) => GROUPS[kind]}
        getOptionLabel={(piece) => (typeof piece === 'string' ? piece : pieceName(piece))}
        getOptionKey={(piece) => (typeof piece === 'string' ? piece : `${piece.kind} ${piece.name}`)}
        isOptionEqualToValue={(option, chosen) => samePiece(option, asPiece(chosen))}
        value={value}
        renderOption={({ key, ...props }, piece) => (
          <li key={key} {...props}>
            <span>
              {pieceName(piece)} <RecordOf record={of(piece)} />
            </span>
          </li>
        )}
        onChange={(_event, chosen) => set(chosen.map(asPiece).filter(onlyOnce))}
        renderInput={(given) => (
          <TextField
            {...given}
            label="Goes through"
            error={wrong !== undefined}
            helperText={wrong ?? 'As it is plugged in; type the label of the lead.'}
          />
        )}
      />
      {value.length > 0 && (
        <div style={{ marginTop: 6 }} aria-label="What earlier copies say of them">
          <Records tag={tag} pieces={value} />
        </div>
      )}
    </div>
  );
}

const asPiece = (typed: Piece | string): Piece =>
  typeof typed === 'string' ? { kind: 'lead', name: typed.trim() } : typed;
const onlyOnce = (piece: Piece, at: number, all: Piece[]) =>
  piece.name !== '' && all.findIndex((one) => samePiece(one, piece)) === at;

const GROUPS: Readonly<Record<Piece['kind'], string>> = {
  enclosure: 'Enclosures',
  dock: 'Docks',
  cable: 'Cables with a plug for a drive',
  hub: 'Hubs',
  lead: 'Leads',
  socket: 'Sockets of the bench',
  'socket of the device': 'Sockets of the device',
  'boot stick': 'Boot sticks',
};
