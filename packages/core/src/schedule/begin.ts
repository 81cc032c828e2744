import { lastOpen, nextOpen, workedBack } from './engine/hours';
import type { Bench, Span, Work } from './engine/types';

const MINUTE = 60_000;

/** The last moment until then at which a run can be begun: at closing itself nobody is there. */
function begun(open: readonly Span[], at: number): number | null {
  const last = lastOpen(open, at);
  return last !== null && nextOpen(open, last) !== last ? last - MINUTE : last;
}

/**
 * When the next piece of a job must be begun so that nine times in ten it is ready as promised, if nothing else held it up: back
 * from the promise, hands within opening hours, runs begun while it is open. Null without a promise; a moment that is past says
 * that it is late already.
 */
export function beginBy({ promisedAt, pieces }: Work, { open, now }: Pick<Bench, 'open' | 'now'>): number | null {
  if (promisedAt === null) return null;
  // Pieces that take longer than usual seldom all do: their room adds up by squares.
  const room = Math.sqrt(pieces.reduce((sum, { takes }) => sum + (takes.high - takes.middle) ** 2, 0));
  let at = promisedAt - room * MINUTE;
  for (const { kind, takes, running } of [...pieces].reverse()) {
    if (running) return at - takes.middle * MINUTE;
    const began = kind === 'hands' ? workedBack(open, at, takes.middle) : begun(open, at - takes.middle * MINUTE);
    // Before what is known of its hours lies nothing but the past.
    if (began === null || began < now) return Math.min(now - MINUTE, began ?? at - takes.middle * MINUTE);
    at = began;
  }
  return at;
}
