import { enterFact, type Acting } from '@udrel/server/services';
import type { JobView } from '@udrel/contract/types';
import type { FactKey } from '@udrel/core/steps';

/** Something that is done to a job; answers the job as it is then. */
export type Act = (acting: Acting, view: JobView) => Promise<JobView>;

/** Records a fact of the job. */
export const fact =
  (key: FactKey, value: unknown): Act =>
  (acting, view) =>
    enterFact(acting, view.tag, key, { version: view.version, value: value ?? null });
