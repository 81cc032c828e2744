import type { Hint as TellableHint } from '@udrel/contract/endpoints';
import { positionOf, saidAfter, type Positioned } from '@udrel/contract/hint-order';
import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import pg from 'pg';
import { loggedError } from '../platform/http/request-log';

/** The channel on which the database tells every server what changed. */
export const CHANNEL = 'udrel_hint';
/** Hints that are kept for who comes back: those of a minute and a half where 200 berths count, of a day where none does. */
const KEPT = 20_000;
const RETRY_FIRST = 200;
const RETRY_MOST = 5000;

/** A hint as the database gives it: of a session with whose it is, which nobody else is told. */
type Hint = Exclude<TellableHint, { kind: 'session' }> | { kind: 'session'; staffId: string };

/** Runs of several jobs, told together. */
interface RunsTold {
  kind: 'runs';
  tags: string[];
}

const hintsIn = (told: Hint | RunsTold): Hint[] =>
  told.kind === 'runs' ? told.tags.map((tag) => ({ kind: 'run', tag })) : [told];

export interface HintHub {
  /** The position after what was heard so far. */
  position: () => string;
  /**
   * Calls back with every hint until the returned function is called, and at once with what was said after `since`;
   * when that cannot be told, with that everything may have changed. `since` is null for who wants none of it.
   */
  subscribe: (since: string | null, take: (said: Positioned<Hint>) => void) => () => void;
  /**
   * Whether everything was heard that was committed before this was asked: a connection that is listened on is told of
   * it before it answers (PostgreSQL, NOTIFY). False where nobody listens, or the connection is lost.
   */
  caughtUp: () => Promise<boolean>;
  close: () => Promise<void>;
}

/**
 * Listens to the database on a connection of its own and passes hints on. While the connection is lost it tries
 * again; once it is back, everything may have changed meanwhile, and that is what is said.
 */
export async function openHints(databaseUrl: string, log: Logger): Promise<HintHub> {
  const takers = new Set<(said: Positioned<Hint>) => void>();
  const server = randomUUID().slice(0, 8);
  const kept: Positioned<Hint>[] = [];
  let number = 0;
  let client: pg.Client | null = null;
  let closed = false;
  let retry: NodeJS.Timeout | null = null;
  let pause = RETRY_FIRST;

  const position = () => positionOf(server, number);

  function tell(hint: Hint): void {
    number += 1;
    const said = { at: position(), hint };
    kept.push(said);
    if (kept.length > KEPT) kept.shift();
    takers.forEach((take) => take(said));
  }

  async function listen(again: boolean): Promise<void> {
    const next = new pg.Client({ connectionString: databaseUrl, application_name: 'udrel hints', keepAlive: true });
    next.on('error', () => undefined);
    next.on('end', () => lost(next));
    next.on('notification', ({ payload }) => payload && hintsIn(JSON.parse(payload) as Hint | RunsTold).forEach(tell));
    client = next;
    await next.connect();
    await next.query(`listen ${CHANNEL}`);
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
    position,
    subscribe: (since, take) => {
      if (since !== null) {
        const missed = saidAfter(since, kept, position()) ?? [
          { at: position(), hint: { kind: 'everything' } as const },
        ];
        missed.forEach(take);
      }
      takers.add(take);
      return () => void takers.delete(take);
    },
    caughtUp: async () => {
      const asked = client;
      return (
        asked !== null &&
        asked.query('select 1').then(
          () => client === asked,
          () => false,
        )
      );
    },
    close: async () => {
      closed = true;
      if (retry) clearTimeout(retry);
      await client?.end().catch(() => undefined);
    },
  };
}

/** A hub that says nothing, for where nobody listens. */
export const silentHints: HintHub = {
  position: () => '',
  subscribe: () => () => undefined,
  caughtUp: () => Promise.resolve(false),
  close: () => Promise.resolve(),
};
