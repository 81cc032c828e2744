import { Worker } from 'node:worker_threads';

/** What a thread answers to the question of that number. */
export type FromThread<Answer> =
  { id: number; answer: Answer } | { id: number; failed: { message: string; code: unknown } };

interface Waiting<Answer> {
  resolve: (answer: Answer) => void;
  reject: (error: Error) => void;
}

/** A thread that is asked questions, each told with a number that its answer carries, and told things without an answer. */
export interface Thread<Question extends object, Told extends object, Answer> {
  ask: (question: Question) => Promise<Answer>;
  /** Tells it something if it runs: what it was told is not kept for one that is started later. */
  tell: (told: Told) => void;
}

/** A program in a thread of its own. It is started by the first question, and anew when it ended; who waited is told. */
export function inThread<Question extends object, Told extends object, Answer>(
  program: URL,
  workerData: unknown,
  name: string,
): Thread<Question, Told, Answer> {
  const waiting = new Map<number, Waiting<Answer>>();
  let thread: Worker | null = null;
  let questions = 0;

  function started(): Worker {
    if (thread) return thread;
    // What the server was started with is for the server; as source it has to be read like the rest of it.
    const execArgv = program.pathname.endsWith('.ts') ? process.execArgv : [];
    const worker = new Worker(program, { workerData, execArgv });
    worker.unref();
    worker.on('message', (told: FromThread<Answer>) => {
      const asker = waiting.get(told.id);
      waiting.delete(told.id);
      if ('answer' in told) asker?.resolve(told.answer);
      else asker?.reject(Object.assign(new Error(told.failed.message), { code: told.failed.code }));
    });
    worker.on('error', ended);
    worker.on('exit', () => ended(new Error(`the thread of the ${name} ended`)));
    thread = worker;
    return worker;

    function ended(error: Error): void {
      if (thread !== worker) return;
      thread = null;
      for (const { reject } of waiting.values()) reject(error);
      waiting.clear();
    }
  }

  return {
    ask: (question) =>
      new Promise((resolve, reject) => {
        const id = (questions += 1);
        waiting.set(id, { resolve, reject });
        started().postMessage({ ...question, id });
      }),
    tell: (told) => thread?.postMessage(told),
  };
}
