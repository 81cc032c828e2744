import type { JobView, MoveStripItem, MoveWholeStrip } from '@udrel/contract/types';
import { fieldWrong, notFound } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { changeJob, requireStep } from './change';

/** Notes how many pieces of one item are out and how many are back. Going back waits for the trial start. */
export function moveItem(acting: Acting, tag: string, itemId: string, move: MoveStripItem): Promise<JobView> {
  return changeJob(acting, tag, move.version, async (job) => {
    const item = job.snapshot.strip.find((one) => one.id === itemId);
    if (!item) throw notFound('This item of the strip-down sheet');
    if (move.out > item.out) requireStep(job, 'strip down');
    if (move.back > item.back) requireStep(job, 'close up');
    if (move.back > 0 && move.out === 0) throw fieldWrong('back', 'It never came out: count it out first.');
    await acting.manager.query('update strip_item set out_count = $2, back_count = $3 where id = $1', [
      itemId,
      move.out,
      move.back,
    ]);
    return [{ kind: 'strip moved', data: { itemId, name: item.name, out: move.out, back: move.back } }];
  });
}

/** Notes that everything of the sheet is out, or back. */
export function moveAll(acting: Acting, tag: string, move: MoveWholeStrip): Promise<JobView> {
  return changeJob(acting, tag, move.version, async (job) => {
    requireStep(job, move.way === 'out' ? 'strip down' : 'close up');
    const change = move.way === 'out' ? 'out_count = count' : 'back_count = out_count';
    await acting.manager.query(`update strip_item set ${change} where job_id = $1`, [job.id]);
    return [{ kind: 'strip all', data: { way: move.way } }];
  });
}
