import type { HintHub } from '../hints/hub';
import type { Ranked, RankingIndex, RankQuestion } from './drive-index';

/** Ranks drives in the shelf as it stands now. */
export type RankDrives = (question: RankQuestion) => Promise<Ranked>;

/** How long the shelf has to stay as it is before the index is built again without being asked, ms. */
const SETTLED = 500;

/**
 * Asks the index, and throws it away when the shelf changes, whoever changed it: each question waits until what the
 * database has said so far was heard.
 */
export function rankDrives(hints: HintHub, index: RankingIndex): RankDrives {
  let state = 0;
  let settling: NodeJS.Timeout | undefined;
  hints.subscribe(null, ({ hint }) => {
    if (hint.kind !== 'shelf' && hint.kind !== 'everything') return;
    state += 1;
    clearTimeout(settling);
    settling = setTimeout(() => index.renew(state), SETTLED).unref();
  });
  return async (question) => {
    // Where nothing is heard, anything may have changed.
    if (!(await hints.caughtUp())) state += 1;
    return index.rank(state, question);
  };
}
