import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';

/** AES-256-GCM (NIST SP 800-38D) with a random 96-bit nonce; the context is authenticated along. */
const CIPHER = 'aes-256-gcm';
const NONCE = 12;
const TAG = 16;

/** The key that wraps the keys of jobs, from what the key file holds (HKDF, RFC 5869). */
export function masterKeyOf(fileContent: string): Buffer {
  return Buffer.from(hkdfSync('sha256', fileContent, '', 'udrel job keys', 32));
}

/** A new key for a job's secrets. */
export function newJobKey(): Buffer {
  return randomBytes(32);
}

/** Encrypts under a key; the same context is needed to open it. Answers nonce, tag and cipher text as base64. */
export function seal(key: Buffer, plain: Buffer, context: string): string {
  const nonce = randomBytes(NONCE);
  const cipher = createCipheriv(CIPHER, key, nonce).setAAD(Buffer.from(context));
  const body = Buffer.concat([cipher.update(plain), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64');
}

/** Opens what `seal` made. Throws when the key or the context is another, or when it was changed. */
export function unseal(key: Buffer, sealed: string, context: string): Buffer {
  const bytes = Buffer.from(sealed, 'base64');
  const decipher = createDecipheriv(CIPHER, key, bytes.subarray(0, NONCE))
    .setAAD(Buffer.from(context))
    .setAuthTag(bytes.subarray(NONCE, NONCE + TAG));
  return Buffer.concat([decipher.update(bytes.subarray(NONCE + TAG)), decipher.final()]);
}
