import type { SectorSize } from '../capacity';
import type { DriveClass } from '../fit';
import type { Reason } from '../reason';

export const SCHEMES = ['gpt', 'mbr'] as const;
export type Scheme = (typeof SCHEMES)[number];

/** `loader`: what the system is started from; `not known`: it holds the system or data, and nobody has looked which. */
export const PARTITION_KINDS = [
  'EFI system',
  'reserved',
  'loader',
  'system',
  'data',
  'recovery',
  'swap',
  'not known',
] as const;
export type PartitionKind = (typeof PARTITION_KINDS)[number];

/** What a partition holds; swap, LVM and members of sets are no file systems but are known for what they are. */
export const FILE_SYSTEMS = [
  'NTFS',
  'FAT12',
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
  'JFS',
  'ReiserFS',
  'F2FS',
  'ISO 9660',
  'UDF',
  'swap',
  'LVM',
  'RAID member',
  'dynamic disk',
  'storage pool',
  'none',
  'unknown',
] as const;
export type FileSystem = (typeof FILE_SYSTEMS)[number];

/** What of a volume can go before the copy: systems make it anew, or somebody forgot it. */
export const CLEARABLE_KINDS = [
  'hibernation file',
  'page files',
  'old installations',
  'recycle folder',
  'temporary folders',
] as const;
export type ClearableKind = (typeof CLEARABLE_KINDS)[number];

/** How much of a volume something takes, bytes of whole clusters. */
export interface Clearable {
  what: ClearableKind;
  bytes: number;
}

/** A volume inside another, as LVM holds them; bytes. */
export interface HeldVolume {
  name: string;
  bytes: number;
}

/** One partition as read from the old drive. Sizes in bytes, places in logical sectors. */
export interface SourcePartition {
  id: string;
  name: string;
  kind: PartitionKind;
  /** What says that it is of that kind; absent where it was typed. */
  why?: string;
  fileSystem: FileSystem;
  startSector: number;
  sectors: number;
  /** null when not known: then it is copied whole and keeps its size. */
  used: number | null;
  encrypted: boolean;
  /** What of it can go before the copy; absent where nobody looked, empty where there is nothing. */
  clearable?: Clearable[];
  /** Volumes that lie in it, where they are told. */
  holds?: HeldVolume[];
  /** Inside an extended partition of an MBR. */
  logical?: boolean;
  /** As its table names it, where that was read: what boot entries know it by must be the same on the copy. */
  entry?: { type: string; uniqueId: string; attributes: string };
}

/** Something wrong with a table or a volume, as it was read; `about` names the partition. */
export interface SourceRemark extends Reason {
  about?: string;
}

export interface SourceTable {
  scheme: Scheme;
  sectorSize: SectorSize;
  /** GUID of a GPT or signature of an MBR, where it was read: start settings may name the drive by it. */
  diskId?: string;
  /** What its readers found wrong with it. */
  remarks?: SourceRemark[];
  partitions: SourcePartition[];
}

/** The drives that go in: the one that takes over, then what joins for data. */
export const TARGET_IDS = ['new', 'added'] as const;
export type TargetId = (typeof TARGET_IDS)[number];

/** The drive that the system starts from. */
export const TAKES_OVER = TARGET_IDS[0];
export type JoiningId = Exclude<TargetId, typeof TAKES_OVER>;
export const JOINING_IDS = TARGET_IDS.filter((id): id is JoiningId => id !== TAKES_OVER);

/** What such a drive is called in a sentence, and where something is kept of it. */
export const targetName = <T extends TargetId>(on: T) => `${on} drive` as const;
/** The same where a line begins with it. */
export const targetTitle = (on: TargetId) => targetName(on).replace(/^./, (letter) => letter.toUpperCase());

export interface TargetDrive {
  id: TargetId;
  sectors: number;
  sectorSize: SectorSize;
}

/** What can be made that the source does not have. */
export const NEW_VOLUME_KINDS = ['EFI system', 'data'] as const satisfies readonly PartitionKind[];
export type NewVolumeKind = (typeof NEW_VOLUME_KINDS)[number];

/** A volume that the source does not have. */
export interface NewVolume {
  id: string;
  name: string;
  kind: NewVolumeKind;
  fileSystem: FileSystem;
  bytes: number;
  on: TargetId;
  /** The serial of a drive in the device whose files are brought onto it after the trial start; absent: it stays empty. */
  from?: string;
}

/** Who gets the room that nobody asked for. */
export type Spare =
  { to: 'partition'; id: string } | { to: 'in proportion' } | { to: 'the fullest' } | { to: 'nobody' };

export const EXTENTS = ['whole device', 'system only'] as const;
export type Extent = (typeof EXTENTS)[number];

/** What the technician decided; everything not named here comes along and is computed. */
export interface LayoutIntent {
  /** `system only` leaves volumes that hold data alone where they are. */
  extent: Extent;
  /** Partitions that stay behind, by id. */
  leftOut: string[];
  /** Of what stays behind, what was acknowledged by typing its name. */
  acknowledged: string[];
  /** Sizes typed, bytes, by id. */
  sizes: Record<string, number>;
  spare: Spare;
  /** Share of each new drive that belongs to no partition, per cent, 0 to 50. */
  keepFree: number;
  /** Ids in the order wanted on the new drive; empty: as on the source. */
  order: string[];
  /** Partitions that go to another drive than the one that takes over, by id. */
  onto: Record<string, TargetId>;
  /** Encrypted volumes that are decrypted before the copy, by id. */
  decrypted: string[];
  /**
   * What goes on as it was read in spite of a remark: volumes by id, which are then copied whole and keep their size;
   * `table` for remarks on the table.
   */
  asItIs?: string[];
  /** What goes from volumes before the copy, in their own system, by id: the room counts as free. */
  cleared?: Record<string, ClearableKind[]>;
  /**
   * Volumes that are not copied because their files are brought onto a drive that stays in the device before the copy: the
   * serial of that drive, by id.
   */
  filesTo?: Record<string, string>;
  /** Scheme of the new table; null: as on the source. */
  scheme: Scheme | null;
  /** Volumes that the old drive does not have. */
  made: NewVolume[];
}

/** What a plan depends on besides the drives. */
export interface Circumstances {
  /** Whether the device's firmware starts by UEFI; null where nobody looked. */
  uefi: boolean | null;
  /** The old drive stays in the device: what is not copied is not lost. */
  oldStays: boolean;
  /** Whether the old drive may be written to: not one that fails or wears out. Null where its health is not known. */
  mayWrite: boolean | null;
  /** Other drives in the device, onto which files can go or from which they can come; absent for none. */
  staying?: readonly StayingDrive[];
}

export interface StayingDrive {
  serial: string;
  name: string;
  bytes: number;
  /** What it uses, bytes, and its kind; absent where nobody looked. */
  used?: number;
  class?: DriveClass;
}

export type Change = 'same' | 'moved' | 'grown' | 'shrunk' | 'left behind' | 'stays' | 'no room';

export interface TargetPartition {
  id: string;
  on: TargetId;
  startSector: number;
  sectors: number;
  bytes: number;
}

export interface PlannedPartition {
  source: SourcePartition;
  sourceBytes: number;
  /** What it uses as it is copied, bytes: less than on the old drive where something goes before; null: copied whole. */
  used: number | null;
  /** The least that would hold it on the new drive, bytes. */
  minimum: number;
  resizable: boolean;
  change: Change;
  target: TargetPartition | null;
}

export interface PlannedVolume {
  volume: NewVolume;
  target: TargetPartition | null;
  /** The drive whose files come onto it, where that is known. */
  takes?: StayingDrive;
}

/** One of the new drives as it will be. */
export interface TargetLayout {
  id: TargetId;
  /** In what places on it are counted, bytes. */
  sectorSize: SectorSize;
  scheme: Scheme;
  /** Bytes that partitions may use, what is kept free taken off. */
  room: number;
  /** Bytes that belong to no partition. */
  leftFree: number;
  /** The least drive for what goes there, bytes, and the smallest sold capacity, decimal GB; null beyond the list. */
  smallestBytes: number;
  smallestSold: number | null;
}

/** Something that can be done about a point: a change of what was decided, or another place of work. */
export type PlanAction =
  { label: string; intent: Partial<LayoutIntent> } | { label: string; go: 'Assess' | 'Match' | 'Book in' };

/** What stands against a plan, or is to be known of it. */
export interface PlanPoint extends Reason {
  /** The partition that it is about. */
  about?: string;
  actions?: PlanAction[];
}

/** What a smaller drive would take without what can go: the sentence, and the way there. */
export interface WithoutThese {
  /** The smallest sold capacity that then does, decimal GB; null where that is no other. */
  sold: number | null;
  sentence: string;
  action: PlanAction;
}

export interface LayoutPlan {
  partitions: PlannedPartition[];
  made: PlannedVolume[];
  targets: TargetLayout[];
  /** Bytes that travel: used ones where the file system can be read, else whole partitions. */
  bytesToCopy: number;
  /** The same, drive by drive. */
  bytesOnto: Record<TargetId, number>;
  /** What clearing away would change; null where it changes nothing. */
  without: WithoutThese | null;
  problems: PlanPoint[];
  notes: PlanPoint[];
}
