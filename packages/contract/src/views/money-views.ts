import type { BillKind, Party } from '@udrel/core/bill';
import type { PaymentWay } from '@udrel/core/quote';
import type { SellerSetting } from '../shapes/money/bills';
import type { Page } from './list-views';

/** A bill or credit note of an order as its sheet shows it; amounts in minor currency units. */
export interface BillView {
  id: string;
  kind: BillKind;
  number: string;
  /** Days of the shop's calendar. */
  issued: string;
  due: string;
  total: number;
  by: string;
  /** Of a credit note: the bill that it takes back, why, and whether a corrected one follows. */
  corrects: string | null;
  reason: string;
  follows: boolean;
  /** Of a bill: what was not taken back of it. */
  left: number;
  /** What keeps it from being an invoice of EN 16931, a sentence each. */
  broken: string[];
}

/** What a bill of an order begins with. */
export interface BillBegun {
  buyer: Party;
  seller: SellerSetting;
  currency: string;
  /** The shop's rate of tax, for lines that are added. */
  taxPercent: number;
  /** What keeping it has cost so far, job by job: days, and what one costs before tax; it is charged where somebody says so. */
  storage: { tag: string; days: number; each: number }[];
  /** Until when it is to be paid where nothing else is said. */
  due: string;
}

export interface BillRow {
  id: string;
  kind: BillKind;
  number: string;
  order: number;
  /** The first job of its order. */
  tag: string;
  customer: string;
  phone: string;
  issued: string;
  due: string;
  total: number;
  /** What the order still owes; 0 on a credit note and where a later bill says it. */
  open: number;
}
export type BillPage = Page<BillRow>;

export interface TillCountView {
  id: string;
  /** Counts in their order, from 1. */
  number: number;
  at: string;
  by: string;
  /** Null where it was never counted before: nobody knew what was in it. */
  expected: number | null;
  counted: number;
  takenOut: number;
  note: string;
}

/** The till: what should be in it, null until it was counted once, what went through since it was counted, and how counting came out. */
export interface TillView {
  expected: number | null;
  /** What stayed in it when it was counted last. */
  stayed: number;
  countedAt: string | null;
  since: { how: PaymentWay; taken: number; back: number; payments: number }[];
  /** The newest, of a month of days at most. */
  counts: TillCountView[];
}
