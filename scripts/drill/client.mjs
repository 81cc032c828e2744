import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { sleep } from '../lib/run.mjs';

/** A signed-in client at one of several addresses; one that does not answer is passed over for the next. */
export async function openClient(addresses, as = DEMO) {
  let at = 0;
  let failed = 0;
  const cookie = await signIn(addresses[0], as);
  return { send, write, get, failed: () => failed };

  /** Sends a write once; null when nobody answered. */
  async function send(method, path, body, key = randomUUID()) {
    const headers = { cookie, 'content-type': 'application/json', 'idempotency-key': key };
    const init = { method, headers, body: JSON.stringify(body), signal: AbortSignal.timeout(30_000) };
    const response = await fetch(`${addresses[at]}/api/v1${path}`, init).catch(() => null);
    if (!response || response.status >= 500) {
      failed += 1;
      at = (at + 1) % addresses.length;
      return null;
    }
    return { status: response.status, body: await response.json().catch(() => null) };
  }

  /** Sends a write until somebody answers it, under one key, as a browser does. */
  async function write(method, path, body, patience = 60_000) {
    const key = randomUUID();
    const end = Date.now() + patience;
    while (Date.now() < end) {
      const answer = await send(method, path, body, key);
      if (answer) return answer;
      await sleep(60);
    }
    return null;
  }

  async function get(path) {
    return (await fetch(`${addresses[at]}/api/v1${path}`, { headers: { cookie } })).json();
  }
}

const DEMO = { login: 'ilse', password: 'bench-demo-1' };

async function signIn(address, as) {
  const response = await fetch(`${address}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(as),
  });
  return response.headers.getSetCookie().at(-1).split(';')[0];
}

/** Several writers of notes on several jobs at once; each note has a text of its own. */
export function startWriters(client, name, { writers = 4, patience } = {}) {
  const acknowledged = [];
  const tags = ['U-2408', 'U-2409', 'U-2412', 'U-2413'];
  let going = true;
  const all = Array.from({ length: writers }, async (_none, writer) => {
    for (let n = 0; going; n++) {
      const text = `${name} ${writer}.${n}`;
      const answer = await client.write('POST', `/jobs/${tags[writer % tags.length]}/notes`, { text }, patience);
      if (answer?.status === 200) acknowledged.push(text);
      await sleep(3);
    }
  });
  return {
    acknowledged,
    stop: async () => {
      going = false;
      await Promise.all(all);
    },
  };
}

/** How many of the acknowledged notes are missing from the database, by its address or an open connection, and how many stand there twice. */
export async function account(database, acknowledged) {
  const given = typeof database !== 'string';
  const client = given ? database : new pg.Client(database);
  if (!given) await client.connect();
  const { rows } = await client.query(
    "select data ->> 'text' as text, count(*)::int as n from event where kind = 'note' group by 1",
  );
  if (!given) await client.end();
  const found = new Map(rows.map((row) => [row.text, row.n]));
  return {
    lost: acknowledged.filter((text) => !found.has(text)).length,
    doubled: [...found.values()].filter((n) => n > 1).length,
  };
}
