import { randomUUID } from 'node:crypto';
import type {
  LatePromise,
  LatePurchase,
  PlacePurchase,
  PurchaseView,
  ReceivePurchase,
  ToOrderView,
} from '@udrel/contract/types';
import { serialIn } from '@udrel/core/identity';
import { promisable } from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { lockJobs } from '../jobs/lock-jobs';
import { arrivedFor, lateFor } from '../matching/part-orders';
import { changedRows, firstRow, rows } from '../platform/database/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { openWorks } from '../schedule/open-works';
import { supposedSchedule } from '../schedule/scheduler';
import { Part } from '../shelf/entities';
import { receive } from '../shelf/stock';
import { Purchase, PurchaseLine } from './entities';
import { viewToOrder } from './view-to-order';

interface Wanted {
  id: string;
  partId: string;
  tag: string;
  expected: string;
}

/** Orders at a supplier what the shelf is short of and what jobs wait for: all of it in one order. */
export async function placePurchase(context: CommandContext, given: PlacePurchase): Promise<ToOrderView> {
  const { manager, actor, now } = context;
  const { supplier, expected, lines } = given;
  const empty = lines.findIndex(({ count, orders }) => count === 0 && orders.length === 0);
  if (empty >= 0) throw fieldWrong(`lines.${empty}.count`, 'At least one piece is ordered of each part.');
  const ids = lines.flatMap(({ orders }) => orders);
  await lockJobs(manager, { tags: (await wantedBy(manager, ids)).map(({ tag }) => tag) });
  // Somebody else may have ordered it meanwhile.
  const wanted = await wantedBy(manager, ids);
  if (wanted.length !== new Set(ids).size) {
    throw new Refusal(
      409,
      'ordered-meanwhile',
      'Some of it was ordered or taken back meanwhile. Look at what is left.',
    );
  }
  const partOf = new Map(wanted.map((one) => [one.id, one.partId]));
  const strange = lines.findIndex(({ partId, orders }) => orders.some((id) => partOf.get(id) !== partId));
  if (strange >= 0) throw fieldWrong(`lines.${strange}.orders`, 'What is wanted there is another part.');
  await manager.query('select pg_advisory_xact_lock(hashtext($1))', ['udrel purchases']);
  const next = await firstRow<{ number: number }>(
    manager,
    'select coalesce(max(number), 0) + 1 as number from purchase',
  );
  const id = randomUUID();
  await manager.insert(Purchase, {
    ...{ id, number: next?.number ?? 1, supplier, expected },
    ...{ orderedAt: now, by: actor.id },
  });
  for (const { partId, count } of lines) {
    if (count > 0) await manager.insert(PurchaseLine, { id: randomUUID(), purchaseId: id, partId, count, came: 0 });
  }
  await changedRows(manager, 'update part_order set purchase_id = $2, supplier = $3 where id = any ($1)', [
    ...[ids, id, supplier],
  ]);
  for (const { id: order, tag, expected: was } of wanted) {
    if (expected > was) await lateFor(context, tag, order, { expected, promisedAt: undefined });
  }
  return viewToOrder(manager, now);
}

/** What was wanted for jobs and is on no order yet, of some. */
function wantedBy(manager: EntityManager, ids: readonly string[]): Promise<Wanted[]> {
  return rows<Wanted>(
    manager,
    `select q.id, q.part_id as "partId", j.tag, q.expected from part_order q join job j on j.id = q.job_id
      where q.id = any ($1) and q.state = 'ordered' and q.purchase_id is null order by j.number`,
    [ids],
  );
}

/** The order of that id with what is still to come of it. */
async function openPurchase(manager: EntityManager, id: string, now: Date): Promise<PurchaseView> {
  const purchase = (await viewToOrder(manager, now)).purchases.find((one) => one.id === id);
  if (!purchase) throw notFound('This order, or anything that is still to come of it,');
  return purchase;
}

/** Locks every job that waits for it, then the order itself. */
async function locked(manager: EntityManager, id: string, now: Date): Promise<PurchaseView> {
  const { lines } = await openPurchase(manager, id, now);
  await lockJobs(manager, { tags: lines.flatMap(({ jobs }) => jobs.map(({ tag }) => tag)) });
  await manager.query('select id from purchase where id = $1 for update', [id]);
  return openPurchase(manager, id, now);
}

/**
 * Takes in what came: first for the jobs that wait, those promised first, each of which then has its part reserved; the rest goes
 * onto the shelf. More than was ordered is taken too; what did not come stays on the order.
 */
export async function receivePurchase(
  context: CommandContext,
  id: string,
  { lines, place }: ReceivePurchase,
): Promise<ToOrderView> {
  const { manager, now } = context;
  const purchase = await locked(manager, id, now);
  for (const [at, { partId, count, serials: codes, each }] of lines.entries()) {
    // A code of several fields has its serial in one of them.
    const serials = codes.map((code) => serialIn(code));
    const line = purchase.lines.find((one) => one.partId === partId);
    if (!line) throw fieldWrong(`lines.${at}.partId`, 'This part is not on the order.');
    if (line.serialised && count > 0) throw fieldWrong(`lines.${at}.serials`, 'Scan the serial of each piece.');
    if (each !== undefined) await manager.update(Part, { id: partId }, { cost: each });
    let pieces = line.serialised ? serials.length : count;
    const left = [...serials];
    for (const { order, tag, count: wanted } of line.jobs) {
      // Half of what a job waits for does not let it go on: the next job may need less.
      if (wanted > pieces) continue;
      await arrivedFor(context, tag, order, { serials: left.splice(0, line.serialised ? wanted : 0), place });
      pieces -= wanted;
    }
    if (pieces === 0) continue;
    await receive(context, { partId, serials: left, count: line.serialised ? 0 : pieces, place });
    await changedRows(
      manager,
      'update purchase_line set came = least(count, came + $3) where purchase_id = $1 and part_id = $2',
      [id, partId, pieces],
    );
  }
  return viewToOrder(manager, now);
}

/** What those who wait for an order could honestly be promised if it comes on another day. */
export async function considerLate(
  { manager, now }: Pick<CommandContext, 'manager' | 'now'>,
  id: string,
  expected: string,
): Promise<LatePromise[]> {
  const purchase = await openPurchase(manager, id, now);
  const waiting = new Map(purchase.lines.flatMap(({ jobs }) => jobs.map((job) => [job.tag, job] as const)));
  const open = await openWorks(manager, now);
  const from = open.calendar.midnight(expected);
  const works = open.works.map((work) => (waiting.has(work.tag) ? { ...work, from: Math.max(work.from, from) } : work));
  const { forecast } = await supposedSchedule(works, open.bench);
  return [...waiting.values()].map(({ tag, customer, promisedAt }) => ({
    ...{ tag, customer, promisedAt },
    honest: new Date(promisable(open.bench.open, forecast.get(tag)?.high ?? from)).toISOString(),
  }));
}

/** Notes that an order comes later, and what is promised instead to those who wait: their messages follow. */
export async function latePurchase(
  context: CommandContext,
  id: string,
  { expected, promises }: LatePurchase,
): Promise<ToOrderView> {
  const { manager, now } = context;
  const purchase = await locked(manager, id, now);
  if (expected <= purchase.expected) throw fieldWrong('expected', `It is expected on ${purchase.expected} already.`);
  const promised = new Map(promises.map(({ tag, promisedAt }) => [tag.toUpperCase(), promisedAt]));
  for (const { order, tag } of purchase.lines.flatMap(({ jobs }) => jobs)) {
    await lateFor(context, tag, order, { expected, promisedAt: promised.get(tag) });
  }
  await manager.update(Purchase, { id }, { expected });
  return viewToOrder(manager, now);
}
