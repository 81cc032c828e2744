import { seededRandom } from '../chance';
import { openMinutes, promisable } from './engine/hours';
import { bestOrder, lateness } from './order';
import { simulate, Simulation, type Takes } from './engine/simulate';
import { FELT, lateBy, slipsOf, type Slip } from './slips';
import type { Bench, Schedule, Span, Spread, Work } from './engine/types';

/** Futures that are gone through: the tenth and ninetieth of a hundred are told well enough by so many. */
const FUTURES = 32;
/** Deviates between where two pairs of futures begin. */
const STRIDE = 1009;
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
  return end > 0 ? middle * Math.exp((Math.abs(Math.log(end / middle)) / TO_TENTH) * normal) : middle;
}

/** Normal deviates that are drawn from: more than a shop has pieces of work. */
const DEVIATES = 1 << 13;

let kept: Float64Array | null = null;

/** Normal deviates (Box and Muller), the same each time. */
function deviates(): Float64Array {
  const random = seededRandom(17);
  kept ??= Float64Array.from(
    { length: DEVIATES },
    () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()),
  );
  return kept;
}

/** When each job is ready, in the order that is given, over many futures; the same each time it is asked. */
export function forecast(
  works: readonly Work[],
  order: readonly string[],
  bench: Bench,
  futures = FUTURES,
): Map<string, ReadyAt> {
  const seen = new Map(works.map(({ tag }): [string, number[]] => [tag, []]));
  const simulation = new Simulation(works, order, bench);
  const normal = deviates();
  for (let n = 0; n < futures; n += 1) {
    // Each future begins elsewhere among them; the second of two goes the other way, which tells the middle better.
    let at = (n >> 1) * STRIDE;
    const turn = n % 2 === 0 ? 1 : -1;
    const takes: Takes = (piece) => drawn(piece.takes, turn * (normal[(at += 1) % DEVIATES] ?? 0));
    for (const [tag, ready] of simulation.run(takes)) seen.get(tag)?.push(ready);
  }
  return new Map(
    works.map(({ tag, asks }) => {
      const all = (seen.get(tag) ?? []).sort((one, other) => one - other);
      const at = (share: number) => all[Math.min(all.length - 1, Math.round(share * (all.length - 1)))] ?? bench.now;
      return [tag, { low: at(0.1), middle: at(0.5), high: at(0.9), asks }];
    }),
  );
}

export interface WhatIf {
  ready: ReadyAt;
  /** The earliest that can honestly be promised: nine times in ten it is ready then. */
  promise: number;
  slips: Slip[];
}

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
  const promise = promisable(bench.open, free.high);
  const own = kept === harmless ? free : readyOf(kept);
  // What can be promised holds once it is: then it goes where it makes nobody late, not as far behind as usually does.
  const holds = more.promisedAt === null || own.high <= more.promisedAt || more.promisedAt < promise;
  const taken = holds ? kept : harmless;
  return { ready: holds ? own : free, promise, slips: taken ? slipsOf(works, before, taken.schedule) : [] };
}

/** Places among so many, from the first to behind the last, evenly where they are many. */
function placesIn(length: number): number[] {
  const many = Math.min(PLACES, length + 1);
  return [...new Set(Array.from({ length: many }, (_none, n) => Math.round((n * length) / Math.max(1, many - 1))))];
}

/** How much of an opening is taken. */
export interface Load {
  from: number;
  until: number;
  /** Minutes of hands that are planned then, and that there are. */
  planned: number;
  there: number;
}

/** How much of each opening is taken as it is put, from now on. */
export function loads({ placed }: Schedule, { now, open, people }: Bench): Load[] {
  const spans = placed.flatMap(({ kind, spans: all }) => (kind === 'hands' ? all : []));
  return open.map(({ from, until }) => {
    const within = (all: readonly Span[]) => openMinutes(all, Math.max(from, now), until);
    return {
      ...{ from, until },
      planned: Math.round(within(spans)),
      there: Math.round(people.reduce((sum, { there }) => sum + within(there), 0)),
    };
  });
}
