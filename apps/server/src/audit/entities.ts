import { EntitySchema } from 'typeorm';
import { json, key, reference, text, time } from '../platform/database/columns';

export interface AuditEntry {
  id: string;
  at: Date;
  /** Null where nobody is known by it: a wrong password. */
  by: string | null;
  kind: string;
  data: object;
}

/** What happened around accounts and access, append-only. What happened to jobs stands in their history. */
export const Audit = new EntitySchema<AuditEntry>({
  name: 'audit',
  columns: { id: key(), at: time(), by: reference('staff', { nullable: true }), kind: text(), data: json() },
  indices: [{ name: 'audit_at', columns: ['at', 'id'] }],
});

/** Wrong passwords and PINs of late, by what they were tried on. */
export const SignInTry = new EntitySchema<{ id: string; subject: string; at: Date }>({
  name: 'sign_in_try',
  columns: { id: key(), subject: text(), at: time() },
  indices: [{ name: 'try_subject', columns: ['subject', 'at'] }],
});
