import type { MomentRange } from '@udrel/contract/types';
import type { Spread } from '@udrel/core/schedule';

/** A moment as it crosses the boundary. */
export const moment = (ms: number): string => new Date(ms).toISOString();

export function rangeOf({ low, middle, high }: Spread): MomentRange {
  return { early: moment(low), usually: moment(middle), late: moment(high) };
}
