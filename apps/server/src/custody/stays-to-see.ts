import type { StaysToSee } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import { todayIn } from '../shop/today';

/** Of what is to be seen to, how many are named. */
const NAMED = 5;

/** What is kept longer than was agreed, and what was not found at its place. */
export async function staysToSee(manager: EntityManager, now: Date): Promise<StaysToSee> {
  const found = await rows<StaysToSee['first'][number] & { due: number; gone: number }>(
    manager,
    `select j.tag || '-' || g.number as label, g.name, c.name as customer, g.kept_until as until,
            g.missing_since is not null as missing,
            (count(*) filter (where g.missing_since is null) over ())::int as due,
            (count(*) filter (where g.missing_since is not null) over ())::int as gone
       from belonging g join job j on j.id = g.job_id join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id
      where g.returned_at is null and (g.kept_until < $1 or g.missing_since is not null)
      order by g.missing_since nulls last, g.kept_until, j.number, g.number limit ${NAMED}`,
    [await todayIn(manager, now)],
  );
  const [first] = found;
  return {
    due: first?.due ?? 0,
    missing: first?.gone ?? 0,
    first: found.map(({ due: _due, gone: _gone, ...one }) => one),
  };
}
