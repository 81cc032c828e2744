import { randomUUID } from 'node:crypto';
import type { AgreedVisit, ChangedVisit, SettledVisit, VisitView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Visit, type VisitRow } from './entities';

/** A visit that is agreed, by the tag under which it stands in the diary. */
export type OpenVisit = VisitRow & { tag: string };

/** Days for which somebody who did not come still stands in the diary. */
const STILL = 2;

const tagOf = ({ number }: Pick<VisitRow, 'number'>) => `B-${number}`;

/** Visits that are agreed and did not come yet, first those that come first. */
export async function openVisits(manager: EntityManager, now: Date): Promise<OpenVisit[]> {
  const found = await rows<VisitRow>(
    manager,
    `select id, number, customer, phone, wishes, at, promised_at as "promisedAt", note, state, by, made_at as "madeAt"
       from visit where state = 'agreed' and at > $1::timestamptz - make_interval(days => $2) order by at, number limit 500`,
    [now, STILL],
  );
  return found.map((visit) => ({ ...visit, tag: tagOf(visit) }));
}

/** As it is shown. */
export function viewVisit(visit: VisitRow): VisitView {
  const { id, customer, phone, wishes, at, promisedAt, note } = visit;
  return {
    ...{ id, tag: tagOf(visit), customer, phone, wishes, note },
    ...{ at: at.toISOString(), promisedAt: promisedAt?.toISOString() ?? null },
  };
}

/** Agrees when somebody brings what. */
export async function agreeVisit(context: CommandContext, given: AgreedVisit): Promise<VisitView> {
  const { manager, actor, now } = context;
  await manager.query('select pg_advisory_xact_lock(hashtext($1))', ['udrel visits']);
  const next = await firstRow<{ number: number }>(manager, 'select coalesce(max(number), 0) + 1 as number from visit');
  const visit: VisitRow = {
    ...{ id: randomUUID(), number: next?.number ?? 1, state: 'agreed', by: actor.id, madeAt: now },
    ...fieldsOf(given),
  };
  await manager.insert(Visit, visit);
  return viewVisit(visit);
}

/** Changes what was agreed, where nobody moved it meanwhile. */
export async function changeVisit(
  { manager }: CommandContext,
  id: string,
  { visit: given, was }: ChangedVisit,
): Promise<VisitView> {
  const visit = await lockedVisit(manager, id);
  if (visit.at.getTime() !== Date.parse(was)) {
    throw new Refusal(409, 'changed-meanwhile', 'Somebody moved this visit meanwhile. Look at where it stands now.');
  }
  const changed = { ...visit, ...fieldsOf(given) };
  await manager.update(Visit, { id }, fieldsOf(given));
  return viewVisit(changed);
}

/** They came and it is booked in, or they will not come. */
export async function settleVisit({ manager }: CommandContext, id: string, { as }: SettledVisit): Promise<VisitView> {
  const visit = await lockedVisit(manager, id);
  await manager.update(Visit, { id }, { state: as });
  return viewVisit({ ...visit, state: as });
}

async function lockedVisit(manager: EntityManager, id: string): Promise<VisitRow> {
  const visit = await manager.findOne(Visit, { where: { id }, lock: { mode: 'pessimistic_write' } });
  if (!visit) throw notFound('This visit');
  if (visit.state !== 'agreed') throw new Refusal(409, 'visit-ended', 'This visit has ended already.');
  return visit;
}

function fieldsOf({ customer, phone, wishes, at, promisedAt, note }: AgreedVisit) {
  return {
    ...{ customer, phone, wishes, note },
    ...{ at: new Date(at), promisedAt: promisedAt === null ? null : new Date(promisedAt) },
  };
}
