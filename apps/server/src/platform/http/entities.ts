import { EntitySchema } from 'typeorm';
import { integer, reference, text, time } from '../database/columns';

export interface IdempotencyRow {
  key: string;
  staffId: string;
  route: string;
  /** Of the body that came under the key; empty for what was kept before digests were. */
  digest: string;
  status: number;
  /** As it was sent: JSON, or null where the answer was empty. */
  body: string | null;
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
    body: text({ nullable: true }),
    at: time(),
  },
});
