import type { QuoteAcceptance } from '@udrel/core/facts';
import type { PaymentWay, Quote } from '@udrel/core/quote';
import { EntitySchema } from 'typeorm';
import { integer, json, key, reference, text, time } from '../platform/database/columns';

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
    by: reference('staff'),
    at: time(),
  },
  indices: [{ name: 'payment_order', columns: ['orderId'] }],
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
