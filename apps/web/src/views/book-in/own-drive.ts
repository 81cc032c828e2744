import type { OwnDrive } from '@udrel/core/facts';
import { bytesOfNominal, parseCapacity } from '@udrel/core/capacity';
import type { Drive, M2Length } from '@udrel/core/fit';

/** The shapes in which customers bring drives along. */
export const OWN_SHAPES = ['2.5 inch SATA', 'M.2 SATA', 'M.2 NVMe gen 3', 'M.2 NVMe gen 4', 'M.2 NVMe gen 5'] as const;
type Shape = (typeof OWN_SHAPES)[number];

/** A drive that the customer brings, as typed from its label. */
export interface OwnDraft {
  serial: string;
  maker: string;
  name: string;
  size: string;
  shape: Shape;
  /** Card length, mm; for an M.2 card. */
  length: M2Length;
  doubleSided: boolean;
  mayBeOverwritten: boolean;
}

export function emptyOwn(): OwnDraft {
  return {
    serial: '',
    maker: '',
    name: '',
    size: '',
    shape: '2.5 inch SATA',
    length: 80,
    doubleSided: false,
    mayBeOverwritten: false,
  };
}

/** Component heights of M.2 cards, mm: S3 and D3 of the PCI Express M.2 Specification, section 2.3. */
const HEIGHTS = { single: { top: 1.5, bottom: 0 }, double: { top: 1.5, bottom: 1.35 } };

/** Rates of its class: nobody reads them off a label at the counter. MB/s. */
const RATES: Readonly<Record<Shape, { read: number; write: number }>> = {
  '2.5 inch SATA': { read: 550, write: 500 },
  'M.2 SATA': { read: 550, write: 500 },
  'M.2 NVMe gen 3': { read: 3400, write: 3000 },
  'M.2 NVMe gen 4': { read: 7000, write: 6000 },
  'M.2 NVMe gen 5': { read: 12_000, write: 10_000 },
};

/** The drive as it is sent; what is wrong is told by field. */
export function ownDriveOf(draft: OwnDraft, wrong: (field: string, sentence: string) => void): OwnDrive | null {
  const parsed = parseCapacity(draft.size, 'GB');
  if (draft.serial.trim().length < 3) wrong('serial', 'Scan or type its serial.');
  if (draft.maker.trim() === '') wrong('drive.maker', 'Fill this in.');
  if (!parsed.ok || parsed.bytes < 1e9) {
    wrong('drive.bytes', 'Type a size such as 500 GB.');
    return null;
  }
  const nominal = parsed.bytes / 1e9;
  const bytes = Number.isInteger(nominal) && nominal >= 50 ? bytesOfNominal(nominal) : parsed.bytes;
  const { maker, name, mayBeOverwritten } = draft;
  return {
    serial: draft.serial.toUpperCase(),
    mayBeOverwritten,
    drive: specOf(draft, { maker, name: name || 'drive', bytes }),
  };
}

function specOf(
  { shape, length, doubleSided }: OwnDraft,
  known: { maker: string; name: string; bytes: number },
): Drive {
  const common = { ...known, sectorSize: 512 as const, ...RATES[shape] };
  const sata = { kind: 'sata' as const, generation: 3 as const };
  if (shape === '2.5 inch SATA') {
    return { ...common, class: 'SATA SSD', link: sata, form: '2.5', height: 7, needs12V: false };
  }
  const card = { form: 'm2' as const, length, ...(doubleSided ? HEIGHTS.double : HEIGHTS.single), heatsink: 0 };
  if (shape === 'M.2 SATA') return { ...common, ...card, class: 'SATA SSD', link: sata, keys: ['B', 'M'] };
  const generation = Number(shape.at(-1)) as 3 | 4 | 5;
  const link = { kind: 'pcie' as const, generation, lanes: 4 as const };
  return { ...common, ...card, class: `NVMe gen ${generation}`, link, keys: ['M'] };
}
