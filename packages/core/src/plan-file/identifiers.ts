import type { AcceptedPlan } from '../facts';
import type { SourcePartition, TargetId } from '../layout';
import type { JobSnapshot } from '../steps';
import { stableGuid } from '../tables';
import { aroundOf } from './layout-of';

/** What a drive of the plan and its partitions are known by. */
export interface Identifiers {
  /** Whether they are those of the old drive: start entries and mount tables then hold on. */
  kept: boolean;
  /** GUID of the drive, or the signature of an MBR. */
  disk: string;
  partition: (source: SourcePartition) => string;
  /** One of its own for what is made anew, the same each time it is asked for. */
  anew: (id: string) => string;
}

/**
 * Identifiers stay those of the old drive where that leaves the device: everything still points right. Where it stays,
 * both would be attached under the same ones, so the new drive gets its own and the start files are repaired.
 * @source trade practice; UEFI specification 5.2.1 and 5.3.2
 */
export function identifiersOf(snapshot: JobSnapshot, plan: AcceptedPlan, on: TargetId): Identifiers {
  const scheme = plan.targets.find(({ id }) => id === on)?.scheme ?? plan.table.scheme;
  const alike = scheme === plan.table.scheme;
  const kept = alike && !aroundOf(snapshot).oldStays;
  const serial = on === 'new' ? plan.targetSerial : (plan.addedSerial ?? '');
  const anew = (id: string) => stableGuid(`${serial} ${id}`);
  const own = scheme === 'gpt' ? anew('disk') : anew('disk').slice(0, 8);
  return {
    kept,
    anew,
    disk: kept && on === 'new' && plan.table.diskId ? plan.table.diskId : own,
    partition: ({ id, entry }) => (kept && entry?.uniqueId ? entry.uniqueId : anew(id)),
  };
}
