import type { SectorSize } from '../capacity';
import { u16, u32, u8, type Image } from '../image';
import type { Reason } from '../reason';
import { EXTENDED, meaningOf } from './kinds';
import type { TableEntry } from './types';

/** Most logical partitions that a chain is followed for; more is damage or malice. */
const LONGEST_CHAIN = 128;

/** One of the four 16-byte entries of an MBR or EBR; places relative to what the caller knows. */
interface RawEntry {
  status: number;
  type: string;
  start: number;
  sectors: number;
}

/** The first sector read as MBR (UEFI specification 5.2.1). */
export interface Mbr {
  signed: boolean;
  /** Signed, and every status byte is one that an MBR may have: else it is a file system's boot sector. */
  valid: boolean;
  protective: boolean;
  diskId: string;
  raw: RawEntry[];
}

const entriesOf = (sector: Uint8Array): RawEntry[] =>
  [446, 462, 478, 494].map((at) => ({
    status: u8(sector, at),
    type: u8(sector, at + 4)
      .toString(16)
      .toUpperCase()
      .padStart(2, '0'),
    start: u32(sector, at + 8),
    sectors: u32(sector, at + 12),
  }));

const used = ({ type, sectors }: RawEntry) => type !== '00' && sectors > 0;
const isSigned = (sector: Uint8Array) => u16(sector, 510) === 0xaa55;

export function readMbr(sector: Uint8Array): Mbr {
  const raw = entriesOf(sector);
  const signed = isSigned(sector);
  return {
    signed,
    valid: signed && raw.every(({ status }) => status === 0 || status === 0x80),
    protective: raw.some(({ type }) => type === 'EE'),
    diskId: u32(sector, 440).toString(16).toUpperCase().padStart(8, '0'),
    raw,
  };
}

/** Entries of an MBR other than the protective one, with the logical ones of its extended chain. */
export function mbrEntries(mbr: Mbr, image: Image, sectorSize: SectorSize, problems: Reason[]): TableEntry[] {
  const entries: TableEntry[] = [];
  let chains = 0;
  mbr.raw.forEach((raw, index) => {
    if (!used(raw) || raw.type === 'EE') return;
    if (!EXTENDED.includes(raw.type)) return void entries.push(entryOf(raw, index + 1, raw.start, false));
    chains += 1;
    if (chains === 1) entries.push(...logicalOf(raw, image, sectorSize, problems));
  });
  if (chains > 1) {
    problems.push({
      rule: 'Extended',
      outcome: 'fail',
      sentence: 'Two extended partitions: only the first one is followed.',
      remedy: 'look at the drive in its own system',
    });
  }
  return entries;
}

function entryOf(raw: RawEntry, number: number, startSector: number, logical: boolean): TableEntry {
  const { name: typeName, kind } = meaningOf(raw.type);
  return {
    number,
    startSector,
    sectors: raw.sectors,
    type: raw.type,
    typeName,
    kind,
    uniqueId: '',
    name: '',
    attributes: raw.status.toString(16).toUpperCase().padStart(2, '0'),
    active: raw.status === 0x80,
    logical,
  };
}

/** Follows a chain: first entry is the partition, from this EBR on; second is the next EBR, from the extended start. */
function logicalOf(extended: RawEntry, image: Image, sectorSize: SectorSize, problems: Reason[]): TableEntry[] {
  const found: TableEntry[] = [];
  const seen = new Set<number>();
  const broken = (outcome: Reason['outcome'], sentence: string) =>
    problems.push({ rule: 'Extended chain', outcome, sentence, remedy: 'read the whole drive, or ask for the sizes' });
  for (let at = extended.start; ;) {
    if (seen.has(at)) return (broken('fail', `The extended chain runs in a circle at sector ${at}.`), found);
    if (seen.size >= LONGEST_CHAIN) return (broken('fail', `More than ${LONGEST_CHAIN} logical partitions.`), found);
    seen.add(at);
    const sector = image.read(at * sectorSize, 512);
    if (!sector) {
      const beyond = (at + 1) * sectorSize > image.size;
      const where = beyond ? 'leads past the end of the drive' : 'goes on in a sector that was not read';
      return (broken(beyond ? 'fail' : 'unknown', `The extended chain ${where}: ${at}.`), found);
    }
    if (!isSigned(sector)) return (broken('fail', `The extended chain is broken at sector ${at}.`), found);
    const [own, next] = entriesOf(sector);
    if (own && used(own)) found.push(entryOf(own, 5 + found.length, at + own.start, true));
    if (!next || !used(next)) return found;
    at = extended.start + next.start;
  }
}
