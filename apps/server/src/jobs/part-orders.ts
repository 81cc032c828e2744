import { randomUUID } from 'node:crypto';
import type { JobView, OrderParts, SettleOrder } from '@udrel/contract/types';
import { drivePrices, memoryPrices, type PricedPart } from '@udrel/core/steps';
import { firstRow, rows } from '../platform/database';
import { notFound, Refusal } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { PartOrder, ROLES_OF, type PartOrderRow } from '../shelf/entities';
import { releaseStock, takeIfThere } from '../shelf/reservations';
import { receive } from '../shelf/service';
import { changeJob, requireNoRun, type Happened } from './change';
import { Job } from './entities';
import type { JobRecord } from './record';
import { choosableDrive, choosableMemory, pricesOf, takeDrive, takeMemory } from './reserve';
import { readJob } from './view';

type Choice = OrderParts['choice'];
type Needed = Pick<PartOrderRow, 'partId' | 'count' | 'role'>;
type Outcome = SettleOrder['outcome'];

/**
 * Orders for the job what the shelf lacks for a drive or a set of modules, each part in a row of its own. What the
 * shelf has of it is kept for the job meanwhile.
 */
export function orderParts(acting: Acting, tag: string, given: OrderParts): Promise<JobView> {
  return changeJob(acting, tag, given.version, async (job) => {
    requireNoRun(job);
    const { choice, supplier, expected } = given;
    if (job.snapshot.ordered.length > 0) {
      throw new Refusal(409, 'ordered-already', 'Parts are on order for this job. Cancel that order first.');
    }
    if (job.snapshot.facts[factOf(choice)]) {
      throw new Refusal(409, 'reserved-already', 'Something is reserved for this already. Take that back first.');
    }
    const lacking: Needed[] = [];
    const { parts, quoted } = await neededFor(acting, job, choice);
    for (const needed of parts) {
      const missing = await takeIfThere(acting, job.id, needed.partId, needed.count, needed.role);
      if (missing > 0) lacking.push({ ...needed, count: missing });
    }
    if (lacking.length === 0) throw new Refusal(409, 'on-the-shelf', 'All of it is on the shelf: reserve it instead.');
    for (const needed of lacking) await order(acting, job, { ...needed, choice, quoted, supplier, expected });
    return [
      { kind: 'part ordered', data: { count: lacking.length, supplier, expected } },
      ...(await movePromise(acting, job, given.promisedAt)),
    ];
  });
}

const factOf = (choice: Choice) =>
  choice.kind === 'memory' ? 'memory choice' : choice.added ? 'added choice' : 'drive choice';

const rolesOf = (choice: Choice): PartOrderRow['role'][] =>
  choice.kind === 'memory' ? ['memory'] : [...ROLES_OF[choice.added ? 'added' : 'main']];

async function neededFor(
  acting: Acting,
  job: JobRecord,
  choice: Choice,
): Promise<{ parts: Needed[]; quoted: PricedPart[] }> {
  if (choice.kind === 'memory') {
    const set = await choosableMemory(acting, job, choice);
    const { module, price } = set.offer;
    return {
      parts: [{ partId: choice.partId, count: set.count, role: 'memory' }],
      quoted: memoryPrices({ ...module, partId: choice.partId, count: set.count, price: price * set.count }),
    };
  }
  const { candidate } = await choosableDrive(acting, job, choice);
  const [driveRole, adapterRole] = ROLES_OF[choice.added ? 'added' : 'main'];
  const adapters = [...candidate.adapters, ...candidate.smallParts].map(({ partId }): Needed => {
    return { partId, count: 1, role: adapterRole };
  });
  return {
    parts: choice.partId === null ? adapters : [{ partId: choice.partId, count: 1, role: driveRole }, ...adapters],
    quoted: drivePrices({ ...candidate.offer.drive, ...pricesOf(candidate), partId: choice.partId }),
  };
}

async function order(
  { manager, actor, now }: Acting,
  job: JobRecord,
  given: Needed & Pick<PartOrderRow, 'choice' | 'quoted' | 'supplier' | 'expected'>,
): Promise<void> {
  await manager.insert(PartOrder, {
    id: randomUUID(),
    jobId: job.id,
    ...given,
    orderedAt: now,
    state: 'ordered',
    note: '',
    by: actor.id,
    settledAt: null,
  });
}

/** Records what became of an ordered part. Once everything has come, what it was ordered for is reserved. */
export function settleOrder(acting: Acting, tag: string, id: string, given: SettleOrder): Promise<JobView> {
  return changeJob(acting, tag, given.version, async (job) => {
    const { outcome } = given;
    const row = await firstRow<Needed & Pick<PartOrderRow, 'choice' | 'quoted' | 'supplier' | 'state'>>(
      acting.manager,
      `select part_id as "partId", count, role, choice, quoted, supplier, state from part_order
        where id = $1 and job_id = $2`,
      [id, job.id],
    );
    if (!row) throw notFound('This order');
    if (row.state !== 'ordered') throw new Refusal(409, 'order-settled', 'This order is settled already.');
    const { state: _state, ...ordered } = row;
    switch (outcome.what) {
      case 'late':
        await acting.manager.update(PartOrder, { id }, { expected: outcome.expected });
        return [
          { kind: 'part late', data: { expected: outcome.expected } },
          ...(await movePromise(acting, job, outcome.promisedAt)),
        ];
      case 'arrived':
        return arrived(acting, job, id, ordered, outcome);
      case 'cancelled':
        await settle(acting, id, 'cancelled', outcome.note);
        await releaseWhenLast(acting, job, ordered.choice);
        return [{ kind: 'order cancelled', data: { note: outcome.note } }];
      default:
        await settle(acting, id, outcome.what, outcome.note);
        if (outcome.expected !== null) await order(acting, job, { ...ordered, expected: outcome.expected });
        else await releaseWhenLast(acting, job, ordered.choice);
        return [
          { kind: 'part not good', data: { what: outcome.what, note: outcome.note, expected: outcome.expected ?? '' } },
          ...(await movePromise(acting, job, outcome.promisedAt)),
        ];
    }
  });
}

/** What was kept meanwhile goes back once nothing more is to come for it. */
async function releaseWhenLast(acting: Acting, job: JobRecord, choice: Choice): Promise<void> {
  if (job.snapshot.ordered.length === 1) await releaseStock(acting, job.id, rolesOf(choice));
}

async function settle({ manager, now }: Acting, id: string, state: PartOrderRow['state'], note: string): Promise<void> {
  await manager.update(PartOrder, { id }, { state, note, settledAt: now });
}

async function arrived(
  acting: Acting,
  job: JobRecord,
  id: string,
  { partId, count, role, choice }: Needed & Pick<PartOrderRow, 'choice'>,
  { serials, place }: Extract<Outcome, { what: 'arrived' }>,
): Promise<Happened[]> {
  await receive(acting, { partId, serials, count: serials.length > 0 ? 0 : count, place });
  const came = await rows<{ id: string }>(acting.manager, 'select id from stock where serial = any ($1)', [
    serials.map((serial) => serial.toUpperCase()),
  ]);
  await takeIfThere(
    acting,
    job.id,
    partId,
    count,
    role,
    came.map(({ id: piece }) => piece),
  );
  await settle(acting, id, 'arrived', '');
  const event: Happened = { kind: 'part arrived', data: { serials: serials.join(', ') } };
  const after = await readJob(acting.manager, job.tag, acting.now);
  return after.snapshot.ordered.length > 0 ? [event] : [event, ...(await reserveChoice(acting, after, choice))];
}

/** Reserves what everything was ordered for. Where it does not do any more, the parts stay and somebody has to choose. */
async function reserveChoice(acting: Acting, job: JobRecord, choice: PartOrderRow['choice']): Promise<Happened[]> {
  try {
    return choice.kind === 'drive'
      ? await takeDrive(acting, job, await choosableDrive(acting, job, choice))
      : await takeMemory(acting, job, await choosableMemory(acting, job, choice));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return [{ kind: 'not reserved', data: { why: error.message } }];
  }
}

async function movePromise({ manager }: Acting, job: JobRecord, promisedAt: string | undefined): Promise<Happened[]> {
  if (promisedAt === undefined || Date.parse(promisedAt) === job.promisedAt?.getTime()) return [];
  await manager.update(Job, { id: job.id }, { promisedAt: new Date(promisedAt) });
  return [{ kind: 'promise moved', data: { from: job.promisedAt?.toISOString() ?? '', to: promisedAt } }];
}

/** What is on order for a job that ends without work is wanted no more; what was kept for it goes back. */
export async function cancelOrders(acting: Acting, jobId: string): Promise<void> {
  const [cancelled] = (await acting.manager.query(
    `update part_order set state = 'cancelled', settled_at = $2 where job_id = $1 and state = 'ordered' returning choice`,
    [jobId, acting.now],
  )) as [{ choice: Choice }[], number];
  for (const { choice } of cancelled) await releaseStock(acting, jobId, rolesOf(choice));
}
