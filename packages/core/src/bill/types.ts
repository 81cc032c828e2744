/** In what a line of a bill is counted. */
export const BILL_UNITS = ['piece', 'minute'] as const;
export type BillUnit = (typeof BILL_UNITS)[number];

/** A line of a bill, amounts before tax in minor currency units. */
export interface BillLine {
  /** The job that it is of; null for one of the whole order. */
  tag: string | null;
  what: string;
  count: number;
  unit: BillUnit;
  /** For a piece, or for an hour where it is counted in minutes. */
  each: number;
  /** Per cent. */
  taxPercent: number;
  /** The part of the shelf that it is, where the bill takes it from there. */
  partId?: string;
}

/** What goes off the lines, or makes them come to a sum that was agreed. */
export const REDUCTIONS = ['none', 'per cent', 'amount before tax', 'fixed price'] as const;
export type ReductionKind = (typeof REDUCTIONS)[number];

/** `value`: per cent, an amount before tax, or the price with tax; minor currency units for the last two. */
export interface Reduction {
  kind: ReductionKind;
  value: number;
  reason: string;
}

/** What a bill comes to at one rate of tax. */
export interface TaxShare {
  percent: number;
  /** Sum of its lines, then what goes off them (negative) or is added, then what is taxed. */
  lines: number;
  reduction: number;
  base: number;
  tax: number;
}

/** What lines come to; minor currency units. */
export interface BillSums {
  /** Each line with its own amount, rounded. */
  amounts: number[];
  shares: TaxShare[];
  lines: number;
  reduction: number;
  net: number;
  tax: number;
  /** Brings it to the price that was fixed or agreed, where tax by rates cannot; 0 nearly always. */
  rounding: number;
  /** With tax and rounding. */
  total: number;
}

/** Who a bill is from, or to. */
export interface Party {
  name: string;
  street: string;
  postcode: string;
  town: string;
  /** ISO 3166-1, two letters; '' where nobody said. */
  country: string;
  /** Its number for tax, with the letters of its country; '' where it has none. */
  taxId: string;
}

/** What the shop puts on its bills. */
export interface Seller extends Party {
  /** What it is known by at its register or to its authority, where it has no number for tax. */
  registration: string;
  /** Account for transfers; '' where it takes none. */
  iban: string;
  /** Why nothing is taxed, as its law wants it said; '' where tax is charged or its rate is zero. */
  exemption: string;
  /** Days until a bill is due. */
  dueDays: number;
}

export const BILL_KINDS = ['bill', 'credit note'] as const;
export type BillKind = (typeof BILL_KINDS)[number];

/** A bill as it was issued: nothing of it changes any more. */
export interface Bill {
  kind: BillKind;
  number: string;
  order: number;
  /** Days of the shop's calendar, YYYY-MM-DD. */
  issued: string;
  due: string;
  /** ISO 4217. */
  currency: string;
  seller: Seller;
  buyer: Party;
  lines: BillLine[];
  reduction: Reduction;
  sums: BillSums;
  /** What had been paid when it was issued, of its total at most. */
  prepaid: number;
  note: string;
  /** Of a credit note: the bill that it takes back, and why. */
  corrects: { number: string; issued: string; reason: string } | null;
}
