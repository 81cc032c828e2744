import type { JobPage, JobQuery, JobRow } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { escapeLike } from '../customers/customers';
import { rows } from '../platform/database/database';
import { PLANNED_ANEW } from '../platform/database/preparing-client';

const PAGE = 60;

/** Jobs below a number: $2 closed ones too, $3 station, $4 pattern of text; one more than a page. */
export const LIST_SQL = `${PLANNED_ANEW} select j.number, j.tag, c.name as customer, m.maker || ' ' || m.name as device,
            (select string_agg(w.kind, ', ') from wish w where w.job_id = j.id) as wish,
            j.station, j.next, j.booked_at as "bookedAt", j.promised_at as "promisedAt", j.closed_at as "closedAt"
       from job j
       join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id
       join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id
      where j.number < $1 and ($2 or j.closed_at is null) and ($3 = '' or j.station = $3)
        and ($4 = '' or c.name ilike $4 or m.maker || ' ' || m.name ilike $4 or j.tag ilike $4 or d.serial ilike $4)
      order by j.number desc limit ${PAGE + 1}`;

/** One page of jobs, newest first; open ones unless all are asked for. Paged by job number. */
export async function listJobs(manager: EntityManager, query: JobQuery): Promise<JobPage> {
  const found = await rows<JobRow>(manager, LIST_SQL, [
    query.before ?? 2_147_483_647,
    query.all === 'yes',
    query.station ?? '',
    query.text ? `%${escapeLike(query.text)}%` : '',
  ]);
  const page = found.slice(0, PAGE);
  return { rows: page, before: found.length > PAGE ? (page.at(-1)?.number ?? null) : null };
}
