import type { EntityManager } from 'typeorm';
import { snakeCase } from 'typeorm/util/StringUtils.js';

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
  const tuples = rows.map(
    (_row, index) => `(${names.map((_name, n) => `$${index * names.length + n + 1}`).join(', ')})`,
  );
  await manager.query(`insert into "${table}" (${names.map(columnOf).join(', ')}) values ${tuples.join(', ')}`, values);
}

/** Arrays would else be taken for arrays of the database. */
function asParameter(value: unknown): unknown {
  const json = typeof value === 'object' && value !== null && !(value instanceof Date) && !Buffer.isBuffer(value);
  return json ? JSON.stringify(value) : (value ?? null);
}
