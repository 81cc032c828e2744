import { randomUUID } from 'node:crypto';
import { quietFor } from '@udrel/core/messages';
import type { DataSource, EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { minuteInShop } from '../shop/calendar';
import { readShop } from '../staff/people';
import { byMail, byText, Refused, type Outgoing, type Send } from './channels';
import type { MessageRow } from './entities';
import { readChannels, readRules } from '../shop/message-rules';

export interface Sending {
  database: DataSource;
  masterKey: Buffer;
  clock: () => Date;
}

/** What became of a try: it went, it is over, or it is to be tried in so many seconds. */
export type Tried = 'sent' | 'over' | { waitS: number };

type Stored = Pick<
  MessageRow,
  'id' | 'kind' | 'key' | 'channel' | 'address' | 'subject' | 'text' | 'state' | 'jobId' | 'orderId' | 'madeAt'
>;

/** Tries to send a message that waits; `last`: what fails now is over. Throws where it is to be tried again as others are. */
export async function sendMessage(sending: Sending, id: string, last: boolean): Promise<Tried> {
  const { database, clock } = sending;
  const { manager } = database;
  const message = await firstRow<Stored>(
    manager,
    `select id, kind, key, channel, address, subject, text, state, job_id as "jobId", order_id as "orderId",
            made_at as "madeAt" from message where id = $1`,
    [id],
  );
  if (message?.state !== 'waiting') return 'over';
  const now = clock();
  const { formats, name: shop } = await readShop(manager);
  const quiet = quietFor(minuteInShop(now, formats), (await readRules(manager)).rules);
  if (quiet > 0) return { waitS: quiet * 60 };
  const idle = await noLongerTrue(manager, message);
  if (idle !== null) {
    await settle(sending, message, 'dropped', idle);
    return 'over';
  }
  const send = await wayOf(sending, message);
  if (typeof send === 'string') {
    await settle(sending, message, 'failed', send);
    return 'over';
  }
  const outgoing: Outgoing = { id, to: message.address, subject: message.subject, text: message.text, shop };
  const failed = await send(outgoing).then(
    () => null,
    (error: unknown) => error as Error,
  );
  await noteTry(manager, id, clock(), failed);
  if (failed === null) {
    await settle(sending, message, 'sent', '');
    return 'sent';
  }
  if (failed instanceof Refused || last) {
    await settle(sending, message, 'failed', failed.message);
    return 'over';
  }
  throw failed;
}

async function wayOf({ database, masterKey }: Sending, { channel, address }: Stored): Promise<Send | string> {
  const { mail, text } = await readChannels(database.manager, masterKey);
  if (channel === 'mail') return mail ? byMail(mail) : 'No mail server is set: see Shop, Messages.';
  if (channel === 'text') return text ? byText(text) : 'No gateway for text messages is set: see Shop, Messages.';
  return `Nobody can be reached under “${address}” by itself: call.`;
}

const noteTry = (manager: EntityManager, id: string, at: Date, failed: Error | null) =>
  manager.query('insert into message_try (id, message_id, at, went, told) values ($1, $2, $3, $4, $5)', [
    ...[randomUUID(), id, at, failed === null, failed?.message.slice(0, 300) ?? ''],
  ]);

/** Why a message that was true when it was made need not go any more; null where it is still true. */
async function noLongerTrue(
  manager: EntityManager,
  { kind, key, jobId, orderId, madeAt }: Stored,
): Promise<string | null> {
  if (kind === 'ready' || kind === 'reminder') {
    const jobs = await rows<{ readySince: Date | null; closed: boolean }>(
      manager,
      `select ready_since as "readySince", closed_at is not null as closed from job
        where ${jobId === null ? 'order_id' : 'id'} = $1`,
      [jobId ?? orderId],
    );
    // It is about what was ready when the last of it became so.
    const ready = jobs.some(
      ({ readySince, closed }) => !closed && readySince && key.includes(readySince.toISOString()),
    );
    if (!ready && jobs.every(({ closed }) => closed)) return 'it was fetched meanwhile';
    if (!ready) return 'it is not ready any more';
  }
  if (kind === 'bill') {
    const [, number] = key.split(' ');
    const paid = await firstRow<{ due: number; since: boolean }>(
      manager,
      `select (select coalesce(sum(case kind when 'bill' then total else -total end), 0) from bill where order_id = $1)::int
              - (select coalesce(sum(amount), 0) from payment where order_id = $1)::int as due,
              exists (select 1 from payment where order_id = $1 and at > $2)
              or exists (select 1 from bill b join bill o on o.id = b.corrects where o.number = $3) as since`,
      [orderId, madeAt, number],
    );
    return paid && paid.since && paid.due <= 0 ? 'it was paid meanwhile' : null;
  }
  if (kind === 'quote') {
    const [, , version] = key.split(' ');
    const later = await firstRow<{ why: string }>(
      manager,
      `select case when accepted_at is not null then 'it was accepted meanwhile' else 'a later quote was written' end as why
         from quote_version where order_id = $1 and (version > $2 or (version = $2 and accepted_at is not null)) limit 1`,
      [orderId, Number(version)],
    );
    return later?.why ?? null;
  }
  return null;
}

/** Notes what became of it. Somebody may have dropped it meanwhile: that it went is true all the same. */
async function settle(
  { database, clock }: Sending,
  { id }: Stored,
  state: 'sent' | 'failed' | 'dropped',
  why: string,
): Promise<void> {
  await database.query('update message set state = $2, why = $3, settled_at = $4 where id = $1', [
    ...[id, state, why.slice(0, 300), clock()],
  ]);
}
