import type { CountView, JobPage, JobQuery, JobRow, JobFilter } from '@udrel/contract/types';
import type { JobSort } from '@udrel/contract/shapes';
import type { EntityManager } from 'typeorm';
import { escapeLike } from '../customers/customers';
import { firstRow, rows } from '../platform/database/database';
import { PLANNED_ANEW } from '../platform/database/preparing-client';
import { fieldWrong } from '../platform/errors';

/** Jobs of a page: the first comes soon, who goes further down wants more of them. */
const PAGE = 60;
const FURTHER = 300;

/** What a job is put in order by: an expression that is never null, and its type. */
const KEYS: Record<JobSort, { key: string; type: string }> = {
  tag: { key: 'j.number', type: 'int' },
  customer: { key: 'lower(c.name)', type: 'text' },
  device: { key: "lower(m.maker || ' ' || m.name)", type: 'text' },
  station: { key: 'j.station', type: 'text' },
  technician: { key: "coalesce(lower(t.name), '')", type: 'text' },
  booked: { key: 'j.booked_at', type: 'timestamptz' },
  promised: { key: "coalesce(j.promised_at, 'infinity')", type: 'timestamptz' },
  closed: { key: "coalesce(j.closed_at, 'infinity')", type: 'timestamptz' },
};

/** What the promise of a job is held to. */
const PROMISES: Record<NonNullable<JobFilter['promise']>, string> = {
  late: 'j.promised_at < $now and j.closed_at is null',
  'within a day': "j.promised_at between $now and $now + interval '1 day'",
  'within a week': "j.promised_at between $now and $now + interval '7 days'",
  none: 'j.promised_at is null',
};

const JOINS = `join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id
       join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id
       left join staff t on t.id = j.claimed_by`;

/** A statement with its values. */
interface Asked {
  sql: string;
  values: unknown[];
}

/** Conditions on jobs `j`, and whether they ask for more than stands there. */
function conditionsOf(filter: JobFilter, now: Date): { where: string[]; values: unknown[]; joined: boolean } {
  const values: unknown[] = [];
  const where: string[] = [];
  const value = (one: unknown) => `$${values.push(one)}`;
  const { all, station, text, promise, technician, wish, order } = filter;
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
  return { where, values, joined: Boolean(order ?? text ?? (technician && technician !== 'nobody')) };
}

/** One page of the jobs asked for, and one more: they are found first, and looked at then. */
export function listSql(query: JobQuery, now: Date, page = pageOf(query)): Asked {
  const { sort = 'tag', way = sort === 'tag' ? 'down' : 'up', after } = query;
  const { key, type } = KEYS[sort];
  const { where, values, joined } = conditionsOf(query, now);
  const [sign, direction] = way === 'down' ? ['<', 'desc'] : ['>', 'asc'];
  if (after !== undefined) {
    const [number, last] = cursorOf(after);
    const from = (value: unknown, of: string) => `$${values.push(value)}::${of}`;
    if (sort === 'tag') where.push(`j.number ${sign} ${from(number, 'int')}`);
    else where.push(`(${key}, j.number) ${sign} (${from(last, type)}, ${from(number, 'int')})`);
  }
  const needed = joined || /\b[cmt]\./.test(key) ? JOINS : '';
  const sql = `${PLANNED_ANEW} select j.number, j.tag, o.number as "order", c.name as customer, m.maker || ' ' || m.name as device,
            d.serial, coalesce(t.name, '') as technician,
            (select string_agg(w.kind, ', ') from wish w where w.job_id = j.id) as wish,
            j.station, j.next, j.booked_at as "bookedAt", j.promised_at as "promisedAt", j.closed_at as "closedAt",
            j.sort_key::text as "sortKey"
       from (select j.*, ${key} as sort_key from job j ${needed}
              ${where.length > 0 ? `where ${where.join(' and ')}` : ''}
              order by ${key} ${direction}${sort === 'tag' ? '' : `, j.number ${direction}`} limit ${page + 1}) j
       ${JOINS}
      order by j.sort_key ${direction}, j.number ${direction}`;
  return { sql, values };
}

const pageOf = ({ after }: JobQuery) => (after === undefined ? PAGE : FURTHER);

/** Where a page ended: the number of its last job, and what it stood there by. */
function cursorOf(after: string): [number: number, key: string] {
  const at = after.indexOf('~');
  const number = Number(at < 0 ? after : after.slice(0, at));
  if (!Number.isInteger(number) || number < 0 || number > 2_147_483_647) {
    throw fieldWrong('after', 'Ask for the next page as it was answered.');
  }
  return [number, at < 0 ? '' : after.slice(at + 1)];
}

/** One page of jobs in the order asked for; open ones unless all are. */
export async function listJobs(
  manager: EntityManager,
  query: JobQuery,
  now: Date,
  page = pageOf(query),
): Promise<JobPage> {
  const { sql, values } = listSql(query, now, page);
  const found = await rows<JobRow & { sortKey: string }>(manager, sql, values);
  const shown = found.slice(0, page);
  const last = shown.at(-1);
  const after = found.length > page && last ? afterOf(last, query) : null;
  return { rows: shown.map(({ sortKey: _key, ...row }) => row), after };
}

function afterOf({ number, sortKey }: { number: number; sortKey: string }, { sort = 'tag' }: JobQuery): string {
  return sort === 'tag' ? String(number) : `${number}~${sortKey}`;
}

/** Most jobs that are counted one by one. */
const COUNTED = 100_000;

/** How many jobs there are of those asked for. */
export async function countJobs(manager: EntityManager, filter: JobFilter, now: Date): Promise<CountView> {
  const { where, values, joined } = conditionsOf(filter, now);
  const found = await firstRow<{ count: number }>(
    manager,
    `${PLANNED_ANEW} select count(*)::int as count from (select 1 from job j ${joined ? JOINS : ''}
       ${where.length > 0 ? `where ${where.join(' and ')}` : ''} limit ${COUNTED + 1}) counted`,
    values,
  );
  const count = found?.count ?? 0;
  return { count: Math.min(count, COUNTED), more: count > COUNTED };
}

/** As many jobs as are read at once for a file. */
const FILE_PAGE = 1000;

/** All jobs asked for, page by page, as lines of a file. */
export async function* jobLines(manager: EntityManager, query: JobQuery, now: Date): AsyncGenerator<object[]> {
  let after: string | null | undefined;
  do {
    const page: JobPage = await listJobs(manager, { ...query, ...(after ? { after } : {}) }, now, FILE_PAGE);
    yield page.rows.map(({ number: _number, ...row }) => row);
    after = page.after;
  } while (after !== null);
}

/** What stands in a line of the file, in this order. */
export const JOB_COLUMNS = [
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
];
