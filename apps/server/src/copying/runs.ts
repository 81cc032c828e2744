import { randomUUID } from 'node:crypto';
import type { BeginRun, EndRun, JobView, RunView, TellLosses } from '@udrel/contract/types';
import { decimal } from '@udrel/core/capacity';
import { durationDoubt, PASSES } from '@udrel/core/estimate';
import { targetKey } from '@udrel/core/facts';
import { sameName, targetName } from '@udrel/core/layout';
import { linkCeiling } from '@udrel/core/links';
import { pieceName, samePiece } from '@udrel/core/pieces';
import { beginProgress, judgeRun, type JudgedRun } from '@udrel/core/progress';
import type { StepId } from '@udrel/core/stations';
import { latestRun, targetTrusted, untoldLosses } from '@udrel/core/steps';
import { changeJob, requireStep } from '../jobs/change-job';
import { keepFact } from '../facts/record-fact';
import { withFacts, withRuns } from '../jobs/job-after';
import type { JobRecord } from '../jobs/job-record';
import { fieldWrong, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { freeBerth } from './berths';
import { Run } from './entities';
import { endReads } from './reads-requests';
import { memoryTest, planned } from './wanted-runs';

/** Begins a run: the copy only after both drives were identified by serial, or one that prepares it. */
export function beginRun(context: CommandContext, tag: string, given: BeginRun): Promise<JobView> {
  const { kind = 'copy', changed = '', passes = PASSES.usual, through = [] } = given;
  const onto = kind === 'copy' ? (given.onto ?? 'new') : null;
  return changeJob(context, tag, given.version, async (job) => {
    requireStep(job, STEP_OF[kind]);
    if (job.runs.some((run) => run.outcome === 'running')) {
      throw new Refusal(409, 'run-under-way', 'Something of this job is running already.');
    }
    // At a berth, what is written to the old drive is an alarm: decrypting and checking may write to it.
    if (given.berth !== null && onto === null) throw fieldWrong('berth', 'Only a copy is watched at a berth.');
    const twice = through.find((piece, at) => through.findIndex((one) => samePiece(one, piece)) !== at);
    if (twice) throw fieldWrong('through', `“${twice.name}” stands there twice.`);
    if (onto && targetTrusted(job.snapshot, onto)) {
      const sentence = `The ${targetName(onto)} holds a copy that is trusted. Take back its end to copy once more.`;
      throw new Refusal(409, 'copy-trusted', sentence);
    }
    const wanted =
      kind === 'memory test'
        ? await memoryTest(context.manager, job, passes)
        : planned(job, { kind, about: given.about ?? null, onto });
    const { about } = wanted;
    const before = job.runs.findLast((one) => one.kind === kind && one.about === about && one.onto === onto);
    if (before?.outcome === 'failed' && changed === '') {
      throw fieldWrong('changed', 'Note what was changed since the attempt that failed.');
    }
    const berthId = given.berth === null ? null : (await freeBerth(context, given.berth, job.tag)).id;
    if (berthId !== null) await endReads(context.manager, job.id);
    const alike = job.runs.filter((run) => run.kind === kind && run.onto === onto);
    const attempt = Math.max(0, ...alike.map((run) => run.attempt)) + 1;
    await context.manager.insert(Run, {
      id: randomUUID(),
      jobId: job.id,
      kind,
      onto,
      ...wanted,
      plannedBytes: wanted.estimate.bytes,
      attempt,
      berthId,
      outcome: 'running',
      note: '',
      changed,
      leftAs: null,
      through,
      judged: null,
      alarms: [],
      losses: [],
      took: null,
      learn: true,
      beganAt: context.now,
      endedAt: null,
      progress: beginProgress(),
    });
    const began = {
      kind,
      about,
      onto,
      attempt,
      changed,
      berth: given.berth,
      target: wanted.targetSerial,
      ...(wanted.passes === null ? {} : { passes: wanted.passes }),
      ...(through.length > 0 ? { through: through.map(pieceName) } : {}),
    };
    return { events: [{ kind: 'run began', data: began }], after: await withRuns(context, job) };
  });
}

/** The step at which each kind of run is begun. */
const STEP_OF: Readonly<Record<NonNullable<BeginRun['kind']>, StepId>> = {
  copy: 'begin copy',
  decrypt: 'prepare',
  check: 'prepare',
  'memory test': 'test memory',
};

/** Records how the running attempt ended. A watched one has not ended well before its counters say so. */
export function endRun(context: CommandContext, tag: string, given: EndRun): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    const run = job.runs.find((one) => one.outcome === 'running');
    if (!run) throw new Refusal(409, 'no-run', 'Nothing of this job is running.');
    if (given.outcome === 'failed' && given.note === '') throw fieldWrong('note', 'Note what went wrong.');
    // Tools pass over page and hibernation files: less than planned may be all of it. The tool says so, or it is not.
    if (
      given.outcome === 'ended well' &&
      run.berth !== null &&
      run.progress.done < run.plannedBytes &&
      given.note === ''
    ) {
      const seen = `${decimal(run.progress.done)} of ${decimal(run.plannedBytes)}`;
      throw fieldWrong('note', `The berth counted only ${seen}: note what the tool said. The drive is then read back.`);
    }
    const losses = given.outcome === 'ended with losses' ? (given.losses ?? []) : [];
    if (given.outcome === 'ended with losses' && losses.length === 0) {
      throw fieldWrong('losses', 'Name what was lost: at least one thing.');
    }
    if (given.outcome === 'ended with losses' && run.kind !== 'copy') {
      throw fieldWrong('outcome', 'Only a copy can end with losses.');
    }
    const { took, learn } = durationOf(job, run, given, context.now);
    await context.manager.update(
      Run,
      { id: run.id },
      {
        outcome: given.outcome,
        note: given.note,
        leftAs: given.leftAs ?? null,
        endedAt: context.now,
        losses,
        took,
        learn,
        judged: await judged(context, run, given, took),
      },
    );
    const { kind, onto, attempt } = run;
    const lost = losses.length > 0 ? { losses: losses.map(({ what }) => what) } : {};
    const ended = { kind, onto, attempt, outcome: given.outcome, note: given.note, ...lost };
    return { events: [{ kind: 'run ended', data: ended }], after: await withRuns(context, job) };
  });
}

/**
 * How long a run took, and whether estimates may learn from it. A berth counts by itself; what is timed by hand is
 * asked about where it cannot be, or is far off: it may have been over long before somebody came to end it.
 */
function durationOf(
  job: JobRecord,
  run: RunView,
  { outcome, minutes }: EndRun,
  now: Date,
): { took: number | null; learn: boolean } {
  if (outcome === 'failed') return { took: null, learn: false };
  if (run.berth !== null) return { took: null, learn: outcome === 'ended well' && run.alarms.length === 0 };
  if (minutes === null) return { took: null, learn: false };
  const { 'old drive': old, [targetKey(run.onto ?? 'new', 'choice')]: choice } = job.snapshot.facts;
  const links = [old?.link, run.onto ? choice?.link : undefined].filter((link) => link !== undefined);
  // A check reads structures only, and of what is encrypted nobody knows how much is: only a copy moves all its bytes.
  const ceiling = run.kind === 'copy' && links.length > 0 ? Math.min(...links.map(linkCeiling)) : null;
  const seconds = minutes === undefined ? (now.getTime() - Date.parse(run.beganAt)) / 1000 : minutes * 60;
  const doubt = durationDoubt({ ...run.estimate, bytes: run.plannedBytes }, seconds, ceiling);
  if (doubt === 'impossible') {
    const most = ceiling === null ? '' : `, more than the ${Math.round(ceiling)} MB/s that its link carries`;
    throw fieldWrong(
      'minutes',
      `${decimal(run.plannedBytes)} in ${Math.round(seconds)} s cannot be${most}. Type how many minutes it took, or say that nobody knows.`,
    );
  }
  if (doubt === 'unlikely' && minutes === undefined) {
    const expected = `${Math.round(run.estimate.low / 60)} to ${Math.round(run.estimate.high / 60)} min`;
    throw fieldWrong(
      'minutes',
      `It ran for ${Math.round(seconds / 60)} min by the clock; expected were ${expected}. Type how many minutes it took, or say that nobody knows.`,
    );
  }
  return {
    took: minutes === undefined ? null : Math.round(seconds),
    learn: doubt === null && outcome === 'ended well',
  };
}

/** What a copy that has ended says of what it went through; of other runs nothing is judged. */
async function judged(
  { manager, now }: CommandContext,
  run: RunView,
  { outcome, minutes }: EndRun,
  took: number | null,
): Promise<JudgedRun | null> {
  if (run.kind !== 'copy') return null;
  const { progress, estimate } = await manager.findOneByOrFail(Run, { id: run.id });
  const clock = (now.getTime() - Date.parse(run.beganAt)) / 1000;
  return judgeRun({
    progress,
    planned: run.plannedBytes,
    expected: run.plannedBytes / 1e6 / Math.max(1, estimate.middle),
    watched: run.berth !== null,
    whole: outcome === 'ended well',
    seconds: minutes === null ? null : (took ?? clock),
    failing: estimate.health === 'failing',
  });
}

/** What a copy lost is acknowledged, each by its name as it was typed: the customer was told. */
export function tellLosses(context: CommandContext, tag: string, given: TellLosses): Promise<JobView> {
  const { onto = 'new', names } = given;
  return changeJob(context, tag, given.version, async (job) => {
    requireStep(job, 'tell losses');
    const run = latestRun(job.snapshot, onto);
    const open = untoldLosses(job.snapshot, onto);
    const stray = names.find((name) => !run?.losses.some(({ what }) => sameName(name, what)));
    if (!run || open.length === 0) throw new Refusal(409, 'nothing-lost', 'Nothing is to be acknowledged.');
    if (stray !== undefined)
      throw fieldWrong('names', `“${stray}” is none of what was lost: type it as it stands there.`);
    const { targetSerial: serial, attempt } = run;
    const before = job.snapshot.facts['losses told']?.told ?? [];
    const own = before.find((one) => one.serial === serial && one.attempt === attempt);
    const told = [
      ...before.filter((one) => one !== own),
      { serial, attempt, names: [...new Set([...(own?.names ?? []), ...names])] },
    ];
    const { fact } = await keepFact(context, job, 'losses told', { told }, 'typed');
    return {
      events: [{ kind: 'losses told', data: { onto, attempt, names } }],
      after: withFacts(job, [fact], context.now),
    };
  });
}
