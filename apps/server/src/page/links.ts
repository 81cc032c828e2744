import { createHmac, randomUUID } from 'node:crypto';
import { digestOf } from '../platform/secret';
import type { LinkView } from '@udrel/contract/types';
import { readChannels, readRules } from '../shop/message-rules';
import { firstRow, rows } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import type { EntityManager } from 'typeorm';
import type { CommandContext } from '../platform/command-context';
import { CustomerLink } from './entities';

/** What the address of a page ends with: 256 bits that nobody can guess, made anew from the key file each time. */
const tokenOf = (masterKey: Buffer, id: string) =>
  createHmac('sha256', masterKey).update(`udrel page ${id}`).digest('base64url');

type Keyed = Pick<CommandContext, 'manager' | 'masterKey' | 'now'>;

/** The token of an order's page; one is made where there is none that still holds. */
export async function pageOf({ manager, masterKey, now }: Keyed, orderId: string): Promise<string> {
  const known = await firstRow<{ id: string }>(
    manager,
    'select id from customer_link where order_id = $1 and revoked_at is null order by made_at desc limit 1',
    [orderId],
  );
  if (known) return tokenOf(masterKey, known.id);
  const id = randomUUID();
  const token = tokenOf(masterKey, id);
  await manager.insert(CustomerLink, { id, orderId, digest: digestOf(token), madeAt: now });
  return token;
}

/** The whole address of it; empty where the shop has not said under which address it is reached. */
export async function addressOf(keyed: Keyed, orderId: string): Promise<string> {
  const { address } = await readChannels(keyed.manager, keyed.masterKey);
  return address === '' ? '' : `${address}/c/${await pageOf(keyed, orderId)}`;
}

/** An order whose page somebody holds the address of. */
export interface Opened {
  linkId: string;
  orderId: string;
  order: number;
}

/** The order of a token; null where there is none, it was revoked, or its time is over. */
export async function opened(manager: EntityManager, token: string, now: Date): Promise<Opened | null> {
  if (!/^[\w-]{43}$/.test(token)) return null;
  const { rules } = await readRules(manager);
  return firstRow<Opened>(
    manager,
    `select l.id as "linkId", o.id as "orderId", o.number as "order" from customer_link l join shop_order o on o.id = l.order_id
      where l.digest = $1 and l.revoked_at is null
        and not (not exists (select 1 from job j where j.order_id = o.id and j.closed_at is null)
                 and (select max(j.closed_at) from job j where j.order_id = o.id) < $2::timestamptz - make_interval(weeks => $3))`,
    [digestOf(token), now, rules.pageWeeks],
  );
}

/** The page of an order as the counter sees it: its address, who looked when, and what was done on it. */
export async function viewLink(keyed: Keyed, order: number): Promise<LinkView> {
  const { manager } = keyed;
  const found = await firstRow<{ id: string; madeAt: string; revokedAt: string | null; looks: number }>(
    manager,
    `select l.id, l.made_at as "madeAt", l.revoked_at as "revokedAt", l.looks from customer_link l
       join shop_order o on o.id = l.order_id where o.number = $1 order by l.revoked_at is not null, l.made_at desc limit 1`,
    [order],
  );
  const visits = await rows<LinkView['visits'][number]>(
    manager,
    `select v.at, v.deed from customer_visit v join customer_link l on l.id = v.link_id
       join shop_order o on o.id = l.order_id where o.number = $1 order by v.at desc limit 50`,
    [order],
  );
  const { address } = await readChannels(manager, keyed.masterKey);
  const path = found && found.revokedAt === null ? `/c/${tokenOf(keyed.masterKey, found.id)}` : null;
  return { path, address: path && address ? `${address}${path}` : null, looks: found?.looks ?? 0, visits };
}

/** Makes a page for an order that has none. */
export async function makeLink(context: CommandContext, order: number): Promise<LinkView> {
  await pageOf(context, await orderIdOf(context.manager, order));
  return viewLink(context, order);
}

/** Ends it: who has its address sees nothing any more. */
export async function revokeLink(context: CommandContext, order: number): Promise<LinkView> {
  const id = await orderIdOf(context.manager, order);
  await context.manager.query('update customer_link set revoked_at = $2 where order_id = $1 and revoked_at is null', [
    id,
    context.now,
  ]);
  return viewLink(context, order);
}

async function orderIdOf(manager: EntityManager, number: number): Promise<string> {
  const order = await firstRow<{ id: string }>(manager, 'select id from shop_order where number = $1 for update', [
    number,
  ]);
  if (!order) throw new Refusal(404, 'not-found', `There is no order ${number}.`);
  return order.id;
}
