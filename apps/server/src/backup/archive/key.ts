import { generateX25519Identity, identityToRecipient } from 'age-encryption';

/** A key pair for backups (age, X25519): what encrypts is kept with the shop, what decrypts is shown once and kept apart. */
export interface BackupKey {
  identity: string;
  recipient: string;
}

export async function makeBackupKey(): Promise<BackupKey> {
  const identity = await generateX25519Identity();
  return { identity, recipient: await identityToRecipient(identity) };
}
