import { rescheduled, scheduleOf, type WholeSchedule } from './whole';
import type { Bench, Piece, Work } from './engine/types';

/** A schedule that stands, and what it was put of. */
export interface Standing {
  whole: WholeSchedule;
  /** What there is to do it with, as text, and each job as it was at that moment. */
  bench: string;
  now: number;
  works: ReadonlyMap<string, Work>;
}

const MINUTE = 60_000;
/** Jobs that change one by one; more of them have all of it put anew. */
const FEW = 5;

/**
 * The schedule of these jobs: the same while nothing changed, what changed put into it where that is little, all of it
 * anew otherwise and every minute. What runs tells another end with every sample: that moves the rest by the minute.
 */
export function standing(last: Standing | null, works: readonly Work[], bench: Bench): Standing {
  const { people, berths, has, open, now } = bench;
  const own = {
    bench: JSON.stringify([people, berths, has, open]),
    now,
    works: new Map(works.map((one) => [one.tag, one])),
  };
  const anew = () => ({ ...own, whole: scheduleOf(works, bench) });
  if (!last || Math.floor(last.now / MINUTE) !== Math.floor(now / MINUTE) || last.bench !== own.bench) return anew();
  const tags = new Set([...own.works.keys(), ...last.works.keys()]);
  const changed = [...tags].filter((tag) => !asItWas(last.works.get(tag), own.works.get(tag), last.now, now));
  if (changed.length === 0) return last;
  if (changed.length > FEW) return anew();
  const whole = changed.reduce(
    (before, tag) => rescheduled(before, tag, own.works.get(tag) ?? null, bench),
    last.whole,
  );
  return { ...own, whole };
}

/** Whether a job has the place that it had. What can begin now can begin now a moment later, too. */
function asItWas(was: Work | undefined, is: Work | undefined, before: number, now: number): boolean {
  if (!was || !is) return false;
  return (
    (was.from === is.from || (was.from <= before && is.from <= now)) &&
    was.promisedAt === is.promisedAt &&
    was.asks === is.asks &&
    was.by === is.by &&
    (was.pieces === is.pieces ||
      (was.pieces.length === is.pieces.length && was.pieces.every((piece, at) => samePiece(piece, is.pieces[at]))))
  );
}

function samePiece(was: Piece, is: Piece | undefined): boolean {
  if (!is || was.kind !== is.kind || was.run !== is.run || was.running?.berth !== is.running?.berth) return false;
  if (was.running) return true;
  const [one, other] = [was.takes, is.takes];
  return (
    one.low === other.low &&
    one.middle === other.middle &&
    one.high === other.high &&
    was.asks === is.asks &&
    was.berth === is.berth &&
    was.steps.length === is.steps.length &&
    was.steps[0]?.id === is.steps[0]?.id &&
    was.needs.length === is.needs.length &&
    was.needs.every((need, at) => need === is.needs[at])
  );
}
