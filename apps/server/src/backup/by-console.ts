import type { DataSource } from 'typeorm';
import { backUp, type BackedUp } from './archive/backup';
import { givenFor, type BackupPlace } from './given';
import { makeBackupKey } from './archive/key';
import { readBackupRules, setBackupKey } from './rules';
import { claimTry, workAtTry } from './tries';

/**
 * Backs the shop up from the console, whether or not its servers work meanwhile. Where there is no key yet one is made: its
 * half that decrypts is answered, this once.
 */
export async function backUpByConsole(
  database: DataSource,
  place: BackupPlace,
  now: Date,
): Promise<BackedUp & { identity: string | null }> {
  const { manager } = database;
  const made = (await readBackupRules(manager)).key ? null : await makeBackupKey();
  if (made) await setBackupKey({ manager, now }, made.recipient, null);
  const given = await givenFor(await readBackupRules(manager), place, now);
  const id = await claimTry(manager, now, null);
  if (!id) throw new Error('the shop is being backed up already');
  const done = await workAtTry(
    database,
    id,
    () => new Date(),
    () => backUp(given),
  );
  return { ...done, identity: made?.identity ?? null };
}
