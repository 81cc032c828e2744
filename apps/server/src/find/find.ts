import { MOST_FOUND } from '@udrel/contract/limits';
import type { Found } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { digitsOf } from '../customers/customers';
import { labelIn } from '../custody/label';
import { escapeLike } from '../platform/database/like';
import { CHOICE_KEYS } from '@udrel/core/facts';
import { rows, wordsIn } from '../platform/database/database';

/** What is looked through, each table by an index: the newest jobs, and customers by name, where more are meant. */
export const FIND_SQL = `
  select kind, title, detail, tag, id from (
    select 'job' as kind, j.tag as title, c.name || ', ' || m.maker || ' ' || m.name || ', ' || j.next as detail,
           j.tag, j.id, case when upper(j.tag) = upper($1) then 0 else 2 end as place
      from job j join shop_order o on o.id = j.order_id join customer c on c.id = o.customer_id
      join device d on d.id = j.device_id join device_model m on m.id = d.model_id
     where j.id = any (array(
       select id from job where tag in (upper($1), 'U-' || $1)
       union all
       (select id from job where upper(tag) like upper($2) || '%' order by number desc limit ${MOST_FOUND})
       union all
       (select w.id from customer z join shop_order v on v.customer_id = z.id join job w on w.order_id = v.id
         where w.closed_at is null and (z.name ilike '%' || $2 || '%'
            or (length($3) >= 3 and z.phone_digits like '%' || $3 || '%')) order by w.number desc limit ${MOST_FOUND})))
    union all
    select 'order', 'Order ' || o.number, c.name || ': ' || string_agg(j.tag, ', ' order by j.number),
           (array_agg(j.tag order by j.number))[1], o.id, 1
      from shop_order o join customer c on c.id = o.customer_id join job j on j.order_id = o.id
     where o.number = case when $1 ~ '^\\d{1,9}$' then $1::int end group by o.id, o.number, c.name
    union all
    select case when t.stay is null and j.closed_at is null then 'belonging' else 'stays' end, j.tag || '-' || t.number,
           t.name || case when t.returned_at is null then coalesce(', at ' || p.code, '')
                          else ', ' || coalesce(t.gone_as, 'returned') || ' on ' || to_char(t.returned_at, 'YYYY-MM-DD') end
             || ', ' || c.name, j.tag, t.id,
           case when upper(j.tag || '-' || t.number) = upper($1) then 0 else 1 end
      from belonging t join job j on j.id = t.job_id join shop_order o on o.id = j.order_id
      join customer c on c.id = o.customer_id left join place p on p.id = t.place_id
     where t.id = any (array(
       select b.id from job l join belonging b on b.job_id = l.id where l.tag = $4 and b.number = $5
       union select b.id from belonging b where b.serial <> '' and upper(b.serial) = upper($1) and b.returned_at is null
       union select b.id from belonging b join place l on l.id = b.place_id
              where b.returned_at is null and upper(l.code) = upper($1)))
    union all
    select 'berth', 'Berth ' || b.number, coalesce('busy with ' || j.tag, 'free'), j.tag, b.id, 1
      from berth b left join run r on r.berth_id = b.id and r.outcome = 'running' left join job j on j.id = r.job_id
     where upper($1) in ('BERTH ' || b.number, 'BERTH-' || b.number)
    union all
    select 'part', p.part_number, p.maker || ' ' || p.name, null, p.id, 1
      from part p where upper(p.part_number) = upper($1)
    union all
    select 'device', d.serial, m.maker || ' ' || m.name || ' of ' || c.name,
           (select j.tag from job j where j.device_id = d.id order by j.number desc limit 1), d.id, 1
      from device d join device_model m on m.id = d.model_id join customer c on c.id = d.customer_id
     where upper(d.serial) = upper($1)
    union all
    select 'drive', r.serial, r.maker || ' ' || r.name || ', ' || r.custody,
           (select j.tag from fact f join job j on j.id = f.job_id
             where f.current and f.key in ${wordsIn(['old drive', ...CHOICE_KEYS])} and upper(f.value ->> 'serial') = upper(r.serial)
             order by j.number desc limit 1), r.id, 1
      from drive r where upper(r.serial) = upper($1)
    union all
    select 'drive', s.serial, p.maker || ' ' || p.name || ' on the shelf' || coalesce(', reserved for ' || j.tag, ''),
           j.tag, s.id, 1
      from stock s join part p on p.id = s.part_id
      left join reservation r on r.stock_id = s.id left join job j on j.id = r.job_id
     where upper(s.serial) = upper($1) and s.quantity > 0
    union all
    select * from (
      select 'customer', c.name, c.phone, null, c.id, case when length($3) >= 6 then 0 else 3 end
        from customer c
       where c.name ilike '%' || $2 || '%' or (length($3) >= 3 and c.phone_digits like '%' || $3 || '%')
          or (length($3) >= 9 and c.phone_digits like '%' || right($3, 7) || '%'
              and exists (select 1 from unnest(string_to_array(c.phone_digits, ' ')) as one (digits)
                   where length(ltrim(digits, '0')) >= 7 and $3 like '%' || ltrim(digits, '0')))
       order by lower(c.name), c.id limit ${MOST_FOUND}) customers
    union all
    select 'model', m.maker || ' ' || m.name, m.code, null, m.id, 4
      from device_model m where m.maker || ' ' || m.name || ' ' || m.code ilike '%' || $2 || '%'
  ) found order by place, title desc limit ${MOST_FOUND}`;

/**
 * What a scan or a few typed letters mean: a job tag, the serial of a device or drive, a customer by name or
 * phone number, with or without the country before it, with their open jobs; an order by its number; a model, the label of a thing or a place with what lies there, a berth, a part.
 * Exact ones first, and whom a whole phone number is of: who calls is answered from their card. At most 12.
 */
export async function find(manager: EntityManager, typed: string): Promise<Found[]> {
  const text = typed.trim();
  const digits = /^[\d\s()+/.-]+$/.test(text) ? digitsOf(text) : '';
  return rows<Found>(manager, FIND_SQL, [text, escapeLike(text), digits, ...labelIn(text)]);
}
