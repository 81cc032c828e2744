import type { Condition } from './progress';

/** Why hands are wanted at something that runs by itself. */
export type RunWants = 'alarm' | 'stalled' | 'errors' | 'stopped short' | 'all written' | 'overdue';

/** The same in words, after what runs was named. */
export const WANTS_WORDS: Readonly<Record<RunWants, string>> = {
  alarm: 'alarm at its berth',
  stalled: 'it stands still',
  errors: 'reads fail',
  'stopped short': 'it wrote less than planned and stands still',
  'all written': 'all is written',
  overdue: 'it should be over',
};

export interface Watching {
  condition: Condition;
  /** Whether something was seen at its berth that should not be. */
  alarmed: boolean;
  /** Reads are expected to fail: then each of them is no call. */
  failingSource: boolean;
  /** Whether a berth watches it; else it is timed by hand. */
  watched: boolean;
  /** Seconds since it began, and within which it was to be over. */
  gone: number;
  within: number;
}

/** Whether a run wants hands, and why: what is at risk first; null while it goes by itself. */
export function wantsOf({ condition, alarmed, failingSource, watched, gone, within }: Watching): RunWants | null {
  if (alarmed) return 'alarm';
  if (!watched) return gone > within ? 'overdue' : null;
  if (condition === 'stalled' || condition === 'stopped short' || condition === 'all written') return condition;
  return condition === 'errors' && !failingSource ? 'errors' : null;
}
