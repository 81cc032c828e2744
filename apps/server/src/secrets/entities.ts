import { EntitySchema } from 'typeorm';
import { integer, key, reference, text, time } from '../platform/database/columns';

/** The key of a job's secrets, wrapped by the key file's; without this row its secrets cannot be opened any more. */
export const JobKey = new EntitySchema<{ jobId: string; wrapped: string }>({
  name: 'job_key',
  columns: { jobId: reference('job', { primary: true }), wrapped: text() },
});

export interface SecretRow {
  id: string;
  jobId: string;
  label: string;
  /** Null once erased. */
  sealed: string | null;
  by: string;
  at: Date;
  shown: number;
}

/** A password or code that the customer gave, needed while the job lasts. */
export const Secret = new EntitySchema<SecretRow>({
  name: 'secret',
  columns: {
    id: key(),
    jobId: reference('job'),
    label: text(),
    sealed: text({ nullable: true }),
    by: reference('staff'),
    at: time(),
    shown: integer({ default: 0 }),
  },
  indices: [{ name: 'secret_job', columns: ['jobId'] }],
});
