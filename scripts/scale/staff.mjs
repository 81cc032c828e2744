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
export async function atWork({ server, cookie, page, stamps, jobs, words, modelId, pace, on, took, refused }) {
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
    Floor: (deed) => Promise.all([get(deed, '/floor'), get('what goes when', '/schedule'), get('what runs', '/runs')]),
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
    page.at = deed === 'Floor' ? 'Floor' : 'other';
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

/** After a hint what is on the screen is read anew, at most so often: of jobs, of what berths count, and the lights of the bench. */
const [JOBS_EVERY, RUNS_EVERY, LIGHTS_EVERY] = [500, 1000, 5000];
/** What a page shows of the shop's work, by what a hint of that kind makes stale; the lights of the bench are on every page. */
const SHOWN = {
  Floor: { job: ['floor', 'schedule', 'runs', 'berths'], run: ['runs'] },
  other: { job: ['berths'], run: [] },
};

/**
 * A page that is open at somebody's: it holds a stream of hints, and reads anew what it shows, as a browser does. It shows the Floor
 * from when they went there until they go elsewhere.
 */
export function openPage(server, cookie, { on, took, refused, pages }) {
  const leaving = new AbortController();
  const page = { at: 'other', leave: () => leaving.abort() };
  const [stale, readAt] = [new Set(), { job: 0, run: 0 }];
  let [reading, lightsAt] = [false, 0];
  async function read() {
    if (reading) return;
    reading = true;
    while (stale.size > 0 && on()) {
      const [path] = stale;
      stale.delete(path);
      const began = performance.now();
      const response = await fetch(`${server}/api/v1/${path}`, { headers: { cookie } }).catch((error) => ({
        status: 0,
        arrayBuffer: () => error.message,
      }));
      await response.arrayBuffer();
      (took[`${path} again, on a hint`] ??= []).push(performance.now() - began);
      if (response.status !== 200) refused.push(`GET /${path} again: ${response.status}`);
    }
    reading = false;
  }
  const due = { job: false, run: false };
  function hinted(kind, every) {
    if (due[kind]) return;
    due[kind] = true;
    setTimeout(
      () => {
        due[kind] = false;
        readAt[kind] = Date.now();
        for (const path of SHOWN[page.at][kind]) stale.add(path);
        if (kind === 'run' && Date.now() >= lightsAt + LIGHTS_EVERY) {
          lightsAt = Date.now();
          stale.add('berths');
        }
        void read();
      },
      Math.max(0, readAt[kind] + every - Date.now()),
    );
  }
  void (async () => {
    const stream = await fetch(`${server}/api/v1/hints`, { headers: { cookie }, signal: leaving.signal });
    for await (const piece of stream.body) {
      const text = Buffer.from(piece).toString();
      pages.hints += text.split('\ndata: ').length - 1;
      if (text.includes('"kind":"job"')) hinted('job', JOBS_EVERY);
      if (text.includes('"kind":"run"')) hinted('run', RUNS_EVERY);
    }
  })().catch(() => undefined);
  return page;
}
