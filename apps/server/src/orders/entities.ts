import type { Bill, BillKind } from '@udrel/core/bill';
import type { QuoteAcceptance } from '@udrel/core/facts';
import type { PaymentWay, Quote } from '@udrel/core/quote';
import { EntitySchema } from 'typeorm';
import { flag, integer, json, key, reference, text, time } from '../platform/database/columns';

export interface QuoteRow {
  id: string;
  orderId: string;
  version: number;
  /** Frozen: what was put to the customer, whatever parts and rates are later. */
  quote: Quote;
  by: string;
  at: Date;
  acceptedAt: Date | null;
  acceptedHow: QuoteAcceptance | null;
  acceptedBy: string | null;
  /** When the customer said no to it, on their page. */
  declinedAt: Date | null;
  note: string;
}

/** A version of the quote of an order. */
export const QuoteVersion = new EntitySchema<QuoteRow>({
  name: 'quote_version',
  columns: {
    id: key(),
    orderId: reference('shop_order'),
    version: integer(),
    quote: json(),
    by: reference('staff'),
    at: time(),
    acceptedAt: time({ nullable: true }),
    acceptedHow: text({ nullable: true }),
    acceptedBy: reference('staff', { nullable: true }),
    declinedAt: time({ nullable: true }),
    note: text({ default: '' }),
  },
  indices: [{ name: 'quote_order', columns: ['orderId', 'version'], unique: true }],
});

export interface PaymentRow {
  id: string;
  orderId: string;
  /** Minor currency units. */
  amount: number;
  how: PaymentWay;
  /** The payment that this one puts right or gives back, and why; money that goes back is negative. */
  corrects: string | null;
  reason: string;
  /** The count of the till that it went into; null until the next one. */
  countedIn: string | null;
  by: string;
  at: Date;
}

/** Money taken for an order, a deposit to begin with. */
export const PaymentEntity = new EntitySchema<PaymentRow>({
  name: 'payment',
  columns: {
    id: key(),
    orderId: reference('shop_order'),
    amount: integer(),
    how: text(),
    corrects: reference('payment', { nullable: true }),
    reason: text({ default: '' }),
    countedIn: reference('till_count', { nullable: true }),
    by: reference('staff'),
    at: time(),
  },
  indices: [
    { name: 'payment_uncounted', columns: ['how'], where: 'counted_in is null' },
    { name: 'payment_order', columns: ['orderId'] },
    { name: 'payment_at', columns: ['at'] },
  ],
});

export interface BillRecord {
  id: string;
  orderId: string;
  kind: BillKind;
  number: string;
  /** Days of the shop's calendar, YYYY-MM-DD. */
  issuedOn: string;
  dueOn: string;
  /** With tax, minor currency units. */
  total: number;
  /** Of a credit note: the bill that it takes back, and whether a corrected one follows. */
  corrects: string | null;
  follows: boolean;
  /** Frozen: as it was issued. */
  bill: Bill;
  by: string;
  at: Date;
}

/** A bill of an order, or a credit note to one. */
export const BillEntity = new EntitySchema<BillRecord>({
  name: 'bill',
  columns: {
    id: key(),
    orderId: reference('shop_order'),
    kind: text(),
    number: text({ unique: true }),
    issuedOn: text(),
    dueOn: text(),
    total: integer(),
    corrects: reference('bill', { nullable: true }),
    follows: flag(),
    bill: json(),
    by: reference('staff'),
    at: time(),
  },
  checks: [{ name: 'bill_credits', expression: "(kind = 'credit note') = (corrects is not null)" }],
  indices: [
    { name: 'bill_order', columns: ['orderId', 'at'] },
    { name: 'bill_listed', columns: ['at', 'number'] },
    { name: 'bill_due', columns: ['dueOn', 'number'] },
    { name: 'bill_issued', columns: ['issuedOn'] },
  ],
});

/** How many bills of a year were issued: the next one is one more, and none is left out. */
export const BillCount = new EntitySchema<{ year: number; last: number }>({
  name: 'bill_count',
  columns: { year: integer({ primary: true }), last: integer() },
});

export interface OrderRow {
  id: string;
  number: number;
  customerId: string;
  createdAt: Date;
}

/** What one customer brought in one visit. */
export const ShopOrder = new EntitySchema<OrderRow>({
  name: 'shop_order',
  columns: {
    id: key(),
    number: integer({ unique: true }),
    customerId: reference('customer'),
    createdAt: time(),
  },
  indices: [{ name: 'order_customer', columns: ['customerId'] }],
});
