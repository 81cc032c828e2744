import type { BillSort } from '@udrel/contract/shapes';
import type { BillFilter, BillRow } from '@udrel/contract/types';
import { escapeLike } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';

/** What the order of a bill still owes, said by its newest bill alone: else it would be counted twice. */
const OPEN = `case when b.kind = 'bill' and not exists
                (select 1 from bill later where later.order_id = b.order_id and later.kind = 'bill' and later.at > b.at)
              then greatest(0,
                (select sum(case x.kind when 'bill' then x.total else -x.total end) from bill x where x.order_id = b.order_id)
                - coalesce((select sum(p.amount) from payment p where p.order_id = b.order_id), 0)) else 0 end`;

/** The filter with the day that it is in the shop, by which a bill is overdue. */
export type BillsAsked = BillFilter & { today: string };

/** Bills and credit notes of the shop, the newest first. */
export const BILL_LIST: Listed<BillsAsked, BillSort, BillRow, BillRow> = {
  from: 'bill b',
  alias: 'b',
  joins: `join shop_order o on o.id = b.order_id join customer c on c.id = o.customer_id
          join lateral (select j.tag from job j where j.order_id = o.id order by j.number limit 1) j on true`,
  joined: ['o', 'c', 'j'],
  tie: { key: 'b.number', type: 'text' },
  sorts: {
    number: { key: 'b.at', type: 'timestamptz', usually: 'down' },
    due: { key: 'b.due_on', type: 'text' },
    customer: { key: 'lower(c.name)', type: 'text' },
    total: { key: 'b.total', type: 'int', usually: 'down' },
  },
  usual: 'number',
  columns: `b.id, b.kind, b.number, o.number as "order", j.tag, c.name as customer, c.phone, b.issued_on as issued,
            b.due_on as due, b.total, (${OPEN})::int as open`,
  conditions: ({ find, state, from, until, today }, value) => {
    const like = find ? value(`%${escapeLike(find)}%`) : '';
    return [
      ...(find ? [`(b.number ilike ${like} or c.name ilike ${like} or o.number::text ilike ${like})`] : []),
      ...(state ? [`${OPEN} > 0`] : []),
      ...(state === 'overdue' ? [`b.due_on < ${value(today)}`] : []),
      ...(from ? [`b.issued_on >= ${value(from)}`] : []),
      ...(until ? [`b.issued_on <= ${value(until)}`] : []),
    ];
  },
  row: (row) => row,
  file: {
    columns: ['number', 'kind', 'issued', 'due', 'order', 'customer', 'total', 'open'],
    line: (row) => ({ ...row, total: row.total / 100, open: row.open / 100 }),
  },
};
