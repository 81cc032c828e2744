import { perSnapshot } from '../snapshot/per-snapshot';
import type { TargetId } from '../../layout';
import { copyTargets, sameSerial, targetIdentified } from './targets';
import type { JobSnapshot, WishKind } from '../snapshot/types';

type Wanted = Pick<JobSnapshot, 'wishes'>;

/** Whether the job has a wish of that kind. */
export function wants(job: Wanted, kind: WishKind): boolean {
  return job.wishes.some((wish) => wish.kind === kind);
}

/** The wishes for which what is on the old drive is copied. */
const COPIED: readonly WishKind[] = ['new drive', 'new drive beside'];

/** The wishes for which a new drive takes over from the old one: a device has one of them at most. */
export const TAKES_OVER: readonly WishKind[] = [...COPIED, 'fresh installation'];

/** Whether what is on the old drive is copied onto a new one. */
export function copies({ wishes }: Wanted): boolean {
  return wishes.some(({ kind }) => COPIED.includes(kind));
}

/** Whether a new drive takes over from the old one. */
export function replacesDrive({ wishes }: Wanted): boolean {
  return wishes.some(({ kind }) => TAKES_OVER.includes(kind));
}

/** The site at which the old drive goes on for data in the device; null where it comes out, or nothing takes over from it. */
export function oldStaysAt({ wishes, facts }: Wanted & Pick<JobSnapshot, 'facts'>): string | null {
  if (!replacesDrive({ wishes })) return null;
  const beside = wishes.some(({ kind }) => kind === 'new drive beside');
  return facts['old drive moves']?.siteId ?? (beside ? (facts['old drive']?.siteId ?? '') : null);
}

/** Whether the old drive was attached again after the device had started without it, and the device starts from the new one. */
export function refittedHolds({ facts }: JobSnapshot): boolean {
  const refitted = facts['old drive refitted'];
  return refitted?.startsFromNew === true && sameSerial(refitted.serial, facts['old drive']?.serial);
}

/** Whether any drive goes in. */
export function fitsDrive(job: JobSnapshot): boolean {
  return replacesDrive(job) || wants(job, 'added drive');
}

/** Whether the accepted plan was made for the drives and the table as they are known now. */
export const planHolds = perSnapshot(({ facts }): boolean => {
  const { plan } = facts;
  return (
    plan !== undefined &&
    plan.sourceSerial === facts['old drive']?.serial &&
    plan.targetSerial === facts['drive choice']?.serial &&
    (plan.addedSerial === null || plan.addedSerial === facts['added choice']?.serial) &&
    JSON.stringify(plan.table) === JSON.stringify(facts['partition table'])
  );
});

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
