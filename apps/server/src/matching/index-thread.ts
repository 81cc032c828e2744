import { Worker } from 'node:worker_threads';
import type { Ranked, RankingIndex, RankQuestion } from './drive-index';

/** What the thread is told. */
export type ToIndex =
  { kind: 'rank'; id: number; state: number; question: RankQuestion } | { kind: 'renew'; state: number };

/** What it answers. */
export type FromIndex = { id: number; ranked: Ranked } | { id: number; failed: { message: string; code: unknown } };

interface Waiting {
  resolve: (ranked: Ranked) => void;
  reject: (error: Error) => void;
}

/** The program of the thread lies beside this one, as source and as built. */
const PROGRAM = new URL(import.meta.url.endsWith('.ts') ? './index-worker.ts' : './index-worker.js', import.meta.url);

/**
 * The index in a thread of its own, with a connection of its own, so that nobody waits while it is built. The thread is
 * started by the first question, and anew when it ended.
 */
export function indexInThread(databaseUrl: string, program = PROGRAM): RankingIndex {
  const waiting = new Map<number, Waiting>();
  let thread: Worker | null = null;
  let questions = 0;

  function started(): Worker {
    if (thread) return thread;
    // What the server was started with is for the server; as source it has to be read like the rest of it.
    const execArgv = program.pathname.endsWith('.ts') ? process.execArgv : [];
    const worker = new Worker(program, { workerData: { databaseUrl }, execArgv });
    worker.unref();
    worker.on('message', (told: FromIndex) => {
      const asker = waiting.get(told.id);
      waiting.delete(told.id);
      if ('ranked' in told) asker?.resolve(told.ranked);
      else asker?.reject(Object.assign(new Error(told.failed.message), { code: told.failed.code }));
    });
    worker.on('error', ended);
    worker.on('exit', () => ended(new Error('the thread of the index ended')));
    thread = worker;
    return worker;

    function ended(error: Error): void {
      if (thread !== worker) return;
      thread = null;
      for (const { reject } of waiting.values()) reject(error);
      waiting.clear();
    }
  }

  const tell = (message: ToIndex) => started().postMessage(message);
  return {
    rank: (state, question) =>
      new Promise((resolve, reject) => {
        const id = (questions += 1);
        waiting.set(id, { resolve, reject });
        tell({ kind: 'rank', id, state, question });
      }),
    renew: (state) => {
      if (thread) tell({ kind: 'renew', state });
    },
  };
}
