import type { Pool } from 'pg';
import { DataSource, type EntityManager } from 'typeorm';
import { entities } from './entities';
import { migrations } from './migrations';
import { SnakeNaming } from './naming';
import { PreparingClient } from './prepared';

/** Any fixed number: only one server at a time may migrate. */
const MIGRATION_LOCK = 418_2401;

/** Opens the database and brings its schema up to date; servers that start together wait for one another. */
export async function openDatabase(url: string, poolSize = 16): Promise<DataSource> {
  const database = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations,
    namingStrategy: new SnakeNaming(),
    installExtensions: false,
    poolSize,
    connectTimeoutMS: 5000,
    extra: { Client: PreparingClient },
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
    await holder.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await database.runMigrations({ transaction: 'each' });
  } finally {
    await holder.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]).catch(() => undefined);
    await holder.release();
  }
}

/** The pool of connections under a database. */
export function poolOf(database: DataSource): Pool {
  return (database.driver as unknown as { master: Pool }).master;
}

/**
 * Rows of a query that is written by hand. Outside a transaction it goes to the pool directly: a query runner of its
 * own for each read costs as much again.
 */
export async function rows<T>(manager: EntityManager, sql: string, parameters: unknown[] = []): Promise<T[]> {
  if (manager.queryRunner) return (await manager.query(sql, parameters)) as T[];
  return (await poolOf(manager.dataSource).query<T & object>(sql, parameters)).rows;
}

/** The first row of a query, or null. */
export async function firstRow<T>(manager: EntityManager, sql: string, parameters: unknown[] = []): Promise<T | null> {
  return (await rows<T>(manager, sql, parameters))[0] ?? null;
}
