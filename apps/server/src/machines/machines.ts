import { randomUUID } from 'node:crypto';
import type { BenchMachine, MachinesView, MachineToken, MachineView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { changedRows, firstRow, rows } from '../platform/database/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { AgentIdentity } from '../platform/http/handlers';
import { Machine } from './entities';
import { digestOf } from '../platform/secret';
import { makeToken, renewToken } from './tokens';

/** The machines at the bench, and berths that none of them watches. */
export async function viewMachines(manager: EntityManager): Promise<MachinesView> {
  const machines = await rows<MachineView>(
    manager,
    `select id, name, berths, token_at as "tokenAt", seen_at as "seenAt" from machine where ended_at is null order by lower(name)`,
  );
  const known = await rows<{ number: number }>(manager, 'select number from berth order by number');
  const taken = new Set(machines.flatMap(({ berths }) => berths));
  return { machines, others: known.map(({ number }) => number).filter((number) => !taken.has(number)) };
}

/** Adds one, and answers the token by which its agent proves itself. */
export async function addMachine(context: CommandContext, given: BenchMachine): Promise<MachineToken> {
  const { manager, actor, now } = context;
  await requireFree(manager, null, given);
  const token = makeToken();
  const machine = { ...given, id: randomUUID(), digest: digestOf(token), digestBefore: null, tokenAt: now };
  await manager.insert(Machine, { ...machine, seenAt: null, madeBy: actor.id, endedAt: null });
  await noteAudit(context, actor.id, 'machine added', { ...given });
  return { name: given.name, token };
}

/** Changes its name, or the berths that it watches. */
export async function changeMachine(context: CommandContext, id: string, given: BenchMachine): Promise<void> {
  const { manager, actor } = context;
  await openMachine(manager, id);
  await requireFree(manager, id, given);
  await manager.update(Machine, { id }, given);
  await noteAudit(context, actor.id, 'machine changed', { ...given });
}

/** Gives it a new token, and answers that; the one before ends when the new one is used, after a day at the latest. */
export async function giveToken(context: CommandContext, id: string): Promise<MachineToken> {
  const { manager, actor, now } = context;
  const { name } = await openMachine(manager, id);
  const token = await renewToken(manager, id, now);
  if (!token) throw notFound('This machine');
  await noteAudit(context, actor.id, 'token changed', { name });
  return { name, token };
}

/** Ends it: its token counts for nothing any more. */
export async function endMachine(context: CommandContext, id: string): Promise<void> {
  const { manager, actor, now } = context;
  const { name } = await openMachine(manager, id);
  await manager.update(Machine, { id }, { endedAt: now });
  await noteAudit(context, actor.id, 'machine ended', { name });
}

/** Notes that the agent of a machine was heard. */
export async function heardOf({ manager, now }: CommandContext, { id }: AgentIdentity): Promise<void> {
  if (id !== null) await changedRows(manager, 'update machine set seen_at = $2 where id = $1', [id, now]);
}

/** A new token for the machine that asks. */
export async function renewedBy(context: CommandContext, { id, name }: AgentIdentity): Promise<{ token: string }> {
  const { manager, now } = context;
  const token = id === null ? null : await renewToken(manager, id, now);
  if (!token)
    throw new Refusal(409, 'no-machine', 'The token of this computer is a file that is not changed from here.');
  await noteAudit(context, null, 'token changed', { name, byItself: true });
  return { token };
}

async function openMachine(manager: EntityManager, id: string): Promise<{ name: string }> {
  const found = await firstRow<{ name: string }>(
    manager,
    'select name from machine where id = $1 and ended_at is null for update',
    [id],
  );
  if (!found) throw notFound('This machine');
  return found;
}

/** One machine has a name, and one a berth. */
async function requireFree(manager: EntityManager, self: string | null, { name, berths }: BenchMachine): Promise<void> {
  // One after the other: two may want the same.
  await manager.query(`select pg_advisory_xact_lock(hashtext('udrel machines'))`);
  const others = await rows<{ name: string; berths: number[] }>(
    manager,
    'select name, berths from machine where ended_at is null and id is distinct from $1',
    [self],
  );
  if (others.some((other) => other.name.toLowerCase() === name.toLowerCase()))
    throw fieldWrong('name', 'A machine of that name is there already.');
  for (const berth of berths) {
    const holder = others.find((other) => other.berths.includes(berth));
    if (holder) throw fieldWrong('berths', `Berth ${berth} is watched by ${holder.name}.`);
  }
}
