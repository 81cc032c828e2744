import pg from 'pg';
import pino from 'pino';
import { SMTPServer } from 'smtp-server';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it, vi } from 'vitest';
import { linesOf, sumsOf } from '@udrel/core/bill';
import { FIRST_RULES, type MessageKind, type MessageRules, type Sending } from '@udrel/core/messages';
import type {
  ChannelsView,
  JobView,
  MessagePage,
  MessagesToSee,
  MessageView,
  Problem,
  QuoteView,
} from '@udrel/contract/types';
import { openHints } from '../../src/hints/hub';
import { causesOf } from '../../src/messages/make';
import { openQueue, type MessageQueue } from '../../src/messages/queue';
import { noteReady } from '../../src/jobs/ready-since';
import { booking, deviceBooking, stockUp, Work, type Stock } from '../fixtures';
import { TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let queue: MessageQueue;
let mail: SMTPServer;
let received: { to: string; id: string; text: string }[] = [];
/** What the mail server answers instead of taking a mail. */
let answers: { code: number; text: string }[] = [];

beforeAll(async () => {
  stock = await stockUp(shop);
  await shop.as.owner.send('PUT', '/shop/formats', {
    ...{ locale: 'en-GB', currency: '', timeZone: 'Europe/Dublin', paper: 'A4' },
  });
  mail = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData: (stream, { envelope }, done) => {
      let text = '';
      stream.on('data', (bytes: Buffer) => (text += bytes.toString('utf8')));
      stream.on('end', () => {
        const answer = answers.shift();
        if (answer) return done(Object.assign(new Error(answer.text), { responseCode: answer.code }));
        const id = /^Message-ID: <(.+)>/im.exec(text)?.[1] ?? '';
        received.push({ to: envelope.rcptTo[0]?.address ?? '', id, text });
        done();
      });
    },
  });
  await new Promise<void>((listening) => mail.listen(0, '127.0.0.1', listening));
  const address = mail.server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  const { status } = await shop.as.owner.send('PUT', '/shop/channels', {
    address: 'https://shop.example',
    mail: { host: '127.0.0.1', port, secure: false, user: '', password: 'open sesame', from: 'bench@shop.example' },
    text: null,
  });
  expect(status).toBe(200);
  const name = shop.database.options.type === 'postgres' ? String(shop.database.driver.database) : '';
  queue = await openQueue(
    { database: shop.database, masterKey: TEST_CONFIG.masterKey, clock: () => shop.clock.now },
    inject('appUrl').replace(/postgres$/, name),
    pino({ level: 'silent' }),
    null,
    { firstS: 1, lookMs: 500, cutOffS: 5 },
  );
});
afterAll(async () => {
  await queue.close();
  await new Promise<void>((closed) => mail.close(closed));
});
beforeEach(async () => {
  received = [];
  answers = [];
  shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
  await rules({});
});

/** Sets how kinds go; all others do not. */
async function rules(how: Partial<Record<MessageKind, Sending>>, over: Partial<MessageRules> = {}) {
  const templates = FIRST_RULES.templates.map((one) => ({ ...one, how: how[one.kind] ?? ('not' as const) }));
  const { status } = await shop.as.owner.send('PUT', '/shop/messages', {
    ...FIRST_RULES,
    ...{ quietFrom: '00:00', quietUntil: '00:00' },
    ...over,
    templates,
  });
  expect(status).toBe(200);
}
const messages = async (query = '') => (await shop.as.counter.get<MessagePage>(`/messages?${query}`)).body.rows;
const of = async (tag: string) => messages(`tag=${tag}`);
const settle = (message: MessageView, over: object) => {
  const { channel, address, subject, text } = message;
  return shop.as.counter.send<MessageView & Problem>('POST', `/messages/${message.id}`, {
    ...{ what: 'send', channel, address, subject, text },
    ...over,
  });
};
const arrived = (count: number) => vi.waitFor(() => expect(received).toHaveLength(count), { timeout: 30_000 });
const settled = (tag: string, state: MessageView['state']) =>
  vi.waitFor(async () => expect((await of(tag))[0]?.state).toBe(state), { timeout: 30_000 });

const toSee = async () => (await shop.as.counter.get<MessagesToSee>('/messages/to-see')).body;

/** A connection that keeps every message from being made until it ends. */
async function holdingMessages(): Promise<pg.Client> {
  const name = shop.database.driver.database ?? '';
  const holder = new pg.Client({ connectionString: inject('adminUrl').replace(/postgres$/, name) });
  await holder.connect();
  await holder.query('begin; lock table message in exclusive mode');
  return holder;
}

/** So many jobs of one order, of somebody who is written to. */
async function bookedTogether(count: number): Promise<JobView[]> {
  const jobs = Array.from({ length: count }, () => deviceBooking(stock));
  const order = { ...booking(stock, {}, { email: 'desk@ferry.example' }), jobs };
  return (await shop.as.counter.send<{ jobs: JobView[] }>('POST', '/orders', order)).body.jobs;
}

/** A job of somebody who is written to. */
async function booked(customer: object = { email: 'desk@ferry.example' }): Promise<JobView> {
  const { body } = await shop.as.counter.send<{ jobs: JobView[] }>('POST', '/orders', booking(stock, {}, customer));
  const [job] = body.jobs;
  if (!job) throw new Error('nothing was booked');
  return job;
}

/** Ends a job without work, so that it can be fetched. */
async function ready(job: JobView): Promise<Work> {
  const work = new Work(shop.as.technician, job);
  await work.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too dear' });
  return work;
}

describe('messages', () => {
  it('are made of nothing before the owner says so, and of nothing that happened before that', async () => {
    const before = await booked();
    await queue.look();
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    await rules({ 'booked in': 'by itself' });
    await queue.look();
    expect(await of(before.tag)).toEqual([]);
  });

  it('are looked for without a word where there is nothing to make', async () => {
    await queue.look();
    const hints = await openHints((shop.database.options as { url: string }).url, pino({ level: 'silent' }));
    const told: string[] = [];
    hints.subscribe(null, ({ hint }) => told.push(hint.kind));
    await queue.look();
    expect(await hints.caughtUp()).toBe(true);
    expect(told).toEqual([]);
    await hints.close();
  });

  it('go once, by mail, with the page of the order, and are kept with what came of each try', async () => {
    await rules({ 'booked in': 'by itself' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    const { tag } = await booked();
    await Promise.all([queue.look(), queue.look()]);
    await arrived(1);
    await settled(tag, 'sent');
    await queue.look();
    const [message] = await of(tag);
    expect(received[0]).toMatchObject({ to: 'desk@ferry.example', id: `${message?.id}@shop.example` });
    expect(received[0]?.text).toContain('https://shop.example/c/');
    expect(message).toMatchObject({ kind: 'booked in', channel: 'mail', tries: 1, by: null });
    expect(received).toHaveLength(1);
  });

  it('are tried again with growing waits, under the same identity; what is refused for good is not', async () => {
    await rules({ 'booked in': 'by itself' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    answers = [
      { code: 451, text: 'try later' },
      { code: 421, text: 'busy' },
    ];
    const again = await booked();
    await queue.look();
    await arrived(1);
    await settled(again.tag, 'sent');
    expect((await of(again.tag))[0]?.tries).toBe(3);
    answers = [{ code: 550, text: 'no such mailbox' }];
    const never = await booked({ email: 'nobody@ferry.example' });
    await queue.look();
    await settled(never.tag, 'failed');
    const [failed] = await of(never.tag);
    expect(failed).toMatchObject({ tries: 1, why: expect.stringContaining('no such mailbox') });
    expect((await toSee()).failed).toBe(1);
    if (!failed) return;
    expect((await settle(failed, { address: 'nowhere' })).body.problems?.[0]?.field).toBe('address');
    expect((await settle(failed, { address: 'right@ferry.example' })).body.state).toBe('waiting');
    await queue.look();
    await settled(never.tag, 'sent');
    expect(received.at(-1)?.to).toBe('right@ferry.example');
    expect((await settle(failed, { what: 'drop' })).body.code).toBe('settled-already');
  });

  it('wait for the end of the quiet hours on the shop’s clock', async () => {
    // 21:30 in summer there.
    shop.clock.now = new Date('2026-06-20T20:30:00Z');
    await rules({ 'booked in': 'by itself' }, { quietFrom: '20:00', quietUntil: '08:00' });
    shop.clock.now = new Date('2026-06-20T20:31:00Z');
    const { tag } = await booked();
    await queue.look();
    await vi.waitFor(
      async () => {
        const [{ waits }] = await shop.database.query(
          `select count(*)::int as waits from pgboss.job where name = 'message' and start_after > now() + interval '9 hours'`,
        );
        expect(waits).toBe(1);
      },
      { timeout: 20_000 },
    );
    expect((await of(tag))[0]).toMatchObject({ state: 'waiting', tries: 0 });
    expect(received).toEqual([]);
  });

  it('that somebody looks at first go as they were changed; who chose the phone is called', async () => {
    await rules({ ready: 'once looked at' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    const job = await booked();
    const { job: done } = await ready(job);
    expect(done.readySince).not.toBeNull();
    await queue.look();
    const [message] = await of(job.tag);
    expect(message).toMatchObject({ kind: 'ready', state: 'to look at', channel: 'mail' });
    if (!message) return;
    expect((await settle(message, { text: 'Come by until six.' })).status).toBe(200);
    await queue.look();
    await arrived(1);
    expect(received[0]?.text).toContain('Come by until six.');
    const called = await booked({ email: '', phone: '01555 010 199' });
    await ready(called);
    await queue.look();
    const [call] = await of(called.tag);
    expect(call).toMatchObject({ channel: 'phone', address: '01555 010 199' });
    if (!call) return;
    expect((await settle(call, {})).body.problems?.[0]?.field).toBe('channel');
    expect((await settle(call, { what: 'told' })).body).toMatchObject({ state: 'sent', by: 'The counter' });
  });

  it('that are not true any more when they would go do not go', async () => {
    await rules({ ready: 'once looked at' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    const job = await booked();
    const work = await ready(job);
    await queue.look();
    const [message] = await of(job.tag);
    if (!message) throw new Error('no message was made');
    // The customer wants it after all: it is worked on again.
    await work.post('/corrections/end', { correction: { what: 'go on' }, reason: 'they changed their mind' });
    expect(work.job.readySince).toBeNull();
    await settle(message, {});
    await queue.look();
    await settled(job.tag, 'dropped');
    expect((await of(job.tag))[0]?.why).toBe('it is not ready any more');
    expect(received).toEqual([]);
  });

  it('tell of several devices of an order at once, and anew when another has become ready', async () => {
    // Both are ready before anybody looks, as two that are closed in one breath are.
    await rules({});
    const before = shop.clock.now;
    shop.clock.now = new Date(before.getTime() + 1000);
    const [first, second, third] = await bookedTogether(3);
    if (!first || !second || !third) throw new Error('nothing was booked');
    await ready(first);
    await ready(second);
    shop.clock.now = before;
    await rules({ ready: 'by itself' });
    shop.clock.now = new Date(before.getTime() + 1000);
    await queue.look();
    await arrived(1);
    expect(received[0]?.text).toContain(`${first.tag}, ${second.tag}`);
    expect(received[0]?.text).not.toContain(third.tag);
    await queue.look();
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    await ready(third);
    await queue.look();
    await arrived(2);
    expect(received[1]?.text).toContain(`${first.tag}, ${second.tag}, ${third.tag}`);
  });

  it('of what happens while it is looked for others are made by who asks then', async () => {
    await rules({ 'booked in': 'by itself' });
    const holder = await holdingMessages();
    // It has seen what there is to make, and waits to leave it to the queue.
    const before = queue.look();
    await vi.waitFor(async () => {
      const { rows } = await holder.query('select 1 from pg_locks where not granted and relation = $1::regclass', [
        'message',
      ]);
      expect(rows).not.toEqual([]);
    });
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    const { tag } = await booked();
    const asked = queue.look();
    await holder.end();
    await before;
    await asked;
    expect(await of(tag)).toHaveLength(1);
  });

  it('are looked for among what happened just now, and at each turn among all that is news', async () => {
    await rules({ 'booked in': 'by itself' });
    const holder = await holdingMessages();
    const orders: number[] = [];
    for (const minutes of [1, 30]) {
      shop.clock.now = new Date(shop.clock.now.getTime() + minutes * 60_000);
      orders.push((await booked()).order);
    }
    const making = { manager: shop.database.manager, now: shop.clock.now, masterKey: TEST_CONFIG.masterKey };
    const found = async (lastMs?: number) => (await causesOf(making, lastMs)).map(({ cause }) => cause.order);
    expect(await found(60_000)).toEqual(orders.slice(1));
    expect(await found()).toEqual(orders);
    await holder.end();
  });

  it('of a bill that was paid meanwhile do not go', async () => {
    await rules({ bill: 'once looked at' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    const job = await booked();
    const work = new Work(shop.as.technician, job);
    await work.assess();
    await work.reserve(stock);
    const { body: quote } = await shop.as.counter.get<QuoteView>(`/orders/${job.order}/quote`);
    const bill = {
      lines: linesOf(quote.now),
      reduction: { kind: 'none', value: 0, reason: '' },
      note: '',
      agreed: 'asked',
    };
    const buyer = { name: 'Ferry office', street: '', postcode: '', town: '', country: 'IE', taxId: '' };
    const total = sumsOf(bill.lines, { kind: 'none', value: 0, reason: '' }, null).total;
    const issued = await shop.as.counter.send('POST', `/orders/${job.order}/bills`, { ...bill, buyer, total });
    expect(issued.status).toBe(201);
    await queue.look();
    const message = (await of(job.tag)).find(({ kind }) => kind === 'bill');
    if (!message) throw new Error('no message was made');
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    await shop.as.counter.send('POST', `/orders/${job.order}/payments`, { amount: total, how: 'card' });
    await settle(message, {});
    await queue.look();
    await settled(job.tag, 'dropped');
    expect((await of(job.tag)).find(({ kind }) => kind === 'bill')?.why).toBe('it was paid meanwhile');
  });

  it('come to an end: who stays away after the last reminder is somebody’s to see to', async () => {
    await rules({ reminder: 'not' }, { remindAfterDays: 7, reminders: 2 });
    const job = await booked();
    await ready(job);
    // Of a job that was ready before that was noted it is noted once a server begins.
    await shop.database.query('update job set ready_since = null where tag = $1', [job.tag]);
    expect(await noteReady(shop.database.manager, shop.clock.now)).toBe(1);
    expect(await noteReady(shop.database.manager, shop.clock.now)).toBe(0);
    const away = async () => (await toSee()).stayedAway.find(({ tag }) => tag === job.tag);
    shop.clock.now = new Date(shop.clock.now.getTime() + 20 * 86_400_000);
    expect(await away()).toBeUndefined();
    shop.clock.now = new Date(shop.clock.now.getTime() + 86_400_000);
    expect(await away()).toMatchObject({ days: 21 });
  });

  it('remind of what waits to be fetched, as often as the shop has said', async () => {
    await rules({ reminder: 'by itself' }, { remindAfterDays: 7, reminders: 2 });
    const job = await booked();
    await ready(job);
    for (const days of [6, 2, 3, 4, 30]) {
      shop.clock.now = new Date(shop.clock.now.getTime() + days * 86_400_000);
      await queue.look();
    }
    await arrived(2);
    expect((await of(job.tag)).map(({ kind }) => kind)).toEqual(['reminder', 'reminder']);
  });

  it('leave the shop by ways whose password nobody reads', async () => {
    const { body } = await shop.as.owner.get<ChannelsView>('/shop/channels');
    expect(body.mail).toMatchObject({ password: '', hasPassword: true, from: 'bench@shop.example' });
    const [{ value }] = await shop.database.query(`select value::text from setting where key = 'channels'`);
    expect(value).not.toContain('open sesame');
    // Set again without it, it stays.
    const { mail: known } = body;
    const { hasPassword: _has, ...given } = known ?? { hasPassword: false };
    await shop.as.owner.send('PUT', '/shop/channels', { address: body.address, mail: given, text: null });
    expect((await shop.as.owner.get<ChannelsView>('/shop/channels')).body.mail?.hasPassword).toBe(true);
  });

  it('refuse a template with a word that nobody knows, at its field', async () => {
    const [first, ...others] = FIRST_RULES.templates;
    const { body } = await shop.as.owner.send<Problem>('PUT', '/shop/messages', {
      ...FIRST_RULES,
      templates: [{ ...first, text: 'Dear {customre}' }, ...others],
    });
    expect(body.problems).toEqual([{ field: 'templates.0.text', sentence: expect.stringContaining('{customre}') }]);
  });
});
