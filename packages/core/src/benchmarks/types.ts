import type { DriveClass } from '../fit';
import type { Link } from '../links';

/** What was seen to before measuring, so that the figures mean something. */
export const CONDITIONS = ['on the charger', 'no updates running', 'no company network', 'programs closed'] as const;
export type Condition = (typeof CONDITIONS)[number];

export const ATTACHMENTS = ['inside', 'USB'] as const;
export type Attachment = (typeof ATTACHMENTS)[number];

/** Figures of one measuring session. Rates in MB/s (10^6), start-up times in seconds, cold start to usable. */
export interface MeasurementSet {
  sequentialRead: number | null;
  sequentialWrite: number | null;
  randomRead: number | null;
  randomWrite: number | null;
  startUps: number[];
  /** From starting a usual program until it takes input, seconds. */
  programStarts?: number[];
  /** Share of the time that the drive was busy in ordinary use, per cent. */
  busyShare?: number;
  /** Tool and settings, as noted: only like settings can be compared. */
  method: string;
  /** Whether the drive hung on its own link or on USB while measuring. */
  attached: Attachment;
  conditions?: Condition[];
  /** 4 KiB with 32 commands waiting, MB/s. */
  loadedRead?: number;
  /** Sequential rates after two minutes under load, MB/s. */
  sustainedRead?: number;
  sustainedWrite?: number;
  /** Of the drive under load, degrees Celsius. */
  temperature?: number;
  /** The link as it was looked up while measuring; absent where nobody looked. */
  link?: Link;
  /** Of memory, read: MB/s; and the rate at which it runs, MT/s. */
  memoryBandwidth?: number;
  memoryRate?: number;
}

/** Single figures that only some sessions have. */
export const FURTHER_FIGURES = [
  'loadedRead',
  'sustainedRead',
  'sustainedWrite',
  'temperature',
  'memoryBandwidth',
  'memoryRate',
] as const satisfies readonly (keyof MeasurementSet)[];
export type FurtherFigure = (typeof FURTHER_FIGURES)[number];

/** A drive that was measured: what its figures are held against. */
export interface MeasuredDrive {
  /** The link that it has at its site. */
  link: Link;
  class: DriveClass;
  /** Rates on the box, MB/s. */
  ratedRead: number;
  ratedWrite: number;
}

/** Memory that was fitted: what its figures are held against. */
export interface MeasuredMemory {
  /** MT/s that all of it is to run at. */
  speed: number;
  /** Peak bandwidth to expect, MB/s; null where it was not worked out. */
  bandwidth: number | null;
}

/** What the figures after the work are held against. */
export interface Fitted {
  drive: MeasuredDrive | null;
  memory: MeasuredMemory | null;
}

export type MeasurementKey =
  | 'sequentialRead'
  | 'sequentialWrite'
  | 'randomRead'
  | 'randomWrite'
  | 'loadedRead'
  | 'memoryBandwidth'
  | 'startUp'
  | 'programStart';

export interface Comparison {
  key: MeasurementKey;
  name: string;
  unit: 'MB/s' | 's';
  before: number | null;
  after: number | null;
  /** How many times faster; null where one of the figures is missing, or the settings were not alike. */
  multiple: number | null;
  /** Share of the rating on the box and of what the link carries in practice, 0 to 1; sequential rates only. */
  shareOfRating: number | null;
  shareOfLink: number | null;
}
