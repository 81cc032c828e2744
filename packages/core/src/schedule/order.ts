import { simulate } from './engine/simulate';
import type { Bench, Schedule, Work } from './engine/types';

const MINUTE = 60_000;
/** What a job without a promise counts as promised in, minutes: three days. */
const NO_PROMISE = 3 * 1440;
/** Pieces that are gone through at most while a better order is looked for: what a tenth of a second allows. */
const EFFORT = 60_000;

const promised = ({ promisedAt }: Work, { now }: Bench) => promisedAt ?? now + NO_PROMISE * MINUTE;
const minutesOf = ({ pieces }: Work, kind?: 'hands') =>
  pieces.reduce((sum, piece) => sum + (kind && piece.kind !== kind ? 0 : piece.takes.middle), 0);

/** Ways to put jobs into an order, each by what is the least first. */
const RULES: readonly ((work: Work, bench: Bench) => number)[] = [
  // The least time to spare.
  (work, bench) => promised(work, bench) - minutesOf(work) * MINUTE,
  promised,
  // The fewest hands, of what is due about the same day.
  (work, bench) => Math.floor(promised(work, bench) / (1440 * MINUTE)) * 1e5 + minutesOf(work, 'hands'),
  // The shortest of all.
  (work) => minutesOf(work),
];

/** How late all of it is, minutes, where a day late of one job counts as much as of another. */
export function lateness(works: readonly Work[], { ready }: Schedule): number {
  return works.reduce((sum, { tag, promisedAt }) => {
    const at = ready.get(tag);
    return promisedAt === null || at === undefined ? sum : sum + Math.max(0, at - promisedAt) / MINUTE;
  }, 0);
}

/** What is late first, then when all of it is ready. */
function worth(works: readonly Work[], schedule: Schedule): [number, number] {
  let sum = 0;
  for (const at of schedule.ready.values()) sum += at;
  return [lateness(works, schedule), sum];
}

const better = ([late, sum]: readonly [number, number], [than, thanSum]: readonly [number, number]) =>
  late < than - 1e-6 || (Math.abs(late - than) <= 1e-6 && sum < thanSum);

/**
 * The order in which work is taken so that the least of it is late: the best of some rules, then what changing two of it for
 * each other gains. The same work in any listing comes into the same order.
 */
export function bestOrder(works: readonly Work[], bench: Bench): string[] {
  const listed = [...works].sort((one, other) => (one.tag < other.tag ? -1 : 1));
  const pieces = Math.max(
    1,
    listed.reduce((sum, work) => sum + work.pieces.length, 0),
  );
  const orders = RULES.map((rule) => {
    const keys = new Map(listed.map((work) => [work.tag, rule(work, bench)]));
    return listed.map(({ tag }) => tag).sort((one, other) => (keys.get(one) ?? 0) - (keys.get(other) ?? 0));
  });
  let [best = []] = orders;
  let least = worth(listed, simulate(listed, best, bench));
  let tries = Math.max(0, Math.floor(EFFORT / (pieces * Math.max(1, listed.length))) - orders.length);
  for (const order of orders.slice(1)) {
    const found = worth(listed, simulate(listed, order, bench));
    if (better(found, least)) [best, least] = [order, found];
  }
  // With nothing late there is nothing to gain that a customer would feel.
  for (let gained = true; gained && least[0] > 0 && tries > 0;) {
    gained = false;
    for (let one = 0; one < best.length && tries > 0; one += 1) {
      for (let other = one + 1; other < best.length && tries > 0; other += 1) {
        const order = [...best];
        [order[one], order[other]] = [best[other] ?? '', best[one] ?? ''];
        const found = worth(listed, simulate(listed, order, bench));
        tries -= 1;
        if (better(found, least)) [best, least, gained] = [order, found, true];
      }
    }
  }
  return best;
}
