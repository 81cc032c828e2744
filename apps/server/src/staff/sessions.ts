import { createHash } from 'node:crypto';
import type { SignedInView, SwitchableView, SwitchTo } from '@udrel/contract/types';
import type { Request } from 'express';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { changedRows, rows } from '../platform/database/database';
import type {} from '../platform/http/session-store';
import { notFound, Refusal } from '../platform/errors';
import type { Call } from '../platform/http/handlers';
import { Staff } from './entities';
import { isRight } from './passwords';
import { countTry, pinSubjects } from './tries';

/** What a session is called in the list: its own id would be as good as the cookie. */
const nameOf = (sid: string) => createHash('sha256').update(sid).digest('hex').slice(0, 24);

/** Where somebody is signed in, latest first. */
export async function listSessions({ manager, actor, request }: Call): Promise<SignedInView[]> {
  const found = await rows<{ sid: string; begunAt: Date; seenAt: Date; agent: string | null }>(
    manager,
    `select sid, begun_at as "begunAt", seen_at as "seenAt", sess ->> 'agent' as agent
       from session where staff_id = $1 and expire > now() order by seen_at desc`,
    [actor.id],
  );
  return found.map(({ sid, begunAt, seenAt, agent }) => ({
    id: nameOf(sid),
    begunAt: begunAt.toISOString(),
    seenAt: seenAt.toISOString(),
    agent: agent ?? '',
    here: sid === request.sessionID,
  }));
}

/** Ends one session of the own account. */
export async function endSession(call: Call, id: string): Promise<SignedInView[]> {
  const { manager, actor } = call;
  const found = await rows<{ sid: string }>(manager, 'select sid from session where staff_id = $1', [actor.id]);
  const session = found.find((one) => nameOf(one.sid) === id);
  if (!session) throw notFound('This session');
  await changedRows(manager, 'delete from session where sid = $1', [session.sid]);
  await noteAudit(call, actor.id, 'session ended');
  await tellSessions(manager, actor.id);
  return listSessions(call);
}

/** Ends every session of the own account but the one that asks. */
export async function signOutEverywhere(call: Call): Promise<SignedInView[]> {
  const count = await endSessions(call.manager, call.actor.id, call.request.sessionID);
  await noteAudit(call, call.actor.id, 'signed out everywhere', { count });
  return listSessions(call);
}

/** Ends the sessions of an account, except one. Open pages of theirs are told. */
export async function endSessions(manager: EntityManager, staffId: string, except = ''): Promise<number> {
  const count = await changedRows(manager, 'delete from session where staff_id = $1 and sid <> $2', [staffId, except]);
  await tellSessions(manager, staffId);
  return count;
}

async function tellSessions(manager: EntityManager, staffId: string): Promise<void> {
  await changedRows(manager, "select pg_notify('udrel_hint', $1)", [JSON.stringify({ kind: 'session', staffId })]);
}

/** Who can take a tablet by PIN: everybody with one but the owner. */
export const peopleWithPin = (manager: EntityManager): Promise<SwitchableView[]> =>
  rows<SwitchableView>(
    manager,
    `select id, name, initials, role from staff where active and pin_hash is not null and role <> 'owner' order by name`,
  );

/** Who can be switched to on this tablet: those, but for oneself. */
export async function switchable(manager: EntityManager, request: Request): Promise<SwitchableView[]> {
  return (await peopleWithPin(manager)).filter(({ id }) => id !== request.session.staffId);
}

/** The account to switch to, when the PIN is right. The owner signs in with the password. */
export async function personByPin(call: Call, body: SwitchTo): Promise<string> {
  const { manager, now } = call;
  const attempt = await countTry(manager, pinSubjects(body.staffId), now);
  const staff = await manager.findOneBy(Staff, { id: body.staffId, active: true });
  const right = staff?.pinHash && staff.role !== 'owner' ? await isRight(staff.pinHash, body.pin) : false;
  if (!staff || !right) {
    await noteAudit(call, call.actor.id, 'sign-in refused', { by: 'PIN', login: staff?.login ?? 'nobody' });
    throw new Refusal(401, 'pin-wrong', 'The PIN is not right.');
  }
  await attempt.right();
  return staff.id;
}
