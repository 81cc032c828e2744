import type { Range } from './types';

/** How honest ranges were: how often what came lay within, and how wide they were. */
export interface Score {
  /** Ranges that were held against what came. */
  of: number;
  held: number;
  /** What took less than its range says, and more. */
  below: number;
  above: number;
  /** Highest over lowest of the range in the middle; null for none. */
  width: number | null;
}

/** A range with what came of it, seconds. */
export interface Told extends Pick<Range, 'low' | 'high'> {
  took: number;
}

/** Holds ranges against what came. An honest 80 % range holds in 75 to 85 of a hundred. */
export function scoreOf(told: readonly Told[]): Score {
  const below = told.filter(({ low, took }) => took < low).length;
  const above = told.filter(({ high, took }) => took > high).length;
  const widths = told.map(({ low, high }) => high / Math.max(1, low)).sort((a, b) => a - b);
  return {
    of: told.length,
    held: told.length - below - above,
    below,
    above,
    width: widths[Math.floor(widths.length / 2)] ?? null,
  };
}
