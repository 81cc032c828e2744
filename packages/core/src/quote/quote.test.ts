import type { DriveChoice } from '../facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal } from '../capacity';
import { agreedPrice, jobTotal, priceHolds, priceLines, type JobSnapshot } from '../steps';
import { complete, job } from '../steps/samples.test-data';
import { changedSince, duesOf, quoteOf } from '.';

const rates = { hourly: 3600, taxPercent: 20 };
const drive = (price: number, adapters: { name: string; price: number }[] = []): DriveChoice => ({
  ...complete['new drive choice'],
  maker: 'Palewood',
  name: 'C1',
  bytes: bytesOfNominal(480),
  price,
  adapters,
});
const driveJob = (over: Partial<JobSnapshot> = {}) =>
  job({ rates, facts: { 'new drive choice': drive(6000) }, ...over });
const quoted = (snapshot: JobSnapshot, tag = 'U-1') => quoteOf([{ tag, device: 'Tern 15', snapshot }], rates);

describe('a quote', () => {
  it('has the parts, the adapters each on a line, and the work of the steps', () => {
    const facts = { 'new drive choice': drive(6500, [{ name: 'bracket', price: 500 }]) };
    const lines = priceLines(driveJob({ facts }));
    expect(lines.map(({ kind, what, amount }) => [kind, what, amount])).toEqual([
      ['part', 'Palewood C1 480 GB', 6000],
      ['part', 'bracket', 500],
      ['work', 'Work', expect.any(Number)],
    ]);
    const work = lines[2];
    expect(work?.amount).toBe(Math.round(((work?.count ?? 0) * 3600) / 60));
  });

  it('charges nothing for the customer’s own part, nor for a job that ended without work', () => {
    const own = { ...drive(0), partId: null };
    expect(priceLines(driveJob({ facts: { 'new drive choice': own } }))[0]).toMatchObject({
      what: 'Palewood C1 480 GB, their own',
      amount: 0,
    });
    expect(priceLines(driveJob({ end: { kind: 'declined' } }))).toEqual([]);
  });

  it('costs the same while its parts are on order and once they have come', () => {
    const quoted = [{ what: 'Palewood C1 480 GB', count: 1, each: 6000 }];
    const part = {
      id: 'o',
      partId: 'p',
      name: 'C1',
      count: 1,
      serialised: true,
      supplier: 'S',
      expected: '',
      dueAt: 0,
    };
    const waiting = driveJob({ facts: {}, ordered: [{ ...part, quoted }] });
    expect(priceLines(waiting)).toEqual(priceLines(driveJob()));
  });

  it('says what changed since a version, job by job', () => {
    const before = quoted(driveJob());
    const dearer = quoted(driveJob({ facts: { 'new drive choice': drive(7000) } }));
    expect(changedSince(before, dearer)).toEqual(['Palewood C1 480 GB: 70.00 instead of 60.00.']);
    expect(changedSince(before, quoteOf([], { ...rates, taxPercent: 21 }))).toEqual([
      'Palewood C1 480 GB is not in it any more, 60.00 less.',
      expect.stringContaining('Work is not in it any more'),
      'Tax is 21 % instead of 20 %.',
    ]);
  });

  it('adds up: lines to jobs, jobs to the order, and a version has not changed since itself', () => {
    const price = fc.nat(1_000_000);
    fc.assert(
      fc.property(fc.array(price, { maxLength: 5 }), fc.nat(20_000), fc.nat(30), (prices, hourly, taxPercent) => {
        const all = prices.map((each, n) => ({
          tag: `U-${n}`,
          device: '',
          snapshot: driveJob({ facts: { 'new drive choice': drive(each) }, rates: { hourly, taxPercent } }),
        }));
        const quote = quoteOf(all, { hourly, taxPercent });
        expect(quote.net + quote.tax).toBe(quote.total);
        expect(quote.total).toBe(all.reduce((sum, one) => sum + jobTotal(one.snapshot), 0));
        expect(changedSince(quote, quote)).toEqual([]);
        const { paid, due } = duesOf(quote.total, [{ amount: 700 }, { amount: -200 }]);
        expect([paid, due]).toEqual([500, Math.max(0, quote.total - 500)]);
      }),
    );
  });
});

describe('what the customer agreed to', () => {
  const accepted = { version: 2, total: 30_000, how: 'by phone' as const, note: '' };

  it('is the highest of quote, limit and what was said at booking', () => {
    expect(agreedPrice(driveJob())).toBeNull();
    const facts = { 'go-ahead limit': { amount: 100 }, 'quote accepted': accepted };
    expect(agreedPrice(driveJob({ facts, told: 200 }))).toEqual({ amount: 30_000, how: 'quote 2, by phone' });
    expect(agreedPrice(driveJob({ told: 200 }))?.how).toBe('the price said at booking');
  });

  it('holds for what costs as much and not for a minor unit more', () => {
    fc.assert(
      fc.property(fc.nat(1_000_000), fc.integer({ min: -3, max: 3 }), (price, more) => {
        const snapshot = driveJob({ facts: { 'new drive choice': drive(price) } });
        const told = Math.max(0, jobTotal(snapshot) + more);
        expect(priceHolds({ ...snapshot, told })).toBe(more >= 0);
      }),
    );
  });
});
