import type { SeenTarget } from '../../../facts';
import { TAKES_OVER, type SourceTable } from '../../../layout';
import { limit, type Reason } from '../../../reason';
import { idsOf, willItStart, type StartPrediction } from '../../../starting';
import type { JobSnapshot } from '../../snapshot/types';
import { readBackOf } from '../targets';

/**
 * What the first start with the new drive will come to, from what was read of it at its berth and of the device when it came;
 * null where nobody looked. The old drive is out at that start.
 */
export function firstStartOf(job: JobSnapshot): StartPrediction | null {
  const seen = readBackOf(job, TAKES_OVER)?.seen;
  if (!seen?.start) return null;
  const { facts, device } = job;
  const read = facts['device read'];
  const told = willItStart(seen.start, {
    // A firmware that knows no UEFI starts by code alone; one that does may start either way.
    mode: read?.startMode ?? (device.uefi === false ? 'legacy' : null),
    secureBoot: read?.secureBoot ?? null,
    entries: read?.boot ?? null,
    beside: [{ name: 'old drive', ids: idsOf(facts['partition table']), attached: false }],
  });
  return { ...told, reasons: [...told.reasons, ...recoveryMoved(facts['partition table'], seen)] };
}

/** A recovery environment is known to its system by its partition and the place of it: elsewhere it is not found. */
function recoveryMoved(before: SourceTable | undefined, { table }: SeenTarget): Reason[] {
  const was = before?.partitions.find(({ kind }) => kind === 'recovery');
  const is = table.partitions.find(({ kind }) => kind === 'recovery');
  if (!was || !is) return [];
  const same = was.startSector === is.startSector && was.entry?.uniqueId === is.entry?.uniqueId;
  const sentence = 'The recovery partition lies elsewhere than before, or has another identifier.';
  return same ? [] : [limit('Recovery', sentence, 'once it runs, switch the recovery environment off and on again')];
}
