import type { SourceTable } from '../layout';
import type { Link } from '../links';
import type { Reason } from '../reason';

export const START_MODES = ['UEFI', 'legacy'] as const;
/** How firmware starts a system. */
export type StartMode = (typeof START_MODES)[number];

/** What a part of a device is for: what is dead when its ribbon, lead or antenna was forgotten. */
export const PART_KINDS = [
  'keyboard',
  'touchpad',
  'touch screen',
  'lid switch',
  'power button',
  'camera',
  'sound',
  'wireless',
  'Bluetooth',
  'wired network',
  'battery',
  'display',
  'fan',
  'storage controller',
  'USB device',
  'PCI device',
] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** One part as the device's kernel shows it. */
export interface DevicePart {
  kind: PartKind;
  name: string;
  /** Its numbers or its state, where they tell it apart from another of its name. */
  detail: string;
}

/** A start entry of the firmware. */
export interface BootEntry {
  number: number;
  name: string;
  active: boolean;
  /** The partition that it starts from, by its unique GUID, or by the disk signature of an MBR in eight digits; null for none. */
  partition: { id: string; startSector: number } | null;
  /** The file that it starts, as it stands there; empty where it names none. */
  path: string;
}

/** How the firmware starts the device. */
export interface BootEntries {
  /** Those in the start order first, in that order. */
  entries: BootEntry[];
  /** Number of the one that this start came from; null where it is not told. */
  current: number | null;
  order: number[];
}

/** A drive as the device sees it. */
export interface DriveState {
  serial: string;
  /** null: not told. */
  bytes: number | null;
  link: Link | null;
  /** Behind a USB bridge, so not at a site of the device. */
  bridged: boolean;
  /** The system that told this was started from it. */
  started: boolean;
  /** What it counts of its health. */
  figures: { name: string; value: number }[];
  table: SourceTable | null;
  /** What is wrong with its table. */
  problems: Reason[];
  /** Volumes whose file system is smaller than their partition, with what it does not use of it, bytes. */
  ungrown: { name: string; bytes: number }[];
}

/** What a device said of itself at one time, to be held against what it says at another. */
export interface DeviceState {
  /** When the probe ran, as it wrote it; empty where it did not. */
  made: string;
  startMode: StartMode | null;
  secureBoot: boolean | null;
  boot: BootEntries | null;
  parts: DevicePart[] | null;
  /** Memory in slots and on the board, bytes and MT/s; null where the firmware does not tell. */
  modules: { slot: string; bytes: number; configured: number | null }[] | null;
  drives: DriveState[];
}
