import { randomUUID } from 'node:crypto';
import type { BookIn, JobView, ModelSpec } from '@udrel/contract/types';
import { customerOf } from '../customers/service';
import { writeEvents } from '../jobs/change';
import { Job, ShopOrder, StripItemEntity, Thing, WishEntity } from '../jobs/entities';
import { viewJob } from '../jobs/view';
import { Device } from '../models/entities';
import { firstRow } from '../platform/database';
import { fieldWrong, Refusal } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { placeOf } from '../shelf/service';

/** Books in one device: customer, device, order, job with its wish, strip-down sheet, things left with us. */
export async function book(acting: Acting, given: BookIn): Promise<JobView> {
  const { manager, now } = acting;
  const spec = await modelOf(acting, given.device.modelId);
  examineWish(given, spec);
  const customerId = await customerOf(acting, given.customer);
  const deviceId = await deviceOf(acting, customerId, given.device);
  const order = { id: randomUUID(), number: await nextNumber(acting, 'order_number'), customerId, createdAt: now };
  await manager.insert(ShopOrder, order);
  const number = await nextNumber(acting, 'job_number');
  const job = { id: randomUUID(), number, tag: `U-${number}`, version: 0 };
  await manager.insert(Job, {
    ...job,
    orderId: order.id,
    deviceId,
    complaint: given.complaint,
    condition: given.condition,
    price: given.price,
    bookedAt: now,
    promisedAt: given.promisedAt === null ? null : new Date(given.promisedAt),
    closedAt: null,
    station: 'Book in',
    next: '',
  });
  await manager.insert(WishEntity, { id: randomUUID(), jobId: job.id, ...given.wish });
  await layOutSheet(acting, job.id, spec, given.wish.kind);
  for (const thing of given.leftWithUs) {
    const placeId = await placeOf(manager, thing.place, 'storage');
    await manager.insert(Thing, { id: randomUUID(), jobId: job.id, name: thing.name, placeId, returnedAt: null });
  }
  await writeEvents(acting, job, [{ kind: 'booked', data: { wish: given.wish.kind, deviceId, customerId } }]);
  return viewJob(manager, job.tag, now);
}

async function modelOf({ manager }: Acting, id: string): Promise<ModelSpec> {
  const model = await firstRow<{ spec: ModelSpec }>(manager, 'select spec from device_model where id = $1', [id]);
  if (!model) throw fieldWrong('device.modelId', 'Choose a model from the list.');
  return model.spec;
}

function examineWish({ wish }: BookIn, spec: ModelSpec): void {
  const { memory, sites } = spec;
  if (wish.kind === 'memory' && memory.slots.length === 0) {
    throw fieldWrong('wish.kind', 'All memory of this model is soldered: it cannot be upgraded.');
  }
  if (wish.kind === 'memory' && wish.least > memory.maximum) {
    throw fieldWrong('wish.least', `This model takes at most ${memory.maximum / 1024 ** 3} GiB.`);
  }
  if (wish.kind === 'new drive' && sites.length === 0) {
    throw fieldWrong('wish.kind', 'This model has no site for a drive.');
  }
}

/** The device by serial and model: known from an earlier job, or new. It may have changed hands. */
async function deviceOf({ manager }: Acting, customerId: string, given: BookIn['device']): Promise<string> {
  const serial = given.serial.toUpperCase();
  const known = await firstRow<{ id: string; busy: string | null }>(
    manager,
    `select d.id, (select j.tag from job j where j.device_id = d.id and j.closed_at is null limit 1) as busy
       from device d where d.serial = $1 and d.model_id = $2`,
    [serial, given.modelId],
  );
  if (known?.busy) throw new Refusal(409, 'device-here', `This device is here already, as ${known.busy}.`);
  if (known) {
    await manager.update(Device, { id: known.id }, { customerId });
    return known.id;
  }
  const id = randomUUID();
  await manager.insert(Device, { id, modelId: given.modelId, customerId, serial });
  return id;
}

/** The strip-down sheet of the job, from the model's template. Moved parts of the old drive only where a drive is swapped. */
async function layOutSheet(
  { manager }: Acting,
  jobId: string,
  spec: ModelSpec,
  wish: BookIn['wish']['kind'],
): Promise<void> {
  const items = spec.strip.filter((item) => wish === 'new drive' || item.kind !== 'part');
  if (items.length === 0) return;
  await manager.insert(
    StripItemEntity,
    items.map((item, position) => ({ id: randomUUID(), jobId, position, ...item, outCount: 0, backCount: 0 })),
  );
}

async function nextNumber({ manager }: Acting, sequence: 'job_number' | 'order_number'): Promise<number> {
  const row = await firstRow<{ next: string }>(manager, `select nextval('${sequence}') as next`);
  return Number(row?.next);
}
