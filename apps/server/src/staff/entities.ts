import type { Role } from '@udrel/contract/types';
import { EntitySchema } from 'typeorm';
import { flag, json, key, text, time } from '../platform/columns';

export interface StaffRow {
  id: string;
  login: string;
  name: string;
  initials: string;
  role: Role;
  passwordHash: string;
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
    demo: flag(),
  },
});

/** Small settings of the shop: its name, the hash of the set-up code. */
export const Setting = new EntitySchema<{ key: string; value: unknown }>({
  name: 'setting',
  columns: { key: text({ primary: true }), value: json() },
});

/** Sessions, in the form that the session store expects. */
export const Session = new EntitySchema<{ sid: string; sess: unknown; expire: Date }>({
  name: 'session',
  columns: { sid: text({ primary: true }), sess: json(), expire: time() },
  indices: [{ name: 'session_expire', columns: ['expire'] }],
});
