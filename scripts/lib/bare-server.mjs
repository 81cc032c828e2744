import express from 'express';
import pg from 'pg';
import { LIST_SQL } from '../../apps/server/src/jobs/list';
import { JOBS_SQL } from '../../apps/server/src/jobs/record';
import { EVENTS_SQL } from '../../apps/server/src/jobs/view';

/** What the reads cost at least: session, account, the same SQL, JSON. Prints its port. */
const { UDREL_DATABASE_URL, UDREL_SESSION, UDREL_TAG } = process.env;
const pool = new pg.Pool({ connectionString: UDREL_DATABASE_URL, max: 16 });

async function admit() {
  const { rows } = await pool.query('select sess from session where sid = $1 and expire >= now()', [UDREL_SESSION]);
  await pool.query('select id, login, name, initials, role, demo from staff where id = $1', [rows[0].sess.staffId]);
}

const app = express();
app.get('/list', async (_request, response) => {
  await admit();
  const { rows } = await pool.query(LIST_SQL, [2_147_483_647, false, '', '']);
  response.json(rows);
});
app.get('/job', async (_request, response) => {
  await admit();
  const { rows } = await pool.query(`${JOBS_SQL} where j.tag = $1`, [UDREL_TAG]);
  const events = await pool.query(EVENTS_SQL, [rows[0].id]);
  response.json({ ...rows[0], history: events.rows });
});
const server = app.listen(0, '127.0.0.1', () => console.log(server.address().port));
