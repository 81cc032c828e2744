import type { SectorSize } from '../capacity';
import type { Reason } from '../reason';

export type Scheme = 'gpt' | 'mbr';

export type PartitionKind = 'EFI system' | 'reserved' | 'system' | 'data' | 'recovery' | 'boot' | 'swap';

/** What a partition holds; `swap` and `LVM` are no file systems but are known for what they are. */
export const FILE_SYSTEMS = [
  'NTFS',
  'FAT16',
  'FAT32',
  'exFAT',
  'ReFS',
  'ext2',
  'ext3',
  'ext4',
  'XFS',
  'btrfs',
  'APFS',
  'HFS+',
  'swap',
  'LVM',
  'none',
  'unknown',
] as const;
export type FileSystem = (typeof FILE_SYSTEMS)[number];

/** One partition as read from the old drive. Sizes in bytes, places in logical sectors. */
export interface SourcePartition {
  id: string;
  name: string;
  kind: PartitionKind;
  fileSystem: FileSystem;
  startSector: number;
  sectors: number;
  /** null when not known: then it is copied whole and keeps its size. */
  used: number | null;
  encrypted: boolean;
}

export interface SourceTable {
  scheme: Scheme;
  sectorSize: SectorSize;
  partitions: SourcePartition[];
}

export interface TargetDrive {
  sectors: number;
  sectorSize: SectorSize;
}

/** What the technician decided; everything not named here comes along and is computed. */
export interface LayoutIntent {
  /** Partitions that stay behind, by id. */
  leftOut: string[];
  /** Of these, the ones whose name was typed to acknowledge it. */
  acknowledged: string[];
  /** Sizes typed, bytes, by id. */
  sizes: Record<string, number>;
  /** Who gets the rest: a partition's id, or null for nobody (it stays left free). */
  restTo: string | null;
}

export type Change = 'same' | 'moved' | 'grown' | 'shrunk' | 'left behind' | 'no room';

export interface TargetPartition {
  id: string;
  startSector: number;
  sectors: number;
  bytes: number;
}

export interface PlannedPartition {
  source: SourcePartition;
  sourceBytes: number;
  /** The least that would hold it on the new drive, bytes. */
  minimum: number;
  resizable: boolean;
  change: Change;
  target: TargetPartition | null;
}

export interface LayoutPlan {
  partitions: PlannedPartition[];
  scheme: Scheme;
  /** Bytes of the target that belong to no partition. */
  leftFree: number;
  /** Bytes that travel: used ones where the file system can be read, else whole partitions. */
  bytesToCopy: number;
  /** The least drive for this plan, bytes, and the smallest sold capacity, decimal GB; null beyond the list. */
  smallestBytes: number;
  smallestSold: number | null;
  problems: Reason[];
  notes: Reason[];
}
