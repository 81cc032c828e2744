import { randomUUID } from 'node:crypto';
import pino from 'pino';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Problem } from '@udrel/contract/types';
import { createApp } from '../../src/app/create-app';
import { loggedError } from '../../src/platform/http/request-log';
import { silentHints } from '../../src/hints/hub';
import { bookJob, stockUp, type Stock } from '../fixtures';
import { indexHere, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let tag: string;
beforeAll(async () => {
  stock = await stockUp(shop);
  ({ tag } = await bookJob(shop.as.counter, stock));
});

const NOT_A_UUID = '------------------------------------';

describe('an address that cannot be', () => {
  it.each([
    '/orders/99999999999/quote',
    '/orders/none/quote',
    '/models/none',
    `/models/${NOT_A_UUID}/lessons`,
    '/jobs/%00',
    '/jobs/U-99999999999999',
    '/jobs/no%20tag',
    '/jobs?after=99999999999',
    '/jobs?text=%00',
    '/parts?find=a%00b',
    '/find?q=%00',
    '/customers?find=%00',
    '/audit?before=x',
    '/jobs/%E0%A4%A',
  ])('%s is told as the caller’s', async (path) => {
    const { status } = await shop.as.owner.get(path);
    expect(status).toBeGreaterThanOrEqual(200);
    expect(status).toBeLessThan(500);
  });

  it('names its place', async () => {
    const { body, status } = await shop.as.owner.get<Problem>('/orders/99999999999/quote');
    expect([status, body.problems?.[0]?.field]).toEqual([404, 'number']);
  });
});

describe('a body that cannot be kept', () => {
  const cases: [string, 'POST' | 'PUT', string, object, string][] = [
    ['NUL in a note', 'POST', '/notes', { text: 'a\u0000b' }, 'text'],
    ['half a letter in a note', 'POST', '/notes', { text: '\ud800' }, 'text'],
    ['a part by no id', 'POST', '/drive', { version: 0, partId: NOT_A_UUID, siteId: 'a', on: 'new' }, 'partId'],
    [
      'a day that does not exist',
      'POST',
      '/part-orders',
      {
        version: 0,
        choice: { kind: 'memory', partId: randomUUID(), count: 1 },
        supplier: 'Tarn',
        expected: '2026-02-31',
      },
      'expected',
    ],
    [
      'a number beyond the column',
      'PUT',
      '/disassembly/' + randomUUID(),
      { version: 1e12, out: 1, back: 0 },
      'version',
    ],
    ['NUL in a fact', 'PUT', '/facts/health', { version: 1, value: { grade: 'good', note: '\u0000' } }, 'value.note'],
  ];
  it.each(cases)('%s', async (_name, method, path, body, field) => {
    const answer = await shop.as.owner.send<Problem>(method, `/jobs/${tag}${path}`, body);
    expect(answer.status).toBe(422);
    expect(answer.body.problems?.map((one) => one.field)).toContain(field);
  });

  it('of far too many fields is answered in a sentence', async () => {
    const many = Object.fromEntries(Array.from({ length: 60_000 }, (_none, n) => [`field ${n}`, '']));
    const { status, body } = await shop.as.owner.send<Problem>('POST', '/orders', many);
    expect(status).toBe(422);
    expect(JSON.stringify(body).length).toBeLessThan(600);
  });

  it('is small before signing in', async () => {
    const large = { login: 'x', password: 'y'.repeat(20_000) };
    expect((await shop.nobody.send('POST', '/session', large)).status).toBe(413);
    expect((await shop.as.counter.send('POST', '/session', large)).status).toBe(422);
  });
});

describe('an idempotency key', () => {
  it('is good for one body', async () => {
    const key = { 'idempotency-key': randomUUID() };
    const note = (text: string) => shop.as.counter.send<Problem>('POST', `/jobs/${tag}/notes`, { text }, key);
    expect((await note('called')).status).toBe(200);
    expect((await note('called')).status).toBe(200);
    expect((await note('called again')).body.code).toBe('idempotency-key-reused');
  });

  it('is that of what is done, whichever version it rests on: an answer that was lost is given again', async () => {
    const key = { 'idempotency-key': randomUUID() };
    const { tag: other, version } = await bookJob(shop.as.counter, stock);
    const record = (rests: number, value: unknown) =>
      shop.as.technician.send<Problem>('PUT', `/jobs/${other}/facts/before`, { version: rests, value }, key);
    const before = { set: null, whyNot: 'does not start' };
    const { status, body } = await record(version, before);
    expect(status).toBe(200);
    expect(await record(version + 1, before)).toMatchObject({ status: 200, body });
    expect((await record(version + 1, { set: null, whyNot: 'no drive' })).body.code).toBe('idempotency-key-reused');
  });

  it('is one’s own: the same of two people are two', async () => {
    const key = { 'idempotency-key': randomUUID() };
    const pay = { amount: 100, how: 'cash' };
    const { order } = (await shop.as.counter.get<{ order: number }>(`/jobs/${tag}`)).body;
    await shop.as.counter.send('POST', `/orders/${order}/payments`, pay, key);
    const { body } = await shop.as.owner.send<{ paid: number }>('POST', `/orders/${order}/payments`, pay, key);
    expect(body.paid).toBe(200);
  });
});

describe('what is held by somebody else', () => {
  it('is told after a while, with when to try again, and nobody else waits for it', async () => {
    const holder = shop.database.createQueryRunner();
    await holder.startTransaction();
    await holder.query('select 1 from job where tag = $1 for update', [tag]);
    // More than there are connections in the pool.
    const waiting = Array.from({ length: 10 }, () =>
      shop.as.counter.send<Problem>('POST', `/jobs/${tag}/notes`, { text: 'called' }),
    );
    const page = await shop.as.owner.get('/floor');
    const answers = await Promise.all(waiting);
    await holder.rollbackTransaction();
    await holder.release();
    expect(page.status).toBe(200);
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([503]));
    expect((await shop.as.counter.send('POST', `/jobs/${tag}/notes`, { text: 'called' })).status).toBe(200);
  });
});

describe('a fault of ours', () => {
  it('is logged with where and what, and no text of a customer', async () => {
    const lines: string[] = [];
    const log = pino({ level: 'error' }, { write: (line: string) => void lines.push(line) });
    const clock = () => {
      throw new Error('the clock is stuck');
    };
    const { database } = shop;
    const app = createApp({
      database,
      config: TEST_CONFIG,
      log,
      hints: silentHints,
      index: indexHere(database),
      backups: shop.backups,
      clock,
    });
    const server = app.listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    const { port } = server.address() as { port: number };
    const answer = await fetch(`http://127.0.0.1:${port}/api/v1/session?name=Bascombe`);
    server.close();
    expect(answer.status).toBe(500);
    const entry = JSON.parse(lines[0] ?? '{}') as Record<string, unknown>;
    expect(entry).toMatchObject({
      msg: 'request failed',
      method: 'GET',
      path: '/api/v1/session',
      request: expect.stringMatching(/^[0-9a-f-]{36}$/) as string,
      time: expect.any(Number) as number,
      error: { message: 'the clock is stuck', stack: expect.stringContaining('at ') as string },
    });
    expect(lines.join('')).not.toContain('Bascombe');
    expect(((await answer.json()) as Problem).detail).toContain(String(entry['request']).slice(0, 8));
  });

  it('of the database keeps what it quotes to itself', async () => {
    const error: unknown = await shop.database
      .query('select $1::uuid', ['Bascombe'])
      .then(() => null)
      .catch((caught: unknown) => caught);
    const logged = loggedError(error);
    expect(logged).toMatchObject({ state: '22P02' });
    expect(JSON.stringify(logged)).not.toContain('Bascombe');
    expect(loggedError('text')).toMatchObject({ type: 'string' });
  });
});
