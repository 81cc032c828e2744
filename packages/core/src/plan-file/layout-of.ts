import type { AcceptedPlan, DriveChoice, JobFacts } from '../facts';
import type { SectorSize } from '../capacity';
import { planLayout, type LayoutPlan, type TargetDrive, type TargetId, type TargetPartition } from '../layout';
import { oldStaysAt, type JobSnapshot } from '../steps';

/** The drives that a job's copy goes to, the added one where there is one. */
export function targetsOf({ 'drive choice': fresh, 'added choice': added }: JobFacts): TargetDrive[] {
  const drive = (id: TargetId, { bytes, sectorSize }: DriveChoice): TargetDrive => {
    return { id, sectors: bytes / sectorSize, sectorSize };
  };
  return [...(fresh ? [drive('new', fresh)] : []), ...(added ? [drive('added', added)] : [])];
}

/** What the copy of a job depends on besides its drives. */
export function aroundOf(job: Pick<JobSnapshot, 'facts' | 'device' | 'wishes'>) {
  const grade = job.facts.health?.grade;
  const mayWrite = grade === undefined || grade === 'unknown' ? null : grade === 'good';
  return { uefi: job.device.uefi, oldStays: oldStaysAt(job) !== null, mayWrite };
}

/** The layout of an accepted plan: what was decided, with every place as it was accepted. */
export function layoutOf(snapshot: JobSnapshot, plan: AcceptedPlan): LayoutPlan {
  const layout = planLayout(plan.table, targetsOf(snapshot.facts), plan.intent, aroundOf(snapshot));
  const accepted = new Map(plan.partitions.map((one) => [one.id, one]));
  const placed = <T extends { target: TargetPartition | null }>(list: readonly T[], idOf: (one: T) => string) =>
    list.map((one): T => ({ ...one, target: accepted.get(idOf(one)) ?? null }));
  return {
    ...layout,
    targets: plan.targets.length > 0 ? plan.targets : layout.targets,
    partitions: placed(layout.partitions, ({ source }) => source.id),
    added: placed(layout.added, ({ volume }) => volume.id),
  };
}

/** In what sectors the places on a drive of the plan are counted. */
export function sectorSizeOf({ facts }: JobSnapshot, { table }: AcceptedPlan, on: TargetId): SectorSize {
  return targetsOf(facts).find(({ id }) => id === on)?.sectorSize ?? table.sectorSize;
}
