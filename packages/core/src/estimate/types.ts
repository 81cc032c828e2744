import type { DriveClass } from '../fit';

export const HEALTH_GRADES = ['good', 'watch', 'failing', 'unknown'] as const;
export type HealthGrade = (typeof HEALTH_GRADES)[number];

/** A duration as a range, whole seconds: 10th, 50th and 90th percentile. */
export interface Range {
  low: number;
  middle: number;
  high: number;
}

export const RUN_KINDS = ['copy', 'read back', 'decrypt', 'check', 'wipe', 'memory test', 'bring files'] as const;
/** Work that runs by itself. */
export type RunKind = (typeof RUN_KINDS)[number];

/** How often a memory test goes over all of it: once at least, two to four times is better (function checks of the trade). */
export const PASSES = { least: 1, usual: 2, most: 20 } as const;

/** Rates of something that data flows through, MB/s: slow, usual, fast. */
export interface PacedStage {
  name: string;
  kind: 'drive' | 'link' | 'memory';
  rates: readonly [number, number, number];
  /** How many flows a shared link is divided among: two where it carries one way at a time; absent where it is not shared. */
  flows?: number;
}

/** A run of the shop that ended well, as something to learn from. */
export interface FinishedRun {
  kind: RunKind;
  /** Class of the drive that was read; absent where none was. */
  source?: DriveClass;
  /** How well it was, and where both drives sat; absent for runs of before these were kept. */
  health?: HealthGrade;
  route?: string;
  /** What was expected of it without any run to learn from, and what it took, seconds. */
  prior: number;
  took: number;
}

export interface RunEstimate extends Range {
  kind: RunKind;
  bytes: number;
  /** What the figures of the class alone say, seconds: what finished runs are held against. */
  prior: number;
  /** Of that, what passes before and after the bytes: a watched run is counted without it. */
  fixed?: number;
  /** By what finished runs are alike to it, beside its kind and the class of its source. */
  health?: HealthGrade;
  route?: string;
  /** Expected rate, MB/s, and the stage that limits it. */
  rate: number;
  limitedBy: string;
  /** What the figures rest on, in words. */
  restsOn: string;
}
