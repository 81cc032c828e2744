import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { SignInTry } from '../audit/entities';
import { rows } from '../platform/database';
import { Refusal } from '../platform/errors';

const WINDOW_MINUTES = 15;

/** What wrong tries are counted on, and how many may be made in the window. */
export interface Subject {
  subject: string;
  most: number;
}

/** A password is tried on an account, from an address; a stranger must not lock out who sits at the counter. */
export function passwordSubjects(login: string, address: string): Subject[] {
  const name = login.toLowerCase();
  return [
    { subject: `password ${name} ${address}`, most: 8 },
    { subject: `password ${name}`, most: 60 },
    { subject: `address ${address}`, most: 60 },
  ];
}

/** A PIN is short: five wrong ones, then the password. */
export function pinSubjects(staffId: string): Subject[] {
  return [{ subject: `pin ${staffId}`, most: 5 }];
}

/** Refuses when one of the subjects has had its tries within the last quarter of an hour. */
export async function refuseTooMany(manager: EntityManager, subjects: Subject[], now: Date): Promise<void> {
  const since = new Date(now.getTime() - WINDOW_MINUTES * 60_000);
  const counted = await rows<{ subject: string; tries: number }>(
    manager,
    'select subject, count(*)::int as tries from sign_in_try where subject = any ($1) and at > $2 group by subject',
    [subjects.map((one) => one.subject), since],
  );
  const full = subjects.some((one) =>
    counted.some(({ subject, tries }) => subject === one.subject && tries >= one.most),
  );
  if (full) {
    throw new Refusal(429, 'too-many-tries', `Too many wrong tries. Wait ${WINDOW_MINUTES} minutes, or ask the owner.`);
  }
}

/** Counts a wrong try on each subject. */
export async function countTry(manager: EntityManager, subjects: Subject[], at: Date): Promise<void> {
  await manager.insert(
    SignInTry,
    subjects.map(({ subject }) => ({ id: randomUUID(), subject, at })),
  );
}

/** A right one clears what was counted on it alone. */
export async function forgetTries(manager: EntityManager, [own]: Subject[]): Promise<void> {
  if (own) await manager.delete(SignInTry, { subject: own.subject });
}
