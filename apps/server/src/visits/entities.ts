import type { WishKind } from '@udrel/core/steps';
import { EntitySchema } from 'typeorm';
import { integer, json, key, reference, text, time } from '../platform/database/columns';

/** Somebody who will bring something, as it was agreed. */
export interface VisitRow {
  id: string;
  number: number;
  customer: string;
  phone: string;
  wishes: WishKind[];
  at: Date;
  promisedAt: Date | null;
  note: string;
  state: 'agreed' | 'came' | 'cancelled';
  by: string;
  madeAt: Date;
}

export const Visit = new EntitySchema<VisitRow>({
  name: 'visit',
  columns: {
    id: key(),
    number: integer({ unique: true }),
    customer: text(),
    phone: text(),
    wishes: json(),
    at: time(),
    promisedAt: time({ nullable: true }),
    note: text(),
    state: text(),
    by: reference('staff'),
    madeAt: time(),
  },
  indices: [{ name: 'visit_at', columns: ['at'], where: "state = 'agreed'" }],
});
