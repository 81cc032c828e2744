import { seededRandom } from '../chance';
import { openMinutes, promisable } from './hours';
import { bestOrder, lateness } from './order';
import { simulate } from './simulate';
import type { Bench, Schedule, Span, Spread, Work } from './types';

const MINUTE = 60_000;
/** Futures that are gone through: the tenth and ninetieth of a hundred are told well enough by so many. */
const FUTURES = 60;
/** Standard deviations from the middle of a normal distribution to its 10th and 90th percentile. */
const TO_TENTH = 1.2816;

/** When a job is ready, milliseconds since the epoch: 10th, 50th and 90th percentile; and whether that waits for an answer. */
export interface ReadyAt extends Spread {
  asks: boolean;
}

/** A duration out of its range: log-normal on each side, which is never below nothing. */
export function drawn({ low, middle, high }: Spread, normal: number): number {
  if (middle <= 0) return 0;
  const end = normal < 0 ? low : high;
  const deviation = end > 0 ? Math.abs(Math.log(end / middle)) / TO_TENTH : 0;
  return middle * Math.exp(deviation * normal);
}

/** A normal deviate (Box and Muller). */
function normalOf(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** When each job is ready, in the order that is given, over many futures; the same each time it is asked. */
export function forecast(
  works: readonly Work[],
  order: readonly string[],
  bench: Bench,
  futures = FUTURES,
): Map<string, ReadyAt> {
  const random = seededRandom(works.length * 7919 + 17);
  const seen = new Map(works.map(({ tag }): [string, number[]] => [tag, []]));
  for (let n = 0; n < futures; n += 1) {
    const { ready } = simulate(works, order, bench, ({ pieces }, at) => {
      const piece = pieces[at];
      return piece ? drawn(piece.takes, normalOf(random)) : 0;
    });
    for (const [tag, at] of ready) seen.get(tag)?.push(at);
  }
  return new Map(
    works.map(({ tag, asks }) => {
      const all = (seen.get(tag) ?? []).sort((one, other) => one - other);
      const at = (share: number) => all[Math.min(all.length - 1, Math.round(share * (all.length - 1)))] ?? bench.now;
      return [tag, { low: at(0.1), middle: at(0.5), high: at(0.9), asks }];
    }),
  );
}

/** A job that becomes late, or later than it would be, minutes. */
export interface Slip {
  tag: string;
  by: number;
}

export interface WhatIf {
  ready: ReadyAt;
  /** The earliest that can honestly be promised: nine times in ten it is ready then. */
  promise: number;
  slips: Slip[];
}

/** Slips of less are none that anybody feels, minutes. */
const FELT = 15;
/** Places in the order at which one more job is tried, at most. */
const PLACES = 40;

/**
 * What a promise for one more job could be, and what else would be late if it is taken. All the others stay in their order: what is
 * told of them is what this one does to them.
 */
export function whatIf(works: readonly Work[], more: Work, bench: Bench): WhatIf {
  const order = bestOrder(works, bench);
  const before = simulate(works, order, bench);
  const all = [...works, more];
  const tried = placesIn(order.length).map((at) => {
    const with_ = [...order.slice(0, at), more.tag, ...order.slice(at)];
    const schedule = simulate(all, with_, bench);
    const own = more.promisedAt === null ? 0 : lateBy(more, schedule);
    return { order: with_, schedule, others: lateness(works, schedule), own };
  });
  // Where it makes nobody late it can be promised: as far in front as that.
  const least = Math.min(...tried.map(({ others }) => others));
  const harmless = tried.find(({ others }) => others <= least + FELT) ?? tried[0];
  const kept =
    more.promisedAt === null
      ? harmless
      : tried.reduce((best, one) => (one.others + one.own <= best.others + best.own ? one : best));
  const readyOf = (taken: typeof harmless) =>
    (taken && forecast(all, taken.order, bench).get(more.tag)) ?? {
      ...{ low: bench.now, middle: bench.now, high: bench.now, asks: false },
    };
  const free = readyOf(harmless);
  const slips = works.flatMap((work) => {
    const by = kept ? Math.round(lateBy(work, kept.schedule) - lateBy(work, before)) : 0;
    return by >= FELT ? [{ tag: work.tag, by }] : [];
  });
  return {
    ready: kept === harmless ? free : readyOf(kept),
    promise: promisable(bench.open, free.high),
    slips: slips.sort((one, other) => other.by - one.by || (one.tag < other.tag ? -1 : 1)),
  };
}

/** How late a job is, minutes; never where nothing was promised. */
function lateBy({ tag, promisedAt }: Work, { ready }: Schedule): number {
  return promisedAt === null ? 0 : Math.max(0, (ready.get(tag) ?? 0) - promisedAt) / MINUTE;
}

/** Places among so many, from the first to behind the last, evenly where they are many. */
function placesIn(length: number): number[] {
  const many = Math.min(PLACES, length + 1);
  return [...new Set(Array.from({ length: many }, (_none, n) => Math.round((n * length) / Math.max(1, many - 1))))];
}

/** A day with more hands' work than hands. */
export interface Load {
  from: number;
  until: number;
  /** Minutes of hands that are planned then, and that there are. */
  planned: number;
  there: number;
}

/** How much of each opening is taken, in the order that is given. */
export function loads(works: readonly Work[], order: readonly string[], bench: Bench): Load[] {
  const { placed } = simulate(works, order, bench);
  const spans: Span[] = placed.flatMap(({ kind, spans: all }) => (kind === 'hands' ? all : []));
  return bench.open.map(({ from, until }) => ({
    ...{ from, until },
    planned: Math.round(
      spans.reduce((sum, span) => sum + Math.max(0, Math.min(until, span.until) - Math.max(from, span.from)), 0) /
        MINUTE,
    ),
    there: Math.round(openMinutes([{ from: Math.max(from, bench.now), until }], bench.now, until) * bench.hands),
  }));
}
