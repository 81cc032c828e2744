import type { TargetId } from '../layout';
import { copyTargets, sameSerial, targetIdentified } from './targets';
import type { JobSnapshot, WishKind } from './types';

/** Whether the job has a wish of that kind. */
export function wants(job: JobSnapshot, kind: WishKind): boolean {
  return job.wishes.some((wish) => wish.kind === kind);
}

/** Whether a drive takes the place of the old one. */
export function replacesDrive(job: JobSnapshot): boolean {
  return wants(job, 'new drive') || wants(job, 'fresh installation');
}

/** Whether any drive goes in. */
export function fitsDrive(job: JobSnapshot): boolean {
  return replacesDrive(job) || wants(job, 'added drive');
}

/** Whether the accepted plan was made for the drives and the table as they are known now. */
export function planHolds({ facts }: JobSnapshot): boolean {
  const { plan } = facts;
  return (
    plan !== undefined &&
    plan.sourceSerial === facts['old drive']?.serial &&
    plan.targetSerial === facts['drive choice']?.serial &&
    (plan.addedSerial === null || plan.addedSerial === facts['added choice']?.serial) &&
    JSON.stringify(plan.table) === JSON.stringify(facts['partition table'])
  );
}

/** Which drives of the copy have been identified by the serial that the job knows now; an added one only where data goes there. */
export function identified(job: JobSnapshot): { source: boolean } & Record<TargetId, boolean> {
  const { 'source identified': source, 'old drive': old } = job.facts;
  return {
    source: sameSerial(source?.serial, old?.serial),
    new: targetIdentified(job, 'new'),
    added: !copyTargets(job).includes('added') || targetIdentified(job, 'added'),
  };
}

/** Whether what was fitted is what is reserved now; memory is known by its slots, not by serials. */
export function fittedHolds(job: JobSnapshot): boolean {
  const { fitted, 'drive choice': choice } = job.facts;
  if (!fitted) return false;
  return !replacesDrive(job) || sameSerial(fitted.serial, choice?.serial);
}

/** The same of the drive that is added. */
export function addedHolds({ facts }: JobSnapshot): boolean {
  const { 'added fitted': fitted, 'added choice': choice } = facts;
  return fitted !== undefined && sameSerial(fitted.serial, choice?.serial);
}

/** Whether every drive that the copy reads or writes has been identified. */
export function allIdentified(job: JobSnapshot): boolean {
  return Object.values(identified(job)).every(Boolean);
}
