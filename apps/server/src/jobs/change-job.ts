import { changedRows } from '../platform/database/database';
import type { StepId } from '@udrel/core/stations';
import type { JobEvent } from '@udrel/contract/events';
import type { JobView } from '@udrel/contract/types';
import { nextStep, procedureOf, waitsForCustomer, type Step } from '@udrel/core/steps';
import { insertRows } from '../platform/database/insert';
import { meanwhile } from '../platform/meanwhile';
import { joined } from '../platform/words';
import { gateClosed, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { lockJobs, type LockedJob } from './lock-jobs';
import type { JobRecord } from './job-record';
import { rememberSteps } from './stored-steps';
import { newestHistory, readJob, shownOf, viewJob, viewRecord } from './view-job';

/** What was done to a job, and the job as it is then: so it is not read again. */
export interface Changed {
  events: JobEvent[];
  after: JobRecord;
}

/**
 * Changes a job under its row lock: refuses a stale version with the job as it stands now, lets `change` do its
 * work, writes the events in the same transaction and returns the job anew: as the change says that it is then, else as
 * it is read. `version` is null for what may be added whatever happened meanwhile, such as a note.
 */
export async function changeJob(
  context: CommandContext,
  tag: string,
  version: number | null,
  change: (job: JobRecord) => Promise<JobEvent[] | Changed>,
): Promise<JobView> {
  const { manager, now } = context;
  const [locked] = await lockJobs(manager, { tag });
  if (!locked) throw notFound(`The job ${tag}`);
  if (version !== null && version !== locked.version) {
    throw new Refusal(409, 'changed-meanwhile', 'Somebody changed this job meanwhile. Look at it as it stands now.', {
      current: await viewJob(manager, tag, now),
    });
  }
  const job = await readJob(manager, tag, now);
  if (job.closedAt) throw new Refusal(409, 'job-closed', 'This job is closed.');
  const changed = await change(job);
  const { events, after } = 'events' in changed ? changed : { events: changed, after: null };
  return viewAfter(context, job, events, after ?? (events.length === 0 ? job : null));
}

/**
 * Notes what happened to a job in its history, closed or not, where nothing changed that its steps are computed from:
 * its next step stays. The job is locked already.
 */
export async function noteAtJob(context: CommandContext, job: LockedJob, happened: JobEvent[]): Promise<void> {
  await appendEvents(context, job, happened);
  requireOne(
    job,
    await changedRows(context.manager, 'update job set version = $3 where id = $1 and version = $2', [
      job.id,
      job.version,
      job.version + happened.length,
    ]),
  );
}

/**
 * Appends events and keeps what lists show of the job: version, station and next step, of the job as it is known to be
 * then, else as it is read. Does nothing where nothing happened.
 */
export async function writeEvents(
  context: CommandContext,
  job: LockedJob,
  happened: JobEvent[],
  known?: JobRecord,
): Promise<void> {
  if (happened.length === 0) return;
  await appendEvents(context, job, happened);
  const after = known ?? (await readJob(context.manager, job.tag, context.now));
  await noteStanding(context, job, happened, standingOf(after, context.now));
}

/**
 * The same, and the job as it is then: as it is known to be, else as it is read. What the database is not needed for is
 * done while it is at work.
 */
export async function viewAfter(
  context: CommandContext,
  job: LockedJob,
  happened: JobEvent[],
  known: JobRecord | null = null,
): Promise<JobView> {
  const { manager, now } = context;
  if (happened.length === 0) return viewRecord(manager, known ?? (await readJob(manager, job.tag, now)), now);
  const version = job.version + happened.length;
  const noted = appendEvents(context, job, happened);
  if (known) {
    rememberSteps(job.tag, known);
    const [, standing] = await meanwhile(noted, () => standingOf(known, now));
    const { readySince } = standing;
    const [, shown] = await meanwhile(noteStanding(context, job, happened, standing), () =>
      shownOf({ ...known, version, readySince }, now),
    );
    return joined(shown, { history: await newestHistory(manager, job.id) });
  }
  await noted;
  const after = await readJob(manager, job.tag, now);
  const [history, standing] = await meanwhile(newestHistory(manager, job.id), () => standingOf(after, now));
  const { readySince } = standing;
  const [, shown] = await meanwhile(noteStanding(context, job, happened, standing), () =>
    shownOf({ ...after, version, readySince }, now),
  );
  return joined(shown, { history });
}

function appendEvents(
  { manager, actor, now }: CommandContext,
  job: Pick<JobRecord, 'id' | 'version'>,
  happened: readonly JobEvent[],
): Promise<void> {
  return insertRows(
    manager,
    'event',
    happened.map(({ kind, data, fact, corrects }, index) => ({
      jobId: job.id,
      seq: job.version + index + 1,
      kind,
      fact: fact ?? null,
      corrects: corrects ?? [],
      data,
      by: actor.id,
      at: now,
    })),
  );
}

async function noteStanding(
  { manager }: CommandContext,
  job: LockedJob,
  happened: readonly JobEvent[],
  { next, readySince }: Standing,
): Promise<void> {
  const written = await changedRows(
    manager,
    'update job set version = $3, station = $4, next = $5, ready_since = $6 where id = $1 and version = $2',
    [job.id, job.version, job.version + happened.length, next?.station ?? 'closed', next?.title ?? '', readySince],
  );
  requireOne(job, written);
}

function requireOne({ tag }: Pick<LockedJob, 'tag'>, written: number): void {
  if (written !== 1) throw new Error(`job ${tag} changed under its own lock`);
}

/** How far a job has come, as lists and messages know it. */
interface Standing {
  next: Step | null;
  readySince: Date | null;
}

/** Its next step, and since when it waits for nothing but its customer: it is ready until something else is waited for again. */
function standingOf({ snapshot, readySince }: JobRecord, now: Date): Standing {
  const procedure = procedureOf(snapshot);
  return {
    next: nextStep(procedure),
    readySince: waitsForCustomer(procedure) ? (readySince ?? now) : null,
  };
}

/** Refuses unless the step may be recorded now; the sentences say what is missing. */
export function requireStep(job: JobRecord, id: StepId): void {
  const step = procedureOf(job.snapshot).steps.find((one) => one.id === id);
  if (!step) throw new Refusal(409, 'step-absent', 'This job has no such step.');
  if (step.state === 'waiting') throw gateClosed(step.waitsFor);
}

/** Refuses while a copy is running: nothing that it rests on may change under it. */
export function requireNoRun(job: JobRecord): void {
  if (job.runs.some((run) => run.outcome === 'running')) {
    throw new Refusal(409, 'run-under-way', 'A copy is running. Record how it ended first.');
  }
}
