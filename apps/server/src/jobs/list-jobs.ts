import type { JobFilter, JobRow } from '@udrel/contract/types';
import type { JobSort } from '@udrel/contract/shapes';
import { escapeLike } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';

/** What the promise of a job is held to. */
const PROMISES: Record<NonNullable<JobFilter['promise']>, string> = {
  late: 'j.promised_at < $now and j.closed_at is null',
  'within a day': "j.promised_at between $now and $now + interval '1 day'",
  'within a week': "j.promised_at between $now and $now + interval '7 days'",
  none: 'j.promised_at is null',
};

/** The list of jobs: open ones unless all are asked for. */
export const JOB_LIST: Listed<JobFilter, JobSort, JobRow, JobRow> = {
  from: 'job j',
  alias: 'j',
  joins: `join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id
       join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id
       left join staff t on t.id = j.claimed_by`,
  joined: ['o', 'c', 'd', 'm', 't'],
  tie: { key: 'j.number', type: 'int' },
  sorts: {
    tag: { key: 'j.number', type: 'int', usually: 'down' },
    customer: { key: 'lower(c.name)', type: 'text' },
    device: { key: "lower(m.maker || ' ' || m.name)", type: 'text' },
    station: { key: 'j.station', type: 'text' },
    technician: { key: "coalesce(lower(t.name), '')", type: 'text' },
    booked: { key: 'j.booked_at', type: 'timestamptz' },
    promised: { key: "coalesce(j.promised_at, 'infinity')", type: 'timestamptz' },
    closed: { key: "coalesce(j.closed_at, 'infinity')", type: 'timestamptz' },
  },
  usual: 'tag',
  columns: `j.number, j.tag, o.number as "order", c.name as customer, m.maker || ' ' || m.name as device,
            d.serial, coalesce(t.name, '') as technician,
            (select string_agg(w.kind, ', ') from wish w where w.job_id = j.id) as wish,
            j.station, j.next, j.booked_at as "bookedAt", j.promised_at as "promisedAt", j.closed_at as "closedAt"`,
  conditions: ({ all, station, text, promise, technician, wish, order }, value, now) => {
    const where: string[] = [];
    if (all !== 'yes') where.push('j.closed_at is null');
    if (station) where.push(`j.station = ${value(station)}`);
    if (promise) {
      const at = PROMISES[promise].includes('$now') ? `${value(now)}::timestamptz` : '';
      where.push(PROMISES[promise].replaceAll('$now', at));
    }
    if (wish) where.push(`exists (select 1 from wish w where w.job_id = j.id and w.kind = ${value(wish)})`);
    if (order) where.push(`o.number = ${value(order)}`);
    if (technician === 'nobody') where.push('j.claimed_by is null');
    else if (technician) where.push(`t.name ilike ${value(`%${escapeLike(technician)}%`)}`);
    if (text) {
      const like = value(`%${escapeLike(text)}%`);
      where.push(
        `(c.name ilike ${like} or m.maker || ' ' || m.name ilike ${like} or j.tag ilike ${like} or d.serial ilike ${like})`,
      );
    }
    return where;
  },
  row: (stored) => stored,
  file: {
    columns: [
      'tag',
      'order',
      'customer',
      'device',
      'serial',
      'wish',
      'station',
      'next',
      'technician',
      'bookedAt',
      'promisedAt',
      'closedAt',
    ],
    line: (row) => row,
  },
};
