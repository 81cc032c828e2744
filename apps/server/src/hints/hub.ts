import type { Hint as TellableHint } from '@udrel/contract/endpoints';
import type { Logger } from 'pino';
import pg from 'pg';
import { loggedError } from '../platform/http/request-log';

/** The channel on which the database tells every server what changed. */
const CHANNEL = 'udrel_hint';
const RETRY_FIRST = 200;
const RETRY_MOST = 5000;

/** A hint as the database gives it: of a session with whose it is, which nobody else is told. */
type Hint = Exclude<TellableHint, { kind: 'session' }> | { kind: 'session'; staffId: string };

export interface HintHub {
  /** Calls back with every hint until the returned function is called. */
  subscribe: (take: (hint: Hint) => void) => () => void;
  close: () => Promise<void>;
}

/**
 * Listens to the database on a connection of its own and passes hints on. While the connection is lost it tries
 * again; once it is back, everything may have changed meanwhile, and that is what is said.
 */
export async function openHints(databaseUrl: string, log: Logger): Promise<HintHub> {
  const takers = new Set<(hint: Hint) => void>();
  let client: pg.Client | null = null;
  let closed = false;
  let retry: NodeJS.Timeout | null = null;
  let pause = RETRY_FIRST;

  const tell = (hint: Hint) => takers.forEach((take) => take(hint));

  async function listen(again: boolean): Promise<void> {
    const fresh = new pg.Client({ connectionString: databaseUrl, application_name: 'udrel hints', keepAlive: true });
    fresh.on('error', () => undefined);
    fresh.on('end', () => lost(fresh));
    fresh.on('notification', ({ payload }) => payload && tell(JSON.parse(payload) as Hint));
    client = fresh;
    await fresh.connect();
    await fresh.query(`listen ${CHANNEL}`);
    pause = RETRY_FIRST;
    if (again) tell({ kind: 'everything' });
  }

  function lost(which: pg.Client): void {
    if (closed || client !== which) return;
    client = null;
    retry = setTimeout(() => {
      pause = Math.min(RETRY_MOST, pause * 2);
      listen(true).catch((error: unknown) => {
        log.warn({ error: loggedError(error) }, 'no hints from the database');
        if (client) lost(client);
      });
    }, pause);
  }

  await listen(false);
  return {
    subscribe: (take) => {
      takers.add(take);
      return () => void takers.delete(take);
    },
    close: async () => {
      closed = true;
      if (retry) clearTimeout(retry);
      await client?.end().catch(() => undefined);
    },
  };
}

/** A hub that says nothing, for where nobody listens. */
export const silentHints: HintHub = { subscribe: () => () => undefined, close: () => Promise.resolve() };
