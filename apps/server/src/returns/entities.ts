import { EntitySchema } from 'typeorm';
import type { ClaimView } from '@udrel/contract/types';
import { key, reference, text, time } from '../platform/database/columns';

/** A claim on the supplier of a part that failed under guarantee. */
export const SupplierClaim = new EntitySchema<{
  id: string;
  jobId: string;
  supplier: string;
  what: string;
  serial: string;
  state: ClaimView['state'];
  note: string;
  by: string;
  at: Date;
  /** When the supplier answered. */
  settledAt: Date | null;
}>({
  name: 'supplier_claim',
  columns: {
    id: key(),
    jobId: reference('job'),
    supplier: text(),
    what: text(),
    serial: text(),
    state: text(),
    note: text({ default: '' }),
    by: reference('staff'),
    at: time(),
    settledAt: time({ nullable: true }),
  },
  indices: [
    { name: 'supplier_claim_listed', columns: ['at', 'id'] },
    { name: 'supplier_claim_job', columns: ['jobId'] },
  ],
});
