import type { JobView } from '@udrel/contract/types';
import type { CommandContext } from '../platform/command-context';
import { changeJob } from './change-job';

/** Adds a remark to the history of a job, whatever happened to it meanwhile. */
export function addNote(context: CommandContext, tag: string, text: string): Promise<JobView> {
  return changeJob(context, tag, null, (job) =>
    Promise.resolve({ events: [{ kind: 'note', data: { text } }], after: job }),
  );
}
