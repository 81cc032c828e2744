import type { JobView, MoveDisassemblyItem, MoveWholeDisassembly } from '@udrel/contract/types';
import {
  disassemblyDoubt,
  toComeOut,
  toGoBack,
  type DisassemblyItem,
  type DisassemblyWay,
} from '@udrel/core/disassembly';
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
const AT_ONCE: Readonly<Record<DisassemblyWay, (item: DisassemblyItem) => Partial<DisassemblyItem>>> = {
  out: (item) => ({ out: item.out + toComeOut(item) }),
  none: (item) => ({ left: item.left + toComeOut(item) }),
  back: (item) => ({ back: toGoBack(item) }),
};

/** Notes that all of the sheet that is still in is out, that none of it has to come out, or that everything is back. */
export function moveAll(
  context: CommandContext,
  tag: string,
  { version, way }: MoveWholeDisassembly,
): Promise<JobView> {
  return changeJob(context, tag, version, async (job) => {
    requireStep(job, way === 'back' ? 'close up' : 'strip down');
    const counted = job.snapshot.disassembly.map((item) => ({ ...item, ...AT_ONCE[way](item) }));
    await changedRows(
      context.manager,
      `update disassembly_item i set out_count = c.out, back_count = c.back, left_count = c."left"
         from jsonb_to_recordset($2) as c (id uuid, out integer, back integer, "left" integer)
        where i.job_id = $1 and i.id = c.id`,
      [job.id, JSON.stringify(counted)],
    );
    return {
      events: [{ kind: 'whole disassembly counted', data: { way } }],
      after: withDisassembly(job, counted),
    };
  });
}
