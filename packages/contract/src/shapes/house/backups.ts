import { object, text, whole, type Infer } from '../shape';
import { time } from '../day/hours';

/** When the shop is backed up each night, where to and how long archives are kept: the latest of so many days, and of so many weeks. */
export const backupRules = object({
  at: time,
  /** A folder on the server; empty for the one that the server was started with. */
  folder: text(400, 0, /^(\/.*)?$/, 'A folder from the root on, such as /mnt/backups.'),
  days: whole(1, 366),
  weeks: whole(0, 520),
});
export type BackupRules = Infer<typeof backupRules>;

/** The half of a key that encrypts (age, X25519). The other half is not sent. */
export const backupRecipient = object({
  recipient: text(62, 62, /^age1[02-9ac-hj-np-z]{58}$/, 'The half of the key that begins with age1.'),
});
