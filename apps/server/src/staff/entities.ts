import type { BenchHours, Role } from '@udrel/contract/types';
import { EntitySchema } from 'typeorm';
import { flag, json, key, reference, text, time } from '../platform/database/columns';

export interface StaffRow {
  id: string;
  login: string;
  name: string;
  initials: string;
  role: Role;
  passwordHash: string;
  /** For switching the person on a shared tablet; null: only with the password. */
  pinHash: string | null;
  /** How they work at the bench; null: as is usual for the role. */
  benchHours: BenchHours | null;
  /** False once an account is closed; its history keeps the name. */
  active: boolean;
  /** Accounts of the demo scenario are refused away from the loopback address. */
  demo: boolean;
}

export const Staff = new EntitySchema<StaffRow>({
  name: 'staff',
  columns: {
    id: key(),
    login: text({ unique: true }),
    name: text(),
    initials: text(),
    role: text(),
    passwordHash: text(),
    pinHash: text({ nullable: true }),
    benchHours: json({ nullable: true }),
    active: { ...flag(), default: true },
    demo: flag(),
  },
});

/** Small settings of the shop: its name, the hash of the set-up code. */
export const Setting = new EntitySchema<{ key: string; value: unknown; by: string | null }>({
  name: 'setting',
  columns: { key: text({ primary: true }), value: json(), by: reference('staff', { nullable: true }) },
});

export interface SettingChangeRow {
  id: number;
  key: string;
  at: Date;
  by: string | null;
  before: unknown;
  after: unknown;
}

/** Every change of a setting, which the database notes by itself; append-only. */
export const SettingChange = new EntitySchema<SettingChangeRow>({
  name: 'setting_change',
  columns: {
    id: { type: 'bigint', primary: true, generated: 'increment' },
    key: text(),
    at: time({ default: () => 'now()' }),
    by: reference('staff', { nullable: true }),
    before: json({ nullable: true }),
    after: json(),
  },
  indices: [{ name: 'setting_change_key', columns: ['key', 'id'] }],
});

export interface SessionRow {
  sid: string;
  sess: unknown;
  expire: Date;
  staffId: string | null;
  begunAt: Date;
  seenAt: Date;
}

export const Session = new EntitySchema<SessionRow>({
  name: 'session',
  columns: {
    sid: text({ primary: true }),
    sess: json(),
    expire: time(),
    staffId: reference('staff', { nullable: true }),
    begunAt: time({ default: () => 'now()' }),
    seenAt: time({ default: () => 'now()' }),
  },
  indices: [
    { name: 'session_expire', columns: ['expire'] },
    { name: 'session_staff', columns: ['staffId'] },
  ],
});

/** A filter of a list that somebody keeps under a name. */
export const KeptFilter = new EntitySchema<{ id: string; staffId: string; list: string; name: string; search: string }>(
  {
    name: 'kept_filter',
    columns: { id: key(), staffId: reference('staff'), list: text(), name: text(), search: text() },
  },
);
