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

/** Money that came in for an order, or went back; minor currency units, back negative. */
export interface Payment {
  amount: number;
}
