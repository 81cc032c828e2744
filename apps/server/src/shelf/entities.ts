import { EntitySchema } from 'typeorm';
import { bytes, flag, integer, json, key, reference, text, time } from '../platform/columns';

export type PartKind = 'drive' | 'memory' | 'adapter' | 'small part';

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
  /** Whether every piece has a serial of its own. */
  serialised: boolean;
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
    serialised: flag(),
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
  role: 'drive' | 'memory' | 'adapter';
  at: Date;
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
