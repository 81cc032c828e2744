import { sumsOf } from './sums';
import type { Bill, BillLine, BillSums, Reduction } from './types';

const NONE: Reduction = { kind: 'none', value: 0, reason: '' };

/** What of a bill was not taken back by credit notes, with tax; minor currency units. */
export function leftToCredit(bill: Pick<Bill, 'sums'>, earlier: readonly Pick<Bill, 'sums'>[]): number {
  return bill.sums.total - earlier.reduce((sum, { sums }) => sum + sums.total, 0);
}

/**
 * What a credit note over an amount with tax says: the bill itself where it takes back all of one that nothing was taken
 * back of, else a line for each rate of tax, in proportion to what is left of it.
 *
 * @param amount with tax, from 1 to what is left to credit
 */
export function creditOf(
  bill: Pick<Bill, 'lines' | 'reduction' | 'sums'>,
  earlier: readonly Pick<Bill, 'sums'>[],
  amount: number,
  what: string,
): { lines: BillLine[]; reduction: Reduction; sums: BillSums } {
  if (earlier.length === 0 && amount === bill.sums.total) {
    const { lines, reduction, sums } = bill;
    return { lines, reduction, sums };
  }
  const left = bill.sums.shares.map(({ percent, base, tax }) => {
    const back = earlier.flatMap(({ sums }) => sums.shares.filter((share) => share.percent === percent));
    return { percent, gross: Math.max(0, base + tax - back.reduce((sum, one) => sum + one.base + one.tax, 0)) };
  });
  const whole = left.reduce((sum, { gross }) => sum + gross, 0);
  const lines = left
    .filter(({ gross }) => gross > 0 || whole === 0)
    .map(({ percent, gross }): BillLine => {
      const share = whole === 0 ? amount / left.length : (amount * gross) / whole;
      return {
        tag: null,
        what,
        count: 1,
        unit: 'piece',
        each: Math.round((share * 100) / (100 + percent)),
        taxPercent: percent,
      };
    });
  return { lines, reduction: NONE, sums: sumsOf(lines, NONE, amount) };
}
