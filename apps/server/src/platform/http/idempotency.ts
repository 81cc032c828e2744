import { addressOf, carriesVersion } from '@udrel/contract/endpoints';
import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { IdempotencyRow } from './entities';
import { changedRows, firstRow } from '../database/database';
import { Refusal } from '../errors';
import { inWords } from '../words';
import type { Call, Route } from './handlers';
import { inTransaction } from '../database/transaction';

type Kept = Pick<IdempotencyRow, 'route' | 'digest' | 'status' | 'body'>;

/** An answer as it is sent: with its body, or with that as it was put in words to be kept; with neither, an empty one. */
export interface Answer {
  status: number;
  body?: unknown;
  text?: string | undefined;
}

/**
 * Carries out a write in one transaction together with the note that it was carried out. The same key again
 * gets the first answer; a second request that arrives while the first is under way waits for it.
 */
export async function answerOnce(
  database: DataSource,
  key: string,
  call: Call<never, never, never>,
  one: Route,
): Promise<Answer> {
  const address = `${one.endpoint.method} ${addressOf(one.endpoint, call.params)}`;
  const digest = digestOf(doneBy(one, call.body));
  return inTransaction(database, async (manager) => {
    const mine = await firstRow(
      manager,
      `insert into idempotency (key, staff_id, route, digest, status, body, at) values ($1, $2, $3, $4, 0, null, $5)
       on conflict do nothing returning key`,
      [key, call.actor.id, address, digest, call.now],
    );
    // With its version is how it was kept for a key of before.
    if (!mine) return repeated(await known(manager, key, call.actor.id), address, [digest, digestOf(call.body)]);
    const body = await one.handle({ ...call, manager });
    const text = inWords(body);
    await changedRows(manager, 'update idempotency set status = $3, body = $4 where key = $1 and staff_id = $2', [
      ...[key, call.actor.id, one.endpoint.status, text ?? null],
    ]);
    return { status: one.endpoint.status, body, text };
  });
}

/**
 * What of a body is done: not the version that it rests on. Where the answer was lost, the same is sent again on the job
 * as it stands by then.
 */
function doneBy({ endpoint }: Route, body: unknown): unknown {
  if (!carriesVersion(endpoint)) return body;
  const { version: _version, ...done } = body as { version: number };
  return done;
}

/** What tells one body from another, whatever the order of its fields. */
function digestOf(body: unknown): string {
  return createHash('sha256')
    .update(JSON.stringify(sorted(body ?? null)))
    .digest('base64url');
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, one]) => [name, sorted(one)]),
  );
}

function known(manager: Call<never, never, never>['manager'], key: string, staffId: string) {
  return firstRow<Kept>(
    manager,
    'select route, digest, status, body from idempotency where key = $1 and staff_id = $2',
    [key, staffId],
  );
}

/** The earlier answer; a key of before digests were kept is taken for its address alone. */
function repeated(earlier: Kept | null, address: string, digests: readonly string[]): Answer {
  if (!earlier || earlier.route !== address || ![...digests, ''].includes(earlier.digest)) {
    throw new Refusal(422, 'idempotency-key-reused', 'This Idempotency-Key was used for something else.');
  }
  return { status: earlier.status, text: earlier.body ?? undefined };
}
