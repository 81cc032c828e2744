import type { JobEvent } from '@udrel/contract/events';
import { randomUUID } from 'node:crypto';
import type { JobView, OrderParts, SettleOrder } from '@udrel/contract/types';
import { targetKey } from '@udrel/core/facts';
import { drivePrices, memoryPrices, type PricedPart } from '@udrel/core/steps';
import { firstRow, rows } from '../platform/database/database';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { PartOrder, rolesOf, type PartOrderRow } from '../shelf/entities';
import { releaseStock, takeIfThere } from '../shelf/reservations';
import { receive } from '../shelf/stock';
import { changeJob, requireNoRun, type Changed } from '../jobs/change-job';
import { withOrdered } from '../jobs/job-after';
import { Job } from '../jobs/entities';
import type { JobRecord } from '../jobs/job-record';
import { choosableDrive, choosableMemory, ofShelf, pricesOf, takeDrive, takeMemory } from './reserve-parts';

type Choice = OrderParts['choice'];
type Needed = Pick<PartOrderRow, 'partId' | 'count' | 'role'>;
type Outcome = SettleOrder['outcome'];

/**
 * Orders for the job what the shelf lacks for a drive or a set of modules, each part in a row of its own. What the
 * shelf has of it is kept for the job meanwhile.
 */
export function orderParts(context: CommandContext, tag: string, given: OrderParts): Promise<JobView> {
  return changeJob(context, tag, given.version, (job) => orderFor(context, job, given));
}

/** What is on order for a job, as it was chosen; null where nothing is. */
export function orderedFor(context: CommandContext, jobId: string): Promise<Omit<OrderParts, 'version'> | null> {
  return firstRow(
    context.manager,
    `select choice, supplier, expected from part_order where job_id = $1 and state = 'ordered' order by ordered_at limit 1`,
    [jobId],
  );
}

/** Orders it for a job that is locked. */
export async function orderFor(
  context: CommandContext,
  job: JobRecord,
  { choice, supplier, expected, promisedAt }: Omit<OrderParts, 'version'>,
): Promise<Changed> {
  requireNoRun(job);
  if (job.snapshot.ordered.length > 0) {
    throw new Refusal(409, 'ordered-already', 'Parts are on order for this job. Cancel that order first.');
  }
  if (job.snapshot.facts[factOf(choice)]) {
    throw new Refusal(409, 'reserved-already', 'Something is reserved for this already. Take that back first.');
  }
  const lacking: Needed[] = [];
  const { parts, quoted } = await neededFor(context, job, choice);
  for (const needed of parts) {
    const missing = await takeIfThere(context, job.id, needed.partId, needed.count, needed.role);
    if (missing > 0) lacking.push({ ...needed, count: missing });
  }
  if (lacking.length === 0) throw new Refusal(409, 'on-the-shelf', 'All of it is on the shelf: reserve it instead.');
  for (const needed of lacking) await order(context, job, { ...needed, choice, quoted, supplier, expected });
  const events: JobEvent[] = [
    { kind: 'part ordered', data: { count: lacking.length, supplier, expected } },
    ...(await movePromise(context, job, promisedAt)),
  ];
  return { events, after: await withOrdered(context, job, promisedAt) };
}

const factOf = (choice: Choice) => (choice.kind === 'memory' ? 'memory choice' : targetKey(choice.on, 'choice'));

const rolesFor = (choice: Choice): PartOrderRow['role'][] =>
  choice.kind === 'memory' ? ['memory'] : rolesOf(choice.on);

async function neededFor(
  context: CommandContext,
  job: JobRecord,
  choice: Choice,
): Promise<{ parts: Needed[]; quoted: PricedPart[] }> {
  if (choice.kind === 'memory') {
    const set = await choosableMemory(context, job, choice);
    const { module, price } = set.offer;
    return {
      parts: [{ partId: choice.partId, count: set.count, role: 'memory' }],
      quoted: memoryPrices({ ...module, partId: choice.partId, count: set.count, price: price * set.count }),
    };
  }
  const { candidate } = await choosableDrive(context, job, choice);
  const [driveRole, adapterRole] = rolesOf(choice.on);
  const adapters = [...ofShelf(candidate), ...candidate.smallParts].map(({ partId }): Needed => {
    return { partId, count: 1, role: adapterRole };
  });
  return {
    parts: choice.partId === null ? adapters : [{ partId: choice.partId, count: 1, role: driveRole }, ...adapters],
    quoted: drivePrices({ ...candidate.offer.drive, ...pricesOf(candidate), partId: choice.partId }),
  };
}

async function order(
  { manager, actor, now }: CommandContext,
  job: JobRecord,
  given: Needed & Pick<PartOrderRow, 'choice' | 'quoted' | 'supplier' | 'expected'>,
): Promise<void> {
  await manager.insert(PartOrder, {
    id: randomUUID(),
    jobId: job.id,
    ...given,
    orderedAt: now,
    purchaseId: null,
    state: 'ordered',
    note: '',
    by: actor.id,
    settledAt: null,
  });
}

/** Records what became of an ordered part. Once everything has come, what it was ordered for is reserved. */
export function settleOrder(context: CommandContext, tag: string, id: string, given: SettleOrder): Promise<JobView> {
  return settledAs(context, tag, id, given.version, given.outcome);
}

/** What was ordered for a job came with a delivery, whatever happened to the job meanwhile. */
export async function arrivedFor(
  context: CommandContext,
  tag: string,
  id: string,
  { serials, place }: { serials: string[]; place: string },
): Promise<void> {
  await settledAs(context, tag, id, null, { what: 'arrived', serials, place });
}

/** What was ordered for a job comes later, with what is promised instead where that moves. */
export async function lateFor(
  context: CommandContext,
  tag: string,
  id: string,
  { expected, promisedAt }: { expected: string; promisedAt: string | undefined },
): Promise<void> {
  await settledAs(context, tag, id, null, { what: 'late', expected, ...(promisedAt ? { promisedAt } : {}) });
}

function settledAs(
  context: CommandContext,
  tag: string,
  id: string,
  version: number | null,
  outcome: Outcome,
): Promise<JobView> {
  return changeJob(context, tag, version, async (job) => {
    const row = await firstRow<Needed & Pick<PartOrderRow, 'choice' | 'quoted' | 'supplier' | 'state'>>(
      context.manager,
      `select part_id as "partId", count, role, choice, quoted, supplier, state from part_order
        where id = $1 and job_id = $2`,
      [id, job.id],
    );
    if (!row) throw notFound('This order');
    if (row.state !== 'ordered') throw new Refusal(409, 'order-settled', 'This order is settled already.');
    const { state: _state, ...ordered } = row;
    if (outcome.what === 'arrived') return arrived(context, job, id, ordered, outcome);
    const events = await notArrived(context, job, id, ordered, outcome);
    const promisedAt = 'promisedAt' in outcome ? outcome.promisedAt : undefined;
    return { events, after: await withOrdered(context, job, promisedAt) };
  });
}

/** Records that an ordered part is late, does not come, or is no good. */
async function notArrived(
  context: CommandContext,
  job: JobRecord,
  id: string,
  ordered: Needed & Pick<PartOrderRow, 'choice' | 'quoted' | 'supplier'>,
  outcome: Exclude<Outcome, { what: 'arrived' }>,
): Promise<JobEvent[]> {
  switch (outcome.what) {
    case 'late':
      await context.manager.update(PartOrder, { id }, { expected: outcome.expected });
      return [
        { kind: 'part late', data: { expected: outcome.expected } },
        ...(await movePromise(context, job, outcome.promisedAt)),
      ];
    case 'cancelled':
      await settle(context, id, 'cancelled', outcome.note);
      await releaseWhenLast(context, job, ordered.choice);
      return [{ kind: 'order cancelled', data: { note: outcome.note } }];
    default:
      await settle(context, id, outcome.what, outcome.note);
      if (outcome.expected !== null) await order(context, job, { ...ordered, expected: outcome.expected });
      else await releaseWhenLast(context, job, ordered.choice);
      return [
        { kind: 'part not good', data: { what: outcome.what, note: outcome.note, expected: outcome.expected ?? '' } },
        ...(await movePromise(context, job, outcome.promisedAt)),
      ];
  }
}

/** What was kept meanwhile goes back once nothing more is to come for it. */
async function releaseWhenLast(context: CommandContext, job: JobRecord, choice: Choice): Promise<void> {
  if (job.snapshot.ordered.length === 1) await releaseStock(context, job.id, rolesFor(choice));
}

async function settle(
  { manager, now }: CommandContext,
  id: string,
  state: PartOrderRow['state'],
  note: string,
): Promise<void> {
  await manager.update(PartOrder, { id }, { state, note, settledAt: now });
}

async function arrived(
  context: CommandContext,
  job: JobRecord,
  id: string,
  { partId, count, role, choice }: Needed & Pick<PartOrderRow, 'choice'>,
  { serials, place }: Extract<Outcome, { what: 'arrived' }>,
): Promise<Changed> {
  await receive(context, { partId, serials, count: serials.length > 0 ? 0 : count, place });
  const came = await rows<{ id: string }>(context.manager, 'select id from stock where serial = any ($1)', [
    serials.map((serial) => serial.toUpperCase()),
  ]);
  await takeIfThere(
    context,
    job.id,
    partId,
    count,
    role,
    came.map(({ id: piece }) => piece),
  );
  await settle(context, id, 'arrived', '');
  const event: JobEvent = { kind: 'part arrived', data: { serials: serials.join(', ') } };
  const now = await withOrdered(context, job, undefined);
  if (now.snapshot.ordered.length > 0) return { events: [event], after: now };
  const { events, after } = await reserveChoice(context, now, choice);
  return { events: [event, ...events], after };
}

/** Reserves what everything was ordered for. Where it does not do any more, the parts stay and somebody has to choose. */
async function reserveChoice(
  context: CommandContext,
  job: JobRecord,
  choice: PartOrderRow['choice'],
): Promise<Changed> {
  try {
    return choice.kind === 'drive'
      ? await takeDrive(context, job, await choosableDrive(context, job, choice))
      : await takeMemory(context, job, await choosableMemory(context, job, choice));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { events: [{ kind: 'not reserved', data: { why: error.message } }], after: job };
  }
}

async function movePromise(
  { manager }: CommandContext,
  job: JobRecord,
  promisedAt: string | undefined,
): Promise<JobEvent[]> {
  if (promisedAt === undefined || Date.parse(promisedAt) === job.promisedAt?.getTime()) return [];
  await manager.update(Job, { id: job.id }, { promisedAt: new Date(promisedAt) });
  return [{ kind: 'promise moved', data: { from: job.promisedAt?.toISOString() ?? '', to: promisedAt } }];
}

/** What is on order for a job that ends without work is wanted no more; what was kept for it goes back. */
export async function cancelOrders(context: CommandContext, jobId: string): Promise<void> {
  const cancelled = await rows<{ choice: Choice }>(
    context.manager,
    `update part_order set state = 'cancelled', settled_at = $2 where job_id = $1 and state = 'ordered' returning choice`,
    [jobId, context.now],
  );
  for (const { choice } of cancelled) await releaseStock(context, jobId, rolesFor(choice));
}
