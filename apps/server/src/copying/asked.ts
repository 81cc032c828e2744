import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';

/** What a berth was asked, and who asked: an answer is kept in their name. */
export type Asked<T> = T & { tag: string; actor: CommandContext['actor'] };

/**
 * A question to a berth that is still open at an open job; null where it is answered, taken back, or its job closed.
 *
 * @param columns of the request itself, as they are selected from `l`
 */
export async function openQuestion<T extends object>(
  manager: EntityManager,
  table: 'read_back_request' | 'reads_request',
  id: string,
  columns: string,
): Promise<Asked<T> | null> {
  const found = await firstRow<Asked<T>>(
    manager,
    `select j.tag, json_build_object('id', l.asked_by, 'name', s.name, 'role', s.role) as actor, ${columns}
       from ${table} l join job j on j.id = l.job_id join staff s on s.id = l.asked_by
      where l.id = $1 and l.answered_at is null and j.closed_at is null`,
    [id],
  );
  return found ?? null;
}
