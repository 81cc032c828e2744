import type { JobView, MoveDisassemblyItem, MoveWholeDisassembly } from '@udrel/contract/types';
import { disassemblyDoubt } from '@udrel/core/disassembly';
import { fieldWrong, notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob, requireStep } from '../jobs/change-job';
import { withDisassembly } from '../jobs/job-after';
import { changedRows } from '../platform/database/database';

/**
 * Notes how many pieces of one item are out and back, and what differs from the sheet: missing when the device came,
 * not taken out, replaced. Going back waits for the trial start.
 */
export function moveItem(
  context: CommandContext,
  tag: string,
  itemId: string,
  move: MoveDisassemblyItem,
): Promise<JobView> {
  return changeJob(context, tag, move.version, async (job) => {
    const item = job.snapshot.disassembly.find((one) => one.id === itemId);
    if (!item) throw notFound('This item of the strip-down sheet');
    const { out, back, missing, left, replaced } = move;
    if (out > item.out || missing > item.missing || left > item.left) requireStep(job, 'strip down');
    if (back > item.back) requireStep(job, 'close up');
    const doubt = disassemblyDoubt({ ...item, out, back, missing, left, replaced });
    if (doubt) throw fieldWrong(doubt.field, doubt.sentence);
    await changedRows(
      context.manager,
      `update disassembly_item set out_count = $2, back_count = $3, missing_count = $4, left_count = $5, replaced_count = $6
        where id = $1`,
      [itemId, out, back, missing, left, replaced],
    );
    const counts = { out, back, missing, left, replaced };
    const disassembly = job.snapshot.disassembly.map((one) => (one.id === itemId ? { ...one, ...counts } : one));
    return {
      events: [{ kind: 'disassembly counted', data: { itemId, name: item.name, ...counts } }],
      after: withDisassembly(job, disassembly),
    };
  });
}

/** What is counted at once, in what is still open of each item: nothing that was noted of single ones is undone. */
const AT_ONCE = {
  out: ['strip down', 'out_count = greatest(out_count, count - missing_count - left_count)'],
  none: ['strip down', 'left_count = greatest(left_count, count - missing_count - out_count)'],
  back: ['close up', 'back_count = out_count + replaced_count'],
} as const;

/** Notes that all of the sheet that is still in is out, that none of it has to come out, or that everything is back. */
export function moveAll(
  context: CommandContext,
  tag: string,
  { version, way }: MoveWholeDisassembly,
): Promise<JobView> {
  return changeJob(context, tag, version, async (job) => {
    const [step, change] = AT_ONCE[way];
    requireStep(job, step);
    await changedRows(context.manager, `update disassembly_item set ${change} where job_id = $1`, [job.id]);
    return [{ kind: 'whole disassembly counted', data: { way } }];
  });
}
