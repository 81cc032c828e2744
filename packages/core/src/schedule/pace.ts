import type { Spread } from './engine/types';

/** What the shop's own work tells of how long things take. */
export interface Pace {
  /** How long a copy takes of which nothing is planned yet, minutes. */
  copy: Spread;
  /** How long hands take, as shares of what their steps are told to take. */
  hands: Spread;
}

/** What is usual before the shop has work of its own: half a disk; hands somewhat longer than told (rules of thumb). */
export const USUAL_PACE: Pace = {
  copy: { low: 35, middle: 90, high: 240 },
  hands: { low: 0.8, middle: 1, high: 1.5 },
};

/** Copies, and jobs whose hands were timed, from which the shop's own are told instead. */
const ENOUGH = { copies: 8, jobs: 30 } as const;
/** Whoever stamps all at once at the end was not that fast, nor was it the work where it took many times as long. */
const BELIEVED = { least: 0.5, most: 2.5 } as const;

/**
 * The pace of the shop, at 10, 50 and 90 % of its own latest work.
 *
 * @param copies minutes that copies took
 * @param hands how long hands took at jobs, in hundredths of what was told
 */
export function paceOf(copies: readonly number[], hands: readonly number[]): Pace {
  const believed = (share: number) => Math.min(BELIEVED.most, Math.max(BELIEVED.least, share / 100));
  const { low, middle, high } = spreadOf(hands);
  return {
    copy: copies.length < ENOUGH.copies ? USUAL_PACE.copy : spreadOf(copies),
    hands:
      hands.length < ENOUGH.jobs
        ? USUAL_PACE.hands
        : { low: believed(low), middle: believed(middle), high: believed(high) },
  };
}

function spreadOf(values: readonly number[]): Spread {
  const sorted = [...values].sort((one, other) => one - other);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? 0;
  return { low: at(0.1), middle: at(0.5), high: at(0.9) };
}
