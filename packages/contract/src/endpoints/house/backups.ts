import { backupRecipient, backupRules } from '../../shapes/house/backups';
import type { BackupState, BackupsView } from '../../views/house/backups';
import { command, query } from '../endpoint';

/** How the shop is backed up. */
export const backupEndpoints = {
  backupState: query('/shop/backup-state', {
    permission: 'look at jobs and shelf',
    about: 'Backups',
  }).answering<BackupState>(),
  backups: query('/shop/backups', { permission: 'keep the shop safe', about: 'Backups' }).answering<BackupsView>(),
  setBackups: command('put /shop/backups', {
    permission: 'keep the shop safe',
    body: backupRules,
    changes: ['backups'],
  }).answering<BackupsView>(),
  setBackupKey: command('put /shop/backups/key', {
    permission: 'keep the shop safe',
    body: backupRecipient,
    changes: ['backups'],
  }).answering<BackupsView>(),
  backUpNow: command('post /shop/backups', {
    permission: 'keep the shop safe',
    status: 202,
    changes: ['backups'],
  }).answering<BackupsView>(),
};
