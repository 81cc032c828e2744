import { normaliseSerial } from '../../identity';
import type { RunKind } from '../../estimate';
import { PREPARING_RUNS, targetFacts, targetKey, type ReadBackFact } from '../../facts';
import { sameName, type TargetId } from '../../layout';
import type { JobSnapshot, Loss, RunSummary } from '../snapshot/types';
import { copyTargets } from './on-route';

/** The latest attempt at the copy onto that drive; null where there was none. */
export function latestRun({ runs }: Pick<JobSnapshot, 'runs'>, on: TargetId): RunSummary | null {
  return runs
    .filter(({ kind, onto }) => kind === 'copy' && onto === on)
    .reduce<RunSummary | null>((latest, run) => (latest && latest.attempt > run.attempt ? latest : run), null);
}

/** The attempt at the copy that began last, onto whichever drive; null where there was none. */
export function lastCopy({ runs }: Pick<JobSnapshot, 'runs'>): RunSummary | null {
  return runs.findLast(({ kind }) => kind === 'copy') ?? null;
}

/** Whether it prepares the copy: decrypting, a check. */
export function prepares({ kind }: Pick<RunSummary, 'kind'>): boolean {
  return (PREPARING_RUNS as readonly RunKind[]).includes(kind);
}

/** What prepares the copy and runs at the moment; null where nothing does. */
export function preparingRun({ runs }: Pick<JobSnapshot, 'runs'>): RunSummary | null {
  return runs.find((run) => prepares(run) && run.outcome === 'running') ?? null;
}

/** Whether a drive that the copy goes onto was identified, and what it is known to hold may be overwritten. */
export function targetIdentified({ facts }: JobSnapshot, on: TargetId): boolean {
  const { choice, identified, holds, confirmed } = targetFacts(facts, on);
  const serial = choice?.serial;
  const mayBeOverwritten = holds?.serial !== serial || sameSerial(confirmed?.serial, serial);
  return sameSerial(identified?.serial, serial) && mayBeOverwritten;
}

/**
 * Whether that drive holds a copy that can be trusted: the latest attempt ended with nothing seen against it, what it
 * lost acknowledged, or the drive was read back after it and is as planned. What was read back otherwise makes it
 * untrusted again.
 */
export function targetTrusted(job: JobSnapshot, on: TargetId): boolean {
  const run = latestRun(job, on);
  if (!run || run.outcome === 'running') return false;
  if (run.targetSerial !== job.facts[targetKey(on, 'choice')]?.serial) return false;
  const read = readBackOf(job, on);
  if (read?.seen && !read.asPlanned) return false;
  if (untoldLosses(job, on).length > 0) return false;
  const ended = run.outcome !== 'failed' && !run.alarmed;
  // What did not end as it should is trusted only where its contents were held against the old drive.
  return read?.seen ? ended || read.proven === true : ended && !run.short;
}

/** What the latest copy onto that drive lost and nobody has acknowledged yet, by name. */
export function untoldLosses(job: JobSnapshot, on: TargetId): string[] {
  const run = latestRun(job, on);
  if (run?.outcome !== 'ended with losses') return [];
  const told = job.facts['losses told']?.told.find(
    ({ serial, attempt }) => attempt === run.attempt && sameSerial(serial, run.targetSerial),
  );
  return run.losses.map(({ what }) => what).filter((what) => !told?.names.some((name) => sameName(name, what)));
}

/** What was lost in the copies that count, drive by drive. */
export function lossesOf(job: JobSnapshot): Loss[] {
  return copyTargets(job).flatMap((on) => latestRun(job, on)?.losses ?? []);
}

/** Whether every drive that the copy goes onto can be trusted. */
export function copyTrusted(job: JobSnapshot): boolean {
  return copyTargets(job).every((on) => targetTrusted(job, on));
}

/**
 * The drives that a copy may begin onto, since they cannot be trusted: first those that were not tried yet, for an attempt
 * that went wrong may still be read back.
 */
export function waitingTargets(job: JobSnapshot): TargetId[] {
  const waiting = copyTargets(job).filter((on) => !targetTrusted(job, on));
  const tried = (on: TargetId) => latestRun(job, on) !== null;
  return [...waiting.filter((on) => !tried(on)), ...waiting.filter(tried)];
}

/** The reading back of that drive after the latest attempt; null where there was none. */
export function readBackOf(job: JobSnapshot, on: TargetId): ReadBackFact | null {
  const read = job.facts[targetKey(on, 'read back')];
  const run = latestRun(job, on);
  return read && run && read.attempt === run.attempt && sameSerial(read.serial, run.targetSerial) ? read : null;
}

/** Whether both are known and the same, however they were typed. */
export function sameSerial(first: string | null | undefined, second: string | null | undefined): boolean {
  return first != null && second != null && normaliseSerial(first) === normaliseSerial(second);
}
