import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';

/** What stands in a line of a day's book; amounts with two decimals, what goes out below 0. */
export const BOOK_COLUMNS = ['at', 'what', 'number', 'order', 'customer', 'how', 'rate', 'net', 'tax', 'amount', 'by'];

/**
 * A day of the shop: each bill and credit note with a line for each rate of tax, then each payment, in the order in which
 * they happened.
 *
 * @param timeZone IANA; '' for that of the server
 */
export async function* dayBook(manager: EntityManager, day: string, timeZone: string): AsyncGenerator<object[]> {
  yield await rows<object>(
    manager,
    `select * from (
       select b.at, b.kind as what, b.number, o.number as "order", c.name as customer, '' as how,
              (share->>'percent')::float as rate, (sign * (share->>'base')::int / 100.0)::float as net,
              (sign * (share->>'tax')::int / 100.0)::float as tax,
              (sign * ((share->>'base')::int + (share->>'tax')::int
                + case when nth = 1 then (b.bill->'sums'->>'rounding')::int else 0 end) / 100.0)::float as amount,
              s.name as by, nth
         from bill b join shop_order o on o.id = b.order_id join customer c on c.id = o.customer_id
         join staff s on s.id = b.by
         cross join lateral (select case b.kind when 'bill' then 1 else -1 end as sign) signed
         cross join lateral jsonb_array_elements(b.bill->'sums'->'shares') with ordinality as shares (share, nth)
        where b.issued_on = $1
       union all
       select p.at, case when p.corrects is null then 'payment' when p.amount < 0 then 'given back' else 'put right' end,
              '', o.number, c.name, p.how, null, null, null, (p.amount / 100.0)::float, s.name, 1
         from payment p join shop_order o on o.id = p.order_id join customer c on c.id = o.customer_id
         join staff s on s.id = p.by
        where p.at >= ($1::timestamp at time zone coalesce(nullif($2, ''), current_setting('TimeZone')))
          and p.at < (($1::timestamp + interval '1 day') at time zone coalesce(nullif($2, ''), current_setting('TimeZone')))
     ) book order by at, nth`,
    [day, timeZone],
  );
}
