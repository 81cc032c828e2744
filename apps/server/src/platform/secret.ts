import { createHash, timingSafeEqual } from 'node:crypto';

/** What is kept in the place of a secret that nobody can guess: its digest (SHA-256), hexadecimal. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Whether two secrets are the same; how long that takes does not tell how far they are. */
export function sameSecret(given: string, wanted: string): boolean {
  const [one, other] = [Buffer.from(given), Buffer.from(wanted)];
  return one.length === other.length && timingSafeEqual(one, other);
}
