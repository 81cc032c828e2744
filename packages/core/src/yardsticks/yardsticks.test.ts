import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MeasurementSet } from '../benchmarks';
import { complete, job, run } from '../steps/samples.test-data';
import { counted, measureOf } from '.';

const HOUR = 3_600_000;
const set = (startUps: number[]): { set: MeasurementSet; whyNot: string } => ({
  whyNot: '',
  set: {
    ...{ sequentialRead: null, sequentialWrite: null, randomRead: null, randomWrite: null, startUps },
    ...{ method: '', attached: 'inside' },
  },
});
const closed = (over: Partial<Parameters<typeof measureOf>[0]> = {}) =>
  measureOf({
    ...{
      snapshot: job({
        facts: { ...complete, before: set([50, 60]), after: set([10, 12]) },
        runs: [run('failed'), run('ended well')],
      }),
      trials: [{ started: false }],
      cost: 4000,
      stamps: [],
      ran: [],
    },
    ...{ bookedAt: 0, readyAt: 30 * HOUR, promisedAt: 28 * HOUR },
    ...over,
  });

describe('a job that is measured', () => {
  it('has hours until it could be fetched, how late that was, its attempts and whether it started first', () => {
    expect(closed()).toMatchObject({
      ...{
        kind: 'new drive',
        turnaround: 30,
        late: 2,
        startedFirst: false,
        attempts: 2,
        failed: 1,
        speedUp: 50,
        returned: true,
      },
    });
    expect(closed({ promisedAt: null, trials: [] })).toMatchObject({ late: null, startedFirst: null });
    expect(closed({ promisedAt: 40 * HOUR }).late).toBe(-10);
  });

  it('has what it cost, of which work is a part', () => {
    const { revenue, work } = closed();
    expect(work).toBeGreaterThanOrEqual(0);
    expect(revenue).toBeGreaterThan(work);
  });

  it('counts hours no further than anybody tells apart', () => {
    expect(closed({ readyAt: 1e6 * HOUR }).turnaround).toBe(2200);
  });
});

describe('what was counted', () => {
  it('has the percentiles of all of it', () => {
    expect(counted([])).toEqual({ count: 0, low: null, middle: null, high: null });
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 1, maxLength: 80 }), (values) => {
        const times = new Map<number, number>();
        for (const value of values) times.set(value, (times.get(value) ?? 0) + 1);
        const sorted = [...values].sort((one, other) => one - other);
        const at = (share: number) => sorted[Math.max(1, Math.ceil(share * sorted.length)) - 1];
        expect(counted([...times])).toEqual({ count: values.length, low: at(0.25), middle: at(0.5), high: at(0.75) });
      }),
    );
  });
});
