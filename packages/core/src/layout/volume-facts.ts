import { ALIGNMENT, GIB, KIB } from '../capacity';
import type { FileSystem, LayoutIntent, PartitionKind, SourcePartition } from './types';

/** File systems that common tools shrink and grow; FAT, exFAT, ReFS and XFS only change by copying the files anew. */
const RESIZABLE: readonly FileSystem[] = ['NTFS', 'ext2', 'ext3', 'ext4', 'btrfs', 'APFS', 'HFS+'];

/** Kinds whose size is given by the system that made them. */
const FIXED_KINDS: readonly PartitionKind[] = ['EFI system', 'reserved', 'loader', 'recovery', 'swap'];

/** File systems whose used blocks can be told from the free ones, so that only these are copied. */
const READABLE: readonly FileSystem[] = [...RESIZABLE, 'FAT12', 'FAT16', 'FAT32', 'exFAT', 'XFS'];

/** Whether the partition may get another size. An encrypted volume copies whole and keeps its size. */
export function isResizable(partition: SourcePartition): boolean {
  return (
    !partition.encrypted &&
    partition.used !== null &&
    RESIZABLE.includes(partition.fileSystem) &&
    !FIXED_KINDS.includes(partition.kind)
  );
}

/** The least size for so much that is used, bytes: a tenth more for working room, at least 1 GiB (rule of thumb), aligned. */
export function roomFor(used: number): number {
  return alignUp(used + Math.max(GIB, Math.ceil(used / 10)));
}

/**
 * The least size that holds the partition, bytes: what it uses and the room above that; never more than the partition is
 * now. Fixed ones keep their size.
 */
export function minimumOf(partition: SourcePartition, sourceBytes: number): number {
  const whole = keptBytes(sourceBytes);
  if (!isResizable(partition) || partition.used === null) return whole;
  return Math.min(whole, roomFor(partition.used));
}

/**
 * What nothing needs to be copied of: it is made anew with its name and identifier, which the system looks for; not where
 * it was decided to copy it as it is.
 */
export const isMadeAnew = (
  { id, kind, fileSystem, encrypted }: SourcePartition,
  { asItIs = [] }: Pick<LayoutIntent, 'asItIs'>,
): boolean => !encrypted && !asItIs.includes(id) && (kind === 'swap' || fileSystem === 'swap');

/** Bytes that a copy of the partition moves. */
export function bytesToCopy(
  partition: SourcePartition,
  sourceBytes: number,
  intent: Pick<LayoutIntent, 'asItIs'> = {},
): number {
  if (isMadeAnew(partition, intent)) return 0;
  const byBlocks = !partition.encrypted && READABLE.includes(partition.fileSystem) && partition.used !== null;
  return byBlocks ? Math.min(sourceBytes, partition.used ?? sourceBytes) : sourceBytes;
}

/** A place or length on these bytes may stay exactly as it is: drives work in blocks of that size. */
export const PHYSICAL = 4 * KIB;

/** Whether a place or a length may stay as it is, to the byte. */
export const mayStay = (bytes: number) => bytes % PHYSICAL === 0;

/** The size of what keeps its size: exactly that where it may, else rounded up to the alignment step. */
export function keptBytes(bytes: number): number {
  return mayStay(bytes) ? bytes : alignUp(bytes);
}

/** Rounded up to the next alignment step. */
export function alignUp(bytes: number): number {
  return Math.ceil(bytes / ALIGNMENT) * ALIGNMENT;
}

/** Rounded down to the alignment step before. */
export function alignDown(bytes: number): number {
  return Math.floor(bytes / ALIGNMENT) * ALIGNMENT;
}
