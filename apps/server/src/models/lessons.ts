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
 * from the first screw out to the last one back, by the median of closed jobs; and how long taking one apart took.
 */
export async function lessonsOf(manager: EntityManager, modelId: string): Promise<LessonsView> {
  const lessons = await rows<LessonsView['lessons'][number]>(
    manager,
    `select l.id, l.text, j.tag, s.name as by, l.at
       from lesson l join job j on j.id = l.job_id join staff s on s.id = l.by
      where l.model_id = $1 order by l.at desc, l.id limit ${MOST_LESSONS}`,
    [modelId],
  );
  const opened = await medianMinutes(manager, modelId, 'j.closed_at is not null and j.ended_as is null');
  const stripped = await medianMinutes(manager, modelId, `j.ended_as is null and ${CAME_OUT}`);
  return { lessons, opened, stripped };
}

/** What was noted while pieces came out, and none had gone back. */
const CAME_OUT = `case e.kind when 'disassembly counted' then (e.data ->> 'back')::int = 0 else e.data ->> 'way' = 'out' end`;

/** How long it went on from the first to the last of what was noted of each sheet, where more than one thing was. */
async function medianMinutes(manager: EntityManager, modelId: string, of: string): Promise<LessonsView['opened']> {
  const told = await firstRow<LessonsView['opened']>(
    manager,
    `select count(*)::int as jobs,
            round(percentile_cont(0.5) within group (order by extract(epoch from x.last - x.first) / 60))::int as minutes
       from (select min(e.at) as first, max(e.at) as last
               from job j join device d on d.id = j.device_id
               join event e on e.job_id = j.id and e.kind = any ($2)
              where d.model_id = $1 and ${of}
              group by j.id having count(*) > 1) x`,
    [modelId, STRIPPED],
  );
  return { jobs: told?.jobs ?? 0, minutes: told?.minutes ?? null };
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
