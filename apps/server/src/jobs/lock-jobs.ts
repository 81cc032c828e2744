import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';

/** What a write is going to change: one job, several, or an order with all of its jobs. */
export type Locked = { tag: string } | { tags: readonly string[] } | { order: number } | { orderOf: string };

/** A job under its lock. */
export interface LockedJob {
  id: string;
  tag: string;
  version: number;
}

/**
 * Locks what a write changes, always in one order: the order first, then its jobs by number. Whoever needs more than
 * one job says so here before anything is changed; within one transaction nothing of it is locked later. Parts and
 * runs come after jobs.
 */
export async function lockJobs(manager: EntityManager, what: Locked): Promise<LockedJob[]> {
  if ('tag' in what) return locked(manager, 'tag = any ($1)', [[what.tag.toUpperCase()]]);
  if ('tags' in what) return locked(manager, 'tag = any ($1)', [what.tags.map((tag) => tag.toUpperCase())]);
  const [order] = await rows<{ id: string }>(
    manager,
    'order' in what
      ? 'select id from shop_order where number = $1 for update'
      : 'select id from shop_order where id = (select order_id from job where tag = $1) for update',
    ['order' in what ? what.order : what.orderOf.toUpperCase()],
  );
  return order ? locked(manager, 'order_id = $1', [order.id]) : [];
}

function locked(manager: EntityManager, condition: string, values: unknown[]): Promise<LockedJob[]> {
  return rows<LockedJob>(
    manager,
    `select id, tag, version from job where ${condition} order by number for update`,
    values,
  );
}
