import type { ClientBase, Pool } from 'pg';
import { DataSource, MigrationExecutor, type EntityManager, type EntitySchema } from 'typeorm';
import { migrations } from './migrations';
import { SnakeNaming } from './naming';
import { PreparingClient } from './preparing-client';

/**
 * How long a statement, a wait for a lock and a transaction that does nothing may take, ms: whoever waits for a row
 * that is held gives its connection back before others must wait for one.
 */
const LIMITS = { statement_timeout: 20_000, lock_timeout: 3000, idle_in_transaction_session_timeout: 30_000 };

/** Connects to a database that was prepared. Throws where it is of an earlier version. */
export async function connect(url: string, entities: EntitySchema[], poolSize: number): Promise<DataSource> {
  const database = sourceOf(url, entities, poolSize);
  await database.initialize();
  const pending = await new MigrationExecutor(database).getPendingMigrations();
  if (pending.length === 0) return database;
  await database.destroy();
  throw new Error('the database is of an earlier version: start Udrel with npm start, which brings it up to date');
}

/** Brings the schema of a database up to date as its owner. */
export async function migrate(url: string, entities: EntitySchema[], until: string | null = null): Promise<void> {
  const database = sourceOf(url, entities, 2, until);
  await database.initialize();
  const holder = database.createQueryRunner();
  try {
    // A migration of a large shop takes as long as it takes.
    for (const limit of Object.keys(LIMITS)) await holder.query(`set ${limit} = 0`);
    const executor = new MigrationExecutor(database, holder);
    executor.transaction = 'each';
    await executor.executePendingMigrations();
  } finally {
    await holder.release();
    await database.destroy();
  }
}

/** The names of all changes of the schema, earliest first. */
export const knownMigrations = (): string[] => migrations.map(nameOf);

const nameOf = (one: (typeof migrations)[number]) => new one().name;

/** Those up to one of them; all where none is named. */
const upTo = (until: string | null) =>
  until === null ? migrations : migrations.slice(0, migrations.findIndex((one) => nameOf(one) === until) + 1);

function sourceOf(url: string, entities: EntitySchema[], poolSize: number, until: string | null = null): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations: upTo(until),
    namingStrategy: new SnakeNaming(),
    installExtensions: false,
    poolSize,
    connectTimeoutMS: 5000,
    extra: { Client: PreparingClient, ...LIMITS },
    // A backend that is cut off while idle is replaced at the next query; the pool must not end the process.
    poolErrorHandler: () => undefined,
  });
}

/** The pool of connections under a database. */
export function poolOf(database: DataSource): Pool {
  return (database.driver as unknown as { master: Pool }).master;
}

/**
 * What a statement written by hand is sent to: the connection of the transaction, else the pool. What a query runner does
 * around each statement costs as much again as a short one.
 */
async function connectionOf({ queryRunner, dataSource }: EntityManager): Promise<Pick<ClientBase, 'query'>> {
  return queryRunner ? ((await queryRunner.connect()) as ClientBase) : poolOf(dataSource);
}

/** Rows of a query that is written by hand. */
export async function rows<T>(manager: EntityManager, sql: string, parameters: unknown[] = []): Promise<T[]> {
  return (await (await connectionOf(manager)).query<T & object>(sql, parameters)).rows;
}

/** The first row of a query, or null. */
export async function firstRow<T>(manager: EntityManager, sql: string, parameters: unknown[] = []): Promise<T | null> {
  return (await rows<T>(manager, sql, parameters))[0] ?? null;
}

/** Rows that a statement written by hand has changed or taken away. */
export async function changedRows(manager: EntityManager, sql: string, parameters: unknown[] = []): Promise<number> {
  return (await (await connectionOf(manager)).query(sql, parameters)).rowCount ?? 0;
}

/** Words of the code, none of them from a request, as a list of SQL: `('one', 'two')`. */
export function wordsIn(words: readonly string[]): string {
  return `(${words.map((word) => `'${word.replaceAll("'", "''")}'`).join(', ')})`;
}
