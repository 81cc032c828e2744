import type { SectorSize } from '../capacity';
import type { Piece } from '../image';
import type { TableEntry } from './types';

/** What an MBR is written from. Logical partitions lie side by side, each with a free sector for its record before it. */
export interface MbrContent {
  sectorSize: SectorSize;
  /** The signature of the drive, eight hexadecimal digits. */
  diskId: string;
  /** Sectors between the record of a logical partition and the partition itself. */
  recordGap: number;
  entries: Pick<TableEntry, 'startSector' | 'sectors' | 'type' | 'active' | 'logical'>[];
}

/** Behind the boot code, which the copying tool brings along: from the signature to the end of the sector. */
const TABLE_AT = 440;
const ENTRIES_AT = 446;
const SLOTS = 4;

/** Extended partition that is addressed by sectors. */
const EXTENDED_TYPE = '0F';

/**
 * The pieces of an MBR: its table without the boot code before it, then the record of each logical partition.
 * @throws RangeError where an entry lies beyond 2^32 sectors, there are more than four primary ones (the extended one
 * counted), or logical ones do not lie side by side with room for their records
 * @source UEFI specification 5.2.1; chain of extended records: common practice
 */
export function writeMbr({ sectorSize, diskId, recordGap, entries }: MbrContent): Piece[] {
  const sorted = [...entries].sort((a, b) => a.startSector - b.startSector);
  const logical = sorted.filter((entry) => entry.logical);
  const extended = extendedOf(logical, recordGap);
  const slots = sorted.flatMap((entry) => {
    if (!entry.logical) return [entry];
    return extended && entry === logical[0] ? [extended] : [];
  });
  check(slots, recordGap);
  const table = new Uint8Array(512 - TABLE_AT);
  new DataView(table.buffer).setUint32(0, Number.parseInt(diskId, 16) || 0, true);
  writeEntries(table, ENTRIES_AT - TABLE_AT, slots);
  const records = logical.map((entry, index): Piece => {
    const bytes = new Uint8Array(512);
    const own = { ...entry, startSector: recordGap };
    const next = logical[index + 1];
    const follow = next && {
      startSector: next.startSector - recordGap - (extended?.startSector ?? 0),
      sectors: next.sectors + recordGap,
      type: '05',
      active: false,
    };
    writeEntries(bytes, ENTRIES_AT, follow ? [own, follow] : [own]);
    return { offset: (entry.startSector - recordGap) * sectorSize, bytes };
  });
  return [{ offset: TABLE_AT, bytes: table }, ...records];
}

type Slot = Pick<TableEntry, 'startSector' | 'sectors' | 'type' | 'active'>;

/** The extended partition around all logical ones. */
function extendedOf(logical: MbrContent['entries'], gap: number): Slot | null {
  const [first] = logical;
  const last = logical.at(-1);
  if (!first || !last) return null;
  const startSector = first.startSector - gap;
  return { startSector, sectors: last.startSector + last.sectors - startSector, type: EXTENDED_TYPE, active: false };
}

function check(slots: readonly Slot[], gap: number): void {
  if (slots.length > SLOTS) throw new RangeError(`an MBR holds ${SLOTS} partitions, not ${slots.length}`);
  slots.forEach(({ startSector, sectors }, at) => {
    if (startSector < 1 || sectors < 1 || startSector + sectors > 2 ** 32) {
      throw new RangeError(`sectors ${startSector} to ${startSector + sectors} are none that an MBR can name`);
    }
    const before = slots[at - 1];
    if (before && before.startSector + before.sectors > startSector) {
      throw new RangeError(`sector ${startSector} is taken; logical partitions lie side by side, ${gap} sectors apart`);
    }
  });
}

/** Entries of 16 bytes; where a sector is by cylinder, head and sector is left at its largest value. */
function writeEntries(bytes: Uint8Array, at: number, slots: readonly Slot[]): void {
  const view = new DataView(bytes.buffer);
  slots.forEach(({ startSector, sectors, type, active }, index) => {
    const entryAt = at + 16 * index;
    bytes.set([active ? 0x80 : 0, 0xfe, 0xff, 0xff, Number.parseInt(type, 16), 0xfe, 0xff, 0xff], entryAt);
    view.setUint32(entryAt + 8, startSector, true);
    view.setUint32(entryAt + 12, sectors, true);
  });
  bytes.set([0x55, 0xaa], at + 16 * SLOTS);
}
