import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { openStore } from './store';
import { textAndPage } from './text-and-page';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'post-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

it('keeps what came in over a restart, each once', () => {
  const one = { id: '<a@x>', kind: 'mail' as const, to: 'a@x', from: 'b@x', subject: 'S', text: 'T', at: '2031-05-01' };
  const store = openStore(folder);
  expect([store.take(one), store.take({ ...one, text: 'again' })]).toEqual([true, false]);
  expect(openStore(folder).all()).toEqual([one]);
  expect(openStore(folder).take(one)).toBe(false);
});

it('takes a text message under its key once, refuses what is none, and shows both as text', async () => {
  const server = textAndPage(openStore(folder)).listen(0);
  const address = server.address();
  const at = `http://127.0.0.1:${typeof address === 'object' ? address?.port : ''}`;
  const post = (key: string, body: object) =>
    fetch(`${at}/messages`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'idempotency-key': key },
      body: JSON.stringify(body),
    });
  const sent = { to: '01555 010 114', text: '<b>ready</b>' };
  const statuses = [await post('1', sent), await post('1', sent), await post('2', { to: 'x', text: '' })];
  expect(statuses.map(({ status }) => status)).toEqual([202, 200, 422]);
  const page = await (await fetch(at)).text();
  expect(page).toContain('&lt;b&gt;ready');
  expect(page).not.toContain('<b>ready');
  server.close();
});
