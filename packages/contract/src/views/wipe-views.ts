import type { RunEstimate } from '@udrel/core/estimate';
import type { DriveClass } from '@udrel/core/fit';
import type { HiddenAreas, WipeCondition, WipeSeen, WipeVerdict, WipeWayName } from '@udrel/core/wiping';
import type { StayView } from './custody-views';
import type { RunView } from './views';

/** One attempt at a wipe. */
export interface WipeAttemptView {
  id: string;
  way: WipeWayName;
  tool: string;
  hidden: HiddenAreas;
  reallocated: number | null;
  by: string;
  run: RunView;
  /** What the samples showed; null where none were read yet. */
  read: {
    seen: WipeSeen;
    at: string;
    berth: number;
    simulated: boolean;
    verdict: WipeVerdict;
    sentence: string;
  } | null;
  /** The berth that is asked to read it now. */
  asked: number | null;
  /** Why the last reading went wrong, or why nobody reads it. */
  trouble: string;
  notRead: string;
}

/** An old drive that is to be wiped: what has to hold before, and what was done. */
export interface WipeView {
  stay: StayView;
  drive: { maker: string; name: string; class: DriveClass; bytes: number } | null;
  conditions: WipeCondition[];
  survivors: { name: string; serial: string }[];
  /** The ways that such a drive can know. */
  ways: WipeWayName[];
  /** How long writing all of it over takes. */
  estimate: RunEstimate | null;
  attempts: WipeAttemptView[];
  /** The certificate as it was issued. */
  certificate: { paperId: string; at: string } | null;
}
