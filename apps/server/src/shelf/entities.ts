import { targetName, type TargetId } from '@udrel/core/layout';
import type { PricedPart } from '@udrel/core/steps';
import { EntitySchema } from 'typeorm';
import { bytes, flag, integer, json, key, reference, text, time } from '../platform/database/columns';

export type PartKind = 'drive' | 'memory' | 'adapter' | 'equipment' | 'small part';

export interface PartRow {
  id: string;
  kind: PartKind;
  maker: string;
  name: string;
  partNumber: string;
  /** What the core computes with: a drive, a module or an adapter; null for small parts. */
  spec: object | null;
  /** Minor currency units. */
  price: number;
  /** What a piece costs the shop before tax, minor currency units; null where nobody noted it. */
  cost: number | null;
  /** Whether every piece has a serial of its own. */
  serialised: boolean;
  /** Free pieces below which it is to be ordered again; null: not kept in stock. */
  reorderLevel: number | null;
}

export const Part = new EntitySchema<PartRow>({
  name: 'part',
  columns: {
    id: key(),
    kind: text(),
    maker: text(),
    name: text(),
    partNumber: text({ unique: true }),
    spec: json({ nullable: true }),
    price: integer(),
    cost: integer({ nullable: true }),
    serialised: flag(),
    reorderLevel: integer({ nullable: true }),
  },
  indices: [{ name: 'part_kind', columns: ['kind'] }],
});

export interface StockRow {
  id: string;
  partId: string;
  serial: string | null;
  /** Pieces on the shelf, reserved ones included. */
  quantity: number;
  placeId: string | null;
}

export const Stock = new EntitySchema<StockRow>({
  name: 'stock',
  columns: {
    id: key(),
    partId: reference('part'),
    serial: text({ nullable: true }),
    quantity: integer(),
    placeId: reference('place', { nullable: true }),
  },
  indices: [
    { name: 'stock_part', columns: ['partId'] },
    { name: 'stock_serial', columns: ['serial'], unique: true, where: 'serial is not null' },
  ],
  checks: [{ name: 'stock_quantity', expression: 'quantity >= 0' }],
});

export interface ReservationRow {
  id: string;
  stockId: string;
  jobId: string;
  quantity: number;
  role: DriveRole | AdapterRole | 'memory' | 'moved adapter';
  at: Date;
}

type DriveRole = ReturnType<typeof targetName>;
type AdapterRole = `${DriveRole} adapter`;

/** The roles of one of the drives that go in, and of what it needs to sit there. */
export function rolesOf(on: TargetId): [DriveRole, AdapterRole] {
  return [targetName(on), `${targetName(on)} adapter`];
}

export const Reservation = new EntitySchema<ReservationRow>({
  name: 'reservation',
  columns: {
    id: key(),
    stockId: reference('stock'),
    jobId: reference('job'),
    quantity: integer(),
    role: text(),
    at: time(),
  },
  indices: [
    { name: 'reservation_job', columns: ['jobId'] },
    { name: 'reservation_stock', columns: ['stockId'] },
  ],
  checks: [{ name: 'reservation_quantity', expression: 'quantity > 0' }],
});

export interface PartOrderRow {
  id: string;
  jobId: string;
  partId: string;
  count: number;
  role: ReservationRow['role'];
  /** What is to be reserved for the job once everything for it has come. */
  choice:
    | { kind: 'drive'; partId: string | null; siteId: string; on: TargetId }
    | { kind: 'memory'; partId: string; count: number };
  /** How that stands on the quote. */
  quoted: PricedPart[];
  supplier: string;
  orderedAt: Date;
  /** Day on which it is expected, as `YYYY-MM-DD`. */
  expected: string;
  /** The order at the supplier that it is on; null while it is only wanted. */
  purchaseId: string | null;
  state: 'ordered' | 'arrived' | 'wrong' | 'dead on arrival' | 'cancelled';
  note: string;
  by: string;
  settledAt: Date | null;
}

/** A part ordered for a job because the shelf has none. */
export const PartOrder = new EntitySchema<PartOrderRow>({
  name: 'part_order',
  columns: {
    id: key(),
    jobId: reference('job'),
    partId: reference('part'),
    count: integer(),
    role: text(),
    choice: json(),
    quoted: json(),
    supplier: text(),
    orderedAt: time(),
    expected: text(),
    purchaseId: reference('purchase', { nullable: true }),
    state: text(),
    note: text({ default: '' }),
    by: reference('staff'),
    settledAt: time({ nullable: true }),
  },
  indices: [
    { name: 'part_order_job', columns: ['jobId'] },
    { name: 'part_order_purchase', columns: ['purchaseId'], where: 'purchase_id is not null' },
  ],
  checks: [{ name: 'part_order_count', expression: 'count > 0' }],
});

export interface DriveRow {
  id: string;
  serial: string;
  maker: string;
  name: string;
  bytes: number;
  owner: 'shop' | 'customer';
  customerId: string | null;
  partId: string | null;
  /** Where it is and whether it may be written to, in words of the record. */
  custody: string;
}

/** A drive by its serial: it lives longer than a job, and may be the customer's own. */
export const Drive = new EntitySchema<DriveRow>({
  name: 'drive',
  columns: {
    id: key(),
    serial: text({ unique: true }),
    maker: text(),
    name: text(),
    bytes: bytes(),
    owner: text(),
    customerId: reference('customer', { nullable: true }),
    partId: reference('part', { nullable: true }),
    custody: text(),
  },
});

/** A storage place or a drawer of the shelf. */
export const Place = new EntitySchema<{ id: string; code: string; kind: 'shelf' | 'storage' }>({
  name: 'place',
  columns: { id: key(), code: text({ unique: true }), kind: text() },
});
