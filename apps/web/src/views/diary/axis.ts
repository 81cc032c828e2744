import type { DiaryView } from '@udrel/contract/types';

/** How wide an hour is at which the shop is closed, against one at which it is open: nights are there, but take little room. */
const CLOSED = 0.07;
const HOUR = 3_600_000;

/** Places of moments beside each other, from 0 to 1. */
export interface Axis {
  from: number;
  until: number;
  at: (moment: number) => number;
  /** The moment at a place. */
  momentAt: (place: number) => number;
}

interface Stretch {
  from: number;
  until: number;
  weight: number;
}

/** An axis over days on which the hours of opening have most of the room. */
export function axisOf(days: DiaryView['days']): Axis {
  const stretches = days.flatMap(({ from, until, open }): Stretch[] => {
    const [begins, ends] = [Date.parse(from), Date.parse(until)];
    if (!open) return [stretch(begins, ends, CLOSED)];
    const [opens, closes] = [Date.parse(open.from), Date.parse(open.until)];
    return [stretch(begins, opens, CLOSED), stretch(opens, closes, 1), stretch(closes, ends, CLOSED)];
  });
  const whole = stretches.reduce((sum, { weight }) => sum + weight, 0) || 1;
  const [first, last] = [stretches[0]?.from ?? 0, stretches.at(-1)?.until ?? 0];
  return {
    ...{ from: first, until: last },
    at: (moment) => {
      let before = 0;
      for (const { from, until, weight } of stretches) {
        if (moment < until) return (before + weight * share(moment, from, until)) / whole;
        before += weight;
      }
      return 1;
    },
    momentAt: (place) => {
      let left = Math.min(1, Math.max(0, place)) * whole;
      for (const { from, until, weight } of stretches) {
        if (left <= weight) return from + (weight > 0 ? left / weight : 0) * (until - from);
        left -= weight;
      }
      return last;
    },
  };
}

const stretch = (from: number, until: number, weight: number): Stretch => ({
  ...{ from, until, weight: ((until - from) / HOUR) * weight },
});
const share = (at: number, from: number, until: number) =>
  until > from ? Math.min(1, Math.max(0, (at - from) / (until - from))) : 0;

const QUARTER = 15 * 60_000;

/** The quarter of an hour next to a moment. */
export const quarterAt = (moment: number): number => Math.round(moment / QUARTER) * QUARTER;

/** Puts what overlaps into lines beneath each other: the line of each, in the order given. */
export function linesOf(spans: readonly { from: number; until: number }[]): number[] {
  const free: number[] = [];
  return spans.map(({ from, until }) => {
    const found = free.findIndex((at) => at <= from);
    const line = found < 0 ? free.length : found;
    free[line] = until;
    return line;
  });
}
