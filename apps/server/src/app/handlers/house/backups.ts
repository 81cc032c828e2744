import { backupEndpoints } from '@udrel/contract/endpoints';
import type { BackupKeeper } from '../../../backup/keeper';
import { setBackupKey, setBackupRules } from '../../../backup/rules';
import { viewBackups, viewBackupState } from '../../../backup/view-backups';
import { handlers, type Call } from '../../../platform/http/handlers';

/** How the shop itself is kept. */
export function backupHandlers(backups: BackupKeeper) {
  const view = ({ manager, now }: Call) => viewBackups(manager, now, backups.place);
  return handlers(backupEndpoints, {
    backupState: ({ manager, now }) => viewBackupState(manager, now),
    backups: view,
    setBackups: async (call) => {
      await setBackupRules(call, call.body, backups.place);
      return view(call);
    },
    setBackupKey: async (call) => {
      await setBackupKey(call, call.body.recipient, call.actor.id);
      return view(call);
    },
    backUpNow: async (call) => {
      await backups.begin(call.now, call.actor.id);
      return view(call);
    },
  });
}
