import type { PartRecord } from '@udrel/contract/types';
import { CHOICE_KEYS } from '@udrel/core/facts';
import type { EntityManager } from 'typeorm';
import { rows, wordsIn } from '../platform/database/database';

/** Latest jobs at devices of the model that are looked at: older ones tell of parts that are hardly sold any more. */
const LATEST = 500;

/** What the shop's own jobs say of each part at each site of the model of a job: how often it was fitted, what it read, how it started. */
export function trackRecord(manager: EntityManager, tag: string): Promise<PartRecord[]> {
  return rows<PartRecord>(
    manager,
    `with same as (
       select j.id from job j join device d on d.id = j.device_id
        where d.model_id = (select e.model_id from job x join device e on e.id = x.device_id where x.tag = $1)
          and j.closed_at is not null and j.ended_as is null
        order by j.number desc limit ${LATEST})
     select f.value ->> 'partId' as "partId", f.value ->> 'siteId' as "siteId", count(*)::int as fitted,
            percentile_disc(0.5) within group (order by (a.value -> 'set' ->> 'sequentialRead')::float) as read,
            count(*) filter (where not m.started_first)::int as "notAtOnce",
            count(*) filter (where b.job_id is not null)::int as "cameBack"
       from same s join fact f on f.job_id = s.id and f.current and f.key in ${wordsIn(CHOICE_KEYS)}
       left join fact a on a.job_id = s.id and a.current and a.key = 'after'
       left join job_measure m on m.job_id = s.id
       left join lateral (select c.job_id from fact c where c.current and c.key = 'return cause' and f.value ->> 'serial' <> ''
                             and upper(c.value ->> 'serial') = upper(f.value ->> 'serial') limit 1) b on true
      where f.value ->> 'partId' is not null
      group by 1, 2 order by 3 desc`,
    [tag.toUpperCase()],
  );
}
