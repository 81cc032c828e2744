import { targetFacts, type AcceptedDrive, type AcceptedPlan, type JobFacts } from '../facts';
import { TARGET_IDS, type PlannedPartition, type PlannedVolume, type TargetDrive, type TargetId } from '../layout';
import { oldStaysAt, type JobSnapshot } from '../steps';

/** The drives that a job's copy may go to, as far as they are chosen. */
export function targetsOf(facts: JobFacts): TargetDrive[] {
  return TARGET_IDS.flatMap((id) => {
    const { choice } = targetFacts(facts, id);
    return choice ? [{ id, sectors: choice.bytes / choice.sectorSize, sectorSize: choice.sectorSize }] : [];
  });
}

/** What the copy of a job depends on besides its drives. */
export function aroundOf(job: Pick<JobSnapshot, 'facts' | 'device' | 'wishes'>) {
  const grade = job.facts.health?.grade;
  const mayWrite = grade === undefined || grade === 'unknown' ? null : grade === 'good';
  const staying = job.facts['other drives']?.drives ?? [];
  return {
    uefi: job.device.uefi,
    oldStays: oldStaysAt(job) !== null,
    mayWrite,
    ...(staying.length > 0 ? { staying } : {}),
  };
}

/** What an accepted plan makes of each partition, as it was accepted. */
export function layoutOf(plan: AcceptedPlan): { partitions: PlannedPartition[]; made: PlannedVolume[] } {
  const placed = new Map(plan.partitions.map((one) => [one.id, one]));
  const changes = new Map(plan.changes.map((one) => [one.id, one]));
  return {
    partitions: plan.table.partitions.flatMap((source) => {
      const known = changes.get(source.id);
      if (!known) return [];
      const { id, ...change } = known;
      // Plans that were accepted before anything could go count on what was used.
      const { used = source.used } = change;
      return [{ source, ...change, used, target: placed.get(id) ?? null }];
    }),
    made: plan.made.map((volume) => ({ volume, target: placed.get(volume.id) ?? null })),
  };
}

/** A drive of an accepted plan; null for one that nothing goes onto. */
export function driveOf(plan: AcceptedPlan, on: TargetId): AcceptedDrive | null {
  return plan.drives.find(({ id }) => id === on) ?? null;
}
