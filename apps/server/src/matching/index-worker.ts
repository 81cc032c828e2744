import { parentPort, workerData } from 'node:worker_threads';
import pg from 'pg';
import { OFFERED_PARTS, type OfferedPart } from '../shelf/offered';
import { FITTED_KINDS } from './catalogue-parts';
import { DriveIndex } from './drive-index';
import type { FromIndex, ToIndex } from './index-thread';

/** The thread that keeps the index of drives. */
const { databaseUrl } = workerData as { databaseUrl: string };
const pool = new pg.Pool({
  connectionString: databaseUrl,
  application_name: 'udrel index',
  max: 1,
  idleTimeoutMillis: 10_000,
  connectionTimeoutMillis: 5000,
});
// A connection that is cut off while idle is replaced at the next query.
pool.on('error', () => undefined);
const index = new DriveIndex(
  async () => (await pool.query<OfferedPart>(OFFERED_PARTS, [null, FITTED_KINDS, [], false])).rows,
);
const answer = (told: FromIndex) => parentPort?.postMessage(told);

parentPort?.on('message', (told: ToIndex) => {
  if (told.kind === 'renew') index.renew(told.state);
  else
    index.rank(told.state, told.question).then(
      (ranked) => answer({ id: told.id, answer: ranked }),
      (error: Error & { code?: unknown }) =>
        answer({ id: told.id, failed: { message: error.message, code: error.code } }),
    );
});
