import { randomUUID } from 'node:crypto';
import { MOST_PHOTOS } from '@udrel/contract/limits';
import type { MarkPhoto, PhotoSize, PhotoView } from '@udrel/contract/types';
import type { Station } from '@udrel/core/stations';
import type { EntityManager } from 'typeorm';
import { noteAtJob } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import { changedRows, firstRow, rows } from '../platform/database/database';
import { inTransaction } from '../platform/database/transaction';
import type { CommandContext } from '../platform/command-context';
import { notFound, Refusal } from '../platform/errors';
import type { PhotoStore } from './photo-store';

const SHOWN = `select p.id, p.station, p.note, p.marks, p.width, p.height, s.name as by, p.at
    from photo p join job j on j.id = p.job_id join staff s on s.id = p.by`;

/** The photographs of a job, in the order in which they were taken. */
export function photosOf(manager: EntityManager, tag: string): Promise<PhotoView[]> {
  return rows<PhotoView>(manager, `${SHOWN} where j.tag = $1 order by p.at, p.id`, [tag.toUpperCase()]);
}

/**
 * Keeps a photograph of a job: its file first, then what is known of it; the same picture is kept once. A closed job takes
 * none.
 */
export async function keepPhoto(
  context: CommandContext,
  store: PhotoStore,
  of: { tag: string; station: Station; phone: boolean },
  sent: Buffer,
): Promise<PhotoView> {
  const { content, width, height } = await store.keep(sent);
  return inTransaction(context.manager, async (manager) => {
    const [job] = await lockJobs(manager, { tag: of.tag });
    if (!job) throw notFound(`The job ${of.tag}`);
    const { station, phone } = of;
    const told = await firstRow<{ closed: boolean; photos: number }>(
      manager,
      `select closed_at is not null as closed, (select count(*)::int from photo where job_id = $1) as photos
         from job where id = $1`,
      [job.id],
    );
    if (told?.closed) throw new Refusal(409, 'job-closed', 'This job is closed.');
    if ((told?.photos ?? 0) >= MOST_PHOTOS)
      throw new Refusal(409, 'photos-full', `A job has ${MOST_PHOTOS} photographs at the most: remove some first.`);
    const kept = await firstRow<{ id: string }>(
      manager,
      `insert into photo (id, job_id, station, content, width, height, by, at) values ($1, $2, $3, $4, $5, $6, $7, $8)
       on conflict (job_id, content) do nothing returning id`,
      [randomUUID(), job.id, station, content, width, height, context.actor.id, context.now],
    );
    if (kept) await noteAtJob({ ...context, manager }, job, [{ kind: 'photo kept', data: { station, phone } }]);
    const [view] = await rows<PhotoView>(manager, `${SHOWN} where p.job_id = $1 and p.content = $2`, [job.id, content]);
    if (!view) throw notFound('This photograph');
    return view;
  });
}

/** What is written of a photograph and drawn on it; the picture itself stays as it was taken. */
export async function markPhoto(
  { manager }: CommandContext,
  tag: string,
  id: string,
  { note, marks }: MarkPhoto,
): Promise<PhotoView> {
  const done = await changedRows(
    manager,
    `update photo set note = $3, marks = $4
      where id = $1 and job_id = (select id from job where tag = $2 and closed_at is null)`,
    [id, tag.toUpperCase(), note, JSON.stringify(marks)],
  );
  const [view] = await rows<PhotoView>(manager, `${SHOWN} where p.id = $1`, [id]);
  if (done !== 1 || !view) throw notFound('This photograph of an open job');
  return view;
}

/** Removes a photograph; its files go where no other job and no model shows the same. */
export async function removePhoto(context: CommandContext, store: PhotoStore, tag: string, id: string): Promise<void> {
  const dropped = await inTransaction(context.manager, async (manager) => {
    const [job] = await lockJobs(manager, { tag });
    const gone = await firstRow<{ content: string; station: Station }>(
      manager,
      'delete from photo where id = $1 and job_id = $2 returning content, station',
      [id, job?.id ?? null],
    );
    if (!job || !gone) throw notFound('This photograph');
    await noteAtJob({ ...context, manager }, job, [{ kind: 'photo removed', data: { station: gone.station } }]);
    const shown = await firstRow(
      manager,
      'select 1 as shown from photo where content = $1 union all select 1 from model_picture where content = $1 limit 1',
      [gone.content],
    );
    return shown ? null : gone.content;
  });
  if (dropped) await store.drop(dropped);
}

/** The file of a photograph, of a job or of a model. */
export async function fileOfPhoto(
  manager: EntityManager,
  store: PhotoStore,
  id: string,
  size: PhotoSize,
): Promise<string> {
  const photo = await firstRow<{ content: string }>(
    manager,
    'select content from photo where id = $1 union all select content from model_picture where id = $1',
    [id],
  );
  if (!photo) throw notFound('This photograph');
  return store.fileOf(photo.content, size);
}
