import { scheduleOf, standing } from '../../../packages/core/src/schedule';
import { againstTheBest, busyShop } from '../../../packages/core/src/schedule/samples.test-data';
import { round } from '../load.mjs';

const JOBS = 500;
const TURNS = 15;

/** How far the order of work is from the best of all orders, and how long it takes to put everything that is open. */
export function scheduleFigures() {
  const { found, least } = againstTheBest(200, 2031);
  const { works, own } = busyShop(JOBS, 7);
  const stands = standing(null, works, own);
  const [changed, ...others] = works;
  const late = [{ ...changed, from: own.now + 48 * 3_600_000 }, ...others];
  return {
    '200 small shops, lateness against the best of all orders': round(found / least),
    [`${JOBS} open jobs put anew, ms`]: round(median(() => scheduleOf(works, own))),
    [`${JOBS} open jobs after one changed, ms`]: round(median(() => standing(stands, late, own))),
  };
}

/** Median of some turns, ms. */
function median(work) {
  const took = Array.from({ length: TURNS }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return took.sort((one, other) => one - other)[Math.floor(TURNS / 2)];
}
