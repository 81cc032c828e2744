import type { EntryKey } from '@udrel/core/facts';
import { enterFact, type CommandContext, type PhotoStore } from '@udrel/server/services';
import type { JobView } from '@udrel/contract/types';
import type { DemoJob } from '../data/demo-job';

/** What a demo job needs to know of the shop. */
export interface Stage {
  context: CommandContext;
  now: number;
  /** Where its photographs are kept. */
  photos: PhotoStore;
  customerId: (name: DemoJob['customer']) => string;
  modelId: (code: string) => string;
  partId: (partNumber: string) => string;
}

/** Something that is done to a job; answers the job as it is then. */
export type Act = (context: CommandContext, view: JobView) => Promise<JobView>;

/** Records a fact of the job. */
export const fact =
  (key: EntryKey, value: unknown): Act =>
  (context, view) =>
    enterFact(context, view.tag, key, { version: view.version, value: value ?? null });
