import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { request as plainRequest, type IncomingHttpHeaders, type Server } from 'node:http';
import { request as secureRequest } from 'node:https';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ownCertificate } from '../../../../scripts/lib/tls.mjs';
import type { Config } from '../../src/app/config';
import { createApp } from '../../src/app/create-app';
import { listening } from '../../src/app/listening';
import { silentHints } from '../../src/hints/hub';
import { indexHere, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
const log = pino({ level: 'silent' });
const servers: Server[] = [];
const folder = join(mkdtempSync(join(tmpdir(), 'tls-')), 'tls');
let made: Awaited<ReturnType<typeof ownCertificate>>;

async function opened(over: Partial<Config>): Promise<number> {
  const config = { ...TEST_CONFIG, ...over };
  const { database, backups } = shop;
  const app = createApp({ database, config, log, hints: silentHints, index: indexHere(database), backups });
  const server = listening(app, config, log);
  servers.push(server);
  await once(server, 'listening');
  return (server.address() as AddressInfo).port;
}

interface Asked {
  path?: string;
  headers?: Record<string, string>;
  body?: object;
  authority?: string;
}
interface Got {
  status: number;
  headers: IncomingHttpHeaders;
  body: string;
}

const ask = (port: number, { path = '/api/v1/session', headers = {}, body, authority }: Asked): Promise<Got> =>
  new Promise((resolve, reject) => {
    const own = { host: '127.0.0.1', port, path, method: body ? 'POST' : 'GET' };
    const json = body ? { 'content-type': 'application/json' } : {};
    const options = { ...own, headers: { ...json, ...headers } };
    const sent = (authority ? secureRequest({ ...options, ca: readFileSync(authority) }) : plainRequest(options)).on(
      'response',
      (response) => {
        let text = '';
        response.on('data', (part) => (text += String(part)));
        response.on('end', () => resolve({ status: response.statusCode ?? 0, headers: response.headers, body: text }));
      },
    );
    sent.on('error', reject);
    sent.end(body ? JSON.stringify(body) : undefined);
  });

const right = { login: 'the-owner', password: 'a password' };
const cookieOf = ({ headers }: Got) => headers['set-cookie']?.find((one) => one.startsWith('udrel='));

beforeAll(async () => {
  made = await ownCertificate(folder, ['localhost', '127.0.0.1']);
});
afterAll(() => servers.forEach((server) => server.close()));

describe('behind a proxy', () => {
  const publicUrl = 'https://shop.example';
  const through = { host: 'shop.example', 'x-forwarded-proto': 'https', 'x-forwarded-for': '192.0.2.7' };

  it('a session is told over HTTPS only, in a cookie that goes nowhere else', async () => {
    const port = await opened({ publicUrl, hosts: ['shop.example'], trustedProxy: 'loopback' });
    const signedIn = await ask(port, { headers: through, body: right });
    expect(signedIn.status).toBe(200);
    expect(cookieOf(signedIn)).toMatch(/; Secure/);
    expect(signedIn.headers['strict-transport-security']).toMatch(/^max-age=\d+$/);
    const plain = await ask(port, { headers: { ...through, 'x-forwarded-proto': 'http' }, body: right });
    expect([plain.status, JSON.parse(plain.body)]).toMatchObject([403, { code: 'plain' }]);
    // A proxy that says nothing of who asks is no reason to take them for somebody at this computer.
    const unsaid = await ask(port, { headers: { host: `127.0.0.1:${port}` }, body: right });
    expect(unsaid.status).toBe(403);
    expect((await ask(port, { path: '/metrics', headers: { host: `127.0.0.1:${port}` } })).status).toBe(403);
    const page = await ask(port, { path: '/jobs/U-1?page=x', headers: { ...through, 'x-forwarded-proto': 'http' } });
    expect([page.status, page.headers.location]).toEqual([308, 'https://shop.example/jobs/U-1?page=x']);
  });

  it('a connection stays open longer than the proxy keeps it ready: none is closed just as it is used', async () => {
    const conf = readFileSync(new URL('../../../../docs/install/nginx.conf', import.meta.url), 'utf8');
    const keeps = Number(/keepalive_timeout (\d+)s;/.exec(conf)?.[1]);
    const port = await opened({});
    const stays = ({ headers }: Got) => Number(/timeout=(\d+)/.exec(String(headers['keep-alive']))?.[1]);
    expect(stays(await ask(port, { headers: { connection: 'keep-alive' } }))).toBeGreaterThan(keeps);
    const ofItsOwn = await opened({ tls: made, authority: made.authority, host: '127.0.0.1' });
    const secured = await ask(ofItsOwn, { headers: { connection: 'keep-alive' }, authority: made.authority });
    expect(stays(secured)).toBeGreaterThan(keeps);
  });

  it('nobody but the proxy says who asks', async () => {
    const port = await opened({ publicUrl, hosts: ['shop.example'], trustedProxy: '192.0.2.1' });
    expect((await ask(port, { headers: through, body: right })).status).toBe(403);
  });

  it('wrong passwords count for the place that they come from, not for the proxy', async () => {
    const port = await opened({ publicUrl, hosts: ['shop.example'], trustedProxy: 'loopback' });
    const from = (place: string, password: string) =>
      ask(port, { headers: { ...through, 'x-forwarded-for': place }, body: { login: 'the-counter', password } });
    for (let turn = 0; turn < 8; turn += 1) expect((await from('192.0.2.8', 'wrong-word-1')).status).toBe(401);
    expect((await from('192.0.2.8', 'a password')).status).toBe(429);
    expect((await from('192.0.2.9', 'a password')).status).toBe(200);
  });
});

describe('a server with a certificate of its own', () => {
  it('answers over HTTPS to whoever trusts its authority, and gives that away', async () => {
    const { authority } = made;
    const port = await opened({ tls: made, authority, host: '127.0.0.1' });
    const signedIn = await ask(port, { body: right, authority });
    expect(cookieOf(signedIn)).toMatch(/; Secure/);
    // Under such names other things may be opened plainly.
    expect(signedIn.headers['strict-transport-security']).toBeUndefined();
    const given = await ask(port, { path: '/authority.crt', authority });
    expect(given.headers['content-type']).toBe('application/x-x509-ca-cert');
    expect(given.body).toBe(readFileSync(authority, 'utf8'));
    await expect(ask(port, {})).rejects.toThrow();
    const cookie = cookieOf(signedIn)?.split(';')[0] ?? '';
    const ways = await ask(port, { path: '/api/v1/shop/ways-in', headers: { cookie }, authority });
    expect(JSON.parse(ways.body)).toMatchObject({ secured: 'by itself', authority: { path: '/authority.crt' } });
  });

  it('makes it anew for a new name, and only then', async () => {
    const before = readFileSync(made.cert, 'utf8');
    await ownCertificate(folder, ['localhost', '127.0.0.1']);
    expect(readFileSync(made.cert, 'utf8')).toBe(before);
    await ownCertificate(folder, ['localhost', '127.0.0.1', '192.168.7.20']);
    expect(readFileSync(made.cert, 'utf8')).not.toBe(before);
  });
});
