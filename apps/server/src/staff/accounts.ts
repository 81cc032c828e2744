import type { AccountView, AddStaff, ChangePassword, ChangeStaff, ResetPassword, SetPin } from '@udrel/contract/types';
import type { DataSource, EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { firstRow, rows } from '../platform/database/database';
import type {} from '../platform/http/session-store';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import type { Call } from '../platform/http/handlers';
import { Staff } from './entities';
import { IS_PERSON } from './house';
import { hashed, isRight } from './passwords';
import { addStaff } from './people';
import { endSessions } from './sessions';
import { countTry, passwordSubjects } from './tries';

/** Every account, open ones first. */
export function listAccounts(manager: EntityManager): Promise<AccountView[]> {
  return rows<AccountView>(
    manager,
    `select id, login, name, initials, role, active, pin_hash is not null as "hasPin"
       from staff where ${IS_PERSON} order by active desc, lower(name)`,
  );
}

/** Makes an account. */
export async function makeAccount(context: CommandContext, given: AddStaff): Promise<AccountView[]> {
  const { manager, actor } = context;
  const taken = await firstRow(manager, 'select 1 from staff where login = lower($1)', [given.login]);
  if (taken) throw fieldWrong('login', 'This name is taken: choose another.');
  await addStaff(manager, { ...given, demo: false });
  await noteAudit(context, actor.id, 'account made', { login: given.login.toLowerCase(), role: given.role });
  return listAccounts(manager);
}

/** Changes role or state of an account; a closed one is signed out at once. The last owner stays. */
export async function changeAccount(context: CommandContext, id: string, given: ChangeStaff): Promise<AccountView[]> {
  const { manager, actor } = context;
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
  await noteAudit(context, actor.id, 'account changed', { login: staff.login, ...given });
  return listAccounts(manager);
}

/** Asks for the own password again, as often as a stranger may try it and no oftener. */
async function requireOwnPassword({ manager, actor, now }: CommandContext, password: string): Promise<void> {
  const staff = await manager.findOneByOrFail(Staff, { id: actor.id });
  const attempt = await countTry(manager, passwordSubjects(staff.login, 'signed in', null).slice(0, 2), now);
  if (!(await isRight(staff.passwordHash, password))) throw fieldWrong('password', 'The password is not right.');
  await attempt.right();
}

/** Sets or removes the own PIN; the password is asked again. */
export async function setPin(context: CommandContext, given: SetPin): Promise<{ hasPin: boolean }> {
  const { manager, actor } = context;
  await requireOwnPassword(context, given.password);
  const pinHash = given.pin === null ? null : await hashed(given.pin);
  await manager.update(Staff, { id: actor.id }, { pinHash });
  await noteAudit(context, actor.id, given.pin === null ? 'pin removed' : 'pin set');
  return { hasPin: pinHash !== null };
}

/** Changes the own password; every other session of the account ends, since somebody may know the one before. */
export async function changePassword(call: Call<unknown, ChangePassword>): Promise<{ ended: number }> {
  const { manager, actor, body, request } = call;
  await requireOwnPassword(call, body.password);
  if (body.next === body.password) throw fieldWrong('next', 'This is the password you have already.');
  await manager.update(Staff, { id: actor.id }, { passwordHash: await hashed(body.next) });
  const ended = await endSessions(manager, actor.id, request.sessionID);
  await noteAudit(call, actor.id, 'password changed', { ended });
  return { ended };
}

/** The owner gives an account a new password; it is signed out everywhere and its PIN is gone. */
export async function resetPassword(
  context: CommandContext,
  id: string,
  { next }: ResetPassword,
): Promise<AccountView[]> {
  const { manager, actor } = context;
  if (id === actor.id) throw new Refusal(409, 'own-password', 'Change your own password under your account.');
  const staff = await firstRow<{ login: string }>(manager, 'select login from staff where id = $1 for update', [id]);
  if (!staff) throw notFound('This account');
  await manager.update(Staff, { id }, { passwordHash: await hashed(next), pinHash: null });
  await endSessions(manager, id);
  await noteAudit(context, actor.id, 'password reset', { login: staff.login });
  return listAccounts(manager);
}

/** A new password from the server's own console, for whoever has lost it. Answers whether there is such an account. */
export async function setPasswordByConsole(database: DataSource, login: string, next: string): Promise<boolean> {
  const { manager } = database;
  const staff = await firstRow<{ id: string }>(manager, 'select id from staff where login = lower($1)', [login]);
  if (!staff) return false;
  await manager.update(Staff, { id: staff.id }, { passwordHash: await hashed(next), pinHash: null, active: true });
  await endSessions(manager, staff.id);
  await noteAudit({ manager, now: new Date() }, null, 'password reset', { login: login.toLowerCase() });
  return true;
}
