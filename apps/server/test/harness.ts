import { randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import pg from 'pg';
import pino from 'pino';
import type { DataSource } from 'typeorm';
import { afterAll, beforeAll, inject } from 'vitest';
import type { Role } from '@udrel/contract/types';
import { backUp } from '../src/backup/archive/backup';
import { backupKeeper, type BackupKeeper } from '../src/backup/keeper';
import { createApp } from '../src/app/create-app';
import { openHints, silentHints, type HintHub } from '../src/hints/hub';
import { postgresPrograms } from '../../../scripts/lib/cluster.mjs';
import type { Config } from '../src/app/config';
import { FITTED_KINDS } from '../src/matching/catalogue-parts';
import { DriveIndex } from '../src/matching/drive-index';
import { offeredParts } from '../src/shelf/offered';
import { photoStore } from '../src/photos/photo-store';
import { routesOf } from '../src/app/routes';
import { openDatabase } from '../src/app/open-database';
import { masterKeyOf } from '../src/secrets/vault';
import { followFormats } from '../src/shop/formats';
import { addStaff } from '../src/staff/people';

export interface Answer<T = Record<string, unknown>> {
  status: number;
  body: T;
  headers: Headers;
}

export interface Caller {
  get: <T>(path: string) => Promise<Answer<T>>;
  send: <T>(
    method: 'POST' | 'PUT' | 'DELETE',
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ) => Promise<Answer<T>>;
  /** Sends a form, as a page sends a picture. */
  form: <T>(
    path: string,
    fields: Record<string, string | Blob>,
    headers?: Record<string, string>,
  ) => Promise<Answer<T>>;
  /** An answer that is no JSON, as it comes. */
  raw: (path: string) => Promise<Response>;
  /** Its text. */
  text: (path: string) => Promise<string>;
  /** The status of a GET whose body is not waited for. */
  head: (path: string) => Promise<number>;
  /** Opens a stream of server-sent events; answers what has come so far each time, until it is left. */
  stream: (path: string, signal: AbortSignal) => AsyncGenerator<string>;
}

export interface Shop {
  database: DataSource;
  base: string;
  as: Record<Role, Caller>;
  nobody: Caller;
  clock: { now: Date };
  backups: BackupKeeper;
  /** Does in the database what only its owner may. */
  asOwner: (sql: string, values?: unknown[]) => Promise<void>;
}

/** A server on a fresh clone of the template database with one account of each role, for one test file. */
export function useShop(): Shop {
  const shop = { clock: { now: new Date('2026-06-01T09:00:00Z') } } as Shop;
  const name = `shop_${randomUUID().replaceAll('-', '')}`;
  let server: Server;
  let hints: HintHub;

  beforeAll(async () => {
    const [adminUrl, appUrl] = [inject('adminUrl'), inject('appUrl').replace(/postgres$/, name)];
    await administer(adminUrl, `create database ${name} template template_udrel`);
    shop.database = await openDatabase(appUrl, 8);
    hints = await openHints(appUrl, pino({ level: 'silent' }));
    const log = pino({ level: 'silent' });
    shop.backups = backupsHere(shop, appUrl, await postgresPrograms());
    // Files share a process, in which another shop wrote before.
    await followFormats(shop.database.manager, hints, log);
    server = createApp({
      database: shop.database,
      config: { ...TEST_CONFIG, databaseUrl: appUrl },
      log,
      hints,
      backups: shop.backups,
      index: indexHere(shop.database),
      clock: () => shop.clock.now,
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    shop.asOwner = (sql, values) => administer(adminUrl.replace(/postgres$/, name), sql, values);
    shop.base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/v1`;
    shop.nobody = caller(shop.base);
    const roles: Role[] = ['counter', 'technician', 'owner'];
    const callers = await Promise.all(roles.map((role) => signedIn(shop, role)));
    shop.as = Object.fromEntries(roles.map((role, n) => [role, callers[n]])) as Record<Role, Caller>;
  });

  afterAll(async () => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    await shop.backups.ended();
    await hints.close();
    await shop.database.destroy();
    await administer(inject('adminUrl'), `drop database ${name} with (force)`);
  });
  return shop;
}

/** The index of drives in this thread. */
export const indexHere = ({ manager }: DataSource) =>
  new DriveIndex(() => offeredParts(manager, null, { kinds: FITTED_KINDS }));

/** Who backs the shop up, in this thread. */
export const backupsHere = ({ database, clock }: Pick<Shop, 'database' | 'clock'>, databaseUrl = '', programs = '') =>
  backupKeeper({
    ...{ database, place: { ...TEST_CONFIG, databaseUrl, programs }, log: pino({ level: 'silent' }), make: backUp },
    clock: () => clock.now,
  });

/** Every endpoint with what answers it, to be looked at. */
export const everyRoute = () =>
  routesOf({
    ...{ config: TEST_CONFIG, hints: silentHints, rank: () => Promise.resolve([]) },
    ...{ photos: photoStore(TEST_CONFIG.photos), backups: null as never, agents: null as never },
  });

export const TEST_CONFIG: Config = {
  host: '127.0.0.1',
  port: 0,
  databaseUrl: '',
  webRoot: null,
  agentToken: 'agent-token-for-tests',
  sessionSecret: 'secret-for-tests',
  masterKey: masterKeyOf('key-for-tests'),
  demo: true,
  photos: mkdtempSync(join(tmpdir(), 'photos-')),
  backups: mkdtempSync(join(tmpdir(), 'archives-')),
  programs: null,
  standIn: null,
  metricsToken: 'token-of-whoever-watches',
  hosts: [],
  ...{ tls: null, authority: null, reportingUrl: null, localPort: null, publicUrl: null, trustedProxy: null },
};

async function administer(url: string, sql: string, values?: unknown[]): Promise<void> {
  const client = new pg.Client(url);
  await client.connect();
  await client.query(sql, values).finally(() => client.end());
}

async function signedIn(shop: Shop, role: Role): Promise<Caller> {
  const account = { login: `the-${role}`, password: 'a password', name: `The ${role}`, role, demo: false };
  await addStaff(shop.database.manager, account);
  const response = await fetch(`${shop.base}/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: account.login, password: account.password }),
  });
  const session = response.headers.getSetCookie().find((one) => one.startsWith('udrel='));
  const cookie = session?.split(';')[0] ?? '';
  return caller(shop.base, { cookie });
}

/** Calls the API like a browser does: JSON, and an idempotency key for every write. */
export function caller(base: string, always: Record<string, string> = {}): Caller {
  async function call<T>(
    method: string,
    path: string,
    body: unknown,
    headers: Record<string, string>,
  ): Promise<Answer<T>> {
    const response = await fetch(`${base}${path}`, {
      method,
      headers: { 'content-type': 'application/json', 'idempotency-key': randomUUID(), ...always, ...headers },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const text = await response.text();
    return { status: response.status, body: (text ? JSON.parse(text) : null) as T, headers: response.headers };
  }
  return {
    get: (path) => call('GET', path, undefined, {}),
    send: (method, path, body, headers = {}) => call(method, path, body ?? {}, headers),
    form: async (path, fields, headers = {}) => {
      const body = new FormData();
      for (const [name, value] of Object.entries(fields)) body.append(name, value);
      const response = await fetch(`${base}${path}`, { method: 'POST', headers: { ...always, ...headers }, body });
      return { status: response.status, body: (await response.json()) as never, headers: response.headers };
    },
    raw: (path) => fetch(`${base}${path}`, { headers: always }),
    text: async (path) => (await fetch(`${base}${path}`, { headers: always })).text(),
    head: async (path) => {
      const left = new AbortController();
      const response = await fetch(`${base}${path}`, { headers: always, signal: left.signal });
      left.abort();
      return response.status;
    },
    stream: async function* (path, signal) {
      const response = await fetch(`${base}${path}`, { headers: always, signal });
      const decoder = new TextDecoder();
      for await (const bytes of response.body ?? []) yield decoder.decode(bytes as Uint8Array);
    },
  };
}
