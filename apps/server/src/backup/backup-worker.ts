import { parentPort } from 'node:worker_threads';
import type { FromThread } from '../platform/thread';
import { backUp, type BackedUp, type BackUp } from './archive/backup';

/** The thread that makes archives: what is encrypted keeps nobody waiting. */
const answer = (told: FromThread<BackedUp>) => parentPort?.postMessage(told);

parentPort?.on('message', ({ id, ...given }: BackUp & { id: number }) => {
  backUp(given).then(
    (done) => answer({ id, answer: done }),
    (error: NodeJS.ErrnoException) => answer({ id, failed: { message: error.message, code: error.code ?? null } }),
  );
});
