import { describe, expect, it } from 'vitest';
import type { BillBegun, QuoteView } from '@udrel/contract/types';
import { anotherLine, billOf, draftOf, fieldOf, partLine, sumsTyped, type BillDraft } from './bill-draft';

const now: QuoteView['now'] = {
  jobs: [
    {
      tag: 'U-1',
      device: 'Tern 15',
      lines: [
        { kind: 'part', what: 'Palewood C1', count: 1, each: 6000, amount: 6000 },
        { kind: 'work', what: 'Work', count: 50, each: 3600, amount: 3000 },
      ],
      net: 9000,
      total: 10_800,
    },
  ],
  ...{ net: 9000, taxPercent: 20, tax: 1800, total: 10_800 },
};
const buyer = { name: 'Pottery', street: '', postcode: '', town: '', country: 'IE', taxId: '' };
const begun: BillBegun = {
  storage: [],
  ...{ buyer, currency: 'EUR', taxPercent: 20, due: '2026-12-13' },
  seller: { ...buyer, registration: '', iban: '', exemption: '', dueDays: 14, keepYears: 10 },
};
const draft = (over: Partial<BillDraft> = {}): BillDraft => ({ ...draftOf({ now }, begun), ...over });

describe('a bill as it is typed', () => {
  it('begins with what the order costs, and comes to the same', () => {
    const read = billOf(draft(), 10_800);
    expect(read).toMatchObject({ ok: true, body: { total: 10_800, due: '2026-12-13', buyer: { name: 'Pottery' } } });
    expect(draft().lines.map(({ count, unit, each }) => [count, unit, each])).toEqual([
      ['1', 'piece', '60.00'],
      ['50', 'minute', '36.00'],
    ]);
  });

  it('names the part of a line that goes off the shelf, and of no other', () => {
    const part = { id: '0b9d1c1e-0000-4000-8000-000000000000', maker: 'Thimble', name: 'screw', price: 20 };
    const read = billOf(draft({ lines: [...draft().lines, partLine(part, 20)] }), null);
    expect(read.ok && read.body.lines.map(({ what, each, partId }) => [what, each, partId]).slice(1)).toEqual([
      ['Work', 3600, undefined],
      ['Thimble screw', 20, part.id],
    ]);
  });

  it('says at its field what cannot be read, all of it at once', () => {
    const lines = [...draft().lines, { ...anotherLine(20), count: '1.5' }];
    const read = billOf(draft({ lines, off: 'per cent', value: 'ten' }), null);
    expect(read.ok ? [] : read.problems.map(({ field }) => field)).toEqual([
      'lines.2.what',
      'lines.2.count',
      'lines.2.each',
      'reduction.value',
      'reduction.reason',
    ]);
    expect(['lines.2.taxPercent', 'reduction.kind', 'reduction.value', 'buyer.town'].map(fieldOf)).toEqual([
      'lines.2.tax',
      'off',
      'value',
      'buyer.town',
    ]);
  });

  it('shows what it comes to before it says what for, and nothing while a figure cannot be read', () => {
    const off = draft({ off: 'fixed price', value: '100.00' });
    expect(sumsTyped(off, null)?.total).toBe(10_000);
    expect(billOf(off, null).ok).toBe(false);
    expect(sumsTyped(draft({ off: 'fixed price', value: '' }), null)).toBeNull();
    const free = draft().lines.map((line) => ({ ...line, each: '0' }));
    expect(sumsTyped(draft({ lines: free }), null)?.total).toBe(0);
  });
});
