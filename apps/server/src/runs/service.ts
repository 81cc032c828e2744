import { randomUUID } from 'node:crypto';
import type { BeginRun, EndRun, JobView } from '@udrel/contract/types';
import { decimal } from '@udrel/core/capacity';
import { beginProgress } from '@udrel/core/progress';
import { TARGET_FACTS, TARGET_NAMES, targetTrusted } from '@udrel/core/steps';
import { changeJob, requireStep } from '../jobs/change';
import { fieldWrong, Refusal } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { freeBerth } from './berths';
import { Run } from './entities';

/** Begins a run: the copy only after both drives were identified by serial, or one that prepares it. */
export function beginRun(acting: Acting, tag: string, given: BeginRun): Promise<JobView> {
  const { kind = 'copy', about = null, changed = '' } = given;
  const onto = kind === 'copy' ? (given.onto ?? 'new') : null;
  return changeJob(acting, tag, given.version, async (job) => {
    requireStep(job, kind === 'copy' ? 'begin copy' : 'prepare');
    if (job.runs.some((run) => run.outcome === 'running')) {
      throw new Refusal(409, 'run-under-way', 'Something of this job is running already.');
    }
    // At a berth, what is written to the old drive is an alarm: decrypting and checking may write to it.
    if (given.berth !== null && onto === null) throw fieldWrong('berth', 'Only a copy is watched at a berth.');
    if (onto && targetTrusted(job.snapshot, onto)) {
      const sentence = `The ${TARGET_NAMES[onto]} holds a copy that is trusted. Take back its end to copy once more.`;
      throw new Refusal(409, 'copy-trusted', sentence);
    }
    const { plan, 'old drive': source } = job.snapshot.facts;
    const target = job.snapshot.facts[TARGET_FACTS[onto ?? 'new'].choice];
    const isSame = (one: { kind: string; about: string | null; onto: string | null }) =>
      one.kind === kind && one.about === about && one.onto === onto;
    const planned = plan?.work.find((one) => isSame({ ...one, kind: one.estimate.kind }));
    if (!plan || !source || !target || !planned)
      throw new Refusal(409, 'gate-closed', 'The accepted plan has no such run.');
    const before = job.runs.findLast(isSame);
    if (before?.outcome === 'failed' && changed === '') {
      throw fieldWrong('changed', 'Note what was changed since the attempt that failed.');
    }
    const berthId = given.berth === null ? null : (await freeBerth(acting, given.berth)).id;
    const alike = job.runs.filter((run) => run.kind === kind && run.onto === onto);
    const attempt = Math.max(0, ...alike.map((run) => run.attempt)) + 1;
    await acting.manager.insert(Run, {
      id: randomUUID(),
      jobId: job.id,
      kind,
      about,
      onto,
      sourceClass: source.class,
      attempt,
      berthId,
      sourceSerial: plan.sourceSerial,
      targetSerial: target.serial,
      sourceBytes: source.bytes,
      targetBytes: target.bytes,
      plannedBytes: planned.estimate.bytes,
      estimate: planned.estimate,
      outcome: 'running',
      note: '',
      changed,
      leftAs: null,
      alarms: [],
      beganAt: acting.now,
      endedAt: null,
      progress: beginProgress(),
    });
    return [
      { kind: 'run began', data: { kind, about, onto, attempt, changed, berth: given.berth, target: target.serial } },
    ];
  });
}

/** Records how the running attempt ended. A watched one has not ended well before its counters say so. */
export function endRun(acting: Acting, tag: string, given: EndRun): Promise<JobView> {
  return changeJob(acting, tag, given.version, async (job) => {
    const run = job.runs.find((one) => one.outcome === 'running');
    if (!run) throw new Refusal(409, 'no-run', 'Nothing of this job is running.');
    if (given.outcome === 'failed' && given.note === '') throw fieldWrong('note', 'Note what went wrong.');
    if (given.outcome === 'ended well' && run.berth !== null && run.progress.done < run.plannedBytes) {
      const seen = `${decimal(run.progress.done)} of ${decimal(run.plannedBytes)}`;
      throw new Refusal(409, 'not-all-written', `The berth counted only ${seen}. It has not ended well yet.`);
    }
    await acting.manager.update(
      Run,
      { id: run.id },
      {
        outcome: given.outcome,
        note: given.note,
        leftAs: given.leftAs ?? null,
        endedAt: acting.now,
      },
    );
    return [
      {
        kind: 'run ended',
        data: { kind: run.kind, onto: run.onto, attempt: run.attempt, outcome: given.outcome, note: given.note },
      },
    ];
  });
}
