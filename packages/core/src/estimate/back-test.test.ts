import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { backTest } from './back-test.test-data';
import { calibrate, scoreOf, type FinishedRun, type Score } from './index';

const share = ({ held, of }: Score) => held / of;

describe('the 80 % range', () => {
  // Other shops than those by which its figures were chosen.
  const { before, prior, groups, left } = backTest(35, 60, 424_243);

  it('holds in 75 to 85 of a hundred runs of a back-test, learning or not', () => {
    expect(before.of).toBeGreaterThanOrEqual(2000);
    for (const score of [before, prior]) {
      expect(share(score)).toBeGreaterThanOrEqual(0.75);
      expect(share(score)).toBeLessThanOrEqual(0.85);
    }
    expect(before.width).toBeLessThan(2.5);
  });

  it('errs about as often one way as the other, and holds for every class and health', () => {
    expect(Math.abs(before.below - before.above) / before.of).toBeLessThan(0.05);
    for (const [name, score] of groups.filter(([, one]) => one.of >= 200))
      if (!name.includes('fallback') && !name.includes('small files')) expect(share(score), name).toBeGreaterThan(0.68);
  });

  it('holds for the time left at 10, 50 and 90 % of a run', () => {
    for (const [at, score] of left) {
      expect(score.of, String(at)).toBeGreaterThanOrEqual(2000);
      expect(share(score), String(at)).toBeGreaterThanOrEqual(0.75);
      expect(share(score), String(at)).toBeLessThanOrEqual(0.85);
    }
  });
});

describe('learning from the shop\u2019s own runs', () => {
  const prior = { low: 800, middle: 1000, high: 1300 };
  const run = (over: Partial<FinishedRun>): FinishedRun => ({
    kind: 'copy',
    source: 'SATA SSD',
    health: 'good',
    route: 'second site',
    prior: 1000,
    took: 1500,
    ...over,
  });
  const like = { source: 'SATA SSD', health: 'good', route: 'second site' } as const;
  const middle = (runs: FinishedRun[]) => calibrate(prior, 'copy', like, runs).middle;
  const many = (over: Partial<FinishedRun>) => Array.from({ length: 10 }, () => run(over));

  it('listens most to runs of the same class, health and route', () => {
    const same = middle(many({}));
    for (const other of [{ source: 'eMMC' as const }, { health: 'failing' as const }, { route: 'both at the bench' }]) {
      expect(middle(many(other))).toBeLessThan(same);
      expect(middle(many(other))).toBeGreaterThan(prior.middle);
    }
    const { health: _health, route: _route, ...before } = run({});
    expect(middle(Array.from({ length: 10 }, () => before))).toBe(same);
  });

  it('is not led astray by one that was left over night', () => {
    const usual = many({ took: 1000 });
    const [without, with_] = [usual, [...usual, run({ took: 40_000 })]].map((runs) =>
      calibrate(prior, 'copy', like, runs),
    );
    expect((with_?.middle ?? 0) / (without?.middle ?? 1)).toBeLessThan(1.05);
    expect((with_?.high ?? 0) / (without?.high ?? 1)).toBeLessThan(1.2);
  });

  it('never gives a range of no width, and keeps its order', () => {
    const exact = many({ took: 1000 }).flatMap((one) => Array.from({ length: 40 }, () => one));
    const { low, high } = calibrate({ low: 1000, middle: 1000, high: 1000 }, 'copy', like, exact);
    expect(low).toBeLessThan(high);
    const times = fc.array(fc.integer({ min: 1, max: 100_000 }), { maxLength: 30 });
    fc.assert(
      fc.property(times, fc.integer({ min: 2, max: 1e6 }), (all, at) => {
        const range = { low: at * 0.8, middle: at, high: at * 1.5 };
        const told = calibrate(
          range,
          'copy',
          like,
          all.map((took) => run({ took })),
        );
        expect(told.low).toBeLessThan(told.middle);
        expect(told.middle).toBeLessThan(told.high);
      }),
    );
  });

  it('is scored by what came', () => {
    const told = [
      { low: 10, high: 20, took: 15 },
      { low: 10, high: 30, took: 9 },
      { low: 10, high: 20, took: 21 },
    ];
    expect(scoreOf(told)).toEqual({ of: 3, held: 1, below: 1, above: 1, width: 2 });
    expect(scoreOf([])).toEqual({ of: 0, held: 0, below: 0, above: 0, width: null });
  });
});
