import type { ReturnCause } from '@udrel/core/facts';
import type { CLAIM_STATES } from '../shapes/hand-over/returns';
import type { Page } from './list-views';

/** A job that came back under guarantee, with what was found out. */
export interface ReturnView extends ReturnCause {
  tag: string;
  of: string;
  device: string;
  at: string;
}

/** A claim on a supplier: for what, since when, and how it stands. */
export interface ClaimView {
  id: string;
  tag: string;
  supplier: string;
  what: string;
  serial: string;
  /** When the job that fitted it was closed; null where that is not known. */
  fittedAt: string | null;
  state: (typeof CLAIM_STATES)[number];
  note: string;
  by: string;
  at: string;
  settledAt: string | null;
}
export type ClaimPage = Page<ClaimView>;
