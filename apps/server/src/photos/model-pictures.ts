import { randomUUID } from 'node:crypto';
import type { SheetPicture } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { changedRows, rows } from '../platform/database/database';

/** The photographs that a job's model has for the stages of its sheet. */
export function sheetPicturesOf(manager: EntityManager, tag: string): Promise<SheetPicture[]> {
  return rows<SheetPicture>(
    manager,
    `select p.stage, p.id as photo from model_picture p join device d on d.model_id = p.model_id join job j on j.device_id = d.id
      where j.tag = $1 order by p.stage`,
    [tag.toUpperCase()],
  );
}

/**
 * Places were learnt for some stages: the photograph on which they were shown goes along. `shown`: those of the job that stages
 * were drawn on; without one they were shown on what the model has, which stays.
 */
export async function teachPictures(
  manager: EntityManager,
  of: { modelId: string; jobId: string },
  stages: readonly number[],
  shown: readonly SheetPicture[],
): Promise<void> {
  for (const stage of stages) {
    const photo = shown.find((one) => one.stage === stage)?.photo;
    if (photo === undefined) continue;
    await changedRows(
      manager,
      `insert into model_picture (id, model_id, stage, content)
       select $1, $2, $3, content from photo where id = $4 and job_id = $5
       on conflict (model_id, stage) do update set content = excluded.content`,
      [randomUUID(), of.modelId, stage, photo, of.jobId],
    );
  }
}
