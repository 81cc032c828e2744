import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { letGo, type LettingGo } from '../retention/let-go';
import { measureClosed } from '../yardsticks/measure-jobs';
import { loggedError } from '../platform/http/request-log';

const HOURLY = 3_600_000;

/** What has served its time whatever the owner says: sessions that ran out, wrong tries of days ago. */
const SWEEPS = [
  'delete from session where expire < now()',
  'delete from pairing where until < now()',
  "delete from sign_in_try where at < now() - interval '1 day'",
];

/** Measures jobs that were closed before that was kept, some at a time, until none is left. */
async function measureOld(database: DataSource): Promise<void> {
  while ((await database.transaction((manager) => measureClosed(manager, new Date()))) > 0);
}

/** Clears away what has served its time, now and every hour. Every server may: it is done once or twice alike. */
export function keepHouse(given: LettingGo, log: Logger): void {
  const { database } = given;
  const sweep = async () => {
    for (const sql of SWEEPS) await database.query(sql);
    await letGo(given, new Date());
  };
  const run = () =>
    void sweep().catch((error: unknown) => log.warn({ error: loggedError(error) }, 'could not clear away'));
  run();
  void measureOld(database).catch((error: unknown) =>
    log.warn({ error: loggedError(error) }, 'could not measure closed jobs'),
  );
  setInterval(run, HOURLY).unref();
}
