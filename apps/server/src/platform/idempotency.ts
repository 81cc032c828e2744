import type { DataSource } from 'typeorm';
import { firstRow } from './database';
import { Refusal } from './errors';
import type { Call, Route } from './routes';

interface Answer {
  status: number;
  body: unknown;
}

/**
 * Carries out a write in one transaction together with the note that it was carried out. The same key again
 * gets the first answer; a second request that arrives while the first is under way waits for it.
 */
export async function answerOnce(
  database: DataSource,
  key: string,
  call: Call<never, never>,
  one: Route,
): Promise<Answer> {
  const address = `${one.method} ${call.request.path}`;
  return database.transaction(async (manager) => {
    const mine = await firstRow(
      manager,
      `insert into idempotency (key, staff_id, route, status, body, at) values ($1, $2, $3, 0, null, $4)
       on conflict do nothing returning key`,
      [key, call.actor.id, address, call.now],
    );
    if (!mine) return repeated(await known(manager, key, call.actor.id), address);
    const body = await one.handle({ ...call, manager });
    await manager.query('update idempotency set status = $3, body = $4 where key = $1 and staff_id = $2', [
      key,
      call.actor.id,
      one.status,
      JSON.stringify(body ?? null),
    ]);
    return { status: one.status, body };
  });
}

function known(manager: Call<never, never>['manager'], key: string, staffId: string) {
  return firstRow<Answer & { route: string }>(
    manager,
    'select route, status, body from idempotency where key = $1 and staff_id = $2',
    [key, staffId],
  );
}

function repeated(earlier: (Answer & { route: string }) | null, address: string): Answer {
  if (!earlier || earlier.route !== address) {
    throw new Refusal(422, 'idempotency-key-reused', 'This Idempotency-Key was used for something else.');
  }
  return { status: earlier.status, body: earlier.body ?? undefined };
}
