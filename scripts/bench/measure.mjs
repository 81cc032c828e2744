import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { addBulk, BULK_BASE } from './bulk.mjs';
import { costOfPackages } from './bundle.mjs';
import { builtForBench } from './built.mjs';
import { captureStatements } from './capture.mjs';
import { probeFigures } from './core/probe.mjs';
import { feedFigures } from './feed.mjs';
import { load, medianOf, round } from './load.mjs';
import { YOUNG } from '../lib/shop.mjs';
import { memorySlope } from './memory.mjs';
import { addModels, wordsOf } from './models.mjs';
import { listFigures, outboxFigures, pageRatios, runViewFigures } from './pages.mjs';
import { returnFigures } from './return.mjs';
import { shelfFigures } from './shop/shelf.mjs';
import { yardstickFigures } from './shop/yardsticks.mjs';

const { UDREL_SERVER, UDREL_DATABASE_URL, UDREL_SESSION_SECRET, UDREL_WORK, UDREL_HEAP } = process.env;
const SECONDS = Number(process.env.UDREL_BENCH_SECONDS ?? 3);
const MINUTES = Number(process.env.UDREL_BENCH_MINUTES ?? 10);
const JOBS = Number(process.env.UDREL_BENCH_JOBS ?? 1_000_000);
const SMALL = 10_000;
const MODELS = 100_000;
const TURNS = 25;
/** Of each turn a fifth of that: a machine that is shared changes its speed within seconds. */
const TURN = SECONDS / 5;
const TAG = 'U-2408';
const MOST = 32;
const figures = {};
const tell = (more) => {
  for (const [name, value] of Object.entries(more)) console.log(`${name.padEnd(58)} ${value}`);
  Object.assign(figures, more);
};

const { bareServer, core } = await builtForBench();
const { copyFigures, fitFigures, handsFigures, scheduleFigures, triageFigures } = await import(core);
const cookie = await signIn();
tell(await costFigures());
tell(await pageRatios(UDREL_SERVER, cookie, TAG));
tell(await runViewFigures(UDREL_SERVER, cookie, 'U-2403'));
tell(await returnFigures(UDREL_SERVER, cookie, TAG));
tell(await outboxFigures(UDREL_SERVER, cookie));
tell({ [`${SMALL} jobs by COPY, seconds`]: await addBulk(UDREL_DATABASE_URL, 0, SMALL) });
const json = { cookie, 'content-type': 'application/json' };
const modelId = (await (await fetch(`${UDREL_SERVER}/api/v1/models?find=T15-4820`, { headers: { cookie } })).json())[0]
  .id;
// Each job is stamped a few times only: one of a thousand entries is no job that a shop has.
const STAMPED = 16 * MOST;
const appJobs = await bookMany(STAMPED);
const bareJobs = await bookMany(STAMPED);
const bare = await openBare();
for (const connections of [1, MOST]) {
  const get = (path) => () => ({ path, headers: { cookie } });
  await against('job list', connections, get('/api/v1/jobs'), get('/list'));
  await against('a job', connections, get(`/api/v1/jobs/${TAG}`), get('/job'));
  await against('booking', connections, booking, () => ({ ...booking(), path: '/booking' }));
  const [appNext, bareNext] = [inTurns(connections), inTurns(connections)];
  await against(
    'a stamp',
    connections,
    (n) => stamp(appJobs[appNext(n)]),
    (n) => ({ ...stamp({ tag: '', version: 0 }), path: `/stamp/${bareNext(n)}` }),
  );
}
tell(copyFigures());
tell(handsFigures());
tell(triageFigures());
tell(scheduleFigures());
tell(await yardstickFigures(UDREL_DATABASE_URL));
tell(fitFigures());
tell(probeFigures());
tell({ 'from a change to its hint at another page, median ms': await hintMedian() });
tell(
  await feedFigures({
    server: UDREL_SERVER,
    databaseUrl: UDREL_DATABASE_URL,
    tokenFile: `${UDREL_WORK}/agent-token`,
    cookie,
    processTime,
    seconds: SECONDS * 10,
  }),
);
const small = await reads(SMALL);
tell({ [`${JOBS} jobs by COPY, seconds`]: await addBulk(UDREL_DATABASE_URL, SMALL, JOBS) });
const large = await reads(JOBS);
tell(await listFigures(UDREL_SERVER, cookie));
await against(
  'the Floor of 1000 jobs',
  1,
  () => ({ path: '/api/v1/floor', headers: { cookie } }),
  () => ({ path: '/floor' }),
);
for (const [name, median] of Object.entries(large)) {
  tell({ [`${name} at ${JOBS} jobs, median ms (at ${SMALL})`]: `${median} (${small[name]})` });
  tell({ [`${name} at the large number of jobs, ratio`]: round(median / small[name]) });
}
tell({ [`${MODELS} models by COPY, seconds`]: await addModels(UDREL_DATABASE_URL, MODELS) });
for (const connections of [1, MOST]) {
  const find = (path) => () => ({ path: `${path}?find=${encodeURIComponent(wordsOf(MODELS))}`, headers: { cookie } });
  await against(`a model among ${MODELS}`, connections, find('/api/v1/models'), find('/models'));
}
tell(await shelfFigures(UDREL_SERVER, UDREL_DATABASE_URL, cookie, 'U-2426'));
bare.close();
if (MINUTES > 0) tell(await memorySlope(UDREL_SERVER, cookie, ['U-2408', 'U-2403', 'U-2411'], MINUTES, heap));
writeFileSync(`${UDREL_WORK}/report.json`, JSON.stringify(figures));
process.exit(0);

/** Both in turn, so that neither has the warmer machine; the ratio is the median over the turns. */
async function against(name, connections, appNext, bareNext) {
  const runs = { app: [], bare: [] };
  for (let turn = 0; turn < TURNS; turn++) {
    runs.bare.push(await load(bare.url, connections, TURN, bareNext));
    runs.app.push(await load(UDREL_SERVER, connections, TURN, appNext));
  }
  const label = `${name}, ${connections} connection${connections > 1 ? 's' : ''}`;
  const of = (key) => [medianOf(runs.app.map((one) => one[key])), medianOf(runs.bare.map((one) => one[key]))];
  const [app, alone] = of('median');
  const [app99, alone99] = of('p99');
  tell({
    [`${label}, median ms (bare)`]: `${round(app)} (${round(alone)})`,
    [`${label}, p99 ms (bare)`]: `${round(app99)} (${round(alone99)})`,
    [`${label}, median ratio`]: round(medianOf(runs.app.map((one, turn) => one.median / runs.bare[turn].median))),
  });
}

/** What the packages cost that cost most in the scripts of the first view, bytes as they are sent. */
async function costFigures() {
  const costs = await costOfPackages('apps/web', ['views/floor/Floor.tsx']);
  const all = costs.reduce((sum, [, bytes]) => sum + bytes, 0);
  const named = costs
    .slice(0, 10)
    .map(([of, bytes]) => [`scripts until the Floor stands, of these ${of}, bytes`, bytes]);
  return { 'scripts until the Floor stands, bytes': all, ...Object.fromEntries(named) };
}

/** Medians of the reads that must not grow with the number of jobs. */
async function reads(total) {
  const tag = () => `U-${BULK_BASE + Math.floor(Math.random() * (total - 400))}`;
  const paths = {
    'open jobs': () => '/api/v1/jobs',
    'the Floor': () => '/api/v1/floor',
    'all jobs, a page in the middle': () => `/api/v1/jobs?all=yes&after=${BULK_BASE + Math.floor(total / 2)}`,
    'a job anywhere': () => `/api/v1/jobs/${tag()}`,
  };
  const medians = {};
  for (const [name, path] of Object.entries(paths)) {
    const next = () => ({ path: path(), headers: { cookie } });
    await load(UDREL_SERVER, 1, 1, next);
    medians[name] = round((await load(UDREL_SERVER, 1, SECONDS * 2, next)).median);
  }
  return medians;
}

function orderOf(serial) {
  return JSON.stringify({
    customer: { id: null, name: 'Measured', phone: '', email: '' },
    jobs: [
      {
        device: { modelId, stub: null, serial, place: '' },
        wishes: [{ kind: 'new drive', least: 480_103_981_056 }],
        complaint: 'slow',
        condition: '',
        leftWithUs: [{ name: 'charger', place: '' }],
        secrets: [],
        facts: {},
        promisedAt: null,
        price: null,
      },
    ],
  });
}

function booking() {
  const headers = { ...json, 'idempotency-key': randomUUID() };
  return { path: '/api/v1/orders', method: 'POST', headers, body: orderOf(`M-${randomUUID().slice(0, 12)}`) };
}

/** The place of the job that a connection stamps next: no other connection stamps it. */
function inTurns(connections) {
  const turns = Array.from({ length: connections }, () => 0);
  return (connection) => (connection + connections * turns[connection]++) % STAMPED;
}

function stamp(job) {
  const value = { set: null, whyNot: 'measured elsewhere' };
  const body = JSON.stringify({ version: job.version++, value });
  const headers = { ...json, 'idempotency-key': randomUUID() };
  return { path: `/api/v1/jobs/${job.tag}/facts/before`, method: 'PUT', headers, body };
}

async function bookMany(count) {
  const jobs = [];
  for (let n = 0; n < count; n++) {
    const { path, method, headers, body } = booking();
    const { jobs: booked } = await (await fetch(UDREL_SERVER + path, { method, headers, body })).json();
    const { id, tag, version, device, customer } = booked[0];
    jobs.push({ id, tag, version, existing: [device.id, customer.id] });
  }
  return jobs;
}

/** The bare handler in a process of its own, as the application is, with the statements of one booking and one stamp. */
async function openBare() {
  const serial = 'CAPTURED-1';
  const key = randomUUID();
  const [stampedJob] = await bookMany(1);
  const keyed = { ...json, 'idempotency-key': key };
  const requests = {
    booking: { path: '/api/v1/orders', method: 'POST', headers: keyed, body: orderOf(serial) },
    stamp: { ...stamp({ ...stampedJob }), headers: { ...json, 'idempotency-key': `${key}-2` } },
  };
  const captured = await captureStatements(UDREL_DATABASE_URL, requests, cookie, UDREL_SESSION_SECRET);
  const staffId = (await (await fetch(`${UDREL_SERVER}/api/v1/session`, { headers: { cookie } })).json()).staff.id;
  // The session query is made by the handler itself.
  const own = (list) => list.filter(({ text }) => !text.includes('from session s'));
  const statements = { serial, key, stamped: stampedJob, booking: own(captured.booking), stamp: own(captured.stamp) };
  writeFileSync(
    `${UDREL_WORK}/captured.json`,
    JSON.stringify({ kept: [staffId, modelId, ...stampedJob.existing], statements, jobs: bareJobs }),
  );
  const sid = decodeURIComponent(cookie.split('=')[1]).slice(2).split('.')[0];
  const child = spawn(process.execPath, [YOUNG, bareServer], {
    env: { ...process.env, UDREL_SESSION: sid, UDREL_TAG: TAG, UDREL_CAPTURED: `${UDREL_WORK}/captured.json` },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  // A measurement that breaks off takes it along: what it leaves open would be waited for.
  process.once('exit', () => child.kill());
  const [port] = await once(child.stdout, 'data');
  return { url: `http://127.0.0.1:${Number(port)}`, close: () => child.kill() };
}

/** From sending a note to hearing of it on an open stream: what two people in one job wait for. */
async function hintMedian() {
  const stream = await fetch(`${UDREL_SERVER}/api/v1/hints`, { headers: { cookie } });
  const reader = stream.body.getReader();
  const decoder = new TextDecoder();
  const [job] = await bookMany(1);
  let heard = '';
  const times = [];
  for (let n = 0; n < 40; n++) {
    const headers = { ...json, 'idempotency-key': randomUUID() };
    const began = performance.now();
    const wanted = `"tag":"${job.tag}","version":${job.version + n + 1}`;
    void fetch(`${UDREL_SERVER}/api/v1/jobs/${job.tag}/notes`, { method: 'POST', headers, body: '{"text":"heard?"}' });
    while (!heard.replaceAll(' ', '').includes(wanted)) heard += decoder.decode((await reader.read()).value);
    times.push(performance.now() - began);
  }
  await reader.cancel();
  return round(medianOf(times));
}

async function signIn() {
  const response = await fetch(`${UDREL_SERVER}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'ilse', password: 'bench-demo-1' }),
  });
  return response.headers.getSetCookie().at(-1).split(';')[0];
}

/** Asks the command that started the server for its heap after collection, MB. */
async function heap() {
  const { heapUsed } = await (await fetch(UDREL_HEAP)).json();
  return heapUsed / 1e6;
}

/** Seconds of processor time that the server's process has used. */
async function processTime() {
  const { cpuSeconds } = await (await fetch(UDREL_HEAP)).json();
  return cpuSeconds;
}
