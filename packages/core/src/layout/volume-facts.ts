import { ALIGNMENT, GIB } from '../capacity';
import type { FileSystem, PartitionKind, SourcePartition } from './types';

/** File systems that common tools shrink and grow; FAT, exFAT, ReFS and XFS only change by copying the files anew. */
const RESIZABLE: readonly FileSystem[] = ['NTFS', 'ext2', 'ext3', 'ext4', 'btrfs', 'APFS', 'HFS+'];

/** Kinds whose size is given by the system that made them. */
const FIXED_KINDS: readonly PartitionKind[] = ['EFI system', 'reserved', 'recovery', 'boot', 'swap'];

/** File systems whose used blocks can be told from the free ones, so that only these are copied. */
const READABLE: readonly FileSystem[] = [...RESIZABLE, 'FAT16', 'FAT32', 'exFAT', 'XFS'];

/** Whether the partition may get another size. An encrypted volume copies whole and keeps its size. */
export function isResizable(partition: SourcePartition): boolean {
  return (
    !partition.encrypted &&
    partition.used !== null &&
    RESIZABLE.includes(partition.fileSystem) &&
    !FIXED_KINDS.includes(partition.kind)
  );
}

/**
 * The least size that holds the partition, bytes: used space and a tenth more for working room, at least
 * 1 GiB of it (rule of thumb), aligned; never more than the partition is now. Fixed ones keep their size.
 */
export function minimumOf(partition: SourcePartition, sourceBytes: number): number {
  const whole = alignUp(sourceBytes);
  if (!isResizable(partition) || partition.used === null) return whole;
  return Math.min(whole, alignUp(partition.used + Math.max(GIB, Math.ceil(partition.used / 10))));
}

/** Bytes that a copy of the partition moves. */
export function bytesToCopy(partition: SourcePartition, sourceBytes: number): number {
  const byBlocks = !partition.encrypted && READABLE.includes(partition.fileSystem) && partition.used !== null;
  return byBlocks ? Math.min(sourceBytes, partition.used ?? sourceBytes) : sourceBytes;
}

/** Rounded up to the next alignment step. */
export function alignUp(bytes: number): number {
  return Math.ceil(bytes / ALIGNMENT) * ALIGNMENT;
}

/** Rounded down to the alignment step before. */
export function alignDown(bytes: number): number {
  return Math.floor(bytes / ALIGNMENT) * ALIGNMENT;
}
