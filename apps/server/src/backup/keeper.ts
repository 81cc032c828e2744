import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { Refusal } from '../platform/errors';
import { loggedError } from '../platform/http/request-log';
import { readShop } from '../staff/people';
import type { BackedUp, BackUp } from './archive/backup';
import { givenFor, type BackupPlace } from './given';
import { readBackupRules } from './rules';
import { isDue, lastDue } from './state';
import { claimTry, lastTried, noteRefusedTry, workAtTry } from './tries';

/** How often it is looked whether one is due, ms. */
const LOOK = 60_000;

export interface BackupKeeper {
  place: BackupPlace;
  /** Begins one for whoever pressed, null for the night. Refused where that cannot be. */
  begin: (now: Date, by: string | null) => Promise<void>;
  /** Begins one where it is due. */
  look: () => Promise<void>;
  /** Looks now and each minute. Every server may: one of them does it. */
  watch: () => void;
  /** Once what works here has ended. */
  ended: () => Promise<void>;
}

interface Keeping {
  database: DataSource;
  place: BackupPlace;
  log: Logger;
  clock: () => Date;
  /** Makes the archive, where nobody waits for it. */
  make: (given: BackUp) => Promise<BackedUp>;
}

/** Backs the shop up, by night and when asked to; on however many servers one at a time. */
export function backupKeeper({ database, place, log, clock, make }: Keeping): BackupKeeper {
  let working: Promise<void> | null = null;

  async function begin(now: Date, by: string | null): Promise<void> {
    const { manager } = database;
    const given = await givenFor(await readBackupRules(manager), place, now);
    const id = await claimTry(manager, now, by);
    if (!id) throw new Refusal(409, 'in-work', 'The shop is being backed up already.');
    working = workAtTry(database, id, clock, () => make(given))
      .then(
        () => undefined,
        (error: unknown) => log.error({ error: loggedError(error) }, 'the shop was not backed up'),
      )
      .finally(() => {
        working = null;
      });
  }

  async function look(): Promise<void> {
    const now = clock();
    const { manager } = database;
    const rules = await readBackupRules(manager);
    if (!rules.key || working) return;
    const { formats } = await readShop(manager);
    if (!isDue(now, lastDue(now, rules, formats), await lastTried(manager))) return;
    try {
      await begin(now, null);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      // Another server has it; or it cannot even begin, which is a try that failed.
      if (error.code !== 'in-work') await noteRefusedTry(manager, now, error.message);
    }
  }

  return {
    place,
    begin,
    look,
    watch: () => {
      const run = () =>
        void look().catch((error: unknown) =>
          log.warn({ error: loggedError(error) }, 'could not see whether a backup is due'),
        );
      run();
      setInterval(run, LOOK).unref();
    },
    ended: () => working ?? Promise.resolve(),
  };
}
