import type { Span } from './types';

const MINUTE = 60_000;

/** The first moment at or after `at` at which it is open; `at` itself once no opening is known any more. */
export function nextOpen(open: readonly Span[], at: number): number {
  const span = spanFrom(open, at);
  return span ? Math.max(at, span.from) : at;
}

/** The opening that contains a moment, or comes next. */
function spanFrom(open: readonly Span[], at: number): Span | undefined {
  let [low, high] = [0, open.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((open[middle]?.until ?? 0) > at) high = middle;
    else low = middle + 1;
  }
  return open[low];
}

/** The stretches in which so many minutes of hands are done from a moment on, within opening hours. */
export function worked(open: readonly Span[], from: number, minutes: number): Span[] {
  const spans: Span[] = [];
  // Whole milliseconds: of less no moment is later than another.
  let left = Math.round(minutes * MINUTE);
  let at = from;
  while (left > 0) {
    const span = spanFrom(open, at);
    // Beyond what is known it goes on: better late than never.
    const begins = span ? Math.max(at, span.from) : at;
    const ends = span ? Math.min(span.until, begins + left) : begins + left;
    spans.push({ from: begins, until: ends });
    left -= ends - begins;
    at = ends;
  }
  return spans;
}

/** When so many minutes of hands are over that are begun at a moment. */
export function workedUntil(open: readonly Span[], from: number, minutes: number): number {
  const span = spanFrom(open, from);
  const begins = span ? Math.max(from, span.from) : from;
  const ends = begins + Math.round(minutes * MINUTE);
  // Most of it is over before the night.
  if (!span || ends <= span.until) return ends > begins ? ends : from;
  return worked(open, from, minutes).at(-1)?.until ?? from;
}

/** The last moment at or before `at` at which it is open; null where it was never open until then. */
export function lastOpen(open: readonly Span[], at: number): number | null {
  let [low, high] = [0, open.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((open[middle]?.from ?? 0) < at) low = middle + 1;
    else high = middle;
  }
  const span = open[low - 1];
  return span ? Math.min(at, span.until) : null;
}

/** When so many minutes of hands must be begun to be over at a moment; null where there are not so many before it. */
export function workedBack(open: readonly Span[], until: number, minutes: number): number | null {
  let left = Math.round(minutes * MINUTE);
  let at = until;
  for (;;) {
    const ends = lastOpen(open, at);
    if (ends === null) return null;
    const begins = spanFrom(open, ends - 1)?.from ?? ends;
    if (left <= ends - begins) return ends - left;
    left -= ends - begins;
    at = begins;
  }
}

/** Minutes that it is open between two moments. */
export function openMinutes(open: readonly Span[], from: number, until: number): number {
  let sum = 0;
  for (const span of open) sum += Math.max(0, Math.min(until, span.until) - Math.max(from, span.from));
  return sum / MINUTE;
}

const QUARTER = 15 * MINUTE;

/** A moment as it is promised: the next quarter of an hour at which it is open. */
export function promisable(open: readonly Span[], at: number): number {
  const first = nextOpen(open, at);
  const quarter = Math.ceil(first / QUARTER) * QUARTER;
  const span = spanFrom(open, first);
  return span && quarter > span.until ? nextOpen(open, span.until) : quarter;
}
