import { randomBytes } from 'node:crypto';
import { digestOf } from '../platform/secret';
import type { EntityManager } from 'typeorm';
import { changedRows, firstRow } from '../platform/database/database';

/** How a token begins: whoever finds one in a file knows what it is. */
const BEGINS = 'udrel-agent-';
/** For so long the token before holds too, until the new one is used. */
const BOTH = '1 day';
/** After so many days an agent has its token changed by itself. */
const RENEWED = 30;

export const makeToken = () => `${BEGINS}${randomBytes(32).toString('base64url')}`;

/** A machine as its token tells it. */
export interface KnownMachine {
  id: string;
  name: string;
  berths: number[];
  /** Whether its token is to be changed. */
  old: boolean;
}

/** Whose token it is; null where it is nobody's. A new one that is used ends the one before. */
export async function machineOf(manager: EntityManager, token: string, now: Date): Promise<KnownMachine | null> {
  if (!token.startsWith(BEGINS)) return null;
  const digest = digestOf(token);
  const found = await firstRow<KnownMachine & { before: boolean }>(
    manager,
    `select id, name, berths, token_at < $2::timestamptz - interval '${RENEWED} days' as old, digest_before is not null as before
       from machine where ended_at is null
        and (digest = $1 or (digest_before = $1 and token_at > $2::timestamptz - interval '${BOTH}'))`,
    [digest, now],
  );
  if (!found) return null;
  const { before, ...machine } = found;
  if (before) await changedRows(manager, 'update machine set digest_before = null where digest = $1', [digest]);
  return machine;
}

/** Gives a machine a new token, and answers it. The one that is in use holds until it is used, though others got lost meanwhile. */
export async function renewToken(manager: EntityManager, id: string, now: Date): Promise<string | null> {
  const token = makeToken();
  const changed = await changedRows(
    manager,
    `update machine set digest = $2, token_at = $3,
            digest_before = case when token_at > $3::timestamptz - interval '${BOTH}' then coalesce(digest_before, digest) else digest end
      where id = $1 and ended_at is null`,
    [id, digestOf(token), now],
  );
  return changed > 0 ? token : null;
}
