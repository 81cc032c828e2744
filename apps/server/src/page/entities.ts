import { EntitySchema } from 'typeorm';
import { integer, key, reference, text, time } from '../platform/database/columns';

/** The private page of an order. Its address is made of the key file and is not kept; only its digest is. */
export const CustomerLink = new EntitySchema<{
  id: string;
  orderId: string;
  digest: string;
  madeAt: Date;
  revokedAt: Date | null;
  lookedAt: Date | null;
  looks: number;
}>({
  name: 'customer_link',
  columns: {
    id: key(),
    orderId: reference('shop_order'),
    digest: text({ unique: true }),
    madeAt: time(),
    revokedAt: time({ nullable: true }),
    lookedAt: time({ nullable: true }),
    looks: integer({ default: 0 }),
  },
  indices: [{ name: 'customer_link_order', columns: ['orderId'] }],
});

/** A look at a page, or something done on it. */
export const CustomerVisit = new EntitySchema<{ id: string; linkId: string; at: Date; deed: string }>({
  name: 'customer_visit',
  columns: { id: key(), linkId: reference('customer_link'), at: time(), deed: text() },
  indices: [{ name: 'customer_visit_link', columns: ['linkId', 'at'] }],
});
