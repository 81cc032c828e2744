import { customerOf, updateDetails } from '../customers/customers';
import type { BookIn } from '@udrel/contract/types';
import type { Consequence } from '@udrel/core/steps';
import { stampsOf, without, type JobSnapshot } from '@udrel/core/steps';
import { deviceOf } from '../models/devices';
import { changedRows, rows } from '../platform/database/database';
import { fieldWrong } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { noteAtJob } from '../jobs/change-job';
import { papers, type Proposed } from './considered';
import { Job } from '../jobs/entities';
import type { JobRecord } from '../jobs/job-record';

/** What the customer signed names a person and a device: with another one it must be signed again. */
const unsigned = (snapshot: JobSnapshot) => without(snapshot, stampsOf(snapshot, 'give document'));

/** The order belongs to another customer: all its jobs and devices go along. */
export async function customerCorrection(
  context: CommandContext,
  job: JobRecord,
  given: BookIn['customer'],
): Promise<Proposed> {
  const { manager } = context;
  if (given.id === job.customerId)
    throw fieldWrong('correction.customer.name', 'It is booked in for this customer already.');
  const others = await rows<{ id: string; tag: string; version: number; closed: boolean }>(
    manager,
    `select j.id, j.tag, j.version, j.closed_at is not null as closed from job j
      where j.order_id = (select order_id from job where id = $1) and j.id <> $1 order by j.number`,
    [job.id],
  );
  const open = others.filter((one) => !one.closed);
  const along: Consequence[] =
    others.length > 0
      ? [{ about: 'record', sentence: `It is one order: ${others.map((one) => one.tag).join(', ')} goes along.` }]
      : [];
  return {
    after: unsigned(job.snapshot),
    besides: [...along, papers],
    event: { kind: 'customer corrected', data: { from: job.customerId } },
    carryOut: async () => {
      const to = await customerOf(context, given);
      await changedRows(
        manager,
        'update shop_order set customer_id = $2 where id = (select order_id from job where id = $1)',
        [job.id, to],
      );
      await changedRows(
        manager,
        `update device set customer_id = $2 where id in (select device_id from job where order_id =
           (select order_id from job where id = $1))`,
        [job.id, to],
      );
      await changedRows(
        manager,
        `update drive set customer_id = $2 where id in (select f.drive_id from fact f join job j on j.id = f.job_id
           where j.order_id = (select order_id from job where id = $1)) and owner = 'customer'`,
        [job.id, to],
      );
      for (const one of open) {
        await noteAtJob(context, one, [{ kind: 'customer corrected', data: { from: job.customerId, with: job.tag } }]);
      }
      return null;
    },
  };
}

/** The customer's name, phone or mail was typed wrong. */
export function detailsCorrection(
  context: CommandContext,
  job: JobRecord,
  { name, phone, email }: { name: string; phone: string; email: string },
): Promise<Proposed> {
  return Promise.resolve({
    after: name === job.customer ? job.snapshot : unsigned(job.snapshot),
    besides: [{ about: 'record', sentence: 'All orders of this customer show it.' }, papers],
    event: { kind: 'customer details corrected', data: { customerId: job.customerId } },
    carryOut: async () => {
      await updateDetails(context, job.customerId, { name, phone, email });
      return null;
    },
  });
}

/** The device has another serial: its earlier jobs are those of that device. */
export function serialCorrection(context: CommandContext, job: JobRecord, serial: string): Promise<Proposed> {
  const { manager } = context;
  if (serial.toUpperCase() === job.serial) throw fieldWrong('correction.serial', 'This is the serial noted already.');
  return Promise.resolve({
    after: unsigned(job.snapshot),
    besides: [{ about: 'record', sentence: 'Earlier jobs and guarantees are those of the other serial.' }, papers],
    event: { kind: 'serial corrected', data: { from: job.serial, to: serial.toUpperCase() } },
    carryOut: async () => {
      const wanted = { serial, modelId: job.modelId };
      const deviceId = await deviceOf(context, job.customerId, wanted, 'correction.serial');
      await manager.update(Job, { id: job.id }, { deviceId });
      await changedRows(manager, 'update fact set device_id = $2 where job_id = $1', [job.id, deviceId]);
      await changedRows(
        manager,
        'delete from device d where d.id = $1 and not exists (select 1 from job j where j.device_id = d.id)',
        [job.deviceId],
      );
      return null;
    },
  });
}

/** What was written down at the counter: complaint, condition, promise, price. */
export function rebooking(
  context: CommandContext,
  job: JobRecord,
  given: { complaint: string; condition: string; promisedAt: string | null; price: number | null },
): Promise<Proposed> {
  const { complaint, condition, price } = given;
  const promisedAt = given.promisedAt === null ? null : new Date(given.promisedAt);
  const moved = (promisedAt?.getTime() ?? null) !== (job.promisedAt?.getTime() ?? null);
  const changed = [
    ...(complaint === job.complaint ? [] : ['complaint']),
    ...(condition === job.condition ? [] : ['condition']),
    ...(moved ? ['promise'] : []),
    ...(price === job.price ? [] : ['price']),
  ];
  if (changed.length === 0) throw fieldWrong('correction.complaint', 'Nothing is different from what is noted.');
  const promise: Consequence = { about: 'promise', sentence: 'Tell the customer: another time is promised.' };
  const quote: Consequence = { about: 'quote', sentence: 'Tell the customer: another price is agreed.' };
  return Promise.resolve({
    after: { ...job.snapshot, told: price },
    besides: [...(moved ? [promise] : []), ...(price === job.price ? [] : [quote]), papers],
    event: { kind: 'booking corrected', data: { changed } },
    carryOut: async () => {
      await context.manager.update(Job, { id: job.id }, { complaint, condition, promisedAt, price });
      return { complaint, condition, promisedAt, price };
    },
  });
}
