import type { CustomerSort } from '@udrel/contract/shapes';
import type { CustomerFilter, CustomerRow } from '@udrel/contract/types';
import { digitsOf } from '../customers/customers';
import { escapeLike } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';

type StoredCustomer = Omit<CustomerRow, 'since'> & { since: Date };

/** Customers of the shop, by name. */
export const CUSTOMER_LIST: Listed<CustomerFilter, CustomerSort, StoredCustomer, CustomerRow> = {
  from: 'customer c',
  alias: 'c',
  joins: `cross join lateral (select count(*)::int as jobs, (count(*) filter (where j.closed_at is null))::int as open
            from job j join shop_order o on o.id = j.order_id where o.customer_id = c.id) n`,
  joined: ['n'],
  tie: { key: 'c.id', type: 'uuid' },
  sorts: {
    name: { key: 'lower(c.name)', type: 'text' },
    since: { key: 'c.created_at', type: 'timestamptz', usually: 'down' },
  },
  usual: 'name',
  columns: 'c.id, c.name, c.phone, c.email, n.open as "openJobs", n.jobs, c.created_at as since',
  conditions: ({ find = '', open }, value) => {
    const digits = digitsOf(find);
    return [
      ...(find === '' ? [] : [`c.name ilike ${value(`%${escapeLike(find)}%`)}`]).map((named) =>
        digits.length < 3 ? named : `(${named} or c.phone_digits like ${value(`%${digits}%`)})`,
      ),
      ...(open
        ? [
            `exists (select 1 from job w join shop_order v on v.id = w.order_id
                      where v.customer_id = c.id and w.closed_at is null)`,
          ]
        : []),
    ];
  },
  row: ({ since, ...row }) => ({ ...row, since: since.toISOString() }),
  file: { columns: ['name', 'phone', 'email', 'openJobs', 'jobs', 'since'], line: (row) => row },
};
