import type { Clearable, FileSystem, HeldVolume } from '../layout';
import type { Reason } from '../reason';

export type Encryption = 'none' | 'Windows volume encryption' | 'LUKS1' | 'LUKS2' | 'possibly';

/** What a partition's first blocks, and the few they point to, say of the volume in it. Sizes in bytes. */
export interface Volume {
  fileSystem: FileSystem;
  label: string;
  /** Smallest unit of allocation; null where there is none. */
  clusterBytes: number | null;
  /** Size that the file system gives itself; null where it does not say. */
  totalBytes: number | null;
  /** null where it cannot be told from what was read: then it is asked for. */
  usedBytes: number | null;
  encryption: Encryption;
  /** Names in its root folder, of a FAT those of `EFI/` too; null where they were not read, or cannot be. */
  root: string[] | null;
  /** Volumes that lie in it and are told with their sizes: logical ones of LVM. */
  holds: HeldVolume[];
  /** What of it can go before a copy, by its file table; null where that was not read, or cannot be. */
  clearable: Clearable[] | null;
  problems: Reason[];
}
