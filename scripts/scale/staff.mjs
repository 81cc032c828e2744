import { randomUUID } from 'node:crypto';

/** What somebody at work does, and how often of a hundred times. */
const DEEDS = [
  [22, 'Floor'],
  [20, 'a job'],
  [16, 'a stamp'],
  [8, 'a note'],
  [8, 'find'],
  [6, 'the list of jobs'],
  [5, 'a booking'],
  [4, 'Shelf'],
  [4, 'Customers'],
  [3, 'Diary'],
  [2, 'Messages'],
  [1, 'Money'],
  [1, 'Yardsticks'],
];

/** Seconds between two deeds of one person, in the mean: a glance, a press, a look at the bench. */
const BETWEEN_S = 12;

/**
 * Somebody at work: looks, stamps, books, finds, until it is over. Each answer that should not be is kept with what was asked; a
 * stamp that somebody else was before is asked for anew, as a browser does.
 */
export async function atWork({ server, cookie, stamps, jobs, words, modelId, pace, on, took, refused }) {
  const headers = { cookie, 'content-type': 'application/json' };
  async function ask(deed, method, path, body) {
    const began = performance.now();
    const init =
      method === 'GET' ? { headers: { cookie } } : { method, headers: keyed(headers), body: JSON.stringify(body) };
    const response = await fetch(`${server}/api/v1${path}`, init).catch((error) => ({
      status: 0,
      text: () => error.message,
    }));
    const text = await response.text();
    if (deed) (took[deed] ??= []).push(performance.now() - began);
    if (response.status >= 200 && response.status < 300) return JSON.parse(text);
    if (response.status === 409 && text.includes('changed-meanwhile')) return null;
    refused.push(`${method} ${path}: ${response.status} ${text.slice(0, 200)}`);
    return null;
  }
  const get = (deed, path) => ask(deed, 'GET', path);
  const job = () => jobs[Math.floor(Math.random() * jobs.length)];
  const acts = {
    Floor: (deed) => get(deed, '/floor'),
    'a job': async (deed) => {
      const tag = job();
      await get(deed, `/jobs/${tag}`);
      await get('its match', `/jobs/${tag}/match`);
    },
    'a stamp': async (deed) => {
      const tag = job();
      const known = await get(null, `/jobs/${tag}`);
      if (!known) return;
      const value = { grade: 'good', note: `seen ${randomUUID().slice(0, 8)}` };
      await ask(deed, 'PUT', `/jobs/${tag}/facts/health`, { version: known.version, value });
    },
    'a note': (deed) => ask(deed, 'POST', `/jobs/${job()}/notes`, { text: 'The lid creaks; told the customer.' }),
    find: (deed) => get(deed, `/find?q=${encodeURIComponent(words[Math.floor(Math.random() * words.length)])}`),
    'the list of jobs': (deed) => get(deed, '/jobs'),
    'a booking': (deed) => ask(deed, 'POST', '/orders', orderOf(modelId)),
    Shelf: (deed) => get(deed, '/parts?find=C1'),
    Customers: (deed) => get(deed, '/customers/list?find=Customer%2077'),
    Diary: (deed) => get(deed, `/diary?from=${new Date().toISOString().slice(0, 10)}`),
    Messages: (deed) => get(deed, '/messages'),
    Money: (deed) => get(deed, '/bills'),
    Yardsticks: (deed) => get(deed, '/yardsticks'),
  };
  while (on()) {
    // Exponential, as independent people are.
    await new Promise((resolve) => setTimeout(resolve, (-Math.log(1 - Math.random()) * BETWEEN_S * 1000) / pace));
    if (!on()) return;
    // Who stands at the counter stamps nothing at the bench.
    const drawn = deedAt(Math.random() * 100);
    const deed = drawn === 'a stamp' && !stamps ? 'a note' : drawn;
    await acts[deed](deed);
  }
}

const keyed = (headers) => ({ ...headers, 'idempotency-key': randomUUID() });

function deedAt(at) {
  let sum = 0;
  for (const [share, deed] of DEEDS) {
    sum += share;
    if (at < sum) return deed;
  }
  return 'Floor';
}

const orderOf = (modelId) => ({
  customer: { id: null, name: `Walk-in ${randomUUID().slice(0, 6)}`, phone: '', email: '' },
  jobs: [
    {
      device: { modelId, stub: null, serial: `S-${randomUUID().slice(0, 12)}`, place: '' },
      wishes: [{ kind: 'new drive', least: 480_103_981_056 }],
      complaint: 'It is slow.',
      condition: '',
      leftWithUs: [{ name: 'charger', place: '' }],
      secrets: [],
      facts: {},
      promisedAt: null,
      price: null,
    },
  ],
});

/** A page that is open at somebody's: it holds a stream of hints, and reads the Floor anew at most once a second after one. */
export function openPage(server, cookie, took) {
  const leaving = new AbortController();
  void (async () => {
    const stream = await fetch(`${server}/api/v1/hints`, { headers: { cookie }, signal: leaving.signal });
    for await (const piece of stream.body) if (piece.length > 0) took.hints = (took.hints ?? 0) + 1;
  })().catch(() => undefined);
  return () => leaving.abort();
}
