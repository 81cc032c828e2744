import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';

/** In whose name is noted what nobody of the staff did. Their names begin with a sign that no account has; nobody signs in as them. */
const HOUSE = {
  ':shop': 'The shop, by itself',
  ':customer': 'The customer, on their page',
} as const;

/** Who does what goes by itself, or what a customer does on their page. */
export async function houseActor(manager: EntityManager, login: keyof typeof HOUSE): Promise<CommandContext['actor']> {
  const name = HOUSE[login];
  await manager.query(
    `insert into staff (id, login, name, initials, role, password_hash, active, demo)
     values ($1, $2, $3, '', 'counter', '', false, false) on conflict (login) do nothing`,
    [randomUUID(), login, name],
  );
  const kept = await firstRow<{ id: string }>(manager, 'select id from staff where login = $1', [login]);
  if (!kept) throw new Error(`nobody is ${login}`);
  return { id: kept.id, name, role: 'counter' };
}

/** A condition that holds for people: whoever is no part of the house itself. */
export const IS_PERSON = `login not like ':%'`;
