import type { DiaryView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';

/** What is here and kept until a day of these, by the day. */
export function keptUntil(manager: EntityManager, first: string, last: string): Promise<DiaryView['kept']> {
  return rows(
    manager,
    `select j.tag || '-' || g.number as label, g.name, c.name as customer, g.kept_until as until
       from belonging g join job j on j.id = g.job_id join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id
      where g.returned_at is null and g.kept_until is not null and g.kept_until between $1 and $2
      order by g.kept_until, j.number, g.number`,
    [first, last],
  );
}
