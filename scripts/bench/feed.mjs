import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { beginProgress } from '../../packages/core/src/progress';
import { round } from './load.mjs';

const BERTHS = 200;
const FIRST = 501;
const VIEWERS = 8;
const BACKLOG = 3600;
const BATCH = 500;
/** Thirty days of one sample a second at one berth, for the query over them. */
const DAYS = 30;

/**
 * The feed of 200 berths at one sample a second with pages looking on, then an hour's backlog of each replayed; every
 * sample counted afterwards. The share of a core is of the server's own process.
 */
export async function feedFigures({ server, databaseUrl, tokenFile, cookie, processTime, seconds }) {
  const token = readFileSync(tokenFile, 'utf8').trim();
  const database = new pg.Client({ connectionString: databaseUrl });
  await database.connect();
  const runs = await beginRuns(database);
  const boot = randomUUID();
  const post = async (run, firstSeq, samples) => {
    const body = { agent: 'bench', boot, berth: run.berth, runId: run.id, firstSeq, samples };
    const drives = { source: run.source, target: run.target };
    const send = () =>
      fetch(`${server}/api/v1/agent/samples`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
        body: JSON.stringify({ ...body, ...drives }),
      });
    // A connection that is closed just as it is used again: the agent sends what was not acknowledged anew, too.
    const response = await send().catch(send);
    if (!response.ok) throw new Error(`samples: ${response.status} ${await response.text()}`);
    return (await response.json()).acknowledged;
  };
  const viewers = watch(
    server,
    cookie,
    runs.slice(0, VIEWERS / 2).map(({ tag }) => tag),
  );
  const before = await processTime();
  const began = performance.now();
  let behind = 0;
  for (let second = 1; second <= seconds; second++) {
    const due = began + second * 1000;
    await Promise.all(runs.map((run) => post(run, second, [sampleAt(second)])));
    behind = Math.max(behind, performance.now() - due);
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
  }
  const live = (performance.now() - began) / 1000;
  const cpu = (await processTime()) - before;
  const replayed = performance.now();
  for (let at = 0; at < BACKLOG; at += BATCH) {
    const count = Math.min(BATCH, BACKLOG - at);
    const from = seconds + 1 + at;
    await Promise.all(
      runs.map((run) =>
        post(
          run,
          from,
          Array.from({ length: count }, (_none, n) => sampleAt(from + n)),
        ),
      ),
    );
  }
  const replay = (performance.now() - replayed) / 1000;
  viewers.stop();
  const ids = runs.map(({ id }) => id);
  const kept = await database.query(
    `select sum(jsonb_array_length(samples))::int as kept, sum(pg_column_size(samples))::float as bytes
       from sample_chunk where run_id = any ($1)`,
    [ids],
  );
  const wanted = BERTHS * (seconds + BACKLOG);
  const lost = wanted - kept.rows[0].kept;
  if (lost !== 0) throw new Error(`${lost} of ${wanted} samples are missing`);
  const figures = {
    [`${BERTHS} berths for ${seconds} s, samples a second`]: round((BERTHS * seconds) / live),
    'longest behind the second, ms': Math.round(behind),
    'share of a core for the feed': round(cpu / live),
    [`readings by ${VIEWERS} open pages meanwhile`]: viewers.seen(),
    'one of them, median ms': viewers.median(),
    'an hour of 200 berths replayed, samples a second': Math.round((BERTHS * BACKLOG) / replay),
    'samples lost': lost,
    'bytes a sample': round(kept.rows[0].bytes / kept.rows[0].kept),
    [`${DAYS} days of a berth, query ms`]: await thirtyDays(database, runs[0]),
  };
  await endRuns(database, ids);
  await database.end();
  return figures;
}

export const sampleAt = (t) => [t, t * 95e6, t * 95e6, 0, 0, 0.8];

/** Gives each of 200 generated jobs a run at a berth of its own. */
export async function beginRuns(database) {
  const jobs = await database.query(
    `select j.id, j.tag from job j where j.closed_at is null and not exists (select 1 from run r where r.job_id = j.id)
      order by j.number desc limit $1`,
    [BERTHS],
  );
  const runs = [];
  for (const [n, { id: jobId, tag }] of jobs.rows.entries()) {
    const [id, berthId, berth] = [randomUUID(), randomUUID(), FIRST + n];
    const [source, target] = ['OLD', 'NEW'].map((name) => {
      return { serial: `${name}-${berth}`, model: '', bytes: 500_107_862_016, sectorSize: 512, link: '' };
    });
    await database.query(`insert into berth (id, number, watched) values ($1, $2, true)`, [berthId, berth]);
    await database.query(
      `insert into run (id, job_id, kind, onto, attempt, berth_id, source_serial, target_serial, source_bytes, target_bytes,
                        planned_bytes, estimate, outcome, note, began_at, progress)
       values ($1, $2, 'copy', 'new', 99, $3, $4, $5, $6, $6, $7, '{"low":1,"middle":1,"high":1,"rate":95}', 'running', '', now(), $8)`,
      [id, jobId, berthId, source.serial, target.serial, source.bytes, 10 ** 15, JSON.stringify(beginProgress())],
    );
    runs.push({ id, tag, berth, source, target });
  }
  if (runs.length < BERTHS) throw new Error(`only ${runs.length} jobs to feed`);
  return runs;
}

async function endRuns(database, ids) {
  await database.query('delete from sample_chunk where run_id = any ($1)', [ids]);
  await database.query('delete from feed where run_id = any ($1)', [ids]);
  await database.query('delete from run where id = any ($1)', [ids]);
  await database.query('delete from berth where number >= $1', [FIRST]);
}

/**
 * Pages that are open meanwhile, half of them on the Floor, half on a job: each holds a stream of hints and, as a browser
 * does, reads anew at most once a second what runs there.
 */
function watch(server, cookie, tags) {
  const leaving = new AbortController();
  const took = [];
  const read = (path) => fetch(`${server}/api/v1${path}`, { headers: { cookie } }).then((answer) => answer.json());
  const page = async (shown) => {
    const stream = await fetch(`${server}/api/v1/hints`, { headers: { cookie }, signal: leaving.signal });
    let stale = false;
    const reading = setInterval(() => {
      if (!stale) return;
      stale = false;
      const began = performance.now();
      void Promise.all([shown, '/berths'].map(read)).then(() => took.push(performance.now() - began));
    }, 1000);
    leaving.signal.addEventListener('abort', () => clearInterval(reading));
    for await (const piece of stream.body) stale ||= piece.length > 0;
  };
  const pages = tags.flatMap((tag) => [page('/runs'), page(`/jobs/${tag}`)]);
  for (const one of pages) one.catch((error) => leaving.signal.aborted || Promise.reject(error));
  return {
    stop: () => leaving.abort(),
    seen: () => took.length,
    median: () => round(took.sort((a, b) => a - b)[Math.floor(took.length / 2)] ?? 0),
  };
}

/** Mean rates by the hour over thirty days of one berth, as chunks of 500. */
async function thirtyDays(database, run) {
  await database.query(
    `insert into sample_chunk (agent, boot, berth, run_id, first_seq, samples)
     select 'month', 'boot', $1, $2, n * 500 + 1,
            (select jsonb_agg(jsonb_build_array(n * 500 + s, (n * 500 + s) * 95e6, (n * 500 + s) * 95e6, 0, 0, 0.8))
               from generate_series(1, 500) s)
       from generate_series(0, $3::int) n`,
    [run.berth, run.id, (DAYS * 86_400) / 500],
  );
  const began = performance.now();
  const hours = await database.query(
    `select floor((samples -> 0 ->> 0)::float / 3600) as hour,
            (max((samples -> -1 ->> 2)::float) - min((samples -> 0 ->> 2)::float)) / 3600e6 as rate
       from sample_chunk where run_id = $1 and agent = 'month' group by 1 order by 1`,
    [run.id],
  );
  if (hours.rows.length < DAYS * 24) throw new Error(`only ${hours.rows.length} hours came back`);
  return Math.round(performance.now() - began);
}
