import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { expect, request as playwright, test, type APIRequestContext, type Page } from '@playwright/test';
import pg from 'pg';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { openShop, type RunningShop } from '../../scripts/lib/shop.mjs';
import { seededFolder } from '../support/folder';
import { plannedJob } from '../support/jobs';

interface Running {
  tag: string;
  progress: { done: number; left: { low: number } | null };
}

/** A client that keeps which notes were acknowledged. */
async function signedIn(url: string) {
  const signIn = await fetch(`${url}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'ilse', password: 'bench-demo-1' }),
  });
  const cookie = signIn.headers.getSetCookie().at(-1)?.split(';')[0] ?? '';
  const headers = { cookie, 'content-type': 'application/json' };
  return {
    runs: async () => (await (await fetch(`${url}/api/v1/runs`, { headers })).json()) as Running[],
    /** All of it, page by page. */
    history: async (tag: string) => {
      const sentences: string[] = [];
      for (let before: number | null = 1_000_000_000; before !== null;) {
        const page = await fetch(`${url}/api/v1/jobs/${tag}/history?before=${before}`, { headers });
        const read = (await page.json()) as { events: { sentence: string }[]; before: number | null };
        sentences.push(...read.events.map((event) => event.sentence));
        before = read.before;
      }
      return sentences;
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
  await expect.poll(() => database(shop.url)).toBe('up');
}

test('server and database killed in the middle of a run lose nothing that was acknowledged', async () => {
  const data = seededFolder();
  const port = await freePort(0);
  const settings = { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '20' };
  let shop = await openShop(settings, { quiet: true });
  try {
    const client = await signedIn(shop.url);
    // The one with the most time left: it must not be over before the end, however slow the machine is.
    let tag = '';
    const running = async () => (await client.runs()).find((run) => run.tag === tag);
    const longest = async () => {
      const lefts = (await client.runs()).flatMap((run) =>
        run.progress.left ? [{ tag: run.tag, left: run.progress.left.low }] : [],
      );
      tag = lefts.sort((one, other) => other.left - one.left)[0]?.tag ?? '';
      return lefts.length;
    };
    await expect.poll(longest).toBeGreaterThan(1);
    await expect.poll(async () => (await running())?.progress.done ?? 0).toBeGreaterThan(0);
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
    await expect.poll(() => shop.cluster?.process?.pid).not.toBe(postmaster);
    await answers(shop);
    const atDatabase = acknowledged.length;
    await expect.poll(() => acknowledged.length).toBeGreaterThan(atDatabase + 3);
    await expect.poll(doneAtKill).toBeGreaterThan(afterServer);
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
    expect(acknowledged.filter((sentence) => !kept.includes(sentence))).toEqual([]);
    expect(new Set(kept).size).toBe(kept.length);
    await expect.poll(doneAtKill).toBeGreaterThan(last);
  } finally {
    await shop.stop();
    rmSync(data, { recursive: true, force: true });
  }
});

const RUNS = 10;

/** Ten planned jobs of their own, both drives identified, each copying at a berth of its own. */
async function tenRuns(request: APIRequestContext): Promise<string[]> {
  const send = async (method: 'POST' | 'PUT', path: string, data: object) => {
    const headers = { 'idempotency-key': randomUUID() };
    const response = await request.fetch(`/api/v1${path}`, { method, data, headers });
    if (!response.ok()) throw new Error(`${path}: ${await response.text()}`);
    return (await response.json()) as { version: number };
  };
  await request.post('/api/v1/session', { data: { login: 'ilse', password: 'bench-demo-1' } });
  const found = await request.get('/api/v1/parts?find=PA-C1-240-25');
  const [part] = ((await found.json()) as { rows: { id: string }[] }).rows;
  const serials = Array.from({ length: RUNS }, (_none, n) => `PA-C1-FAULT-${n}`);
  await send('POST', '/stock', { partId: part?.id, serials, count: RUNS, place: '' });
  const tags: string[] = [];
  for (let n = 0; n < RUNS; n++) {
    const { tag, old, drive } = await plannedJob(
      { request } as Pick<Page, 'request'>,
      `T15-FAULT-${n}`,
      150 * 1024 ** 3,
    );
    const { version } = (await (await request.get(`/api/v1/jobs/${tag}`)).json()) as { version: number };
    const source = await send('PUT', `/jobs/${tag}/facts/source%20identified`, { version, value: { serial: old } });
    const target = await send('PUT', `/jobs/${tag}/facts/new%20drive%20identified`, {
      version: source.version,
      value: { serial: drive },
    });
    await send('POST', `/jobs/${tag}/runs`, { version: target.version, berth: n + 11 });
    tags.push(tag);
  }
  return tags;
}

test('ten runs come to the right figures through kills, a database restart and an agent that was away', async () => {
  const data = seededFolder();
  const port = await freePort(0);
  const berths = Array.from({ length: RUNS }, (_none, n) => `${n + 11}=healthy`).join(',');
  const settings = { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '40', berths };
  const shop = await openShop(settings, { quiet: true });
  const request = await playwright.newContext({ baseURL: shop.url });
  try {
    const tags = await tenRuns(request);
    const client = await signedIn(shop.url);
    // -1 while the server does not tell all ten.
    const least = async () => {
      const told = await client.runs().catch(() => null);
      const own = Array.isArray(told) ? told.filter(({ tag }) => tags.includes(tag)) : [];
      return own.length === RUNS ? Math.min(...own.map(({ progress }) => progress.done)) : -1;
    };
    await expect.poll(least).toBeGreaterThan(0);
    const agent = shop.children['bench'];
    agent?.kill('SIGSTOP');
    shop.children['server']?.kill('SIGKILL');
    await answers(shop);
    const away = await least();
    // Fifteen seconds are ten minutes of the berths' own clock.
    await new Promise((resolve) => setTimeout(resolve, 15_000));
    expect(await least()).toBe(away);
    agent?.kill('SIGCONT');
    await expect.poll(least).toBeGreaterThan(away);
    shop.cluster?.process?.kill('SIGKILL');
    await answers(shop);
    const back = await least();
    await expect.poll(least).toBeGreaterThan(back);

    const database = new pg.Client({ connectionString: shop.databaseUrl });
    await database.connect();
    const { rows } = await database.query<{ gaps: number; counted: number; done: number; feeds: number }>(
      `select sum(f.acknowledged - c.kept)::int as gaps, count(*)::int as feeds,
              sum(c.last)::float as counted, sum((r.progress ->> 'done')::float) as done
         from feed f join run r on r.id = f.run_id
         join lateral (select sum(jsonb_array_length(samples)) as kept,
                              (array_agg((samples -> -1 ->> 2)::float order by first_seq desc))[1] as last
                         from sample_chunk s
                        where s.agent = f.agent and s.boot = f.boot and s.berth = f.berth and s.run_id = f.run_id) c on true
        where f.berth >= 11`,
    );
    await database.end();
    // One boot of the agent: every sample it numbered is kept once, and the figures are those of its last counters.
    expect(rows[0]).toMatchObject({ gaps: 0, feeds: RUNS });
    expect(rows[0]?.done).toBe(rows[0]?.counted);
  } finally {
    shop.children['bench']?.kill('SIGCONT');
    await request.dispose();
    await shop.stop();
    rmSync(data, { recursive: true, force: true });
  }
});
