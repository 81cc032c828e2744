import { randomUUID } from 'node:crypto';
import type { AddDisassemblyItem, JobView, MoveToStage } from '@udrel/contract/types';
import { sameItem, withItem, type DisassemblyItem } from '@udrel/core/disassembly';
import type { EntityManager } from 'typeorm';
import { changeJob, requireStep } from '../jobs/change-job';
import { withDisassembly } from '../jobs/job-after';
import type { CommandContext } from '../platform/command-context';
import { changedRows } from '../platform/database/database';
import { insertRows } from '../platform/database/insert';
import { fieldWrong, notFound } from '../platform/errors';

const TWICE = 'It stands on the sheet already: count what differs there.';

/** Puts something on a job's sheet that its model's does not have, at the end of its stage. */
export function addItem(context: CommandContext, tag: string, given: AddDisassemblyItem): Promise<JobView> {
  const { version, ...item } = given;
  const { manager } = context;
  return changeJob(context, tag, version, async (job) => {
    requireStep(job, 'strip down');
    const { disassembly: before } = job.snapshot;
    if (before.some((one) => sameItem(one, item))) throw fieldWrong('name', TWICE);
    const nothing = { out: 0, back: 0, missing: 0, left: 0, replaced: 0, details: {}, outAt: [], backAt: [] };
    const added = { id: randomUUID(), ...item, ...nothing };
    const disassembly = withItem(before, added);
    const row = { id: added.id, jobId: job.id, ...item, details: {}, outCount: 0, backCount: 0 };
    await insertRows(manager, 'disassembly_item', [{ ...row, position: before.length }]);
    await keepOrder(manager, job.id, disassembly);
    return { events: [{ kind: 'disassembly added', data: item }], after: withDisassembly(job, disassembly) };
  });
}

/** Moves an item of a job's sheet to the stage at which it comes out of this device, behind what is there. */
export function moveToStage(
  context: CommandContext,
  tag: string,
  itemId: string,
  given: MoveToStage,
): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    requireStep(job, 'strip down');
    const { disassembly: before } = job.snapshot;
    const item = before.find(({ id }) => id === itemId);
    if (!item) throw notFound('This item of the strip-down sheet');
    const others = before.filter((one) => one !== item);
    const moved = { ...item, stage: given.stage };
    if (others.some((one) => sameItem(one, moved))) throw fieldWrong('stage', TWICE);
    const disassembly = withItem(others, moved);
    await keepOrder(context.manager, job.id, disassembly);
    const data = { name: item.name, from: item.stage, stage: given.stage };
    return { events: [{ kind: 'disassembly restaged', data }], after: withDisassembly(job, disassembly) };
  });
}

/** Writes in which order a job's sheet is, and at which stage each of it comes out. */
async function keepOrder(manager: EntityManager, jobId: string, items: readonly DisassemblyItem[]): Promise<void> {
  await changedRows(
    manager,
    `update disassembly_item i set position = c.position, stage = c.stage
       from jsonb_to_recordset($2) as c (id uuid, position integer, stage integer)
      where i.job_id = $1 and i.id = c.id`,
    [jobId, JSON.stringify(items.map(({ id, stage }, position) => ({ id, position, stage })))],
  );
}
