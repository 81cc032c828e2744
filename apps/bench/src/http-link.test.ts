import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { httpLink } from './http-link';
import { Refused } from './refused';
import { tokenFile } from './token-file';

let server: Server | null = null;
const folder = mkdtempSync(join(tmpdir(), 'token-'));
const file = join(folder, 'token');
writeFileSync(file, 'secret\n');
const keeper = tokenFile(file);
const said: string[] = [];
afterEach(() => void server?.close());

/** A server that answers everything alike and keeps what it was asked. */
async function answering(status: number, body: unknown) {
  const asked: { method: string; url: string; token: string; body: string }[] = [];
  server = createServer((request, response) => {
    let text = '';
    request.on('data', (part) => (text += String(part)));
    request.on('end', () => {
      const { method = '', url = '', headers } = request;
      asked.push({ method, url, token: headers.authorization ?? '', body: text });
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
    });
  });
  await new Promise<void>((resolve) => server?.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  return { asked, link: httpLink(`http://127.0.0.1:${port}`, keeper, (what) => said.push(what)) };
}

describe('talking to the server', () => {
  it('proves itself with the token and sends samples', async () => {
    const { asked, link } = await answering(200, { acknowledged: 7 });
    const batch = { agent: 'a', boot: 'b', berth: 1, runId: 'r', firstSeq: 1, samples: [[1, 2, 3, 0]] };
    expect(await link.send(batch)).toEqual({ acknowledged: 7 });
    expect(asked[0]).toMatchObject({ method: 'POST', url: '/api/v1/agent/samples', token: 'Bearer secret' });
    expect(JSON.parse(asked[0]?.body ?? '')).toEqual(batch);
  });

  it('asks for work', async () => {
    const { asked, link } = await answering(200, []);
    expect(await link.work()).toEqual([]);
    expect(asked[0]).toMatchObject({ method: 'GET', url: '/api/v1/agent/work', body: '' });
  });

  it('fails where it is refused or nobody answers, so that the agent tries again', async () => {
    const { link } = await answering(401, {});
    await expect(link.work()).rejects.toThrow('401');
    server?.close();
    await expect(
      httpLink('http://127.0.0.1:9', keeper, () => undefined).hello({ agent: 'a', boot: 'b', berths: [] }),
    ).rejects.toThrow();
  });

  it('tells what will never be taken from what may be tried again', async () => {
    const { link } = await answering(403, { code: 'not-your-berth' });
    await expect(link.work()).rejects.toBeInstanceOf(Refused);
    server?.close();
    const later = await answering(429, {});
    await expect(later.link.work()).rejects.not.toBeInstanceOf(Refused);
  });

  it('has its token changed when the server wants that, and keeps it for its user alone', async () => {
    const { asked, link } = await answering(200, { berths: 1, renew: true, notYours: [4, 5], token: 'next' });
    await link.hello({ agent: 'a', boot: 'b', berths: [] });
    expect(said).toEqual(['berth 4, 5 belongs to another machine, and is not watched from here']);
    await link.work();
    expect(asked.map(({ url, token }) => [url, token])).toEqual([
      ['/api/v1/agent/hello', 'Bearer secret'],
      ['/api/v1/agent/token', 'Bearer secret'],
      ['/api/v1/agent/work', 'Bearer next'],
    ]);
    expect([readFileSync(file, 'utf8'), statSync(file).mode & 0o777]).toEqual(['next\n', 0o600]);
  });
});
