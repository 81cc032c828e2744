import { CRAWLS, USB2 } from './advice';
import { progressOf, type ProgressState } from './progress';

/** What stands out in a run that has ended, the gravest first. */
export const RUN_SIGNS = [
  'wrote to the old drive',
  'errors',
  'standstill',
  'pace of USB 2',
  'slow',
  'as expected',
  'not counted',
] as const;
export type RunSign = (typeof RUN_SIGNS)[number];

export interface JudgedRun {
  sign: RunSign;
  /** Its mean rate, MB/s; null where nobody counted and nobody knows how long it took. */
  rate: number | null;
}

interface EndedRun {
  progress: ProgressState;
  /** Bytes that it was to write. */
  planned: number;
  /** Rate that was expected, MB/s. */
  expected: number;
  /** Whether a berth counted it. */
  watched: boolean;
  /** Whether it wrote everything. */
  whole: boolean;
  /** Seconds that it took by hand; null where nobody knows. */
  seconds: number | null;
  /** Whether the old drive is known to fail: what is slow then is slow by that. */
  failing: boolean;
}

/** From this share of the time on, and from so many seconds, a run went at the pace of USB 2. */
const SHARE = 1 / 3;
const LEAST = 60;

/**
 * What a run that has ended says of what it went through.
 *
 * @source signs: trade practice, as `adviceOn` has them while it runs
 */
export function judgeRun({ progress, planned, expected, watched, whole, seconds, failing }: EndedRun): JudgedRun {
  if (!watched) {
    const rate = whole && seconds !== null && seconds > 0 ? planned / 1e6 / seconds : null;
    return { rate, sign: rate === null ? 'not counted' : byRate(rate, rate >= USB2.low && rate <= USB2.high) };
  }
  const { moved, elapsed, still, curve } = progress;
  const wrote = elapsed - still;
  const rate = wrote > 0 ? moved / 1e6 / wrote : null;
  if (progress.sourceWritten > 0) return { rate, sign: 'wrote to the old drive' };
  if (progress.errors > 0) return { rate, sign: 'errors' };
  if (progress.last === null) return { rate, sign: 'not counted' };
  if (!whole && (moved === 0 || progressOf(progress, planned).condition === 'stalled')) {
    return { rate, sign: 'standstill' };
  }
  if (rate === null) return { rate, sign: 'not counted' };
  const within = curve.rates.filter((one) => one >= USB2.low && one <= USB2.high).length;
  const fell = within * curve.width >= LEAST && within >= curve.rates.length * SHARE;
  return { rate, sign: byRate(rate, fell) };

  function byRate(mean: number, usb2: boolean): RunSign {
    if (failing || expected <= 0) return 'as expected';
    if (usb2 && expected > USB2.high * 1.5) return 'pace of USB 2';
    return mean < expected * CRAWLS ? 'slow' : 'as expected';
  }
}
