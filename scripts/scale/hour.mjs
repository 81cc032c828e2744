import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { addBulk } from '../bench/bulk.mjs';
import { beginRuns, sampleAt } from '../bench/feed.mjs';
import { openDatabase, packSamples } from '../../apps/server/src/app/services.ts';
import { sleep, until } from '../lib/run.mjs';
import { atWork, openPage } from './staff.mjs';
import { viewTimes } from './views.mjs';

const { env } = process;
const JOBS = Number(env.UDREL_SCALE_JOBS ?? 1_000_000);
const MINUTES = Number(env.UDREL_SCALE_MINUTES ?? 60);
const PACE = Number(env.UDREL_SCALE_PACE ?? 1);
const [PEOPLE, OPEN] = [40, Math.min(5000, JOBS / 2)];
const servers = env.UDREL_SERVERS.split(' ');
/** Within which people come to work and copies are begun, ms. */
const ARRIVE = 45_000;
/** Tables that grow with samples, not with what people do. */
const FED = ['sample_chunk', 'feed', 'run'];
const PASSWORD = 'a-long-summer-at-the-bench';

const database = new pg.Client({ connectionString: env.UDREL_DATABASE_URL });
await database.connect();
await until(
  () =>
    fetch(`${servers[1]}/api/v1/ready`).then(
      ({ ok }) => ok,
      () => false,
    ),
  60_000,
);
const bulk = await addBulk(env.UDREL_DATABASE_URL, 0, JOBS, OPEN);
console.log(`${JOBS} jobs in ${bulk} s`);
const owner = await signIn(servers[0], 'odo', 'bench-demo-2');
const staff = [];
for (let n = 0; n < PEOPLE; n++) {
  const [login, role] = [`person${n}`, n % 4 === 0 ? 'counter' : 'technician'];
  await post(servers[0], owner, '/staff', {
    login,
    password: PASSWORD,
    name: `Person ${n}`,
    role,
  });
  const server = servers[n % servers.length];
  staff.push({ server, cookie: await signIn(server, login, PASSWORD), stamps: role !== 'counter' });
}
const runs = await beginRuns(database);
const { rows: open } = await database.query(
  `select j.tag from job j where closed_at is null and number >= 10000000 order by number limit ${OPEN - runs.length}`,
);
const { rows: models } = await database.query('select id from device_model where not stub order by code limit 1');
await database.query('vacuum analyze');

const before = await sizes();
const [took, refused, pages] = [{}, [], { hints: 0 }];
const began = Date.now();
const on = () => Date.now() - began < MINUTES * 60_000;
const words = ['Customer 7777', 'U-10000123', 'BULK-500', '01555 4', 'T15'];
const feeding = feed();
await Promise.all(
  staff.map(async (one, n) => {
    await sleep((n * ARRIVE) / staff.length);
    const page = openPage(one.server, one.cookie, { on, took, refused, pages });
    await atWork({
      ...one,
      page,
      jobs: open.map(({ tag }) => tag),
      ...{ words, modelId: models[0].id, pace: PACE, on, took, refused },
    });
    page.leave();
  }),
);
const fed = await feeding;
const after = await sizes();
const views = await viewTimes(servers[0], staff[1].cookie, open[0].tag);
const packed = await packedFigures();
const hours = (MINUTES / 60) * PACE;
writeFileSync(
  join(env.UDREL_WORK, 'hour.json'),
  JSON.stringify({
    ...{
      jobs: JOBS,
      open: OPEN,
      people: PEOPLE,
      berths: runs.length,
      minutes: MINUTES,
      pace: PACE,
      bulk,
      refused,
      fed,
      views,
      packed,
    },
    hints: pages.hints,
    deeds: Object.fromEntries(Object.entries(took).map(([deed, times]) => [deed, figuresOf(times)])),
    growth: growthOf(before, after, { staff: hours, feed: MINUTES / 60 }),
  }),
);
await database.end();
process.exit(0);

/** Samples of each berth each second, each at its own moment of it, until it is over; the next once the last was answered. */
async function feed() {
  const token = readFileSync(env.UDREL_AGENT_TOKEN_FILE, 'utf8').trim();
  const boot = randomUUID();
  const times = [];
  let behind = 0;
  const berth = async (run, n) => {
    // Not all berths begin in the same second.
    const from = began + (n * ARRIVE) / runs.length;
    for (let second = 1; on(); second++) {
      await sleep(Math.max(0, from + second * 1000 - Date.now()));
      const body = {
        agent: 'bench',
        boot,
        berth: run.berth,
        runId: run.id,
        firstSeq: second,
        samples: [sampleAt(second)],
      };
      const asked = performance.now();
      const response = await fetch(`${servers[n % servers.length]}/api/v1/agent/samples`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
        body: JSON.stringify({ ...body, source: run.source, target: run.target }),
      }).catch((error) => ({ ok: false, status: error.message }));
      times.push(performance.now() - asked);
      if (!response.ok) refused.push(`samples of berth ${run.berth}: ${response.status}`);
      behind = Math.max(behind, Date.now() - (from + second * 1000));
    }
  };
  await Promise.all(runs.map(berth));
  return { ...figuresOf(times), behind };
}

/** Bytes of a sample on disk with its indexes, as it comes and once its run has ended and was packed. */
async function packedFigures() {
  const bytes = async () => {
    await database.query('vacuum full sample_chunk');
    const { rows } = await database.query(
      `select pg_total_relation_size('sample_chunk')::float as bytes, sum(jsonb_array_length(samples))::float as samples
         from sample_chunk`,
    );
    return rows[0].bytes / rows[0].samples;
  };
  const came = await bytes();
  const app = await openDatabase(env.UDREL_DATABASE_URL, 1);
  await database.query("update run set outcome = 'failed', ended_at = now() - interval '1 hour' where id = any($1)", [
    runs.map(({ id }) => id),
  ]);
  while ((await app.transaction((manager) => packSamples(manager, new Date()))) > 0);
  await app.destroy();
  return { came, packed: await bytes() };
}

async function signIn(server, login, password) {
  const answer = await fetch(`${server}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login, password }),
  });
  if (!answer.ok) throw new Error(`${login}: ${answer.status} ${await answer.text()}`);
  return answer.headers.getSetCookie().at(-1).split(';')[0];
}

async function post(server, cookie, path, body) {
  const headers = { cookie, 'content-type': 'application/json', 'idempotency-key': randomUUID() };
  const answer = await fetch(`${server}/api/v1${path}`, { method: 'POST', headers, body: JSON.stringify(body) });
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
}

function figuresOf(times) {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share) =>
    Math.round((sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0) * 10) / 10;
  return { count: sorted.length, median: at(0.5), p99: at(0.99), longest: at(1) };
}

/** Bytes and rows of each table, with its indexes; rows counted. */
async function sizes() {
  const { rows: tables } = await database.query(
    `select relname as name, pg_total_relation_size(oid)::float as bytes from pg_class
      where relkind = 'r' and relnamespace = 'public'::regnamespace order by 1`,
  );
  const counted = {};
  for (const { name, bytes } of tables) {
    const { rows } = await database.query(`select count(*)::float as rows from "${name}"`);
    counted[name] = { bytes, rows: rows[0].rows };
  }
  return counted;
}

function growthOf(first, last, hours) {
  return Object.entries(last)
    .map(([name, { bytes, rows }]) => {
      const per = FED.includes(name) ? hours.feed : hours.staff;
      return { name, bytes, rows: (rows - first[name].rows) / per, grown: (bytes - first[name].bytes) / per };
    })
    .filter(({ rows, grown }) => rows !== 0 || grown > 0);
}
