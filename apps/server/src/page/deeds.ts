import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { acceptQuote, declineQuote } from '../orders/quotes';
import type { CommandContext } from '../platform/command-context';
import { firstRow } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import { houseActor } from '../staff/house';
import { CustomerVisit } from './entities';
import type { Opened } from './links';

/** Looks within so many minutes of one another are one. */
const ONE_LOOK = 10;

/** Notes that somebody looked at the page. */
export async function noteLook(manager: EntityManager, { linkId }: Opened, now: Date): Promise<void> {
  const first = await firstRow(
    manager,
    `update customer_link set looks = looks + 1, looked_at = $2
      where id = $1 and (looked_at is null or looked_at < $2::timestamptz - make_interval(mins => $3)) returning id`,
    [linkId, now, ONE_LOOK],
  );
  if (first) await noteDeed(manager, linkId, now, 'looked at it');
}

/** Notes what was done on it. */
async function noteDeed(manager: EntityManager, linkId: string, at: Date, deed: string): Promise<void> {
  await manager.insert(CustomerVisit, { id: randomUUID(), linkId, at, deed });
}

export interface Answer {
  yes: boolean;
  version: number;
  total: number;
  name: string;
}

/** Says yes or no to the quote as it was put, in the customer's name. Refused where it is not what it was any more. */
export async function answerQuote(
  given: Pick<CommandContext, 'manager' | 'now' | 'masterKey' | 'demo'>,
  { order, linkId }: Opened,
  { yes, version, total, name }: Answer,
): Promise<void> {
  const context = { ...given, actor: await houseActor(given.manager, ':customer') };
  const note = `by ${name}`;
  if (yes) await acceptQuote(context, order, { total, how: 'on their page', note }, version);
  else await declineQuote(context, order, version, note);
  await noteDeed(given.manager, linkId, given.now, `${yes ? 'accepted' : 'declined'} quote ${version}, ${note}`);
}

/** A bill or a receipt of this order, and no other. */
export async function requireOwn(
  { manager, now }: Pick<CommandContext, 'manager' | 'now'>,
  { orderId, linkId }: Opened,
  kind: 'bill' | 'receipt',
  id: string,
): Promise<void> {
  const table = kind === 'bill' ? 'bill' : 'payment';
  const own = await firstRow(manager, `select 1 from ${table} where id = $1 and order_id = $2`, [id, orderId]);
  if (!own) throw new Refusal(404, 'not-found', 'There is nothing here.');
  await noteDeed(manager, linkId, now, `opened a ${kind}`);
}
