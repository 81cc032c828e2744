import type { JobView, MoveDisassemblyItem, MoveWholeDisassembly } from '@udrel/contract/types';
import {
  counted,
  disassemblyDoubt,
  tappedWhole,
  toComeOut,
  toGoBack,
  type DisassemblyItem,
  type DisassemblyWay,
} from '@udrel/core/disassembly';
import { fieldWrong, notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob, requireStep } from '../jobs/change-job';
import { withDisassembly } from '../jobs/job-after';
import { keepSheet } from './keep-sheet';

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
    const counts = { out, back, missing, left, replaced };
    const disassembly = counted(job.snapshot.disassembly, itemId, counts);
    await keepSheet(context, job.id, disassembly);
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
    const disassembly = job.snapshot.disassembly.map((item) => {
      const next = { ...item, ...AT_ONCE[way](item) };
      return way === 'none' ? next : { ...next, ...tappedWhole(next, way) };
    });
    await keepSheet(context, job.id, disassembly);
    return {
      events: [{ kind: 'whole disassembly counted', data: { way } }],
      after: withDisassembly(job, disassembly),
    };
  });
}
