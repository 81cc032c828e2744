import type { JobEvent } from '@udrel/contract/events';
import type { Consequence, JobSnapshot } from '@udrel/core/steps';

/** A correction thought through: what the job will be, what that means besides, and how it is carried out. */
export interface Proposed {
  after: JobSnapshot;
  /** Consequences that the job's snapshot does not show, such as papers to be printed again. */
  besides: Consequence[];
  event: JobEvent;
  carryOut: () => Promise<void>;
}

/** What a correction of what stands on the papers leads to. */
export const papers: Consequence = { about: 'record', sentence: 'Print the tag and the receipt again.' };
