import { randomUUID } from 'node:crypto';
import { MOST_LESSONS } from '@udrel/contract/limits';
import type { JobEventKind } from '@udrel/contract/events';
import type { JobView, LessonsView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { changeJob } from '../jobs/change-job';
import { firstRow, rows } from '../platform/database/database';
import { notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Lesson } from './entities';

/** What is noted while a device lies open. */
const STRIPPED: readonly JobEventKind[] = ['disassembly counted', 'disassembly tapped', 'whole disassembly counted'];

/**
 * What earlier jobs taught about a model: what was written down, newest first, and how long its devices lay open,
 * from the first screw out to the last one back, by the median of closed jobs.
 */
export async function lessonsOf(manager: EntityManager, modelId: string): Promise<LessonsView> {
  const lessons = await rows<LessonsView['lessons'][number]>(
    manager,
    `select l.id, l.text, j.tag, s.name as by, l.at
       from lesson l join job j on j.id = l.job_id join staff s on s.id = l.by
      where l.model_id = $1 order by l.at desc, l.id limit ${MOST_LESSONS}`,
    [modelId],
  );
  const open = await firstRow<{ jobs: number; minutes: number | null }>(
    manager,
    `select count(*)::int as jobs,
            round(percentile_cont(0.5) within group (order by extract(epoch from x.back - x.out) / 60))::int as minutes
       from (select min(e.at) as out, max(e.at) as back
               from job j join device d on d.id = j.device_id
               join event e on e.job_id = j.id and e.kind = any ($2)
              where d.model_id = $1 and j.closed_at is not null and j.ended_as is null
              group by j.id having count(*) > 1) x`,
    [modelId, STRIPPED],
  );
  return { lessons, opened: { jobs: open?.jobs ?? 0, minutes: open?.minutes ?? null } };
}

/** Keeps what a job taught about its model. */
export function addLesson(context: CommandContext, tag: string, text: string): Promise<JobView> {
  const { manager, actor, now } = context;
  return changeJob(context, tag, null, async (job) => {
    await manager.insert(Lesson, {
      id: randomUUID(),
      modelId: job.modelId,
      jobId: job.id,
      text,
      by: actor.id,
      at: now,
    });
    return { events: [{ kind: 'lesson kept', data: { text } }], after: job };
  });
}

/** Takes out a lesson that does not hold. The history of its job keeps it. */
export async function dropLesson(manager: EntityManager, modelId: string, id: string): Promise<LessonsView> {
  const { affected } = await manager.delete(Lesson, { id, modelId });
  if (affected !== 1) throw notFound('This lesson');
  return lessonsOf(manager, modelId);
}
