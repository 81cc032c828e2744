import { targetKey, type ReadBackFact, type SeenTarget } from '@udrel/core/facts';
import { randomUUID } from 'node:crypto';
import type { ReadBackRequest, AskReadBack, EnterReadBack, JobView, ReadBackAnswer } from '@udrel/contract/types';
import { identify, normaliseSerial } from '@udrel/core/identity';
import { targetName, type TargetId } from '@udrel/core/layout';
import { expectedTable } from '@udrel/core/plan-file';
import { comparable, readBack } from '@udrel/core/read-back';
import { latestRun } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { changeJob, type Changed } from '../jobs/change-job';
import { withFacts } from '../jobs/job-after';
import { keepFact } from '../facts/record-fact';
import type { JobRecord } from '../jobs/job-record';
import { readJob } from '../jobs/view-job';
import { changedRows, rows } from '../platform/database/database';
import { fieldWrong, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { openQuestion } from './asked';
import { freeBerth } from './berths';
import { ReadBackRequestEntity } from './entities';

/** Asks the bench agent to read the finished drive at a berth against the plan. */
export function askReadBack(context: CommandContext, tag: string, given: AskReadBack): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    const { onto = 'new' } = given;
    const { attempt } = readable(job, onto);
    const berth = await freeBerth(context, given.berth, tag);
    if (!berth.watched) throw fieldWrong('berth', `No agent watches berth ${given.berth}: read the drive by a file.`);
    await changedRows(context.manager, 'delete from read_back_request where job_id = $1 and answered_at is null', [
      job.id,
    ]);
    const at = { askedBy: context.actor.id, askedAt: context.now, answeredAt: null, trouble: '' };
    await context.manager.insert(ReadBackRequestEntity, {
      id: randomUUID(),
      jobId: job.id,
      berthId: berth.id,
      onto,
      attempt,
      ...at,
    });
    return { events: [{ kind: 'read back asked', data: { berth: given.berth, onto } }], after: job };
  });
}

/** Drives that berths are asked to look at. */
export async function openReadBacks(manager: EntityManager, now: Date): Promise<ReadBackRequest[]> {
  const asked = await rows<{ id: string; berth: number; tag: string; onto: TargetId }>(
    manager,
    `select l.id, l.onto, b.number as berth, j.tag from read_back_request l join berth b on b.id = l.berth_id join job j on j.id = l.job_id
      where l.answered_at is null and j.closed_at is null order by l.asked_at`,
  );
  const readBacks = asked.map(async ({ id, berth, tag, onto }): Promise<ReadBackRequest[]> => {
    const { snapshot } = await readJob(manager, tag, now);
    const { plan, 'old drive': old } = snapshot.facts;
    const choice = snapshot.facts[targetKey(onto, 'choice')];
    if (!plan || !old || !choice) return [];
    return [
      {
        id,
        berth,
        source: { serial: old.serial, bytes: old.bytes },
        target: { serial: choice.serial, bytes: choice.bytes },
        expected: expectedTable(plan, onto),
        compare: comparable(plan, onto),
      },
    ];
  });
  return (await Promise.all(readBacks)).flat();
}

/** What an agent found: recorded in the name of whoever asked. An answer to a question that is closed changes nothing. */
export async function answerReadBack(context: CommandContext, result: ReadBackAnswer): Promise<{ taken: boolean }> {
  const { manager, now } = context;
  const asked = await openQuestion<{ onto: TargetId; attempt: number }>(
    manager,
    'read_back_request',
    result.id,
    'l.onto, l.attempt',
  );
  if (!asked) return { taken: false };
  const { actor } = asked;
  await changeJob({ ...context, actor }, asked.tag, null, async (job) => {
    await changedRows(manager, 'update read_back_request set answered_at = $2, trouble = $3 where id = $1', [
      result.id,
      now,
      result.trouble,
    ]);
    const { table, problems, compared, start } = result;
    const trouble = whyUnread(job, result, asked);
    if (!table || trouble) {
      const told = { onto: asked.onto, trouble: trouble ?? 'Nothing was read.' };
      return { events: [{ kind: 'read back failed', data: told }], after: job };
    }
    const seen = { table, problems, compared, ...(start ? { start } : {}) };
    return keepReadBack({ ...context, actor }, job, { onto: asked.onto, seen, origin: 'read at the berth' });
  });
  return { taken: true };
}

/** Why an answer is not taken: nothing was read, or not of the drive that was copied onto; null where it is. */
function whyUnread(
  { snapshot }: JobRecord,
  { drive, trouble }: ReadBackAnswer,
  { onto, attempt }: { onto: TargetId; attempt: number },
): string | null {
  const run = latestRun(snapshot, onto);
  if (trouble !== '' || !drive) return trouble || 'No drive was seen at the berth.';
  if (run?.attempt !== attempt) return 'Another attempt has begun meanwhile.';
  return normaliseSerial(drive.serial) === normaliseSerial(run.targetSerial ?? '')
    ? null
    : `Another drive lies there: ${drive.serial || 'without serial'}.`;
}

/** The finished drive as a file tells it, or why it was not read. */
export function enterReadBack(context: CommandContext, tag: string, given: EnterReadBack): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    const { table, problems, start, whyNot, onto = 'new' } = given;
    readable(job, onto);
    if (!table) {
      if (whyNot === '') throw fieldWrong('whyNot', 'Read the drive, or say why it is not read.');
      return keepReadBack(context, job, { onto, seen: null, origin: 'typed', whyNot });
    }
    const choice = job.snapshot.facts[targetKey(onto, 'choice')];
    const old = job.snapshot.facts['old drive'];
    const found = choice && identify(given.serial, choice, old ? { serial: old.serial } : null);
    if (found?.outcome !== 'match') {
      throw fieldWrong('serial', found ? found.sentence : `The ${targetName(onto)} is not known yet.`);
    }
    const seen = { table, problems, compared: [], ...(start ? { start } : {}) };
    return keepReadBack(context, job, { onto, seen, origin: 'read from a file' });
  });
}

/** The latest attempt at the copy onto a drive, which has ended. */
function readable(job: JobRecord, onto: TargetId): { attempt: number } {
  if (job.snapshot.end) throw new Refusal(409, 'step-absent', 'This job has no such step.');
  if (!job.snapshot.facts.plan) throw new Refusal(409, 'gate-closed', 'The copy plan is not accepted.');
  const run = latestRun(job.snapshot, onto);
  if (!run) throw new Refusal(409, 'no-run', `Nothing has been copied onto the ${targetName(onto)} yet.`);
  if (run.outcome === 'running')
    throw new Refusal(409, 'run-under-way', 'A copy is running. Record how it ended first.');
  return { attempt: run.attempt };
}

async function keepReadBack(
  context: CommandContext,
  job: JobRecord,
  { onto, seen, origin, whyNot = '' }: { onto: TargetId; seen: SeenTarget | null; origin: string; whyNot?: string },
): Promise<Changed> {
  const run = latestRun(job.snapshot, onto);
  const { plan } = job.snapshot.facts;
  const serial = run?.targetSerial;
  if (!serial || !plan) throw new Refusal(409, 'gate-closed', 'The copy plan is not accepted.');
  const judged = seen && readBack(plan, seen, onto).verdict;
  const asPlanned = judged !== null && judged !== 'other than planned';
  const proven = judged === 'as planned';
  const fact: ReadBackFact = { serial, attempt: run.attempt, seen, asPlanned, proven, whyNot };
  const kept = await keepFact(context, job, targetKey(onto, 'read back'), fact, origin);
  const verdict = judged ?? `not read: ${whyNot}`;
  return {
    events: [{ kind: 'read back', data: { onto, attempt: run.attempt, verdict } }],
    after: withFacts(job, [kept.fact], context.now),
  };
}
