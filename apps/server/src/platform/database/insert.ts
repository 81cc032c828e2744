import type { EntityManager } from 'typeorm';
import { snakeCase } from 'typeorm/util/StringUtils.js';
import { changedRows } from './database';

const columns = new Map<string, string>();

function columnOf(property: string): string {
  const known = columns.get(property);
  if (known) return known;
  const column = `"${snakeCase(property)}"`;
  columns.set(property, column);
  return column;
}

/**
 * Inserts rows with the columns of the first one, by properties in camel case. For the writes of every stamp: the
 * entity manager's own insert costs several times as much. Objects become JSON.
 */
export async function insertRows(
  manager: EntityManager,
  table: string,
  rows: readonly Readonly<Record<string, unknown>>[],
): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const names = Object.keys(first);
  const values = rows.flatMap((row) => names.map((name) => asParameter(row[name])));
  await changedRows(manager, statementFor(table, names, rows.length), values);
}

const statements = new Map<string, string>();

/** The statement for so many rows of these properties; the same ones are asked for again and again. */
function statementFor(table: string, names: readonly string[], count: number): string {
  const key = `${table} ${count} ${names.join()}`;
  const known = statements.get(key);
  if (known) return known;
  const tuple = (row: number) => `(${names.map((_name, n) => `$${row * names.length + n + 1}`).join(', ')})`;
  const tuples = Array.from({ length: count }, (_none, row) => tuple(row)).join(', ');
  const statement = `insert into "${table}" (${names.map(columnOf).join(', ')}) values ${tuples}`;
  // Sheets of many lengths come by: those that are seldom are not kept.
  if (statements.size < MOST) statements.set(key, statement);
  return statement;
}

const MOST = 400;

/** Arrays would else be taken for arrays of the database. */
function asParameter(value: unknown): unknown {
  const json = typeof value === 'object' && value !== null && !(value instanceof Date) && !Buffer.isBuffer(value);
  return json ? JSON.stringify(value) : (value ?? null);
}
