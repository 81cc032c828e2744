import { randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** argon2id (algorithm 2) with the parameters of RFC 9106 section 4, second recommendation, memory reduced to 19 MiB. */
const ARGON = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** The hash under which a password or PIN is kept. */
export function hashed(text: string): Promise<string> {
  return hash(text, ARGON);
}

/** Whether the text is what was hashed. */
export function isRight(kept: string, text: string): Promise<boolean> {
  return verify(kept, text).catch(() => false);
}

let decoyHash: Promise<string> | null = null;

/** A hash that nothing matches, so that an unknown login takes as long as a wrong password. */
export function decoy(): Promise<string> {
  decoyHash ??= hashed(randomBytes(16).toString('hex'));
  return decoyHash;
}
