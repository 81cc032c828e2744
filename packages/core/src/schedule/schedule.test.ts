import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../chance';
import { bytesOfNominal } from '../capacity';
import { factsOf, job, keys, planBy } from '../steps/samples.test-data';
import {
  bestOrder,
  drawn,
  forecast,
  loads,
  nextOpen,
  openMinutes,
  paceOf,
  promisable,
  simulate,
  tellHours,
  USUAL_PACE,
  whatIf,
  worked,
  workOf,
  workOfWish,
} from '.';
import {
  againstTheBest,
  alone,
  bench,
  berths,
  DAY,
  hands,
  HOUR,
  MINUTE,
  OPEN,
  people,
  work,
} from './samples.test-data';

describe('opening hours', () => {
  it('begin work at the next opening, and take it on to the day after', () => {
    expect(nextOpen(OPEN, 3 * HOUR)).toBe(9 * HOUR);
    expect(nextOpen(OPEN, 10 * HOUR)).toBe(10 * HOUR);
    expect(nextOpen(OPEN, 18 * HOUR)).toBe(DAY + 9 * HOUR);
    expect(worked(OPEN, 17 * HOUR, 90)).toEqual([
      { from: 17 * HOUR, until: 18 * HOUR },
      { from: DAY + 9 * HOUR, until: DAY + 9.5 * HOUR },
    ]);
    expect(openMinutes(OPEN, 17 * HOUR, DAY + 10 * HOUR)).toBe(120);
  });

  it('are told with days alike together', () => {
    const day = { from: '09:00', until: '18:00' };
    const short = { from: '10:00', until: '14:00' };
    expect(tellHours([day, day, day, day, day, short, null])).toBe(
      'Monday to Friday 09:00 to 18:00, Saturday 10:00 to 14:00',
    );
    expect(tellHours([day, day, null, day, short, null, null])).toBe(
      'Monday and Tuesday 09:00 to 18:00, Thursday 09:00 to 18:00, Friday 10:00 to 14:00',
    );
  });

  it('promise at a quarter of an hour at which it is open', () => {
    expect(promisable(OPEN, 10 * HOUR + MINUTE)).toBe(10.25 * HOUR);
    expect(promisable(OPEN, 17 * HOUR + 59 * MINUTE)).toBe(18 * HOUR);
    expect(promisable(OPEN, 20 * HOUR)).toBe(DAY + 9 * HOUR);
  });

  it('end work whose minutes are no whole milliseconds', () => {
    expect(worked(OPEN, 9 * HOUR + 0.3, 12.345678901).at(-1)?.until).toBeCloseTo(9 * HOUR + 740_741, -1);
  });

  it('are kept by hands, and no minute is lost', () => {
    fc.assert(
      fc.property(fc.nat(10 * 1440), fc.integer({ min: 1, max: 2000 }), (at, minutes) => {
        const spans = worked(OPEN, at * MINUTE, minutes);
        const sum = spans.reduce((all, { from, until }) => all + until - from, 0);
        expect(Math.round(sum / MINUTE)).toBe(minutes);
        expect(Math.round(openMinutes(OPEN, spans[0]?.from ?? 0, spans.at(-1)?.until ?? 0))).toBe(minutes);
      }),
    );
  });
});

const piece = fc.record({ alone: fc.boolean(), berth: fc.boolean(), minutes: fc.integer({ min: 1, max: 900 }) });
const shop = fc.record({
  jobs: fc.array(fc.array(piece, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 12 }),
  hands: fc.integer({ min: 1, max: 3 }),
  berths: fc.integer({ min: 1, max: 3 }),
  seed: fc.nat(),
});
type Shop = typeof shop extends fc.Arbitrary<infer T> ? T : never;
const worksOf = ({ jobs, seed }: Shop) => {
  const random = seededRandom(seed);
  return jobs.map((pieces, n) =>
    work(
      `J${String(n).padStart(2, '0')}`,
      pieces.map((one) => (one.alone ? alone(one.minutes, one.berth ? ['berth'] : []) : hands(one.minutes))),
      Math.floor(random() * 60),
    ),
  );
};

describe('a bench', () => {
  it('does other work while something runs, and lets a run go through the night', () => {
    const works = [work('A', [hands(60), alone(20 * 60), hands(30)]), work('B', [hands(120)])];
    const { ready } = simulate(works, ['A', 'B'], bench());
    // B is done while A runs; A's run began at ten and ends at six the next morning.
    expect(ready.get('B')).toBe(12 * HOUR);
    expect(ready.get('A')).toBe(DAY + 9.5 * HOUR);
  });

  it('begins no run while nobody is there', () => {
    const works = [work('A', [alone(600)]), work('B', [alone(60)])];
    // The one berth is free at seven in the evening.
    expect(simulate(works, ['A', 'B'], bench()).ready.get('B')).toBe(DAY + 10 * HOUR);
  });

  it('waits for what is on its way', () => {
    const late = work('A', [hands(60)], null, { from: 2 * DAY });
    expect(simulate([late], ['A'], bench()).ready.get('A')).toBe(2 * DAY + 10 * HOUR);
  });

  it('has never more hands than there are, never two runs at a berth, and each piece after the one before', () => {
    fc.assert(
      fc.property(shop, (given) => {
        const works = worksOf(given);
        const own = bench({ people: people(given.hands), berths: berths(given.berths) });
        const order = bestOrder(works, own);
        const { placed, ready } = simulate(works, order, own);
        expect(placed).toHaveLength(works.reduce((sum, { pieces }) => sum + pieces.length, 0));
        for (const unit of ['by', 'berth'] as const) {
          const at = placed.filter((one) => one[unit] !== null);
          for (const one of at)
            for (const other of at)
              if (one !== other && one[unit] === other[unit])
                for (const span of one.spans)
                  for (const beside of other.spans)
                    expect(span.from >= beside.until || beside.from >= span.until).toBe(true);
        }
        expect(placed.every(({ kind, by }) => (kind === 'hands') === (by !== null))).toBe(true);
        for (const { tag, pieces } of works) {
          const its = placed.filter((one) => one.tag === tag).sort((one, other) => one.piece - other.piece);
          expect(its.map((one) => one.piece)).toEqual(pieces.map((_piece, n) => n));
          its.forEach((one, n) => {
            const before = its[n - 1]?.spans.at(-1)?.until ?? 0;
            expect(one.spans[0]?.from).toBeGreaterThanOrEqual(before);
            // Whatever is begun is begun while it is open.
            expect(nextOpen(OPEN, one.spans[0]?.from ?? 0)).toBe(one.spans[0]?.from);
          });
          expect(ready.get(tag)).toBe(its.at(-1)?.spans.at(-1)?.until);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('comes to the same whatever the listing', () => {
    fc.assert(
      fc.property(shop, (given) => {
        const works = worksOf(given);
        expect(bestOrder([...works].reverse(), bench())).toEqual(bestOrder(works, bench()));
      }),
      { numRuns: 30 },
    );
  });
});

describe('the order', () => {
  it('is as late in the middle as the best of all orders, within a tenth, over 200 small shops', () => {
    const { found, least } = againstTheBest(200, 2031);
    expect(least).toBeGreaterThan(1000);
    expect(found / least).toBeLessThanOrEqual(1.1);
  });

  it('puts what is promised sooner first where both cannot be', () => {
    const works = [work('A', [hands(240)], 30), work('B', [hands(240)], 4)];
    expect(bestOrder(works, bench())).toEqual(['B', 'A']);
  });
});

describe('a forecast', () => {
  const works = [work('A', [hands(60), alone(240), hands(30)], 20), work('B', [hands(90)], 3)];
  const order = bestOrder(works, bench());

  it('is a range around what usually happens, and the same each time', () => {
    const first = forecast(works, order, bench());
    expect(forecast(works, order, bench())).toEqual(first);
    for (const { low, middle, high } of first.values()) expect([low <= middle, middle <= high]).toEqual([true, true]);
    const usual = simulate(works, order, bench()).ready.get('B') ?? 0;
    expect(Math.abs((first.get('B')?.middle ?? 0) - usual)).toBeLessThan(30 * MINUTE);
  });

  it('draws durations whose tenth and ninetieth are those of their range', () => {
    const random = seededRandom(5);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const spread = { low: 40, middle: 60, high: 120 };
    const all = Array.from({ length: 4000 }, () => drawn(spread, normal())).sort((one, other) => one - other);
    expect(all[400]).toBeGreaterThan(37);
    expect(all[400]).toBeLessThan(43);
    expect(all[3600]).toBeGreaterThan(108);
    expect(all[3600]).toBeLessThan(132);
  });

  it('says what can be promised for one more, and what would be late if it is taken', () => {
    const more = work('new', [hands(300)]);
    // A whole day is taken until then: B is due at noon, and stays so.
    const { promise, slips, ready } = whatIf(works, more, bench());
    expect(promise).toBeGreaterThanOrEqual(ready.high);
    expect(nextOpen(OPEN, promise - MINUTE)).toBe(promise - MINUTE);
    expect(slips).toEqual([]);
    // What has to be done within the hour makes the other late that was to be done by half past ten.
    const tight = [work('B', [hands(90)], 1.5)];
    const urgent = work('new', [hands(60)], 1);
    expect(whatIf(tight, urgent, bench()).slips).toEqual([{ tag: 'B', by: 60 }]);
    // Without a promise of its own it comes after what is due, and makes nobody late.
    const free = whatIf(tight, { ...urgent, promisedAt: null }, bench());
    expect(free.slips).toEqual([]);
    expect(free.ready.middle).toBeGreaterThan(10.5 * HOUR);
  });

  it('offers what holds once it is promised: nine times in ten it is ready then', () => {
    fc.assert(
      fc.property(shop, fc.integer({ min: 1, max: 60 }), (given, due) => {
        const works = worksOf(given);
        const own = bench({ people: people(given.hands), berths: berths(given.berths) });
        const asked = work('new', [hands(60), alone(120), hands(10)], due);
        const { promise } = whatIf(works, asked, own);
        const taken = whatIf(works, { ...asked, promisedAt: promise }, own);
        expect(taken.ready.high).toBeLessThanOrEqual(promise);
        expect(taken.promise).toBe(promise);
      }),
      { numRuns: 60 },
    );
  });

  it('makes nobody late who is not named, whatever is open', () => {
    fc.assert(
      fc.property(shop, fc.integer({ min: 1, max: 60 }), (given, due) => {
        const works = worksOf(given);
        const own = bench({ people: people(given.hands), berths: berths(given.berths) });
        const { slips, ready, promise } = whatIf(works, work('new', [hands(60)], due), own);
        expect(slips.every(({ tag, by }) => by >= 15 && works.some((one) => one.tag === tag))).toBe(true);
        expect(ready.low <= ready.middle && ready.middle <= ready.high).toBe(true);
        expect(promise).toBeGreaterThanOrEqual(own.now);
      }),
      { numRuns: 30 },
    );
  });

  it('tells how much of each opening is taken', () => {
    const [today, next] = loads(simulate(works, order, bench()), bench());
    expect(today).toMatchObject({ planned: 180, there: 540 });
    expect(next?.planned).toBe(0);
  });
});

describe('a job that is not booked yet', () => {
  const typical = { low: 40, middle: 90, high: 200 };
  const pace = { ...USUAL_PACE, copy: typical };
  it('has hands, a copy where one is wished for, and hands again', () => {
    const copy = workOfWish([{ kind: 'new drive', least: bytesOfNominal(480) }], 0, pace);
    expect(copy.pieces.map(({ kind }) => kind)).toEqual(['hands', 'alone', 'hands']);
    expect(copy.pieces[1]).toMatchObject({ run: 'copy', needs: ['berth'] });
    expect(copy.pieces[1]?.takes).toEqual(typical);
    const fresh = workOfWish([{ kind: 'fresh installation', least: bytesOfNominal(480) }], 0, pace);
    expect(fresh.pieces.map(({ kind }) => kind)).toEqual(['hands']);
  });
});

describe('what was copied with the device running', () => {
  const planned = (over: object) => {
    const plan = { ...planBy('new drive in an enclosure'), startedFrom: 'a boot stick' as const, ...over };
    const until = factsOf(keys.slice(0, keys.indexOf('new drive identified') + 1));
    const snapshot = job({ facts: { ...until, plan } });
    const { pieces } = workOf({ tag: 'U-1', promisedAt: null, by: null, agreedAt: null, snapshot }, 0, USUAL_PACE);
    return pieces.map(({ kind, run, steps }) => (kind === 'hands' ? (steps[0]?.id ?? '') : (run ?? 'cools')));
  };

  it('cools down before it is opened; what was copied at the bench does not', () => {
    const warm = planned({});
    expect(warm.slice(warm.indexOf('copy'))).toEqual(['copy', 'end copy', 'cools', 'strip down']);
    expect(planned({ startedFrom: null })).not.toContain('cools');
  });

  it('cools at night too: nobody has to set that going', () => {
    const cools = { ...alone(15), run: null };
    const { placed } = simulate([work('A', [hands(535), cools, hands(10)])], ['A'], bench());
    expect(placed[1]?.spans).toEqual([{ from: 9 * HOUR + 535 * MINUTE, until: 9 * HOUR + 550 * MINUTE }]);
  });
});

describe('the pace of the shop', () => {
  it('is what is usual until the shop has enough work of its own', () => {
    expect(paceOf([10, 20], [120])).toEqual(USUAL_PACE);
    const { copy, hands } = paceOf(
      Array.from({ length: 11 }, (_none, n) => 10 * n),
      Array.from({ length: 41 }, (_none, n) => 100 + n),
    );
    expect(copy).toEqual({ low: 10, middle: 50, high: 90 });
    expect(hands).toEqual({ low: 1.04, middle: 1.2, high: 1.36 });
  });

  it('believes nobody who stamps all at the end, and keeps its order (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(2000), { minLength: 30, maxLength: 60 }), (taken) => {
        const { low, middle, high } = paceOf([], taken).hands;
        expect(0.5 <= low && low <= middle && middle <= high && high <= 2.5).toBe(true);
      }),
    );
  });
});
