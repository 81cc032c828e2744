/** Figures of one measuring session. Rates in MB/s (10^6), start-up times in seconds, cold start to usable. */
export interface MeasurementSet {
  sequentialRead: number | null;
  sequentialWrite: number | null;
  randomRead: number | null;
  randomWrite: number | null;
  startUps: number[];
  /** Tool and settings, as noted: only like settings can be compared. */
  method: string;
  /** Whether the drive hung on its own link or on USB while measuring. */
  attached: 'inside' | 'USB';
}

export type MeasurementKey = 'sequentialRead' | 'sequentialWrite' | 'randomRead' | 'randomWrite' | 'startUp';

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
