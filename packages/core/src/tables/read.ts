import { ALIGNMENT, KIB, type SectorSize } from '../capacity';
import { spells, u16, u8, type Image } from '../image';
import type { Outcome, Reason } from '../reason';
import { arraySectors, readCopy, type GptCopy } from './gpt';
import { mbrEntries, readMbr, type Mbr } from './mbr';
import { otherTable } from './other';
import type { ReadTable, TableEntry } from './types';

/** The logical sector size that a drive's first sectors speak of: where a GPT header lies; 512 where there is none. */
export function guessSectorSize(image: Image): SectorSize {
  const header = image.read(4 * KIB, 8);
  return header && spells(header, 0, 'EFI PART') && !isHeader(image, 512) ? 4096 : 512;
}

function isHeader(image: Image, at: number): boolean {
  const bytes = image.read(at, 8);
  return bytes !== null && spells(bytes, 0, 'EFI PART');
}

const otherSize = (sectorSize: SectorSize): SectorSize => (sectorSize === 512 ? 4096 : 512);

/** A bridge may show other sectors than the drive has: a table written behind it counts in those. */
function countsInOther(sectorSize: SectorSize): Reason {
  return problem(
    'Sectors counted',
    'fail',
    `The table counts in ${otherSize(sectorSize)}-byte sectors, the drive shows ${sectorSize}: it was written behind another bridge.`,
    'read it in the enclosure that it was used in',
  );
}

/** Whether partitions begin where the table says, or only where it would say counted in the other size. */
function beginElsewhere(image: Image, entries: readonly TableEntry[], sectorSize: SectorSize): boolean {
  const begins = (size: SectorSize) => entries.some(({ startSector }) => beginsVolume(image, startSector * size));
  return begins(otherSize(sectorSize)) && !begins(sectorSize);
}

/** Whether a boot sector, or the superblock of an ext file system, lies there. */
function beginsVolume(image: Image, at: number): boolean {
  const [boot, superblock] = [image.read(at, 512), image.read(at + 1080, 2)];
  const jumps = boot !== null && [0xeb, 0xe9].includes(u8(boot, 0)) && u16(boot, 510) === 0xaa55;
  return jumps || (superblock !== null && u16(superblock, 0) === 0xef53);
}

/**
 * Reads the partition table of a drive with every problem found: MBR with extended chains, GPT from whichever copy is
 * whole. Never throws, and reads no more than a table can hold, whatever the bytes say.
 * @source UEFI specification 5.2 and 5.3
 */
export function readTable(image: Image, sectorSize: SectorSize = guessSectorSize(image)): ReadTable {
  const sectors = Math.floor(image.size / sectorSize);
  const problems: Reason[] = [];
  const first = image.read(0, 512);
  const table = (over: Partial<ReadTable>): ReadTable => {
    const read = { sectorSize, sectors, diskId: '', entries: [], scheme: 'none' as const, problems, ...over };
    const usable = over.usable ?? { first: 1, last: Math.max(0, sectors - 1) };
    if (read.scheme !== 'none') checkPlaces({ ...read, usable }, problems);
    return { ...read, usable };
  };
  if (!first) {
    problems.push(problem('Table', 'unknown', 'The first sector was not read.', 'read the first sectors of the drive'));
    return table({});
  }
  const mbr = readMbr(first);
  const primary = readCopy(image, 1, sectorSize);
  if (mbr.valid && !mbr.protective && namesPartitions(mbr)) {
    if (primary.signed) problems.push(problem('Scheme', 'limit', 'Remains of a GPT beside an MBR: the MBR counts.'));
    const entries = mbrEntries(mbr, image, sectorSize, problems);
    checkMbr(mbr, entries, problems);
    if (beginElsewhere(image, entries, sectorSize)) problems.push(countsInOther(sectorSize));
    return table({ scheme: 'mbr', diskId: mbr.diskId, entries });
  }
  const backup = readCopy(image, sectors - 1, sectorSize);
  if (!primary.signed && !backup.signed && isHeader(image, otherSize(sectorSize))) {
    problems.push(countsInOther(sectorSize));
    return table({});
  }
  if (!mbr.protective && !primary.signed && !backup.signed) {
    const other = otherTable(image);
    if (other) problems.push(problem('Table', 'fail', `It holds ${other}, which is not read here.`, WHOLE));
    return table({});
  }
  const good = chooseCopy(primary, locateBackup(image, primary, backup, sectorSize, sectors, problems), problems);
  checkProtective(mbr, problems);
  if (!good) return table({ scheme: 'gpt' });
  const { diskId, entries, firstUsable, lastUsable } = good;
  const tail = sectors - 2 - arraySectors(sectorSize);
  const last = good.alternateLba === sectors - 1 || good === backup ? lastUsable : tail;
  return table({ scheme: 'gpt', diskId, entries, usable: { first: firstUsable, last } });
}

const WHOLE = 'copy the whole drive sector by sector, or bring its files over in its own system';

function problem(rule: string, outcome: Outcome, sentence: string, remedy?: string): Reason {
  return { rule, outcome, sentence, ...(remedy ? { remedy } : {}) };
}

/**
 * Whether there is more than one entry from the first sector on: such a table is only there so that systems do not take
 * a drive with one volume on all of it for an empty one.
 */
function namesPartitions({ raw }: Mbr): boolean {
  const used = raw.filter(({ type, sectors }) => type !== '00' && sectors > 0);
  return used.length > 1 || used.some(({ start }) => start > 0);
}

/** The backup where it belongs, or where the primary header says it is: at the end of a smaller drive. */
function locateBackup(
  image: Image,
  primary: GptCopy,
  backup: GptCopy,
  sectorSize: SectorSize,
  sectors: number,
  problems: Reason[],
): GptCopy {
  if (backup.signed || !primary.signed || primary.faults.length > 0) return backup;
  const at = primary.alternateLba;
  if (at === sectors - 1 || at <= 1) return backup;
  if (at >= sectors) {
    problems.push(
      problem(
        'Backup table',
        'fail',
        `The table was made for a larger drive: its backup should lie at sector ${at}, the drive has ${sectors}.`,
        'check the size of the drive; copied to a smaller one?',
      ),
    );
    return backup;
  }
  problems.push(
    problem(
      'Backup table',
      'limit',
      `The backup table is not at the end of the drive but at sector ${at}: copied from a smaller drive.`,
      'it is rewritten at the end with the new table',
    ),
  );
  return readCopy(image, at, sectorSize);
}

/** The copy to go by; says what is wrong with the other, and where they disagree. */
function chooseCopy(primary: GptCopy, backup: GptCopy, problems: Reason[]): GptCopy | null {
  const whole = (copy: GptCopy) => copy.signed && copy.faults.length === 0 && !copy.unread;
  const faultsOf = (copy: GptCopy) => (copy.signed || !copy.there ? copy.faults.join(', ') : 'carries no table');
  const stateOf = (copy: GptCopy) => (copy.unread ? 'names entries that were not read' : faultsOf(copy));
  if (whole(primary)) {
    if (!backup.there) problems.push(problem('Backup table', 'unknown', 'The backup table was not read.'));
    else if (backup.unread)
      problems.push(problem('Backup table', 'unknown', 'The entries of the backup table were not read.'));
    else if (!whole(backup))
      problems.push(
        problem('Backup table', 'limit', `The backup table ${faultsOf(backup)}.`, 'it is written anew with the table'),
      );
    else if (JSON.stringify(primary.entries) !== JSON.stringify(backup.entries))
      problems.push(
        problem(
          'Two copies',
          'fail',
          'Primary and backup table name different partitions.',
          'find out which one is right before copying',
        ),
      );
    return primary;
  }
  if (whole(backup)) {
    problems.push(
      problem(
        'Primary table',
        'fail',
        `The primary table ${faultsOf(primary)}; the backup is whole and shown here.`,
        'restore the primary from the backup',
      ),
    );
    return backup;
  }
  if ([primary, backup].some(({ there, unread, faults }) => (faults.length === 0 ? unread : !there))) {
    const sentence = `The table was not read whole: the primary ${stateOf(primary)}, the backup ${stateOf(backup)}.`;
    problems.push(problem('Table', 'unknown', sentence, 'read more of the drive: take the probe from here'));
    return null;
  }
  const sentence = `Both tables are damaged: the primary ${faultsOf(primary)}, the backup ${faultsOf(backup)}.`;
  problems.push(problem('Table', 'fail', sentence, 'stop; copy the whole drive sector by sector first'));
  return null;
}

function checkProtective(mbr: Mbr, problems: Reason[]): void {
  const others = mbr.raw.filter(({ type, sectors }) => type !== '00' && type !== 'EE' && sectors > 0);
  if (!mbr.protective) {
    problems.push(
      problem('Protective MBR', 'limit', 'The protective MBR is missing.', 'it is written anew with the table'),
    );
  } else if (others.length > 0) {
    problems.push(
      problem(
        'Protective MBR',
        'limit',
        'A hybrid MBR: some partitions stand in both tables, and systems see different ones.',
        'copy as GPT; the extra entries do not come along',
      ),
    );
  }
}

function checkMbr(mbr: Mbr, entries: readonly TableEntry[], problems: Reason[]): void {
  const active = mbr.raw.filter(({ status, type }) => status === 0x80 && type !== '00').length;
  if (active > 1) problems.push(problem('Active', 'fail', `${active} partitions are marked active.`, 'mark only one'));
  const starts = entries.some(({ kind, typeName }) => kind === 'data' && typeName.startsWith('NTFS'));
  if (active === 0 && starts) {
    problems.push(problem('Active', 'limit', 'No partition is marked active: legacy firmware does not start from it.'));
  }
}

function checkPlaces({ entries, sectors, sectorSize, scheme, usable }: ReadTable, problems: Reason[]): void {
  const sorted = [...entries].sort((a, b) => a.startSector - b.startSector || a.number - b.number);
  const name = ({ number }: TableEntry) => `Partition ${number}`;
  let reach: TableEntry | null = null;
  for (const entry of sorted) {
    const end = entry.startSector + entry.sectors;
    if (entry.sectors <= 0 || !Number.isSafeInteger(end)) {
      problems.push(problem('Size', 'fail', `${name(entry)} ends before it begins.`, 'read the table again'));
      continue;
    }
    if (end > sectors) {
      problems.push(
        problem(
          'End',
          'fail',
          `${name(entry)} reaches to sector ${end - 1}, past the end of the drive.`,
          'check the size of the drive: was its table copied from a larger one?',
        ),
      );
    } else if (scheme === 'gpt' && (entry.startSector < usable.first || end - 1 > usable.last)) {
      problems.push(problem('End', 'fail', `${name(entry)} lies outside the usable sectors.`, 'repair the table'));
    }
    if (reach && entry.startSector < reach.startSector + reach.sectors) {
      problems.push(
        problem('Overlap', 'fail', `${name(entry)} overlaps partition ${reach.number}.`, 'repair the table first'),
      );
    }
    if ((entry.startSector * sectorSize) % (4 * KIB) !== 0) {
      problems.push(
        problem(
          'Alignment',
          'limit',
          `${name(entry)} begins at sector ${entry.startSector}, not on 4 KiB: slow on most drives.`,
          `the new table begins it on ${ALIGNMENT / KIB / KIB} MiB`,
        ),
      );
    }
    if (!reach || end > reach.startSector + reach.sectors) reach = entry;
  }
  const ids = entries.map(({ uniqueId }) => uniqueId).filter(Boolean);
  if (new Set(ids).size < ids.length) {
    problems.push(problem('Identifiers', 'fail', 'Two partitions carry the same GUID.', 'give one of them a new one'));
  }
}
