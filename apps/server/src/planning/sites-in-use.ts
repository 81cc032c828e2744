import type { InUse } from '@udrel/core/fit';
import type { TargetId } from '@udrel/core/layout';
import { occupant } from '@udrel/core/steps';
import type { JobRecord } from '../jobs/job-record';

/** The other sites of the device at which something stays, which a site must not switch off. */
export function sitesInUse(
  { snapshot, model }: Pick<JobRecord, 'snapshot' | 'model'>,
  siteId: string,
  on: TargetId | 'old',
): InUse[] {
  return model.sites.flatMap(({ id, name, disables }) => {
    const what = id === siteId ? null : occupant(snapshot, id, on);
    return what ? [{ id, name, what, ...(disables ? { disables } : {}) }] : [];
  });
}
