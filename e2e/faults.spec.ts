import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { freePort } from '../scripts/lib/cluster.mjs';
import { openShop, type RunningShop } from '../scripts/lib/shop.mjs';
import { dataFolder } from './support/folder';

interface Floor {
  running: { tag: string; progress: { done: number } }[];
}

/** A client that keeps which notes were acknowledged. */
async function signedIn(url: string) {
  const signIn = await fetch(`${url}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'ilse', password: 'bench-demo-1' }),
  });
  const cookie = signIn.headers.get('set-cookie')?.split(';')[0] ?? '';
  const headers = { cookie, 'content-type': 'application/json' };
  return {
    floor: async () => (await (await fetch(`${url}/api/v1/floor`, { headers })).json()) as Floor,
    history: async (tag: string) => {
      const job = (await (await fetch(`${url}/api/v1/jobs/${tag}`, { headers })).json()) as {
        history: { sentence: string }[];
      };
      return job.history.map((event) => event.sentence);
    },
    note: async (tag: string, text: string) => {
      const body = JSON.stringify({ text });
      const init = { method: 'POST', headers: { ...headers, 'idempotency-key': randomUUID() }, body };
      return (await fetch(`${url}/api/v1/jobs/${tag}/notes`, init).catch(() => null))?.ok ?? false;
    },
  };
}

async function database(url: string): Promise<string> {
  const response = await fetch(`${url}/api/v1/health`).catch(() => null);
  return response ? ((await response.json()) as { database: string }).database : 'no answer';
}

async function answers(shop: RunningShop): Promise<void> {
  await expect.poll(() => database(shop.url), { timeout: 30_000 }).toBe('up');
}

test('server and database killed in the middle of a run lose nothing that was acknowledged', async () => {
  test.setTimeout(120_000);
  const data = dataFolder();
  const port = await freePort(0);
  const settings = { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '20' };
  let shop = await openShop(settings, { quiet: true });
  try {
    const client = await signedIn(shop.url);
    const running = async () => (await client.floor()).running[0];
    await expect.poll(async () => (await running())?.progress.done ?? 0, { timeout: 20_000 }).toBeGreaterThan(0);
    const tag = (await running())?.tag ?? '';
    const acknowledged: string[] = [];
    let writing = true;
    const writer = (async () => {
      for (let n = 0; writing; n++) if (await client.note(tag, `entry ${n}`)) acknowledged.push(`Note: entry ${n}`);
    })();

    const doneAtKill = async () => (await running())?.progress.done ?? 0;
    const before = await doneAtKill();
    shop.children['server']?.kill('SIGKILL');
    await expect.poll(() => acknowledged.length).toBeGreaterThan(3);
    await answers(shop);
    const afterServer = await doneAtKill();
    expect(afterServer).toBeGreaterThanOrEqual(before);

    const postmaster = shop.cluster?.process?.pid;
    shop.cluster?.process?.kill('SIGKILL');
    await expect.poll(() => shop.cluster?.process?.pid, { timeout: 30_000 }).not.toBe(postmaster);
    await answers(shop);
    const atDatabase = acknowledged.length;
    await expect.poll(() => acknowledged.length, { timeout: 20_000 }).toBeGreaterThan(atDatabase + 3);
    await expect.poll(doneAtKill, { timeout: 20_000 }).toBeGreaterThan(afterServer);
    writing = false;
    await writer;

    // Everything at once, and a start from what is left on disk.
    const last = await doneAtKill();
    for (const child of Object.values(shop.children)) child.kill('SIGKILL');
    shop.cluster?.process?.kill('SIGKILL');
    await shop.stop();
    shop = await openShop(settings, { quiet: true });
    expect(await doneAtKill()).toBeGreaterThanOrEqual(last);
    const kept = await client.history(tag);
    const recent = acknowledged.slice(-150);
    expect(recent.filter((sentence) => !kept.includes(sentence))).toEqual([]);
    expect(new Set(kept).size).toBe(kept.length);
    await expect.poll(doneAtKill, { timeout: 20_000 }).toBeGreaterThan(last);
  } finally {
    await shop.stop();
    rmSync(data, { recursive: true, force: true });
  }
});
