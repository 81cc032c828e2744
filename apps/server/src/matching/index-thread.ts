import { inThread, type FromThread } from '../platform/thread';
import type { Ranked, RankingIndex, RankQuestion } from './drive-index';

interface Rank {
  kind: 'rank';
  state: number;
  question: RankQuestion;
}
interface Renew {
  kind: 'renew';
  state: number;
}

/** What the thread is told. */
export type ToIndex = (Rank & { id: number }) | Renew;

/** What it answers. */
export type FromIndex = FromThread<Ranked>;

/** The program of the thread lies beside this one, as source and as built. */
const PROGRAM = new URL(import.meta.url.endsWith('.ts') ? './index-worker.ts' : './index-worker.js', import.meta.url);

/** The index in a thread of its own, with a connection of its own, so that nobody waits while it is built. */
export function indexInThread(databaseUrl: string, program = PROGRAM): RankingIndex {
  const thread = inThread<Rank, Renew, Ranked>(program, { databaseUrl }, 'index');
  return {
    rank: (state, question) => thread.ask({ kind: 'rank', state, question }),
    renew: (state) => thread.tell({ kind: 'renew', state }),
  };
}
