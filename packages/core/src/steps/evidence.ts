import { normaliseSerial } from '../identity';
import type { JobSnapshot, RunSummary, WishKind } from './types';

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
export function identified({ facts }: JobSnapshot): { source: boolean; target: boolean; added: boolean } {
  const { 'target holds': holds, 'overwrite confirmed': confirmed } = facts;
  const mayBeOverwritten = (drive?: { serial: string }) =>
    !drive || holds?.serial !== drive.serial || same(confirmed?.serial, drive.serial);
  const same = (scanned?: string, known?: string) =>
    scanned !== undefined && known !== undefined && sameSerial(scanned, known);
  return {
    source: same(facts['source identified']?.serial, facts['old drive']?.serial),
    target:
      same(facts['target identified']?.serial, facts['drive choice']?.serial) &&
      mayBeOverwritten(facts['drive choice']),
    added:
      (facts.plan?.addedSerial ?? null) === null ||
      same(facts['added identified']?.serial, facts['added choice']?.serial),
  };
}

/** Whether what was fitted is what is reserved now; memory is known by its slots, not by serials. */
export function fittedHolds(job: JobSnapshot): boolean {
  const { fitted, 'drive choice': choice } = job.facts;
  if (!fitted) return false;
  return !replacesDrive(job) || (choice !== undefined && sameSerial(fitted.serial, choice.serial));
}

/** The same of the drive that is added. */
export function addedHolds({ facts }: JobSnapshot): boolean {
  const { 'added fitted': fitted, 'added choice': choice } = facts;
  return fitted !== undefined && choice !== undefined && sameSerial(fitted.serial, choice.serial);
}

function sameSerial(first: string, second: string): boolean {
  return normaliseSerial(first) === normaliseSerial(second);
}

/** The latest attempt at the copy, or null. */
export function latestRun(job: JobSnapshot): RunSummary | null {
  return copies(job).reduce<RunSummary | null>(
    (latest, run) => (latest && latest.attempt > run.attempt ? latest : run),
    null,
  );
}

/**
 * Whether the reserved drive holds a copy that can be trusted: the latest attempt ended well with nothing seen against
 * it, or the drive was read back after it and is as planned. What was read back otherwise makes it untrusted again.
 */
export function copyTrusted(job: JobSnapshot): boolean {
  const run = latestRun(job);
  if (!run || run.outcome === 'running' || run.targetSerial !== job.facts['drive choice']?.serial) return false;
  const read = readBackOf(job);
  if (read?.seen) return read.asPlanned;
  return run.outcome === 'ended well' && !run.alarmed;
}

/** The reading back of the latest attempt; null where there was none. */
export function readBackOf(job: JobSnapshot): NonNullable<JobSnapshot['facts']['read back']> | null {
  const read = job.facts['read back'];
  const run = latestRun(job);
  return read && run && read.attempt === run.attempt && sameSerial(read.serial, run.targetSerial) ? read : null;
}

function copies({ runs }: JobSnapshot): RunSummary[] {
  return runs.filter(({ kind }) => kind === 'copy');
}

/** Whether every drive that the copy reads or writes has been identified. */
export function allIdentified(job: JobSnapshot): boolean {
  const { source, target, added } = identified(job);
  return source && target && added;
}
