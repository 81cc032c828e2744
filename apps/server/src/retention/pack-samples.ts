import type { EntityManager } from 'typeorm';
import { changedRows } from '../platform/database/database';

/** Runs whose samples are packed at a time: the longest have some ten thousand. */
const AT_ONCE = 5;
/** Samples of a row at the most. */
const OF_A_ROW = 500;
/** After its end an agent may still send what it had not got rid of: none of it is taken, but it waits out. */
const SETTLED = '1 minute';

/**
 * Packs what berths counted in runs that have ended: it came a sample at a time, a row each, and is kept as rows of many. No sample
 * is changed. Answers in how many runs that was done; none is left when it is none.
 */
export function packSamples(manager: EntityManager, now: Date): Promise<number> {
  return changedRows(
    manager,
    `with due as materialized (
       select id from run where not packed and ended_at < $1::timestamptz - interval '${SETTLED}'
        order by ended_at limit ${AT_ONCE} for update skip locked),
     came as (
       delete from sample_chunk c using due where c.run_id = due.id
       returning c.agent, c.boot, c.berth, c.run_id, c.first_seq, c.samples),
     each as (
       select agent, boot, berth, run_id, first_seq + n - 1 as seq, sample
         from came, jsonb_array_elements(samples) with ordinality as of(sample, n)),
     put as (
       insert into sample_chunk (agent, boot, berth, run_id, first_seq, samples)
       select agent, boot, berth, run_id, min(seq), jsonb_agg(sample order by seq)
         from each group by agent, boot, berth, run_id, (seq - 1) / ${OF_A_ROW})
     update run set packed = true from due where run.id = due.id`,
    [now],
  );
}
