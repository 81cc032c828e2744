import type { StartCasesView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';

/** As many as tell of the last years; older ones speak of devices that hardly come in any more. */
const LATEST = 1000;

/** What was found at devices that did not start: each cause that was it, or was mended on the way, with its model. */
export async function startCases(manager: EntityManager): Promise<StartCasesView> {
  const cases = await rows<StartCasesView['cases'][number]>(
    manager,
    `select one.value ->> 'cause' as cause, m.code as model, j.tag
       from (select job_id, value from fact where current and key = 'no start' order by at desc limit ${LATEST}) f
       join job j on j.id = f.job_id
       join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id
      cross join lateral jsonb_array_elements(f.value -> 'tries') one
      where one.value ->> 'outcome' = any ($1)`,
    [['that was it', 'mended, still does not start']],
  );
  return { cases };
}
