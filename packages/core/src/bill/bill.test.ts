import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BILL_UNITS,
  billedOf,
  billNumber,
  brokenRules,
  creditOf,
  leftToCredit,
  lineAmount,
  sumsOf,
  taxCategory,
  type Bill,
  type BillLine,
  type Reduction,
} from '.';

const NONE: Reduction = { kind: 'none', value: 0, reason: '' };
const line = (each: number, over: Partial<BillLine> = {}): BillLine => ({
  tag: null,
  what: 'drive',
  count: 1,
  unit: 'piece',
  each,
  taxPercent: 20,
  ...over,
});
const off = (kind: Reduction['kind'], value: number): Reduction => ({ kind, value, reason: 'agreed' });

const SELLER: Bill['seller'] = {
  name: 'Quayside Bench',
  street: 'Quay 3',
  postcode: '10001',
  town: 'Merrow Sound',
  country: 'EE',
  taxId: 'EE100000001',
  registration: '',
  iban: '',
  exemption: '',
  dueDays: 14,
};
function bill(lines: BillLine[], over: Partial<Bill> = {}): Bill {
  return {
    kind: 'bill',
    number: '2026-0001',
    order: 1200,
    issued: '2026-11-29',
    due: '2026-12-13',
    currency: 'EUR',
    seller: SELLER,
    buyer: { name: 'Pottery', street: '', postcode: '', town: '', country: 'EE', taxId: '' },
    lines,
    reduction: NONE,
    sums: sumsOf(lines, NONE),
    prepaid: 0,
    note: '',
    corrects: null,
    ...over,
  };
}

const someLines = fc.array(
  fc.record({
    tag: fc.constant(null),
    what: fc.constantFrom('drive', 'work', 'screws'),
    count: fc.integer({ min: 1, max: 240 }),
    unit: fc.constantFrom(...BILL_UNITS),
    each: fc.integer({ min: 0, max: 200_000 }),
    taxPercent: fc.constantFrom(0, 5.5, 7, 19, 20, 25),
  }),
  { minLength: 1, maxLength: 12 },
);
const someReduction = fc.oneof(
  fc.constant(NONE),
  fc.double({ min: 0, max: 100, noNaN: true }).map((value) => off('per cent', value)),
  fc.integer({ min: 0, max: 5000 }).map((value) => off('amount before tax', value)),
  fc.integer({ min: 0, max: 500_000 }).map((value) => off('fixed price', value)),
);

describe('what a bill comes to', () => {
  it('is worked out by hand: two rates, work by the minute, small parts', () => {
    const lines = [
      line(8990),
      line(3600, { what: 'work', count: 85, unit: 'minute' }),
      line(15, { what: 'screws', count: 3 }),
      line(1250, { what: 'book', taxPercent: 9 }),
    ];
    // 85 minutes at 36.00 an hour are 51.00; at 20 %: 89.90 + 51.00 + 0.45 = 141.35, tax 28.27; at 9 %: 12.50, tax 1.125.
    expect(lines.map(lineAmount)).toEqual([8990, 5100, 45, 1250]);
    expect(sumsOf(lines, NONE)).toMatchObject({
      shares: [
        { percent: 20, lines: 14135, base: 14135, tax: 2827 },
        { percent: 9, lines: 1250, base: 1250, tax: 113 },
      ],
      net: 15385,
      tax: 2940,
      rounding: 0,
      total: 18325,
    });
  });

  it('rounds tax for the rate, not for the line', () => {
    // Three lines of 0.33 at 19 %: 0.0627 each would be 0.06 three times; together 0.99 bear 0.1881.
    const lines = [line(33, { taxPercent: 19 }), line(33, { taxPercent: 19 }), line(33, { taxPercent: 19 })];
    expect(sumsOf(lines, NONE)).toMatchObject({ net: 99, tax: 19, total: 118 });
  });

  it('takes off a share, an amount shared out over the rates, or comes to a price that was fixed', () => {
    const lines = [line(10_000), line(5000, { taxPercent: 10 })];
    expect(sumsOf(lines, off('per cent', 10))).toMatchObject({ reduction: -1500, net: 13_500, tax: 2250 });
    const amount = sumsOf(lines, off('amount before tax', 1000));
    expect(amount.shares.map(({ reduction }) => reduction)).toEqual([-667, -333]);
    expect(sumsOf(lines, off('fixed price', 15_000))).toMatchObject({ total: 15_000, rounding: 0 });
    // 9.99 with 7 % cannot be: 9.34 and 0.65 are 9.99, 9.33 and 0.65 are 9.98.
    expect(sumsOf([line(1200, { taxPercent: 7 })], off('fixed price', 999))).toMatchObject({ net: 934, total: 999 });
  });

  it('is what was agreed, where jobs were rounded one by one', () => {
    const lines = [line(13), line(13)];
    // Each job: 0.13 and 0.026, 0.16; both together bear 0.052.
    expect(sumsOf(lines, NONE, 32)).toMatchObject({ net: 26, tax: 5, rounding: 1, total: 32 });
    expect(sumsOf(lines, NONE, 40)).toMatchObject({ rounding: 0, total: 31 });
  });

  it('adds up, whatever is on it, and keeps the rules of the standard', () => {
    fc.assert(
      fc.property(someLines, someReduction, (lines, reduction) => {
        const sums = sumsOf(lines, reduction);
        expect(brokenRules(bill(lines, { reduction, sums }))).toEqual([]);
        if (reduction.kind === 'fixed price') expect(sums.total).toBe(reduction.value);
        else expect(sums.rounding).toBe(0);
        if (reduction.kind === 'fixed price' && sums.lines > 0)
          expect(Math.abs(sums.rounding)).toBeLessThanOrEqual(sums.shares.length * 2);
        if (reduction.kind === 'amount before tax' && sums.lines > 0) expect(sums.reduction).toBe(0 - reduction.value);
      }),
    );
  });
});

describe('a credit note', () => {
  it('over all of a bill is the bill, line by line', () => {
    const one = bill([line(10_000), line(3600, { count: 40, unit: 'minute' })]);
    expect(creditOf(one, [], one.sums.total, 'withdrawn')).toEqual({
      lines: one.lines,
      reduction: NONE,
      sums: one.sums,
    });
  });

  it('over a part is a line for each rate; two of them come to what was left', () => {
    const one = bill([line(10_000), line(10_000, { taxPercent: 0 })]);
    const part = creditOf(one, [], 2200, 'scratch on the lid');
    expect(part.lines.map(({ each, taxPercent }) => [each, taxPercent])).toEqual([
      [1000, 20],
      [1000, 0],
    ]);
    expect(part.sums.total).toBe(2200);
    const rest = leftToCredit(one, [part]);
    expect(rest).toBe(19_800);
    expect(creditOf(one, [part], rest, 'all of it').sums.total).toBe(19_800);
  });

  it('comes to its amount, and never takes back more than there is', () => {
    fc.assert(
      fc.property(
        someLines,
        fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { maxLength: 4 }),
        (lines, parts) => {
          const one = bill(lines);
          const earlier: Pick<Bill, 'sums'>[] = [];
          for (const part of parts) {
            const amount = Math.ceil(leftToCredit(one, earlier) * part);
            if (amount < 1) continue;
            const credit = creditOf(one, earlier, amount, 'less');
            expect(credit.sums.total).toBe(amount);
            expect(brokenRules({ ...one, ...credit })).toEqual([]);
            earlier.push(credit);
          }
          expect(leftToCredit(one, earlier)).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});

describe('an order', () => {
  const issued = (total: number) => ({ kind: 'bill' as const, total, follows: false });
  const back = (total: number, follows = false) => ({ kind: 'credit note' as const, total, follows });

  it('owes what was billed less what was credited; nothing of a bill that is to follow', () => {
    expect(billedOf([])).toBeNull();
    expect(billedOf([issued(500)])).toBe(500);
    expect(billedOf([issued(500), back(120)])).toBe(380);
    expect(billedOf([issued(500), back(500)])).toBe(0);
    expect(billedOf([issued(500), back(500, true)])).toBeNull();
    expect(billedOf([issued(500), back(500, true), issued(450)])).toBe(450);
  });

  it('has bills that are numbered within their year', () => {
    expect([billNumber(2026, 1), billNumber(2026, 12_345)]).toEqual(['2026-0001', '2026-12345']);
  });
});

describe('the rules of the standard', () => {
  it.each([
    ['BR-05', { currency: '' }],
    ['BR-07', { buyer: { ...SELLER, name: '' } }],
    ['BR-09', { seller: { ...SELLER, country: '' } }],
    ['BR-11', { buyer: { ...SELLER, country: 'Estonia' } }],
    ['BR-16', { lines: [], sums: sumsOf([], NONE) }],
    ['BR-CO-26', { seller: { ...SELLER, taxId: '' } }],
    ['BR-S-02', { seller: { ...SELLER, taxId: '', registration: '12345' } }],
    ['BR-50', { seller: { ...SELLER, iban: 'somewhere' } }],
    ['BR-55', { kind: 'credit note' as const }],
    ['BR-CO-25', { due: '' }],
    ['BR-24', { sums: { ...sumsOf([line(100)], NONE), amounts: [99] } }],
    ['BR-CO-15', { sums: { ...sumsOf([line(100)], NONE), total: 1 } }],
    ['BR-CO-17', { sums: { ...sumsOf([line(100)], NONE), shares: [] } }],
  ])('%s is seen to be broken', (rule, over) => {
    const broken = brokenRules(bill([line(100)], over)).map((one) => one.rule);
    if (rule === 'BR-CO-17') expect(broken).toContain('BR-CO-18');
    else expect(broken).toContain(rule);
  });

  it('want a reason where nothing is taxed because it is exempt', () => {
    const free = [line(100, { taxPercent: 0 })];
    const of = (over: Partial<Bill['seller']>) =>
      brokenRules(bill(free, { seller: { ...SELLER, ...over } })).map(({ rule }) => rule);
    expect(of({})).toEqual([]);
    expect(of({ taxId: '', registration: '12345' })).toEqual(['BR-Z-02']);
    expect(of({ taxId: '', registration: '12345', exemption: 'small business' })).toEqual([]);
    expect(of({ taxId: '', exemption: 'small business' })).toEqual(['BR-CO-26', 'BR-E-02']);
    expect([taxCategory(SELLER, 20), taxCategory(SELLER, 0)]).toEqual(['S', 'Z']);
    expect(taxCategory({ exemption: 'small business' }, 0)).toBe('E');
  });
});
