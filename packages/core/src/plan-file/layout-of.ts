import type { SectorSize } from '../capacity';
import { planLayout, type LayoutPlan, type TargetDrive, type TargetId } from '../layout';
import type { AcceptedPlan, DeviceTraits, DriveChoice, JobFacts, JobSnapshot } from '../steps';

/** The drives that a job's copy goes to, the added one where there is one. */
export function targetsOf({ 'drive choice': fresh, 'added choice': added }: JobFacts): TargetDrive[] {
  const drive = (id: TargetId, { bytes, sectorSize }: DriveChoice): TargetDrive => {
    return { id, sectors: bytes / sectorSize, sectorSize };
  };
  return [...(fresh ? [drive('new', fresh)] : []), ...(added ? [drive('added', added)] : [])];
}

/** What the copy of a job depends on besides its drives. */
export function aroundOf({ facts, device }: Pick<JobSnapshot, 'facts'> & { device: DeviceTraits }) {
  return { uefi: device.uefi, oldStays: facts['old drive moves'] !== undefined };
}

/** The layout of an accepted plan, computed again from what was decided: it comes out the same. */
export function layoutOf(snapshot: JobSnapshot, plan: AcceptedPlan): LayoutPlan {
  return planLayout(plan.table, targetsOf(snapshot.facts), plan.intent, aroundOf(snapshot));
}

/** In what sectors the places on a drive of the plan are counted. */
export function sectorSizeOf({ facts }: JobSnapshot, { table }: AcceptedPlan, on: TargetId): SectorSize {
  return targetsOf(facts).find(({ id }) => id === on)?.sectorSize ?? table.sectorSize;
}
