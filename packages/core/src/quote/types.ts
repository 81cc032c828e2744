import type { PriceLine } from '../steps';

/** What one job of an order costs. */
export interface QuotedJob {
  tag: string;
  device: string;
  lines: PriceLine[];
  net: number;
  /** Tax included. */
  total: number;
}

/** What a whole order costs, minor currency units. */
export interface Quote {
  jobs: QuotedJob[];
  net: number;
  taxPercent: number;
  tax: number;
  total: number;
}

/** How money changes hands. */
export const PAYMENT_WAYS = ['cash', 'card', 'transfer'] as const;
export type PaymentWay = (typeof PAYMENT_WAYS)[number];

/** Money that came in for an order, or went back; minor currency units, back negative. */
export interface Payment {
  amount: number;
}
