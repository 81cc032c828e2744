import type { BackupRules } from '../../shapes/house/backups';

/** Why nothing is backed up as it should be. */
export interface BackupLate {
  /** Whether there is a key to encrypt to. */
  key: boolean;
  /** When the shop was as in its latest archive; null where there is none. */
  since: string | null;
  /** What kept the latest try from it; null where none was made. */
  problem: string | null;
}

/** Whether the shop is backed up, for whoever works in it. */
export interface BackupState {
  late: BackupLate | null;
}

/** A try to back the shop up. */
export interface BackupTry {
  id: string;
  begunAt: string;
  /** Null while it works. */
  endedAt: string | null;
  /** Who pressed for it; null where the night or the console did. */
  by: string | null;
  jobs: number | null;
  photos: number | null;
  problem: string | null;
}

/** An archive as it lies in the folder. */
export interface BackupArchive {
  name: string;
  at: string;
  bytes: number;
}

/** Everything about backups, for the owner. */
export interface BackupsView extends BackupState {
  rules: BackupRules;
  /** Since when there is a key; null where none was made. */
  keyMadeAt: string | null;
  /** Where archives go. */
  folder: string;
  /** Whether that is another disk than that of the shop; null while the folder cannot be read. */
  apart: boolean | null;
  tries: BackupTry[];
  archives: BackupArchive[];
}
