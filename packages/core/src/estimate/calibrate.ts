import type { DriveClass } from '../fit';
import type { FinishedRun, Range, RunKind } from './types';

/** How many runs the figures of the class are worth: few finished runs hardly move them, many do. */
const WORTH = 6;
/** What a run of the same kind on another class of drive tells about this one. */
const UNLIKE = 0.25;
/** A tenth of a normal spread lies beyond this many deviations. */
const TENTH = 1.28;

export interface Calibrated extends Range {
  /** Finished runs of this kind, and those of them from the same class of drive. */
  runs: number;
  alike: number;
}

/**
 * A range moved and narrowed by what the shop's own runs took, by shrinkage of the logarithms of actual over
 * expected. With no runs it comes back as it was; its order is kept, and it grows wherever the prior grows.
 */
export function calibrate(
  prior: Range,
  kind: RunKind,
  source: DriveClass,
  finished: readonly FinishedRun[],
): Calibrated {
  const known = finished.filter((run) => run.kind === kind && run.prior > 0 && run.took > 0);
  const alike = known.filter((run) => run.source === source).length;
  const weighed = known.map((run) => ({
    off: Math.log(run.took / run.prior),
    weight: run.source === source ? 1 : UNLIKE,
  }));
  const weight = weighed.reduce((sum, one) => sum + one.weight, 0);
  if (weight === 0 || prior.middle <= 0) return { ...prior, runs: 0, alike: 0 };
  const shift = weighed.reduce((sum, one) => sum + one.weight * one.off, 0) / (weight + WORTH);
  const mean = weighed.reduce((sum, one) => sum + one.weight * one.off, 0) / weight;
  const spread = Math.sqrt(weighed.reduce((sum, one) => sum + one.weight * (one.off - mean) ** 2, 0) / weight);
  const half = (own: number) => (WORTH * own + weight * TENTH * spread) / (weight + WORTH);
  const middle = prior.middle * Math.exp(shift);
  return {
    low: Math.round(middle * Math.exp(-half(Math.log(prior.middle / Math.max(1, prior.low))))),
    middle: Math.round(middle),
    high: Math.round(middle * Math.exp(half(Math.log(prior.high / prior.middle)))),
    runs: known.length,
    alike,
  };
}
