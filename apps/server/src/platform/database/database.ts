import type { ClientBase, Pool } from 'pg';
import { DataSource, MigrationExecutor, type EntityManager, type EntitySchema } from 'typeorm';
import { migrations } from './migrations';
import { SnakeNaming } from './naming';
import { PreparingClient } from './preparing-client';

/** Any fixed number: only one server at a time may migrate. */
const MIGRATION_LOCK = 418_2401;

/**
 * How long a statement, a wait for a lock and a transaction that does nothing may take, ms: whoever waits for a row
 * that is held gives its connection back before others must wait for one.
 */
const LIMITS = { statement_timeout: 20_000, lock_timeout: 3000, idle_in_transaction_session_timeout: 30_000 };

/** Connects to a database and brings its schema up to date; servers that start together wait for one another. */
export async function connect(url: string, entities: EntitySchema[], poolSize: number): Promise<DataSource> {
  const database = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations,
    namingStrategy: new SnakeNaming(),
    installExtensions: false,
    poolSize,
    connectTimeoutMS: 5000,
    extra: { Client: PreparingClient, ...LIMITS },
    // A backend that is cut off while idle is replaced at the next query; the pool must not end the process.
    poolErrorHandler: () => undefined,
  });
  await database.initialize();
  await migrate(database);
  return database;
}

async function migrate(database: DataSource): Promise<void> {
  const holder = database.createQueryRunner();
  try {
    // A migration of a large shop takes as long as it takes.
    for (const limit of Object.keys(LIMITS)) await holder.query(`set ${limit} = 0`);
    await holder.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    const executor = new MigrationExecutor(database, holder);
    executor.transaction = 'each';
    await executor.executePendingMigrations();
  } finally {
    await holder.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]).catch(() => undefined);
    for (const limit of Object.keys(LIMITS)) await holder.query(`reset ${limit}`).catch(() => undefined);
    await holder.release();
  }
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
