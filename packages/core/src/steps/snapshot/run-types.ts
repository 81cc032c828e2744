import type { RunKind } from '../../estimate';
import type { TargetId } from '../../layout';
import type { RunWants } from '../../progress';

/** How a run can end, as it is recorded. */
export const RUN_ENDS = ['ended well', 'ended with losses', 'failed'] as const;
export type RunEnd = (typeof RUN_ENDS)[number];
export type RunOutcome = 'running' | RunEnd;

/** How device or tool was left after a run. */
export const LEFT_AS = ['shut down', 'left running'] as const;
export type LeftAs = (typeof LEFT_AS)[number];

/** Something that did not come along in a copy: what it is, where it lay, and how much of it, bytes; null where the tool does not say. */
export interface Loss {
  what: string;
  where: string;
  bytes: number | null;
}

export interface RunSummary {
  id: string;
  kind: RunKind;
  /** The partition that it is about, by id, or the modules that are tested; null for the whole drive. */
  about: string | null;
  /** The drive that a copy goes onto; null for what only concerns the old one. */
  onto: TargetId | null;
  /** Counted from 1 for each drive that is copied onto. */
  attempt: number;
  /** Null where it is about no drive. */
  sourceSerial: string | null;
  targetSerial: string | null;
  outcome: RunOutcome;
  /** Number of the berth at which its drives lie, which others may wait for; null where they lie at none. */
  berth: number | null;
  /** Whether something was seen meanwhile after which the target cannot be trusted unread. */
  alarmed: boolean;
  /** Whether its berth counted less than was planned, though it ended well: what the tool said of it is noted. */
  short: boolean;
  /** What did not come along. */
  losses: Loss[];
  /** Seconds until it is expected to end, as known now; null when nothing can be said. */
  left: { low: number; high: number } | null;
  /** Why hands are wanted at it while it runs; null while it goes by itself. */
  wants: RunWants | null;
}
