import type { Erasure } from '@udrel/core/erasure';
import type { PlainState } from '@udrel/core/plain';
import type { CustomerDetails } from '../shapes/money/customers';
import type { Page } from './list-views';

export interface CustomerRow {
  id: string;
  name: string;
  phone: string;
  email: string;
  openJobs: number;
  jobs: number;
  since: string;
}
export type CustomerPage = Page<CustomerRow>;

/** An open job as it is told to its customer. */
export interface CallerJob extends PlainState {
  tag: string;
  device: string;
  promisedAt: string | null;
  /** Minutes of work that are left of it. */
  readyIn: number;
}

/** An order with open jobs; amounts in minor currency units, tax included. */
export interface CallerOrder {
  number: number;
  jobs: CallerJob[];
  /** What it costs: what was billed, else its quote; `open`: parts are still to be chosen, so that it will be more. */
  total: number;
  billed: boolean;
  open: boolean;
  paid: number;
  due: number;
  over: number;
}

/** What is said on the phone, and everything that a customer has and had here. */
export interface CustomerCard extends CustomerDetails {
  id: string;
  since: string;
  orders: CallerOrder[];
  /** Jobs that are closed, the newest first; `closed` counts all of them. */
  closed: number;
  earlier: { tag: string; order: number; device: string; closedAt: string; end: string | null }[];
  /** Orders without an open job that owe something by their bills, or of which no bill says what: then `due` is null. */
  owed: { order: number; tag: string; by: 'billed' | 'a corrected bill follows' | 'not billed'; due: number | null }[];
  devices: { serial: string; model: string; jobs: number; tag: string }[];
  /** What of theirs lies here. */
  here: { what: string; tag: string; place: string }[];
  /** What was said, the newest first. */
  said: { id: string; text: string; by: string; at: string; tag: string | null }[];
}

/** What erasing a customer comes to. */
export interface ErasureView extends Erasure {
  name: string;
}

/** What became of customers of a file: those of whom a number was known were not added. */
export interface BroughtIn {
  added: number;
  known: { given: string; id: string; name: string }[];
}
