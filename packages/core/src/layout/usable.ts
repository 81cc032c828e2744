import { ALIGNMENT } from '../capacity';
import type { Scheme, TargetDrive } from './types';
import { alignDown, alignUp } from './volume-facts';

/** First and last byte (exclusive) that partitions may use, both on the alignment step. */
export interface UsableRange {
  start: number;
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

/** The range for partitions. An MBR entry reaches 2^32 sectors: 2 TiB at 512 bytes. */
export function usableRange(scheme: Scheme, drive: Pick<TargetDrive, 'sectors' | 'sectorSize'>): UsableRange {
  const reachable = scheme === 'mbr' ? Math.min(drive.sectors, 2 ** 32) : drive.sectors;
  const end = alignDown(reachable * drive.sectorSize - tableTail(scheme, drive.sectorSize));
  return { start: ALIGNMENT, end: Math.max(ALIGNMENT, end) };
}

/** The range less the share that is kept free at its end. @param percent 0 to 50 */
export function roomWithin({ start, end }: UsableRange, percent: number): UsableRange {
  const share = Math.min(50, Math.max(0, percent)) / 100;
  return { start, end: Math.max(start, end - alignUp((end - start) * share)) };
}
