import { inThread } from '../platform/thread';
import type { BackedUp, BackUp } from './archive/backup';

/** The program of the thread lies beside this one, as source and as built. */
const PROGRAM = new URL(import.meta.url.endsWith('.ts') ? './backup-worker.ts' : './backup-worker.js', import.meta.url);

/** Makes archives in a thread of its own. */
export function backUpInThread(): (given: BackUp) => Promise<BackedUp> {
  const thread = inThread<BackUp, never, BackedUp>(PROGRAM, null, 'backups');
  return (given) => thread.ask(given);
}
