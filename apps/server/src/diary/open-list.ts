import type { OpenListView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';

/** Jobs that a printed list holds: what is more is said. */
const MOST = 500;

/** Every open job with what somebody needs of it while nothing else can be looked up: those promised first. */
export async function viewOpenList(manager: EntityManager, now: Date): Promise<OpenListView> {
  const jobs = await rows<OpenListView['jobs'][number] & { open: number }>(
    manager,
    `select j.tag, c.name as customer, c.phone, m.spec->>'maker' || ' ' || (m.spec->>'name') as device, d.serial,
            j.promised_at as "promisedAt", j.station, j.next, s.name as "inHand",
            coalesce((select string_agg(distinct p.code, ', ') from belonging b join place p on p.id = b.place_id
                       where b.job_id = j.id and b.returned_at is null), '') as places,
            count(*) over ()::int as open
       from job j join shop_order o on o.id = j.order_id join customer c on c.id = o.customer_id
            join device d on d.id = j.device_id join device_model m on m.id = d.model_id
            left join staff s on s.id = j.claimed_by
      where j.closed_at is null order by j.promised_at nulls last, j.number limit ${MOST}`,
  );
  return { now: now.toISOString(), open: jobs[0]?.open ?? 0, jobs: jobs.map(({ open: _open, ...job }) => job) };
}
