import { nextHands } from '../../../packages/core/src/steps';
import { factsOf, job, keys, run } from '../../../packages/core/src/steps/samples.test-data';
import { medianTime } from '../load.mjs';

const OPEN = 500;

/** A job from just booked to nearly closed, every seventh with a copy that runs. */
function made(n) {
  const facts = factsOf(keys.slice(0, n % keys.length));
  return { tag: `U-${n}`, promisedAt: n * 1e6, snapshot: job({ facts, runs: n % 7 === 0 ? [run('running')] : [] }) };
}

const open = () => Array.from({ length: OPEN }, (_none, n) => made(n));

/** The order of hands over all open jobs: worked out anew, and after one of them changed. */
export function handsFigures() {
  const jobs = open();
  const rows = nextHands(jobs, 0);
  if (rows.length !== OPEN) throw new Error(`${rows.length} of ${OPEN} jobs have a next thing`);
  const anew = Array.from({ length: 40 }, open);
  let n = 0;
  const changed = () => {
    n = (n + 37) % OPEN;
    jobs[n] = fresh[n] ?? made(n);
    fresh[n] = undefined;
  };
  const fresh = open();
  return {
    [`hands next over ${OPEN} open jobs, all anew, median ms`]: medianTime(
      () => nextHands(anew.pop() ?? open(), 0),
      40,
    ),
    [`hands next over ${OPEN} open jobs, one changed, median ms`]: medianTime(() => {
      changed();
      nextHands(jobs, 0);
    }, 60),
  };
}
