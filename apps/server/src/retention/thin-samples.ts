import type { EntityManager } from 'typeorm';
import { changedRows } from '../platform/database/database';

/** Runs whose samples are thinned at a time. */
const AT_ONCE = 50;

/**
 * Thins what berths counted in runs that ended so many days ago, and was packed: of each minute its last sample stays, and with it every
 * count, since they only grow. Answers in how many runs that was done; none is left when it is none.
 */
export function thinSamples(manager: EntityManager, now: Date, days: number): Promise<number> {
  return changedRows(
    manager,
    `with due as materialized (
       select id from run where packed and not thinned and ended_at < $1::timestamptz - make_interval(days => $2)
        order by ended_at limit ${AT_ONCE} for update skip locked),
     kept as (
       update sample_chunk c set samples = coalesce((
         select jsonb_agg(row order by n) from (
           select distinct on (floor((row ->> 0)::float / 60)) row, n
             from jsonb_array_elements(c.samples) with ordinality as of(row, n)
            order by floor((row ->> 0)::float / 60), n desc) last), '[]')
        from due where c.run_id = due.id and jsonb_array_length(c.samples) > 1)
     update run set thinned = true from due where run.id = due.id`,
    [now, days],
  );
}
