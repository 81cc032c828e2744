import type { EntryKey } from '@udrel/core/facts';
import { enterFact, type CommandContext } from '@udrel/server/services';
import type { JobView } from '@udrel/contract/types';

/** Something that is done to a job; answers the job as it is then. */
export type Act = (context: CommandContext, view: JobView) => Promise<JobView>;

/** Records a fact of the job. */
export const fact =
  (key: EntryKey, value: unknown): Act =>
  (context, view) =>
    enterFact(context, view.tag, key, { version: view.version, value: value ?? null });
