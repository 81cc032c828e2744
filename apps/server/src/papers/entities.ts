import type { KeptPaperKind } from '@udrel/core/customer-paper';
import { EntitySchema } from 'typeorm';
import { key, reference, text, time } from '../platform/database/columns';

/** A paper as it was given with a job. */
export const PaperEntity = new EntitySchema<{
  id: string;
  jobId: string;
  kind: KeptPaperKind;
  title: string;
  how: 'given' | 'signed';
  bytes: Buffer;
  by: string;
  at: Date;
}>({
  name: 'paper',
  columns: {
    id: key(),
    jobId: reference('job'),
    kind: text(),
    title: text(),
    how: text(),
    bytes: { type: 'bytea' },
    by: reference('staff'),
    at: time(),
  },
  indices: [{ name: 'paper_job', columns: ['jobId'] }],
});
