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
}

export type MeasurementKey =
  'sequentialRead' | 'sequentialWrite' | 'randomRead' | 'randomWrite' | 'startUp' | 'programStart';

export interface Comparison {
  key: MeasurementKey;
  name: string;
  unit: 'MB/s' | 's';
  before: number | null;
  after: number | null;
  /** How many times faster; null where one of the figures is missing. */
  multiple: number | null;
  /** Share of the rating on the box and of the link's ceiling, 0 to 1; sequential rates only. */
  shareOfRating: number | null;
  shareOfCeiling: number | null;
}
