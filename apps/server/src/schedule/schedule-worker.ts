import { parentPort } from 'node:worker_threads';
import type { FromThread } from '../platform/thread';
import { answered, type Answer, type Question } from './questions';

/** The thread that puts everything that is open. */
const answer = (told: FromThread<Answer>) => parentPort?.postMessage(told);

parentPort?.on('message', ({ id, ...question }: Question & { id: number }) => {
  try {
    answer({ id, answer: answered(question as Question) });
  } catch (error) {
    answer({ id, failed: { message: String(error), code: null } });
  }
});
