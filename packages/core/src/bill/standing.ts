import type { BillKind } from './types';

/** A bill or credit note of an order, as far as what the order owes goes. */
export interface Issued {
  kind: BillKind;
  /** With tax, minor currency units, above 0 for both kinds. */
  total: number;
  /** Of a credit note: whether a corrected bill follows. */
  follows: boolean;
}

/**
 * What an order comes to by its bills and credit notes, oldest first; null where it is not billed: nothing was issued, or
 * a corrected bill is still to follow.
 */
export function billedOf(issued: readonly Issued[]): number | null {
  const last = issued.at(-1);
  if (!last || (last.kind === 'credit note' && last.follows)) return null;
  return issued.reduce((sum, { kind, total }) => sum + (kind === 'bill' ? total : -total), 0);
}

/** The number of a bill: without gaps within a year. */
export function billNumber(year: number, count: number): string {
  return `${year}-${String(count).padStart(4, '0')}`;
}
