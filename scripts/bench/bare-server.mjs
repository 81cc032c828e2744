import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import express from 'express';
import pg from 'pg';
import { JOB_LIST } from '../../apps/server/src/jobs/list-jobs';
import { listSql } from '../../apps/server/src/platform/database/listed';
import { JOBS_SQL, OPEN_SQL } from '../../apps/server/src/jobs/job-record';
import { EVENTS_SQL } from '../../apps/server/src/jobs/view-job';
import { findSql } from '../../apps/server/src/models/library';
import { PreparingClient } from '../../apps/server/src/platform/database/preparing-client';
import { SESSION_SQL } from '../../apps/server/src/platform/http/session-store';

/**
 * What the work costs at least: Express and pg, the same session query, the same SQL, prepared as ours is, JSON. Writes
 * replay the statements that the application was seen to send, with ids, numbers and versions of their own, and answer
 * the text that is kept under the key, as the application does. Prints its port.
 */
const { UDREL_DATABASE_URL, UDREL_SESSION, UDREL_TAG, UDREL_CAPTURED } = process.env;
const pool = new pg.Pool({ connectionString: UDREL_DATABASE_URL, max: 16, Client: PreparingClient });
const { kept, statements, jobs } = JSON.parse(readFileSync(UDREL_CAPTURED, 'utf8'));
const admit = () => pool.query(SESSION_SQL, [UDREL_SESSION]);
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

const app = express();
app.use(express.json());
app.get('/list', async (_request, response) => {
  await admit();
  const { sql, values } = listSql(JOB_LIST, {}, new Date());
  const { rows } = await pool.query(sql, values);
  response.json(rows);
});
/** The statement alone: nothing of what it reads is worked out, nor sent. */
app.get('/floor', async (_request, response) => {
  await admit();
  const { rows } = await pool.query(OPEN_SQL, [1000]);
  response.json({ open: rows.length });
});

app.get('/job', async (_request, response) => {
  await admit();
  const { rows } = await pool.query(`${JOBS_SQL} where j.tag = $1`, [UDREL_TAG]);
  const events = await pool.query(EVENTS_SQL, [rows[0].id, 2_147_483_647]);
  response.json({ ...rows[0], history: events.rows });
});

app.get('/models', async ({ query }, response) => {
  await admit();
  const words = String(query.find).split(' ');
  const { rows } = await pool.query(
    findSql(words.length),
    words.map((word) => `%${word}%`),
  );
  response.json(rows);
});

/** Each booking is another: fresh ids, serial and key; numbers as they are drawn. */
app.post('/booking', async (_request, response) => {
  const fresh = new Map();
  const numbers = new Map();
  const serial = `BARE-${randomUUID().slice(0, 8)}`;
  const text = (value) => {
    let swapped = value.replace(UUID, (one) => (kept.includes(one) ? one : known(fresh, one, randomUUID)));
    for (const [drawn, now] of numbers) swapped = swapped.replaceAll(`U-${drawn}`, `U-${now}`);
    return swapped.replaceAll(statements.serial, serial).replaceAll(statements.key, fresh.get('key') ?? keyOf(fresh));
  };
  answer(response.status(201), await replay(statements.booking, swapper(text, numbers), numbers));
});

/** Each connection stamps its own job, whose version it counts. */
app.put('/stamp/:job', async (request, response) => {
  const job = jobs[Number(request.params.job)];
  const fresh = new Map();
  const text = (value) =>
    value
      .replaceAll(statements.stamped.id, job.id)
      .replaceAll(statements.stamped.tag, job.tag)
      .replace(UUID, (one) => (one === job.id || kept.includes(one) ? one : known(fresh, one, randomUUID)))
      .replaceAll(statements.key, fresh.get('key') ?? keyOf(fresh));
  const answered = await replay(statements.stamp, (values, sql) => {
    const swapped = swapper(text, new Map())(values);
    if (/^update job set version/i.test(sql)) [swapped[1], swapped[2]] = [job.version, job.version + 1];
    if (/^insert into "event"/i.test(sql)) swapped[1] = job.version + 1;
    return swapped;
  });
  job.version += 1;
  answer(response, answered);
});

function answer(response, text) {
  response.type('json').end(text);
}

function keyOf(fresh) {
  fresh.set('key', randomUUID());
  return fresh.get('key');
}

function known(map, key, make) {
  if (!map.has(key)) map.set(key, make());
  return map.get(key);
}

/** What is larger than this is the answer that is kept: it may name another job, and looking through it takes time. */
const LARGE = 4000;

function swapper(text, numbers) {
  return (values) =>
    values.map((value) => {
      if (typeof value === 'string') return value.length > LARGE ? value : text(value);
      if (typeof value === 'number' && numbers.has(String(value))) return Number(numbers.get(String(value)));
      return value;
    });
}

/** Runs the statements on one connection in their order; answers what was kept under the key. */
async function replay(list, swap, numbers = new Map()) {
  await admit();
  const client = await pool.connect();
  let answered = '';
  try {
    for (const { text, values, drew } of list) {
      const swapped = swap(values, text);
      const { rows } = await client.query(text, swapped);
      if (drew) numbers.set(drew, String(rows[0].next));
      if (/^update idempotency/.test(text)) answered = swapped[3];
    }
  } catch (error) {
    await client.query('rollback');
    throw error;
  } finally {
    client.release();
  }
  return answered;
}

const server = app.listen(0, '127.0.0.1', () => console.log(server.address().port));
