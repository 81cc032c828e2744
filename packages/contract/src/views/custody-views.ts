import type { BelongingStay, Round } from '@udrel/core/custody';
import type { Page } from './list-views';

/** Something that lies here for a customer, or did. */
export interface StayView {
  id: string;
  tag: string;
  number: number;
  /** Printed on it: tag and number. */
  label: string;
  name: string;
  /** Of a drive; empty of anything else. */
  serial: string;
  place: string;
  /** Why it lies here after its job. */
  stay: BelongingStay | null;
  /** The last day on which it is kept, YYYY-MM-DD. */
  until: string | null;
  /** Whether the customer agreed in writing that nothing can be read from it afterwards. */
  consent: boolean;
  missingSince: string | null;
  /** Whether its job is open. */
  open: boolean;
  gone: 'returned' | 'recycled' | null;
  goneAt: string | null;
  customerId: string;
  customer: string;
  phone: string;
}
export type StayPage = Page<StayView>;

export interface RoundView {
  number: number;
  by: string;
  at: string;
  endedAt: string | null;
  /** What it shows so far, or showed when it was ended. */
  shows: Round;
  /** Places at which somebody was. */
  places: string[];
  /** What was scanned, the newest first: at most a hundred. */
  scans: { number: number; thing: string; place: string; by: string; told: string; fits: boolean }[];
}

/** The round under way, and the last one that was ended. */
export interface RoundsView {
  now: RoundView | null;
  last: RoundView | null;
  /** Where the one who scanned last stands now. */
  place: string;
}

/** What is to be seen to of what stays with us. */
export interface StaysToSee {
  due: number;
  missing: number;
  first: { label: string; name: string; customer: string; until: string | null; missing: boolean }[];
}
