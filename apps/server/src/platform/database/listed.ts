import type { CountView, Page } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { fieldWrong } from '../errors';
import { firstRow, rows } from './database';
import { PLANNED_ANEW } from './preparing-client';

/** Rows of a page: the first comes soon, who goes further down wants more of them. */
const PAGE = 60;
const FURTHER = 300;
/** Most rows that are counted one by one. */
const COUNTED = 100_000;
/** As many rows as are read at once for a file. */
const FILE_PAGE = 1000;

/** An expression that is never null, and its type. */
interface Key {
  key: string;
  type: 'int' | 'text' | 'uuid' | 'timestamptz';
}

/** How the things of a kind are listed: found first by filter and order, page by page, and looked at then. */
export interface Listed<Filter, Sort extends string, Stored extends object, Row> {
  /** What they are found in, and its alias. */
  from: string;
  alias: string;
  /** What belongs to each, and the aliases of that: it is joined while they are found only where something is asked of it. */
  joins: string;
  joined: readonly string[];
  /** What tells two apart that stand at the same place. */
  tie: Key;
  sorts: Readonly<Record<Sort, Key & { usually?: 'down' }>>;
  usual: Sort;
  /** What is read of each. */
  columns: string;
  /** Conditions on them; `value` takes a value and gives what stands for it. */
  conditions: (filter: Filter, value: (one: unknown) => string, now: Date) => string[];
  row: (stored: Stored) => Row;
  /** What stands in a line of a file, in this order, and how a row is told in it. */
  file: { columns: readonly string[]; line: (row: Row) => object };
}

interface Ordered<Sort> {
  sort?: Sort | undefined;
  way?: 'up' | 'down' | undefined;
  after?: string | undefined;
}

/** A statement with its values. */
interface Asked {
  sql: string;
  values: unknown[];
}

function conditionsOf<F, S extends string, D extends object, R>(kind: Listed<F, S, D, R>, filter: F, now: Date) {
  const values: unknown[] = [];
  const where = kind.conditions(filter, (one) => `$${values.push(one)}`, now);
  return { values, where };
}

const needed = ({ joins, joined }: { joins: string; joined: readonly string[] }, ...of: readonly string[]) =>
  joined.some((alias) => of.some((text) => new RegExp(`\\b${alias}\\.`).test(text))) ? joins : '';

/** One page of what is asked for, and one more. */
export function listSql<F, S extends string, D extends object, R>(
  kind: Listed<F, S, D, R>,
  query: F & Ordered<S>,
  now: Date,
  page = query.after === undefined ? PAGE : FURTHER,
): Asked {
  const { alias, tie, joins, columns } = kind;
  const { sort = kind.usual, after } = query;
  const { key, type, usually = 'up' } = kind.sorts[sort];
  const { where, values } = conditionsOf(kind, query, now);
  const [sign, direction] = (query.way ?? usually) === 'down' ? ['<', 'desc'] : ['>', 'asc'];
  const alone = key === tie.key;
  if (after !== undefined) {
    const [last, at] = cursorOf(after);
    const from = (value: unknown, of: string) => `$${values.push(value)}::${of}`;
    if (alone) where.push(`${key} ${sign} ${from(last, type)}`);
    else where.push(`(${key}, ${tie.key}) ${sign} (${from(at, type)}, ${from(last, tie.type)})`);
  }
  const found = `select ${alias}.*, ${key} as sort_key, ${tie.key} as tie_key
      from ${kind.from} ${needed(kind, key, ...where)}
     ${where.length > 0 ? `where ${where.join(' and ')}` : ''}
     order by ${key} ${direction}${alone ? '' : `, ${tie.key} ${direction}`} limit ${page + 1}`;
  const sql = `${PLANNED_ANEW} select ${columns}, ${alias}.sort_key::text as "sortKey", ${alias}.tie_key::text as "tieKey"
      from (${found}) ${alias} ${joins}
     order by ${alias}.sort_key ${direction}, ${alias}.tie_key ${direction}`;
  return { sql, values };
}

/** Where a page ended: what told its last row apart, and what it stood there by. */
function cursorOf(after: string): [tie: string, key: string] {
  const at = after.indexOf('~');
  const tie = at < 0 ? after : after.slice(0, at);
  if (tie === '') throw fieldWrong('after', 'Ask for the next page as it was answered.');
  return [tie, at < 0 ? '' : after.slice(at + 1)];
}

/** One page of what is asked for, in the order asked for. */
export async function listPage<F, S extends string, D extends object, R>(
  manager: EntityManager,
  kind: Listed<F, S, D, R>,
  query: F & Ordered<S>,
  now: Date,
  page = query.after === undefined ? PAGE : FURTHER,
): Promise<Page<R>> {
  const { sql, values } = listSql(kind, query, now, page);
  const found = await rows<D & { sortKey: string; tieKey: string }>(manager, sql, values);
  const shown = found.slice(0, page);
  const last = shown.at(-1);
  const alone = kind.sorts[query.sort ?? kind.usual].key === kind.tie.key;
  const ended = last && (alone ? last.tieKey : `${last.tieKey}~${last.sortKey}`);
  return {
    rows: shown.map(({ sortKey: _key, tieKey: _tie, ...stored }) => kind.row(stored as unknown as D)),
    after: found.length > page && ended ? ended : null,
  };
}

/** How many there are of what is asked for. */
export async function countListed<F, S extends string, D extends object, R>(
  manager: EntityManager,
  kind: Listed<F, S, D, R>,
  filter: F,
  now: Date,
): Promise<CountView> {
  const { where, values } = conditionsOf(kind, filter, now);
  const found = await firstRow<{ count: number }>(
    manager,
    `${PLANNED_ANEW} select count(*)::int as count from (select 1 from ${kind.from} ${needed(kind, ...where)}
       ${where.length > 0 ? `where ${where.join(' and ')}` : ''} limit ${COUNTED + 1}) counted`,
    values,
  );
  const count = found?.count ?? 0;
  return { count: Math.min(count, COUNTED), more: count > COUNTED };
}

/** All that is asked for, page by page, as lines of a file. */
export async function* listedLines<F, S extends string, D extends object, R>(
  manager: EntityManager,
  kind: Listed<F, S, D, R>,
  query: F & Ordered<S>,
  now: Date,
): AsyncGenerator<object[]> {
  let after: string | null | undefined;
  do {
    const asked = { ...query, ...(after ? { after } : {}) };
    const page: Page<R> = await listPage(manager, kind, asked, now, FILE_PAGE);
    yield page.rows.map((row) => kind.file.line(row));
    after = page.after;
  } while (after !== null);
}
