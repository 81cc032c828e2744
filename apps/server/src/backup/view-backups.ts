import type { BackupState, BackupsView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import { readShop } from '../staff/people';
import { archivesIn, lookAtFolder } from './folder';
import type { BackupPlace } from './given';
import { readBackupRules } from './rules';
import { lastDue, lateness } from './state';
import { lastTried } from './tries';

/** Tries that are shown. */
const SHOWN = 12;

/** Whether the shop is backed up, for whoever works in it. */
export async function viewBackupState(manager: EntityManager, now: Date): Promise<BackupState> {
  const rules = await readBackupRules(manager);
  const { formats } = await readShop(manager);
  return { late: lateness(now, lastDue(now, rules, formats), rules.key !== null, await lastTried(manager)) };
}

/** Everything about backups, for the owner. */
export async function viewBackups(manager: EntityManager, now: Date, place: BackupPlace): Promise<BackupsView> {
  const { key, apart: _apart, ...rules } = await readBackupRules(manager);
  const folder = rules.folder || place.backups;
  const { apart, problem } = await lookAtFolder(folder, place.photos, rules.folder === '');
  const tries = await rows<BackupsView['tries'][number]>(
    manager,
    `select b.id, b.begun_at as "begunAt", b.ended_at as "endedAt", s.name as by, b.jobs, b.photos, b.problem
       from backup b left join staff s on s.id = b.by order by b.begun_at desc limit ${SHOWN}`,
  );
  return {
    ...(await viewBackupState(manager, now)),
    ...{ rules, folder, apart: problem ? null : apart, keyMadeAt: key?.at ?? null },
    tries,
    archives: await archivesIn(folder),
  };
}
