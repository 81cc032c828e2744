import type { JobEvent } from '@udrel/contract/events';
import type { JobRecord } from '../jobs/job-record';
import type { Consequence, JobSnapshot } from '@udrel/core/steps';

/** A correction thought through: what the job will be, what that means besides, and how it is carried out. */
export interface Proposed {
  after: JobSnapshot;
  /** Consequences that the job's snapshot does not show, such as papers to be printed again. */
  besides: Consequence[];
  event: JobEvent;
  /** Says what of the job is another one then, besides its steps; null where it is read anew, being a device's or person's. */
  carryOut: () => Promise<Partial<JobRecord> | null>;
}

/** What a correction of what stands on the papers leads to. */
export const papers: Consequence = { about: 'record', sentence: 'Print the tag and the receipt again.' };
