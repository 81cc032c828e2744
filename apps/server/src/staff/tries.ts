import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { SignInTry } from '../audit/entities';
import { rows } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import { inTransaction } from '../platform/database/transaction';

const WINDOW_MINUTES = 15;

/** What tries are counted on, and how many may be made in the window. */
export interface Subject {
  subject: string;
  most: number;
  /** Being full stops nobody who is right: it only keeps a wrong one from being told as such. */
  mild?: boolean;
}

/**
 * A password is tried on an account, from an address. A stranger must not lock out who sits at the counter: a device
 * that this account signed in on before is counted by itself; made-up names fill the address, which stops no right
 * password.
 */
export function passwordSubjects(login: string, address: string, knownDevice: string | null): Subject[] {
  const name = login.toLowerCase();
  if (knownDevice) return [{ subject: `password ${name} on ${knownDevice}`, most: 8 }];
  return [
    { subject: `password ${name} ${address}`, most: 8 },
    { subject: `password ${name}`, most: 60 },
    { subject: `address ${address}`, most: 60, mild: true },
  ];
}

/** A PIN is short: five wrong ones, then the password. */
export function pinSubjects(staffId: string): Subject[] {
  return [{ subject: `pin ${staffId}`, most: 5 }];
}

/** A try that is counted already; `right` says that it was none to count. */
export interface CountedTry {
  /** Whether a mild subject is full. */
  full: boolean;
  right: () => Promise<void>;
}

/**
 * Counts a try before it is looked at, under a lock of its subjects: of many at the same moment exactly the allowed
 * ones are looked at. Refuses when a subject has had its tries within the last quarter of an hour; a refused one is
 * not counted. A transaction of its own, so that what is refused afterwards stays counted: call it outside of one.
 */
export async function countTry(manager: EntityManager, subjects: readonly Subject[], now: Date): Promise<CountedTry> {
  const counted = subjects.map(({ subject }) => ({ id: randomUUID(), subject, at: now }));
  const names = subjects.map((one) => one.subject).sort();
  const since = new Date(now.getTime() - WINDOW_MINUTES * 60_000);
  const full = await inTransaction(manager, async (inside) => {
    for (const name of names) await inside.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [name]);
    const found = await rows<{ subject: string; tries: number }>(
      inside,
      'select subject, count(*)::int as tries from sign_in_try where subject = any ($1) and at > $2 group by subject',
      [names, since],
    );
    const over = subjects.filter(({ subject, most }) =>
      found.some((one) => one.subject === subject && one.tries >= most),
    );
    if (over.some(({ mild }) => !mild)) throw tooMany();
    await inside.insert(SignInTry, counted);
    return over.length > 0;
  });
  return {
    full,
    right: async () => {
      await manager.delete(
        SignInTry,
        counted.map(({ id }) => id),
      );
      // A right one clears what was counted on it alone.
      if (subjects[0]) await manager.delete(SignInTry, { subject: subjects[0].subject });
    },
  };
}

export const tooMany = () =>
  new Refusal(429, 'too-many-tries', `Too many wrong tries. Wait ${WINDOW_MINUTES} minutes, or ask the owner.`, {
    retryAfter: WINDOW_MINUTES * 60,
  });
