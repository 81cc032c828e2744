import type { AccountView, AddStaff, ChangeStaff, SetPin } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/service';
import { firstRow, rows } from '../platform/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { Staff } from './entities';
import { hashed, isRight } from './passwords';
import { addStaff } from './service';
import { endSessions } from './sessions';

/** Every account, open ones first. */
export function listAccounts(manager: EntityManager): Promise<AccountView[]> {
  return rows<AccountView>(
    manager,
    `select id, login, name, initials, role, active, pin_hash is not null as "hasPin"
       from staff order by active desc, lower(name)`,
  );
}

/** Makes an account. */
export async function makeAccount(acting: Acting, given: AddStaff): Promise<AccountView[]> {
  const { manager, actor } = acting;
  const taken = await firstRow(manager, 'select 1 from staff where login = lower($1)', [given.login]);
  if (taken) throw fieldWrong('login', 'This name is taken: choose another.');
  await addStaff(manager, { ...given, demo: false });
  await noteAudit(acting, actor.id, 'account made', { login: given.login.toLowerCase(), role: given.role });
  return listAccounts(manager);
}

/** Changes role or state of an account; a closed one is signed out at once. The last owner stays. */
export async function changeAccount(acting: Acting, id: string, given: ChangeStaff): Promise<AccountView[]> {
  const { manager, actor } = acting;
  const staff = await firstRow<{ login: string }>(manager, 'select login from staff where id = $1 for update', [id]);
  if (!staff) throw notFound('This account');
  const owners = await rows<{ id: string }>(
    manager,
    "select id from staff where role = 'owner' and active and id <> $1 for update",
    [id],
  );
  if (owners.length === 0 && (given.role !== 'owner' || !given.active)) {
    throw new Refusal(409, 'last-owner', 'This is the last owner: make another one first.');
  }
  await manager.update(Staff, { id }, given);
  if (!given.active) await endSessions(manager, id);
  await noteAudit(acting, actor.id, 'account changed', { login: staff.login, ...given });
  return listAccounts(manager);
}

/** Sets or removes the own PIN; the password is asked again. */
export async function setPin(acting: Acting, given: SetPin): Promise<{ hasPin: boolean }> {
  const { manager, actor } = acting;
  const staff = await manager.findOneByOrFail(Staff, { id: actor.id });
  if (!(await isRight(staff.passwordHash, given.password))) {
    throw fieldWrong('password', 'The password is not right.');
  }
  const pinHash = given.pin === null ? null : await hashed(given.pin);
  await manager.update(Staff, { id: actor.id }, { pinHash });
  await noteAudit(acting, actor.id, given.pin === null ? 'pin removed' : 'pin set');
  return { hasPin: pinHash !== null };
}
