import { Refusal } from '../platform/errors';
import type { BackUp } from './archive/backup';
import { lookAtFolder } from './folder';
import type { KeptRules } from './rules';

/** What a server is told of backups when it is started. */
export interface BackupPlace {
  databaseUrl: string;
  /** Folder of PostgreSQL's programs; null where they are not installed. */
  programs: string | null;
  photos: string;
  /** Where archives go as long as nobody said otherwise. */
  backups: string;
}

/** What is to be backed up how. Refused where it cannot begin. */
export async function givenFor(rules: KeptRules, place: BackupPlace, now: Date): Promise<BackUp> {
  const { databaseUrl, programs, photos, backups } = place;
  const { days, weeks, key } = rules;
  if (!key) throw new Refusal(409, 'no-key', 'There is no key to encrypt to yet: make it first.');
  if (!programs)
    throw new Refusal(409, 'no-programs', 'PostgreSQL’s programs are not on the server: install postgresql-client.');
  const to = rules.folder || backups;
  const { apart, problem } = await lookAtFolder(to, photos, rules.folder === '');
  if (problem) throw new Refusal(409, 'no-folder', problem);
  if (rules.apart && !apart)
    throw new Refusal(409, 'not-mounted', `The disk of ${to} is not mounted: the folder lies on the shop’s own now.`);
  return { databaseUrl, programs, photos, to, keep: { days, weeks }, recipient: key.recipient, now };
}
