import type { Retention, RetentionDue, RetentionView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { readRetention } from './rules';

/** Photographs whose job ended so many months ago; `$1` now, `$2` months. */
const PHOTOS = `from photo p join job j on j.id = p.job_id
  where j.closed_at < $1::timestamptz - make_interval(months => $2)`;

/**
 * Customers without anything since so many months, of whom something is left that can go: how they are reached, or, once
 * bills need not name them any more, their name; `$1` now, `$2` months, `$3` years for which bills name them.
 */
const CUSTOMERS = `from customer c
  where c.created_at < $1::timestamptz - make_interval(months => $2)
    and not exists (select 1 from shop_order o join job j on j.order_id = o.id
                     where o.customer_id = c.id
                       and (j.closed_at is null or j.closed_at > $1::timestamptz - make_interval(months => $2)))
    and not exists (select 1 from said d where d.customer_id = c.id and d.at > $1::timestamptz - make_interval(months => $2))
    and (c.phone <> '' or c.email <> '' or c.other_phones <> '[]'
         or (c.name <> 'erased' and not exists (
              select 1 from bill b join shop_order o on o.id = b.order_id
               where o.customer_id = c.id
                 and b.issued_on::date + make_interval(years => $3) > $1::timestamptz)))`;

export const photosOverTime = (manager: EntityManager, now: Date, months: number, most: number) =>
  rows<{ id: string; content: string }>(manager, `select p.id, p.content ${PHOTOS} limit ${most}`, [now, months]);

/** The next of them by id after one. */
export const customersOverTime = (
  manager: EntityManager,
  now: Date,
  { months, keepYears, after, most }: { months: number; keepYears: number; after: string; most: number },
) =>
  rows<{ id: string; name: string }>(
    manager,
    `select c.id, c.name ${CUSTOMERS} and c.id > $4 order by c.id limit ${most}`,
    [now, months, keepYears, after],
  );

/** How much is over its time by such rules. */
export async function considerRetention(
  manager: EntityManager,
  now: Date,
  { photosMonths, customersMonths }: Retention,
  keepYears: number,
): Promise<RetentionDue> {
  const count = async (of: string, months: number | null, ...more: number[]) =>
    months === null
      ? 0
      : ((await firstRow<{ n: number }>(manager, `select count(*)::int as n ${of}`, [now, months, ...more]))?.n ?? 0);
  return {
    photos: await count(PHOTOS, photosMonths),
    customers: await count(CUSTOMERS, customersMonths, keepYears),
  };
}

export async function viewRetention(manager: EntityManager, now: Date, keepYears: number): Promise<RetentionView> {
  const rules = await readRetention(manager);
  return { rules, due: await considerRetention(manager, now, rules, keepYears) };
}
