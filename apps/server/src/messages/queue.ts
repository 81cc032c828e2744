import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import type { EntityManager } from 'typeorm';
import type { HintHub } from '../hints/hub';
import { rows } from '../platform/database/database';
import { loggedError } from '../platform/http/request-log';
import { causesOf, makeMessage } from './make';
import { sendMessage, type Sending } from './send';

const QUEUE = 'message';
/** Tries of a message, the waits between them growing from a minute to some hours. */
const TRIES = 7;
const FIRST_WAIT_S = 60;
/** A try that nobody has answered for by then was cut off with its server, and is made again. */
const CUT_OFF_S = 60;

/** How often what happened is looked through, whoever hinted at it or not. */
const LOOK_MS = 5000;
/** So long after something changed it is looked through, ms. */
const SOON_MS = 300;
/** How far back is looked then: all days of news are looked through at the next turn, for what was longer under way. */
const JUST_NOW_MS = 10_000;

export interface MessageQueue {
  /** Makes what is to be made now, and leaves what waits to the queue. */
  look: () => Promise<void>;
  close: () => Promise<void>;
}

export interface Waits {
  firstS?: number;
  lookMs?: number;
  cutOffS?: number;
}

/** Makes what the queue is kept in, as the owner of the database. */
export async function makeQueue(ownerUrl: string): Promise<void> {
  const boss = new PgBoss({ connectionString: ownerUrl, max: 1, supervise: false, schedule: false });
  boss.on('error', () => undefined);
  await boss.start();
  await boss.createQueue(QUEUE, { name: QUEUE, policy: 'standard' });
  await boss.stop({ graceful: false, close: true });
}

/**
 * Messages in the database until they have gone: what is killed in the middle is tried again by whoever is there. Each server
 * may run it beside others.
 */
export async function openQueue(
  sending: Sending,
  databaseUrl: string,
  log: Logger,
  hints: HintHub | null,
  { firstS = FIRST_WAIT_S, lookMs = LOOK_MS, cutOffS = CUT_OFF_S }: Waits = {},
): Promise<MessageQueue> {
  const boss = new PgBoss({
    connectionString: databaseUrl,
    application_name: 'udrel messages',
    // What it is kept in belongs to the owner of the database.
    migrate: false,
    max: 2,
    maintenanceIntervalSeconds: Math.min(30, cutOffS),
  });
  boss.on('error', (error) => log.warn({ error: loggedError(error) }, 'the queue of messages'));
  await boss.start();

  /** In the transaction of whoever asks: no message waits without being in the queue. */
  const leave = async (manager: EntityManager, id: string, waitS = 0) => {
    await boss.send(
      QUEUE,
      { id },
      {
        ...{ retryLimit: TRIES - 1, retryDelay: firstS, retryBackoff: true, expireInSeconds: cutOffS },
        ...(waitS > 0 ? { startAfter: waitS } : {}),
        db: { executeSql: async (sql, values) => ({ rows: (await manager.query(sql, values)) as unknown[] }) },
      },
    );
  };

  const worker: string = await boss.work<{ id: string }>(
    QUEUE,
    { includeMetadata: true, pollingIntervalSeconds: Math.max(0.5, lookMs / 1000), batchSize: 1 },
    async ([job]) => {
      if (!job) return;
      // The next one at once, not at the next turn.
      boss.notifyWorker(worker);
      const tried = await sendMessage(sending, job.data.id, job.retryCount >= job.retryLimit);
      if (typeof tried === 'object') await leave(sending.database.manager, job.data.id, tried.waitS);
    },
  );

  let looking: Promise<void> | null = null;
  let after: Promise<void> | null = null;
  let farthest = 0;
  // A look that is under way may have passed by what this one is for: it is looked once more after it.
  const look = (lastMs = Infinity): Promise<void> => {
    if (!looking) {
      looking = lookOnce(lastMs).finally(() => {
        looking = null;
      });
      return looking;
    }
    farthest = Math.max(farthest, lastMs);
    const again = () => {
      const back = farthest;
      [after, farthest] = [null, 0];
      return look(back);
    };
    after ??= looking.then(again, again);
    return after;
  };

  async function lookOnce(lastMs: number): Promise<void> {
    const { database, masterKey, clock } = sending;
    const now = clock();
    for (const one of await causesOf({ manager: database.manager, now, masterKey }, lastMs)) {
      await database.transaction(async (manager) => {
        await makeMessage({ manager, now, masterKey }, one);
      });
    }
    let left = 0;
    await database.transaction(async (manager) => {
      const waiting = await rows<{ id: string }>(
        manager,
        `select id from message where state = 'waiting' and not queued order by made_at for update skip locked`,
      );
      if (waiting.length === 0) return;
      for (const { id } of waiting) await leave(manager, id);
      await manager.query('update message set queued = true where id = any($1)', [waiting.map(({ id }) => id)]);
      left = waiting.length;
    });
    if (left > 0) boss.notifyWorker(worker);
  }

  const lookNow = (lastMs?: number) => {
    look(lastMs).catch((error: unknown) => log.warn({ error: loggedError(error) }, 'messages could not be made'));
  };
  const timer = setInterval(() => lookNow(), lookMs);
  timer.unref();
  // What changed a moment ago is looked through with what changes now.
  let soon: NodeJS.Timeout | null = null;
  const leaveHints = hints?.subscribe(null, ({ hint: { kind } }) => {
    if (kind !== 'job' && kind !== 'messages') return;
    soon ??= setTimeout(() => {
      soon = null;
      lookNow(JUST_NOW_MS);
    }, SOON_MS);
  });
  return {
    look: () => look(),
    close: async () => {
      clearInterval(timer);
      leaveHints?.();
      if (soon) clearTimeout(soon);
      await (after ?? looking)?.catch(() => undefined);
      await boss.stop({ graceful: true, timeout: 2000 });
    },
  };
}
