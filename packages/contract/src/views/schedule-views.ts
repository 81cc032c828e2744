/** When one more job would be ready, as moments in ISO 8601, and what else would be late if it is taken. */
export interface WhatIfView {
  /** 10th, 50th and 90th percentile. */
  early: string;
  usually: string;
  late: string;
  /** The earliest that can honestly be promised. */
  promise: string;
  /** Jobs that would be late, or later than now, minutes. */
  slips: { tag: string; customer: string; by: number }[];
  /** What it rests on. */
  open: number;
  hands: number;
  berths: number;
}
