import type { BackupRules } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong } from '../platform/errors';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';
import { lookAtFolder } from './folder';

/** How the shop is backed up, as it is kept. */
export interface KeptRules extends BackupRules {
  /** What archives are encrypted to, and since when; null until there is a key. */
  key: { recipient: string; at: string } | null;
  /** Whether they went to a disk of their own when that was said: then they go to no other. */
  apart: boolean;
}

const FIRST: KeptRules = { at: '02:30', folder: '', days: 14, weeks: 8, key: null, apart: false };

export async function readBackupRules(manager: EntityManager): Promise<KeptRules> {
  const kept = await manager.findOneBy(Setting, { key: 'backups' });
  return { ...FIRST, ...(kept?.value as Partial<KeptRules> | undefined) };
}

const keep = (manager: EntityManager, value: KeptRules, by: string | null) =>
  keepSetting(manager, 'backups', value, by);

/** Sets when, where to and for how long. */
export async function setBackupRules(
  context: CommandContext,
  rules: BackupRules,
  place: { photos: string; backups: string },
): Promise<void> {
  const { manager, actor } = context;
  const { apart, problem } = await lookAtFolder(rules.folder || place.backups, place.photos, rules.folder === '');
  if (problem !== null) throw fieldWrong('folder', problem);
  await keep(manager, { ...(await readBackupRules(manager)), ...rules, apart }, actor.id);
  await noteAudit(context, actor.id, 'backups set', { ...rules });
}

/** Archives are encrypted to this from now on; those that are there are opened by the key before. */
export async function setBackupKey(
  { manager, now }: Pick<CommandContext, 'manager' | 'now'>,
  recipient: string,
  by: string | null,
): Promise<void> {
  const before = await readBackupRules(manager);
  await keep(manager, { ...before, key: { recipient, at: now.toISOString() } }, by);
  await noteAudit({ manager, now }, by, 'backup key set', { before: before.key !== null });
}
