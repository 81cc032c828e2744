import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import pg from 'pg';
import pino from 'pino';
import { afterAll, beforeAll, expect, inject, it } from 'vitest';
import type { YardsticksView } from '@udrel/contract/types';
import { createApp } from '../../src/app/create-app';
import { openDatabase } from '../../src/app/open-database';
import { silentHints } from '../../src/hints/hub';
import { openReporting } from '../../src/platform/database/reporting';
import { measureClosed } from '../../src/yardsticks/measure-jobs';
import { bookJob, stockUp, Work } from '../fixtures';
import { caller, indexHere, TEST_CONFIG, useShop, type Caller } from '../harness';

const shop = useShop();
const log = pino({ level: 'silent' });
const name = `replica_${randomUUID().replaceAll('-', '')}`;
let reporting: ReturnType<typeof openReporting>;
let server: Server;
let owner: Caller;

async function administer(sql: string): Promise<void> {
  const client = new pg.Client(inject('adminUrl'));
  await client.connect();
  await client.query(sql).finally(() => client.end());
}

/** Another database in the place of a replica: it holds something else, so that it shows which of both was read. */
beforeAll(async () => {
  await administer(`create database ${name} template template_udrel`);
  const { database, backups, clock } = shop;
  reporting = openReporting(database, inject('appUrl').replace(/postgres$/, name), openDatabase, () => undefined);
  await reporting.look();
  const parts = { database, config: TEST_CONFIG, log, hints: silentHints, index: indexHere(database), backups };
  server = createApp({ ...parts, reporting, clock: () => clock.now }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/v1`;
  const answer = await caller(base).send('POST', '/session', { login: 'the-owner', password: 'a password' });
  const cookie = answer.headers.getSetCookie().find((one) => one.startsWith('udrel='));
  owner = caller(base, { cookie: cookie?.split(';')[0] ?? '' });
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, await stockUp(shop)));
  const correction = { what: 'end', kind: 'withdrawn' };
  await work.post('/corrections/end', { correction, reason: 'changed their mind' });
  await shop.database.query('update job set closed_at = $1', [clock.now]);
  await measureClosed(shop.database.manager, clock.now);
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await reporting.close();
});

const figures = async () => (await owner.get<YardsticksView>('/yardsticks')).body;
const lines = async (path: string) => (await owner.text(path)).trim().split('\n').length - 1;

it('figures and files of the whole shop are read from the replica, with how far it is behind; work never is', async () => {
  expect([(await figures()).all.jobs, (await figures()).behind]).toEqual([0, 0]);
  expect(await lines('/exports/jobs?all=yes')).toBe(0);
  expect((await owner.get<{ rows: unknown[] }>('/jobs?all=yes')).body.rows).toHaveLength(1);
});

it('they come from the database itself while the replica does not answer', async () => {
  await administer(`drop database ${name} with (force)`);
  await reporting.look();
  expect([(await figures()).all.jobs, (await figures()).behind]).toEqual([1, null]);
  expect(await lines('/exports/jobs?all=yes')).toBe(1);
});
