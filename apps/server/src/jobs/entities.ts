import type { End, FactKey, GateId, WishKind } from '@udrel/core/steps';
import type { StripKind } from '@udrel/core/strip';
import { EntitySchema } from 'typeorm';
import { bytes, flag, integer, json, key, reference, text, time } from '../platform/columns';

export interface OrderRow {
  id: string;
  number: number;
  customerId: string;
  createdAt: Date;
}

/** What one customer brought in one visit. */
export const ShopOrder = new EntitySchema<OrderRow>({
  name: 'shop_order',
  columns: {
    id: key(),
    number: integer({ unique: true }),
    customerId: reference('customer'),
    createdAt: time(),
  },
  indices: [{ name: 'order_customer', columns: ['customerId'] }],
});

/** The state in which a job was put down. */
export interface PutDownNote {
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
  closedAt: Date | null;
  /** Set once it ends without work. */
  endedAs: End['kind'] | null;
  guaranteeUntil: Date | null;
  /** Who has it in hand; null while nobody has, or once it was put down. */
  takenBy: string | null;
  takenAt: Date | null;
  putDownBy: string | null;
  putDown: PutDownNote | null;
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
    closedAt: time({ nullable: true }),
    endedAs: text({ nullable: true }),
    guaranteeUntil: time({ nullable: true }),
    takenBy: reference('staff', { nullable: true }),
    takenAt: time({ nullable: true }),
    putDownBy: reference('staff', { nullable: true }),
    putDown: json({ nullable: true }),
    station: text(),
    next: text(),
  },
  indices: [
    { name: 'job_order', columns: ['orderId'] },
    { name: 'job_device', columns: ['deviceId'] },
    { name: 'job_open', columns: ['number'], where: 'closed_at is null' },
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

export interface FactRow {
  id: string;
  jobId: string;
  deviceId: string | null;
  driveId: string | null;
  key: FactKey;
  value: unknown;
  /** Where it comes from: typed, scanned, measured, computed, a file. */
  origin: string;
  by: string;
  at: Date;
  /** False once a later value of the same key took its place. */
  current: boolean;
}

export const Fact = new EntitySchema<FactRow>({
  name: 'fact',
  columns: {
    id: key(),
    jobId: reference('job'),
    deviceId: reference('device', { nullable: true }),
    driveId: reference('drive', { nullable: true }),
    key: text(),
    value: json(),
    origin: text(),
    by: reference('staff'),
    at: time(),
    current: flag(),
  },
  indices: [
    { name: 'fact_current', columns: ['jobId', 'key'], unique: true, where: 'current' },
    { name: 'fact_drive', columns: ['driveId'], where: 'drive_id is not null' },
  ],
});

export interface StripRow {
  id: string;
  jobId: string;
  position: number;
  stage: number;
  kind: StripKind;
  name: string;
  count: number;
  outCount: number;
  backCount: number;
  /** Pieces that were not there when it was opened, that stay where they are, and that came from the shelf for missing ones. */
  missingCount: number;
  leftCount: number;
  replacedCount: number;
}

export const StripItemEntity = new EntitySchema<StripRow>({
  name: 'strip_item',
  columns: {
    id: key(),
    jobId: reference('job'),
    position: integer(),
    stage: integer(),
    kind: text(),
    name: text(),
    count: integer(),
    outCount: integer({ default: 0 }),
    backCount: integer({ default: 0 }),
    missingCount: integer({ default: 0 }),
    leftCount: integer({ default: 0 }),
    replacedCount: integer({ default: 0 }),
  },
  indices: [{ name: 'strip_job', columns: ['jobId'] }],
});

export interface ThingRow {
  id: string;
  jobId: string;
  /** Printed on its label after the job's tag; 0 is the device itself. */
  number: number;
  name: string;
  placeId: string | null;
  returnedAt: Date | null;
}

/** A thing that lies in the shop for a job, the device itself included, with its storage place. */
export const Thing = new EntitySchema<ThingRow>({
  name: 'thing',
  columns: {
    id: key(),
    jobId: reference('job'),
    number: integer({ default: 0 }),
    name: text(),
    placeId: reference('place', { nullable: true }),
    returnedAt: time({ nullable: true }),
  },
  indices: [
    { name: 'thing_number', columns: ['jobId', 'number'], unique: true },
    { name: 'thing_place', columns: ['placeId'] },
  ],
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
  kind: string;
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
    data: json(),
    by: reference('staff'),
    at: time(),
  },
});

export interface IdempotencyRow {
  key: string;
  staffId: string;
  route: string;
  /** Of the body that came under the key; empty for what was kept before digests were. */
  digest: string;
  status: number;
  body: unknown;
  at: Date;
}

/** Answers to writes, by the key that the client made: what arrives twice is carried out once. */
export const Idempotency = new EntitySchema<IdempotencyRow>({
  name: 'idempotency',
  columns: {
    key: text({ primary: true }),
    staffId: reference('staff', { primary: true }),
    route: text(),
    digest: text({ default: '' }),
    status: integer(),
    body: json({ nullable: true }),
    at: time(),
  },
});
