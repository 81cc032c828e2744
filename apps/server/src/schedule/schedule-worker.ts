import { parentPort } from 'node:worker_threads';
import type { FromThread } from '../platform/thread';
import { answered, withPieces, type Answer, type SentQuestion } from './questions';

/** The thread that puts everything that is open. */
const answer = (told: FromThread<Answer>) => parentPort?.postMessage(told);

parentPort?.on('message', ({ id, ...question }: SentQuestion & { id: number }) => {
  try {
    const told = answered(withPieces(question));
    // Whoever asks has the jobs.
    answer({ id, answer: 'works' in told ? { ...told, works: [] } : told });
  } catch (error) {
    answer({ id, failed: { message: String(error), code: (error as { code?: unknown }).code ?? null } });
  }
});
