import { ALIGNMENT } from '../capacity';
import type { Scheme, TargetDrive } from './types';
import { alignUp, PHYSICAL } from './volume-facts';

/** What partitions may use of a drive: from its first usable byte, or from the first alignment step on, to its end. */
export interface UsableRange {
  /** First byte that a partition may have which stays where it lay. */
  first: number;
  /** Byte behind the last one. */
  end: number;
}

/** Sectors of the entry array: at least 16,384 bytes (UEFI specification 5.3). */
function arraySectors(sectorSize: number): number {
  return Math.ceil(16_384 / sectorSize);
}

/** Bytes that a backup table takes at the end of the drive: entry array and header (UEFI specification 5.3). */
export function tableTail(scheme: Scheme, sectorSize: number): number {
  return scheme === 'gpt' ? (arraySectors(sectorSize) + 1) * sectorSize : 0;
}

/** Bytes that the table takes at the beginning of the drive, up to the next block of 4096 bytes. */
function tableHead(scheme: Scheme, sectorSize: number): number {
  const bytes = scheme === 'gpt' ? (arraySectors(sectorSize) + 2) * sectorSize : sectorSize;
  return Math.ceil(bytes / PHYSICAL) * PHYSICAL;
}

/** The range for partitions. An MBR entry reaches 2^32 sectors: 2 TiB at 512 bytes. */
export function usableRange(scheme: Scheme, drive: Pick<TargetDrive, 'sectors' | 'sectorSize'>): UsableRange {
  const { sectors, sectorSize } = drive;
  const reachable = scheme === 'mbr' ? Math.min(sectors, 2 ** 32) : sectors;
  const first = tableHead(scheme, sectorSize);
  return { first, end: Math.max(first, reachable * sectorSize - tableTail(scheme, sectorSize)) };
}

/** What of a range stays free, per cent of it, 0 to 50: bytes. */
const keptFree = (end: number, percent: number) =>
  alignUp(((Math.max(end, ALIGNMENT) - ALIGNMENT) * Math.min(50, Math.max(0, percent))) / 100);

/** The range less the share that is kept free at its end. @param percent 0 to 50 */
export function roomWithin({ first, end }: UsableRange, percent: number): UsableRange {
  return { first, end: Math.max(first, end - keptFree(end, percent)) };
}

/** The least drive of which partitions may reach to `end` when its share is kept free, with `tail` bytes behind; bytes. */
export function leastDrive(end: number, percent: number, tail: number): number {
  const usable = ALIGNMENT + (end - ALIGNMENT) / (1 - Math.min(50, Math.max(0, percent)) / 100);
  let bytes = Math.ceil((usable + tail) / PHYSICAL) * PHYSICAL;
  while (bytes - tail - keptFree(bytes - tail, percent) < end) bytes += PHYSICAL;
  return bytes;
}
