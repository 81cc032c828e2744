import { randomUUID } from 'node:crypto';
import type { AskReads, JobView, ReadsAnswer, ReadsRequest } from '@udrel/contract/types';
import { targetKey } from '@udrel/core/facts';
import { normaliseSerial } from '@udrel/core/identity';
import { wantedTargets, type JobSnapshot } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { keepFact } from '../facts/record-fact';
import { changeJob, requireNoRun } from '../jobs/change-job';
import { withFacts } from '../jobs/job-after';
import { readJob } from '../jobs/view-job';
import type { CommandContext } from '../platform/command-context';
import { changedRows, rows } from '../platform/database/database';
import { fieldWrong, Refusal } from '../platform/errors';
import { openQuestion } from './asked';
import { freeBerth } from './berths';
import { ReadsRequestEntity } from './entities';

type When = AskReads['when'];

/** Asks the bench agent to read a drive at a berth for its figures; a request that is open is taken back by it. */
export function askReads(context: CommandContext, tag: string, given: AskReads): Promise<JobView> {
  const { when, seconds } = given;
  return changeJob(context, tag, given.version, async (job) => {
    if (job.snapshot.end) throw new Refusal(409, 'step-absent', 'This job has no such step.');
    // What is copied would slow it down, and be slowed down by it.
    requireNoRun(job);
    const drive = measuredDrive(job.snapshot, when);
    if (!drive) {
      const sentence = when === 'before' ? 'The old drive is not noted yet.' : 'No drive is reserved that goes in.';
      throw new Refusal(409, 'gate-closed', sentence);
    }
    const berth = await freeBerth(context, given.berth, tag);
    if (!berth.watched) throw fieldWrong('berth', `No agent watches berth ${given.berth}: measure in the device.`);
    await endReads(context.manager, job.id);
    await context.manager.insert(ReadsRequestEntity, {
      id: randomUUID(),
      jobId: job.id,
      berthId: berth.id,
      when,
      serial: drive.serial,
      seconds,
      askedBy: context.actor.id,
      askedAt: context.now,
      answeredAt: null,
      trouble: '',
    });
    const asked = { berth: given.berth, when, serial: drive.serial, seconds };
    return { events: [{ kind: 'reads asked', data: asked }], after: job };
  });
}

/** The drive that is measured before, and the one after the work. */
function measuredDrive({ wishes, facts }: JobSnapshot, when: When) {
  if (when === 'before') return facts['old drive'];
  const [on] = wantedTargets({ wishes });
  return on ? facts[targetKey(on, 'choice')] : undefined;
}

/** Drives that berths are asked to measure. */
export async function openReads(manager: EntityManager, now: Date): Promise<ReadsRequest[]> {
  const asked = await rows<{ id: string; berth: number; tag: string; when: When; serial: string; seconds: number }>(
    manager,
    `select l.id, l."when", l.serial, l.seconds, b.number as berth, j.tag
       from reads_request l join berth b on b.id = l.berth_id join job j on j.id = l.job_id
      where l.answered_at is null and j.closed_at is null order by l.asked_at`,
  );
  const open = asked.map(async ({ id, berth, tag, when, serial, seconds }): Promise<ReadsRequest[]> => {
    const drive = measuredDrive((await readJob(manager, tag, now)).snapshot, when);
    if (drive?.serial !== serial) return [];
    return [{ id, berth, drive: { serial, bytes: drive.bytes }, class: drive.class, seconds }];
  });
  return (await Promise.all(open)).flat();
}

/** What an agent measured: kept in the name of whoever asked. An answer to a question that is closed changes nothing. */
export async function answerReads(
  context: CommandContext,
  { id, reads, trouble }: ReadsAnswer,
): Promise<{ taken: boolean }> {
  const { manager, now } = context;
  const asked = await openQuestion<{ when: When; serial: string }>(manager, 'reads_request', id, 'l."when", l.serial');
  if (!asked) return { taken: false };
  const { when, serial, actor } = asked;
  await changeJob({ ...context, actor }, asked.tag, null, async (job) => {
    const other = reads && normaliseSerial(reads.serial) !== normaliseSerial(serial);
    const why =
      trouble ||
      (other ? `Another drive lies there: ${reads.serial || 'without serial'}.` : '') ||
      (reads ? '' : 'Nothing was read.');
    await changedRows(manager, 'update reads_request set answered_at = $2, trouble = $3 where id = $1', [id, now, why]);
    if (!reads || why !== '') return { events: [{ kind: 'reads failed', data: { when, trouble: why } }], after: job };
    const { fact, event } = await keepFact(
      { ...context, actor },
      job,
      `reads ${when}`,
      { ...reads, where: 'berth' },
      'read at the berth',
    );
    return { events: [event], after: withFacts(job, [fact], now) };
  });
  return { taken: true };
}

/** What is copied now is not measured beside that: what was asked of a job is taken back. */
export async function endReads(manager: EntityManager, jobId: string): Promise<void> {
  await changedRows(manager, 'delete from reads_request where job_id = $1 and answered_at is null', [jobId]);
}
