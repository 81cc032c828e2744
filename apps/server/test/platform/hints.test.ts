import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { createApp } from '../../src/app/create-app';
import { HEARD_HEADER, type Hint } from '@udrel/contract/endpoints';
import { openHints, type HintHub } from '../../src/hints/hub';
import type { MatchView } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { caller, indexHere, TEST_CONFIG, useShop, type Caller } from '../harness';

const shop = useShop();
const log = pino({ level: 'silent' });
let stock: Stock;
let second: Server;
let hints: HintHub;
let elsewhere: Caller;

/** A second server on the same database, as behind one address. */
beforeAll(async () => {
  stock = await stockUp(shop);
  hints = await openHints((shop.database.options as { url: string }).url, log);
  second = createApp({
    database: shop.database,
    config: TEST_CONFIG,
    log,
    hints,
    index: indexHere(shop.database),
    backups: shop.backups,
    clock: () => shop.clock.now,
  }).listen(0);
  const base = `http://127.0.0.1:${(second.address() as AddressInfo).port}/api/v1`;
  const response = await fetch(`${base}/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'the-technician', password: 'a password' }),
  });
  elsewhere = caller(base, { cookie: response.headers.getSetCookie().at(-1)?.split(';')[0] ?? '' });
});

afterAll(async () => {
  second.closeAllConnections();
  await new Promise((resolve) => second.close(resolve));
  await hints.close();
});

/** Reads a stream until a hint is as wanted; `act` is done once the stream is open. */
async function heard(
  from: Caller,
  wanted: (hint: Hint) => boolean,
  act: () => Promise<unknown>,
  since?: string,
): Promise<Hint> {
  const left = new AbortController();
  let acted: Promise<unknown> | null = null;
  let rest = '';
  try {
    for await (const text of from.stream(since === undefined ? '/hints' : `/hints?since=${since}`, left.signal)) {
      acted ??= act();
      rest += text;
      const hints = [...rest.matchAll(/^data: (\{"kind".*)$/gm)].map(([, json]) => JSON.parse(json ?? '') as Hint);
      const found = hints.find(wanted);
      if (found) return found;
    }
    throw new Error(`the stream ended with: ${rest}`);
  } finally {
    await acted;
    left.abort();
  }
}

/** Waits until something is so; hints come by themselves. */
async function settled(is: () => Promise<boolean>): Promise<void> {
  while (!(await is())) await new Promise((resolve) => setTimeout(resolve, 20));
}

describe('hints', () => {
  it('of a change made at one server reach who listens at the other', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const { tag, version: booked } = work.job;
    const hint = await heard(
      elsewhere,
      // The hint of its booking may still be on its way.
      (one) => one.kind === 'job' && one.tag === tag && one.version > booked,
      () => work.put('before'),
    );
    expect(hint).toEqual({ kind: 'job', tag: work.job.tag, version: work.job.version });
  });

  it('carry no content, and come only once a change is committed', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const { version: booked } = work.job;
    const hint = await heard(
      shop.as.counter,
      (one) => one.kind === 'job' && one.version > booked,
      async () => {
        await work.put('health', { grade: 'nonsense', note: '' });
        await shop.as.counter.send('POST', `/jobs/${work.job.tag}/notes`, { text: 'called' });
      },
    );
    expect(Object.keys(hint).sort()).toEqual(['kind', 'tag', 'version']);
    expect(hint).toMatchObject({ version: work.job.version + 1 });
  });

  it('come of what was changed, and not of a statement that found nothing to change', async () => {
    const tables = (await shop.database.query(
      `select tgrelid::regclass::text as name, (select attname from pg_attribute where attrelid = tgrelid and attnum = 1) as first
         from pg_trigger where tgfoid = 'hint_of'::regproc`,
    )) as { name: string; first: string }[];
    expect(tables.map(({ name }) => name)).toEqual(expect.arrayContaining(['message', 'stock', 'customer']));
    const told: Hint['kind'][] = [];
    await hints.caughtUp();
    const leave = hints.subscribe(null, ({ hint }) => told.push(hint.kind));
    for (const { name, first } of tables) {
      await shop.database.query(`update ${name} set "${first}" = "${first}" where false`);
    }
    expect(await hints.caughtUp()).toBe(true);
    expect(told).toEqual([]);
    await shop.database.query('update stock set quantity = quantity');
    expect(await hints.caughtUp()).toBe(true);
    expect(told).toEqual(['shelf']);
    leave();
  });

  it('tell of the shelf too', async () => {
    const receive = { partId: stock.moduleId, serials: [], count: 1, place: '' };
    const hint = await heard(
      shop.as.counter,
      (one) => one.kind === 'shelf',
      () => shop.as.counter.send('POST', '/stock', receive),
    );
    expect(hint).toEqual({ kind: 'shelf' });
  });

  it('let no server rank drives in a shelf that another has changed', async () => {
    const seen = async (tag: string) => {
      const { drives } = (await elsewhere.get<MatchView>(`/jobs/${tag}/match`)).body;
      return drives.new.flatMap(({ candidates }) => candidates).find(({ offer }) => offer.partId === stock.driveId)
        ?.offer.stock;
    };
    const { tag } = await bookJob(shop.as.counter, stock);
    let there = (await seen(tag)) ?? 0;
    expect(there).toBeGreaterThan(2);
    for (let n = 0; n < 2; n++) {
      const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
      await work.assess(`OLD-${n}`);
      await work.reserve(stock);
      expect(await seen(tag)).toBe((there -= 1));
      // What the job holds itself is there for it.
      expect(await seen(work.job.tag)).toBe(there + 1);
    }
  });

  it('that came between the reading of a page and its stream are said first', async () => {
    const place = async () => (await shop.as.counter.get('/session')).headers.get(HEARD_HEADER) ?? '';
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const since = await place();
    await work.put('before');
    await settled(async () => (await place()) !== since);
    const { tag, version } = work.job;
    const nothing = () => Promise.resolve();
    const same = (one: Hint) => one.kind === 'job' && one.tag === tag && one.version === version;
    expect(await heard(shop.as.counter, same, nothing, since)).toMatchObject({ tag, version });
    // Of another server, or of long ago, nobody can tell.
    const everything = (one: Hint) => one.kind === 'everything';
    expect(await heard(shop.as.counter, everything, nothing, 'another.4')).toEqual({ kind: 'everything' });
  });

  it('say that everything may have changed after the connection to the database was lost', async () => {
    const cut = () =>
      shop.database.query(
        "select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'udrel hints' and datname = current_database()",
      );
    expect(await heard(elsewhere, (one) => one.kind === 'everything', cut)).toEqual({ kind: 'everything' });
  });

  it('end with the session of whoever was signed out everywhere, and are for staff only', async () => {
    expect(
      await heard(
        elsewhere,
        (one) => one.kind === 'session',
        () => shop.as.technician.send('DELETE', '/account/sessions'),
      ),
    ).toEqual({
      kind: 'session',
    });
    expect((await elsewhere.get('/jobs')).status).toBe(401);
    expect(await shop.nobody.head('/hints')).toBe(401);
  });
});
