import type { JobEvent } from '@udrel/contract/events';
import type { FactKey } from '@udrel/core/facts';
import { randomUUID } from 'node:crypto';
import type { BookIn, JobBooking, JobView, ModelSpec, OrderView } from '@udrel/contract/types';
import { beyondReach } from '@udrel/core/memory';
import { excludeEachOther } from '@udrel/core/steps';
import { customerOf } from '../customers/customers';
import { viewAfter } from '../jobs/change-job';
import { keepFact, keepOwnDrive } from '../facts/record-fact';
import { layOutSheet } from '../dismantling/lay-out-sheet';
import { keepBelonging } from '../custody/belongings';
import { deviceOf } from '../models/devices';
import { addStub } from '../models/library';
import { firstRow } from '../platform/database/database';
import { fieldWrong } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';
import { keepSecret } from '../secrets/job-secrets';

/** Books in what one customer brought in one visit: an order with a job for each device. */
export async function book(context: CommandContext, given: BookIn): Promise<OrderView> {
  const { manager, now } = context;
  refuseTwice(given);
  const customerId = await customerOf(context, given.customer);
  const order = { id: randomUUID(), number: await nextNumber(context, 'order_number'), customerId, createdAt: now };
  await insertRows(manager, 'shop_order', [order]);
  const jobs: JobView[] = [];
  for (const [index, booking] of given.jobs.entries()) {
    jobs.push(await bookJob(context, { orderId: order.id, customerId, booking, field: `jobs.${index}` }));
  }
  const tags = jobs.map((job) => job.tag);
  return {
    number: order.number,
    // The last one was read with all others in it.
    jobs: [
      ...jobs.slice(0, -1).map((job) => ({ ...job, together: tags.filter((tag) => tag !== job.tag) })),
      ...jobs.slice(-1),
    ],
  };
}

interface Booking {
  orderId: string;
  customerId: string;
  booking: JobBooking;
  /** Where the booking stands in the request, for naming a field that is wrong. */
  field: string;
}

/** One device of an order: device, job with its wishes, strip-down sheet, facts, things, secrets. */
async function bookJob(context: CommandContext, { orderId, customerId, booking, field }: Booking): Promise<JobView> {
  const { manager, now } = context;
  const model = await modelOf(context, booking, field);
  if (!model.stub) examineWishes(booking, model.spec, field);
  const wanted = { serial: booking.device.serial, modelId: model.id };
  const deviceId = await deviceOf(context, customerId, wanted, `${field}.device.serial`);
  const number = await nextNumber(context, 'job_number');
  const job = { id: randomUUID(), number, tag: `U-${number}`, version: 0 };
  const row = {
    ...job,
    orderId,
    deviceId,
    complaint: booking.complaint,
    condition: booking.condition,
    price: booking.price,
    bookedAt: now,
    promisedAt: booking.promisedAt === null ? null : new Date(booking.promisedAt),
    station: 'Book in',
    next: '',
  };
  await insertRows(manager, 'job', [row]);
  await insertRows(
    manager,
    'wish',
    booking.wishes.map((wish) => ({ id: randomUUID(), jobId: job.id, ...wish })),
  );
  await layOutSheet(context, job.id, model.spec, booking.wishes);
  await keepBelonging(context, job.id, { name: 'the device', place: booking.device.place });
  for (const belonging of booking.leftWithUs) await keepBelonging(context, job.id, belonging);
  const happened: JobEvent[] = [
    { kind: 'booked', data: { wishes: booking.wishes.map((wish) => wish.kind), deviceId } },
  ];
  happened.push(...(await keepFacts(context, { ...job, deviceId, customerId }, booking, field)));
  for (const secret of booking.secrets) happened.push((await keepSecret(context, job.id, secret)).event);
  return viewAfter(context, job, happened);
}

async function keepFacts(
  context: CommandContext,
  job: { id: string; deviceId: string; customerId: string },
  { facts }: JobBooking,
  field: string,
): Promise<JobEvent[]> {
  const bare = { ...job, snapshot: { facts: {} } };
  const own = facts['own drive'];
  if (own) {
    await keepOwnDrive(context, bare, own, `${field}.facts.own drive.serial`);
    await keepBelonging(context, job.id, { name: `own drive ${own.serial}`, place: '' });
  }
  const back = facts['guarantee return'];
  if (back) await examineReturn(context, job.deviceId, back.of, `${field}.facts.guarantee return.of`);
  const happened: JobEvent[] = [];
  for (const [key, value] of Object.entries(facts)) {
    happened.push((await keepFact(context, bare, key as FactKey, value, 'typed')).event);
  }
  return happened;
}

/** What comes back under guarantee was worked on here before: this device, in a job that is over. */
async function examineReturn({ manager }: CommandContext, deviceId: string, of: string, field: string): Promise<void> {
  const earlier = await firstRow(
    manager,
    'select 1 from job where tag = $1 and device_id = $2 and closed_at is not null and ended_as is null',
    [of.toUpperCase(), deviceId],
  );
  if (!earlier) throw fieldWrong(field, `${of} is no job on this device that was done and handed over.`);
}

async function modelOf(
  context: CommandContext,
  { device }: JobBooking,
  field: string,
): Promise<{ id: string; spec: ModelSpec; stub: boolean }> {
  if (device.modelId === null) {
    if (!device.stub) throw fieldWrong(`${field}.device.modelId`, 'Choose a model, or describe it in two words.');
    return addStub(context, device.stub);
  }
  const model = await firstRow<{ id: string; spec: ModelSpec; stub: boolean }>(
    context.manager,
    'select id, spec, stub from device_model where id = $1',
    [device.modelId],
  );
  if (!model) throw fieldWrong(`${field}.device.modelId`, 'Choose a model from the list.');
  return model;
}

function examineWishes({ wishes }: JobBooking, { memory, sites }: ModelSpec, field: string): void {
  for (const [index, wish] of wishes.entries()) {
    const at = `${field}.wishes.${index}`;
    if (wishes.findIndex((one) => one.kind === wish.kind) !== index) {
      throw fieldWrong(`${at}.kind`, 'This wish is there twice: one of each kind.');
    }
    if (wish.kind === 'memory' && memory.slots.length === 0) {
      throw fieldWrong(`${at}.kind`, 'All memory of this model is soldered: it cannot be upgraded.');
    }
    const beyond = wish.kind === 'memory' ? beyondReach(memory, wish.least) : null;
    if (beyond) throw fieldWrong(`${at}.least`, beyond);
    if (wish.kind !== 'memory' && sites.length === 0) {
      throw fieldWrong(`${at}.kind`, 'This model has no site for a drive.');
    }
    if ((wish.kind === 'added drive' || wish.kind === 'new drive beside') && sites.length === 1) {
      throw fieldWrong(`${at}.kind`, 'This model has one site only: the drive that is in it sits there.');
    }
    if (wishes.findIndex(({ kind }) => excludeEachOther(kind, wish.kind)) !== index) {
      throw fieldWrong(`${at}.kind`, 'One drive takes over from the old one: choose one of these wishes.');
    }
  }
}

/** The same device cannot stand in an order twice. */
function refuseTwice({ jobs }: BookIn): void {
  const serials = jobs.map((job) => job.device.serial.toUpperCase());
  const twice = serials.findIndex((serial, index) => serials.indexOf(serial) !== index);
  if (twice >= 0) throw fieldWrong(`jobs.${twice}.device.serial`, 'This serial is in the order twice.');
}

async function nextNumber({ manager }: CommandContext, sequence: 'job_number' | 'order_number'): Promise<number> {
  const row = await firstRow<{ next: string }>(manager, `select nextval('${sequence}') as next`);
  return Number(row?.next);
}
