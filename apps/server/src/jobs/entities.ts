import type { FactKey } from '@udrel/core/facts';
import type { End, GateId, WishKind } from '@udrel/core/steps';
import type { JobEventKind } from '@udrel/contract/events';
import { EntitySchema } from 'typeorm';
import { bytes, integer, json, key, reference, text, time } from '../platform/database/columns';

/** The state in which a job was put down. */
export interface HandOffNote {
  at: string;
  batteryOff: boolean;
  tried: string;
  next: string;
}

export interface JobEntity {
  id: string;
  number: number;
  tag: string;
  orderId: string;
  deviceId: string;
  /** The seq of its latest event. Written with `update ... where id and version`. */
  version: number;
  complaint: string;
  condition: string;
  price: number | null;
  bookedAt: Date;
  promisedAt: Date | null;
  /** When it was agreed that work on it begins; null: as it comes. */
  agreedAt: Date | null;
  closedAt: Date | null;
  /** Since when nothing but the customer is waited for; null while something is. */
  readySince: Date | null;
  /** Set once it ends without work. */
  endedAs: End['kind'] | null;
  guaranteeUntil: Date | null;
  /** Who has it in hand; null while nobody has, or once it was put down. */
  claimedBy: string | null;
  claimedAt: Date | null;
  handedOffBy: string | null;
  handOff: HandOffNote | null;
  /** Station and title of the next step, as last computed, for lists. */
  station: string;
  next: string;
}

export const Job = new EntitySchema<JobEntity>({
  name: 'job',
  columns: {
    id: key(),
    number: integer({ unique: true }),
    tag: text({ unique: true }),
    orderId: reference('shop_order'),
    deviceId: reference('device'),
    version: integer({ default: 0 }),
    complaint: text(),
    condition: text(),
    price: integer({ nullable: true }),
    bookedAt: time(),
    promisedAt: time({ nullable: true }),
    agreedAt: time({ nullable: true }),
    closedAt: time({ nullable: true }),
    readySince: time({ nullable: true }),
    endedAs: text({ nullable: true }),
    guaranteeUntil: time({ nullable: true }),
    claimedBy: reference('staff', { nullable: true }),
    claimedAt: time({ nullable: true }),
    handedOffBy: reference('staff', { nullable: true }),
    handOff: json({ nullable: true }),
    station: text(),
    next: text(),
  },
  indices: [
    { name: 'job_order', columns: ['orderId'] },
    { name: 'job_device', columns: ['deviceId'] },
    { name: 'job_open', columns: ['number'], where: 'closed_at is null' },
    { name: 'job_ready', columns: ['readySince'], where: 'ready_since is not null and closed_at is null' },
    { name: 'job_booked', columns: ['bookedAt', 'number'] },
    { name: 'job_claimed', columns: ['claimedBy'], where: 'claimed_by is not null' },
  ],
});

export interface WishRow {
  id: string;
  jobId: string;
  kind: WishKind;
  least: number;
}

export const WishEntity = new EntitySchema<WishRow>({
  name: 'wish',
  columns: { id: key(), jobId: reference('job'), kind: text(), least: bytes() },
  indices: [{ name: 'wish_job', columns: ['jobId'] }],
});

export interface OverrideRow {
  id: string;
  jobId: string;
  gate: GateId;
  reason: string;
  by: string;
  at: Date;
  /** What the job cost then; the price gate stays passed up to this. */
  amount: number | null;
}

export const GateOverride = new EntitySchema<OverrideRow>({
  name: 'gate_override',
  columns: {
    id: key(),
    jobId: reference('job'),
    gate: text(),
    reason: text(),
    by: reference('staff'),
    at: time(),
    amount: integer({ nullable: true }),
  },
  indices: [{ name: 'override_gate', columns: ['jobId', 'gate'] }],
});

export interface EventRow {
  jobId: string;
  seq: number;
  kind: JobEventKind;
  /** The fact that it gave a value, and numbers of the earlier events that it puts right. */
  fact: FactKey | null;
  corrects: number[];
  data: unknown;
  by: string;
  at: Date;
}

/** The history: append-only, a trigger refuses update and delete. */
export const JobEvent = new EntitySchema<EventRow>({
  name: 'event',
  columns: {
    jobId: reference('job', { primary: true }),
    seq: integer({ primary: true }),
    kind: text(),
    fact: text({ nullable: true }),
    corrects: json({ default: [] }),
    data: json(),
    by: reference('staff'),
    at: time(),
  },
  indices: [
    { name: 'event_told', columns: ['at'], where: `kind in ('booked', 'quote written', 'part late', 'bill issued')` },
  ],
});
