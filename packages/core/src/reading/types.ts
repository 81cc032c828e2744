import type { DriveClass } from '../fit';
import type { DriveIdentity, HealthReport } from '../health';
import type { SourceTable } from '../layout';
import type { BootEntries, DevicePart, StartMode } from '../inventory';
import type { Link } from '../links';
import type { Reason } from '../reason';
import type { DeviceIdentity } from '../smbios';
import type { StartFiles } from '../starting';
import type { ReadTable } from '../tables';
import type { Volume } from '../volumes';

/** A drive as far as the file tells of it; null: the file does not say. */
export interface ReadDrive {
  identity: DriveIdentity | null;
  bytes: number | null;
  class: DriveClass | null;
  link: Link | null;
  /** Behind a USB bridge: its serial may be the bridge's, and its sector size too. */
  bridged: boolean;
  /** The system that the probe ran in was started from it, or the probe lies on it: it is not the device's. */
  started: boolean;
  table: ReadTable | null;
  /** The volume of each entry of the table, in its order. */
  volumes: Volume[];
  /** What begins in the first sector of a drive without a table; null where it has one, or nothing begins there. */
  whole: Volume | null;
  /** The table as the copy plan takes it; null without one. */
  source: SourceTable | null;
  /** What a firmware starts it by; null where nothing of it was read. */
  start: StartFiles | null;
  health: HealthReport | null;
  problems: Reason[];
}

/** Everything that a file says. */
export interface Reading {
  /** What kind of file it was, in words. */
  kind: string;
  made: string;
  device: DeviceIdentity | null;
  firmwareMode: StartMode | null;
  drives: ReadDrive[];
  /** Start entries, Secure Boot and the parts of the device; null where the file does not tell of them. */
  boot: BootEntries | null;
  secureBoot: boolean | null;
  parts: DevicePart[] | null;
}

/** A file read, or what is wrong with it and what to do. */
export type ReadFile = { ok: true; reading: Reading } | { ok: false; sentence: string };
