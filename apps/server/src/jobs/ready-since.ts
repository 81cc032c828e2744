import { procedureOf, waitsForCustomer } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { changedRows, rows } from '../platform/database/database';
import { readJob } from './view-job';

/**
 * Notes since when jobs can be fetched that were ready before that was kept: since what happened to them last. Answers how
 * many were noted; a job that changes meanwhile notes it itself.
 */
export async function noteReady(manager: EntityManager, now: Date): Promise<number> {
  const unnoted = await rows<{ id: string; tag: string; version: number; at: Date }>(
    manager,
    `select j.id, j.tag, j.version, (select max(e.at) from event e where e.job_id = j.id) as at from job j
      where j.closed_at is null and j.ready_since is null and j.station = 'Hand over'`,
  );
  let noted = 0;
  for (const { id, tag, version, at } of unnoted) {
    if (!waitsForCustomer(procedureOf((await readJob(manager, tag, now)).snapshot))) continue;
    noted += await changedRows(
      manager,
      'update job set ready_since = $3 where id = $1 and version = $2 and ready_since is null',
      [id, version, at],
    );
  }
  return noted;
}
