import { EntitySchema } from 'typeorm';
import { integer, key, reference, text, time } from '../platform/database/columns';

/** An order at a supplier. What jobs wait for names it (`part_order`); what is for the shelf stands in its lines. */
export interface PurchaseRow {
  id: string;
  number: number;
  supplier: string;
  orderedAt: Date;
  /** Day on which it is expected, as `YYYY-MM-DD`. */
  expected: string;
  by: string;
}

export const Purchase = new EntitySchema<PurchaseRow>({
  name: 'purchase',
  columns: {
    id: key(),
    number: integer({ unique: true }),
    supplier: text(),
    orderedAt: time(),
    expected: text(),
    by: reference('staff'),
  },
});

/** Pieces of a part that were ordered for the shelf, and how many of them came. */
export const PurchaseLine = new EntitySchema<{
  id: string;
  purchaseId: string;
  partId: string;
  count: number;
  came: number;
}>({
  name: 'purchase_line',
  columns: {
    id: key(),
    purchaseId: reference('purchase'),
    partId: reference('part'),
    count: integer(),
    came: integer({ default: 0 }),
  },
  indices: [
    { name: 'purchase_line_purchase', columns: ['purchaseId'] },
    { name: 'purchase_line_open', columns: ['partId'], where: 'came < count' },
  ],
  checks: [{ name: 'purchase_line_came', expression: 'count > 0 and came >= 0 and came <= count' }],
});
