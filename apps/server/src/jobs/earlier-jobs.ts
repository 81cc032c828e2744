import { CHOICE_KEYS } from '@udrel/core/facts';
import { wordsIn } from '../platform/database/database';

/** Earlier jobs on the device `d`, newest first, with what was fitted and until when it is guaranteed. */
export const earlierSql = (than: string) => `
  (select coalesce(json_agg(json_build_object('tag', e.tag, 'closedAt', e.closed_at, 'end', e.ended_as,
            'guaranteedUntil', e.guarantee_until, 'fitted', (
              select coalesce(json_agg(case x.key
                       when 'memory choice' then concat(x.value ->> 'count', ' × ', x.value ->> 'maker', ' ', x.value ->> 'name')
                       else concat(x.value ->> 'maker', ' ', x.value ->> 'name', ', ', x.value ->> 'serial') end), '[]')
                from fact x where x.job_id = e.id and x.current and x.key in ${wordsIn([...CHOICE_KEYS, 'memory choice'])}))
            order by e.number desc), '[]')
     from job e where e.device_id = d.id and e.closed_at is not null and ${than})`;
