import { seededRandom } from '../chance';
import {
  ABILITIES,
  bestOrder,
  lateness,
  simulate,
  type Bench,
  type Person,
  type Piece,
  type Resource,
  type Span,
  type Work,
} from '.';

export const [MINUTE, HOUR, DAY] = [60_000, 3_600_000, 86_400_000];
/** Open from nine to six, every day of four weeks, from midnight of the first. */
export const OPEN: Span[] = Array.from({ length: 28 }, (_none, day) => ({
  from: day * DAY + 9 * HOUR,
  until: day * DAY + 18 * HOUR,
}));

export const person = (id: string, over: Partial<Person> = {}): Person => ({
  ...{ id, there: OPEN, abilities: ABILITIES },
  ...over,
});
export const people = (count: number) => Array.from({ length: count }, (_none, n) => person(`p${n}`));
export const berths = (count: number) => Array.from({ length: count }, (_none, n) => n + 1);

export const bench = (over: Partial<Bench> = {}): Bench => ({
  ...{ now: 9 * HOUR, open: OPEN, people: people(1), berths: berths(1), has: {} },
  ...over,
});
export const hands = (minutes: number, over: Partial<Piece> = {}): Piece => ({
  ...{ kind: 'hands', run: null, steps: [], asks: null, needs: [], running: null },
  takes: { low: minutes * 0.8, middle: minutes, high: minutes * 1.5 },
  ...over,
});
export const alone = (minutes: number, needs: readonly Resource[] = ['berth']): Piece =>
  hands(minutes, { kind: 'alone', run: 'copy', needs });
export const work = (
  tag: string,
  pieces: Piece[],
  promisedInHours: number | null = null,
  over: Partial<Work> = {},
): Work => ({
  ...{ tag, pieces, from: 0, asks: false, by: null },
  promisedAt: promisedInHours === null ? null : 9 * HOUR + promisedInHours * HOUR,
  ...over,
});

/** Every order of some tags. */
function* orders(tags: readonly string[]): Generator<string[]> {
  if (tags.length < 2) yield [...tags];
  for (const first of tags) for (const rest of orders(tags.filter((tag) => tag !== first))) yield [first, ...rest];
}

/**
 * How late all of some small shops is in the order that is found, and in the best of all orders, minutes: 3 to 6 jobs of hands,
 * with a run and hands again in six of ten.
 */
export function againstTheBest(shops: number, seed: number): { found: number; least: number } {
  const random = seededRandom(seed);
  const between = (from: number, to: number) => Math.floor(from + random() * (to - from + 1));
  let [found, least] = [0, 0];
  for (let n = 0; n < shops; n += 1) {
    const works = Array.from({ length: between(3, 6) }, (_none, at) =>
      work(
        `J${at}`,
        [
          hands(between(10, 180)),
          ...(random() < 0.6 ? [alone(between(30, 900), random() < 0.8 ? ['berth'] : []), hands(between(5, 60))] : []),
        ],
        between(1, 40),
      ),
    );
    const own = bench({ people: people(between(1, 2)), berths: berths(between(1, 2)) });
    const late = (order: readonly string[]) => lateness(works, simulate(works, order, own));
    found += late(bestOrder(works, own));
    least += Math.min(...[...orders(works.map(({ tag }) => tag))].map(late));
  }
  return { found, least };
}

/** So many open jobs with three people and six berths. */
export function busyShop(jobs: number, seed: number): { works: Work[]; own: Bench } {
  const random = seededRandom(seed);
  const between = (from: number, to: number) => Math.floor(from + random() * (to - from + 1));
  const works = Array.from({ length: jobs }, (_none, n) =>
    work(
      `J${n}`,
      [
        hands(between(5, 40)),
        ...(random() < 0.7 ? [alone(between(20, 400), random() < 0.7 ? ['berth'] : ['enclosure'])] : []),
        hands(between(10, 60), { asks: random() < 0.5 ? 'opening devices' : null }),
      ],
      between(1, jobs),
    ),
  );
  const three = [person('p0'), person('p1', { abilities: ['copying'] }), person('p2', { there: OPEN.slice(1) })];
  return { works, own: bench({ people: three, berths: berths(6), has: { enclosure: 4 } }) };
}
