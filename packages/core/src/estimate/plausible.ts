import type { RunEstimate } from './types';

/** Why a duration is not believed: faster than its links can be, or far off what was expected. */
export type DurationDoubt = 'impossible' | 'unlikely';

/** How many times off its range a duration may be before somebody is asked. */
const TIMES_OFF = 2;

/**
 * Whether a run can have taken so long. What was forgotten to be ended overnight, or stamped a second after it began,
 * says nothing of how long such runs take.
 *
 * @param seconds from its beginning to its end
 * @param ceiling the most that its links carry, MB/s; null where that is not known
 * @returns null where nothing speaks against it
 */
export function durationDoubt(
  { bytes, low, high }: Pick<RunEstimate, 'bytes' | 'low' | 'high'>,
  seconds: number,
  ceiling: number | null,
): DurationDoubt | null {
  if (seconds <= 0 || (ceiling !== null && bytes / 1e6 / seconds > ceiling)) return 'impossible';
  return seconds < low / TIMES_OFF || seconds > high * TIMES_OFF ? 'unlikely' : null;
}
