import type { DataSource, EntityManager } from 'typeorm';
import { sqlStateOf } from './database-errors';

const TRIES = 5;
/** Longest pause before the second try, ms; doubled with each further one, so that two do not meet again. */
const PAUSE = 30;

/** What PostgreSQL takes back for another's sake (40P01 deadlock, 40001 serialization): the same may go through now. */
const MAY_GO_THROUGH = ['40P01', '40001'];

/** Whether the same work may go through when it is done again. */
export function retryable(error: unknown): boolean {
  return MAY_GO_THROUGH.includes(sqlStateOf(error) ?? '');
}

/**
 * Does work in one transaction, again where the database took it back because of others. The work must change
 * nothing but the database.
 */
export async function inTransaction<T>(
  database: DataSource | EntityManager,
  work: (manager: EntityManager) => Promise<T>,
): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await database.transaction(work);
    } catch (error) {
      if (attempt >= TRIES || !retryable(error)) throw error;
    }
    await new Promise((resolve) => setTimeout(resolve, Math.random() * PAUSE * 2 ** attempt));
  }
}
