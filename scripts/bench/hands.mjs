import { nextHands } from '../../packages/core/src/steps';
import { factsOf, job, keys, run } from '../../packages/core/src/steps/samples.test-data';
import { medianTime } from './load.mjs';

const OPEN = 500;

/** The order of hands over all open jobs, from just booked to nearly closed, every seventh with a copy that runs. */
export function handsFigures() {
  const jobs = Array.from({ length: OPEN }, (_none, n) => {
    const facts = factsOf(keys.slice(0, n % keys.length));
    return { tag: `U-${n}`, promisedAt: n * 1e6, snapshot: job({ facts, runs: n % 7 === 0 ? [run('running')] : [] }) };
  });
  const rows = nextHands(jobs, 0);
  if (rows.length !== OPEN) throw new Error(`${rows.length} of ${OPEN} jobs have a next thing`);
  return { [`hands next over ${OPEN} open jobs, median ms`]: medianTime(() => nextHands(jobs, 0), 60) };
}
