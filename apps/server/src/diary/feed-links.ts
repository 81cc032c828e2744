import { createHmac, randomUUID } from 'node:crypto';
import { digestOf } from '../platform/secret';
import type { FeedLinksView, MakeFeed } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { readChannels } from '../shop/message-rules';
import { FeedLink } from './entities';

/** What the address of a calendar ends with: 128 bits that nobody can guess, made anew from the key file each time. */
const tokenOf = (masterKey: Buffer, id: string) =>
  createHmac('sha256', masterKey).update(`udrel diary ${id}`).digest('hex').slice(0, 32);

/** The addresses under which somebody's own diary and the shop's can be read as a calendar; null where there is none. */
export async function viewFeeds({
  manager,
  actor,
  masterKey,
}: Pick<CommandContext, 'manager' | 'actor' | 'masterKey'>): Promise<FeedLinksView> {
  const { address } = await readChannels(manager, masterKey);
  const found = await rows<{ id: string; own: boolean; madeAt: Date }>(
    manager,
    `select id, staff_id is not null as own, made_at as "madeAt" from feed_link
      where staff_id = $1 or staff_id is null`,
    [actor.id],
  );
  const linkOf = (own: boolean) => {
    const link = found.find((one) => one.own === own);
    if (!link) return null;
    const path = `/api/v1/calendars/${tokenOf(masterKey, link.id)}`;
    return { path, address: address === '' ? null : `${address}${path}`, madeAt: link.madeAt.toISOString() };
  };
  return { own: linkOf(true), shop: linkOf(false) };
}

/** Makes such an address; the one until now leads nowhere any more. */
export async function makeFeed(context: CommandContext, { of, none }: MakeFeed): Promise<FeedLinksView> {
  const { manager, actor, masterKey, now } = context;
  const staffId = of === 'me' ? actor.id : null;
  await manager.query('delete from feed_link where staff_id is not distinct from $1', [staffId]);
  if (!none) {
    const id = randomUUID();
    await manager.insert(FeedLink, {
      ...{ id, staffId, madeBy: actor.id, madeAt: now },
      digest: digestOf(tokenOf(masterKey, id)),
    });
  }
  return viewFeeds(context);
}

/** Whose diary an address leads to: somebody's by id, or the shop's (null). Refuses what leads nowhere. */
export async function feedOf(manager: EntityManager, token: string): Promise<{ staffId: string | null }> {
  const link = await firstRow<{ staffId: string | null }>(
    manager,
    `select l.staff_id as "staffId" from feed_link l left join staff s on s.id = l.staff_id
      where l.digest = $1 and (l.staff_id is null or s.active)`,
    [digestOf(token)],
  );
  if (!link) throw notFound('This calendar');
  return link;
}
