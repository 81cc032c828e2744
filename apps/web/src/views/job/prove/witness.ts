import type { JobView } from '@udrel/contract/types';
import type { DeviceState } from '@udrel/core/inventory';
import { functionChecks } from '@udrel/core/steps';
import { witnessOf, type Witness } from '@udrel/core/witness';

/** What is checked of a job's device before hand-over, by name. */
export function checksOf(job: JobView): string[] {
  const { wishes, facts } = job.snapshot;
  return functionChecks(wishes, job.device.model.functions, [facts['new drive choice'], facts['added drive choice']]);
}

/** What a device says of itself, held against its job. */
export function witnessHere(job: JobView, now: DeviceState): Witness {
  return witnessOf(job.snapshot, now, job.snapshot.facts['device read'] ?? null, checksOf(job));
}
