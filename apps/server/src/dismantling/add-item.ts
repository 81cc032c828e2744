import { randomUUID } from 'node:crypto';
import type { AddDisassemblyItem, JobView } from '@udrel/contract/types';
import { sameItem, withItem } from '@udrel/core/disassembly';
import { changeJob, requireStep } from '../jobs/change-job';
import { withDisassembly } from '../jobs/job-after';
import type { CommandContext } from '../platform/command-context';
import { changedRows } from '../platform/database/database';
import { insertRows } from '../platform/database/insert';
import { fieldWrong } from '../platform/errors';

/** Puts something on a job's sheet that its model's does not have, at the end of its stage. */
export function addItem(context: CommandContext, tag: string, given: AddDisassemblyItem): Promise<JobView> {
  const { version, ...item } = given;
  const { manager } = context;
  return changeJob(context, tag, version, async (job) => {
    requireStep(job, 'strip down');
    const { disassembly: before } = job.snapshot;
    if (before.some((one) => sameItem(one, item))) {
      throw fieldWrong('name', 'It stands on the sheet already: count what differs there.');
    }
    const nothing = { out: 0, back: 0, missing: 0, left: 0, replaced: 0, details: {}, outAt: [], backAt: [] };
    const added = { id: randomUUID(), ...item, ...nothing };
    const disassembly = withItem(before, added);
    const position = disassembly.indexOf(added);
    await changedRows(
      manager,
      'update disassembly_item set position = position + 1 where job_id = $1 and position >= $2',
      [job.id, position],
    );
    const row = { id: added.id, jobId: job.id, position, ...item, details: {}, outCount: 0, backCount: 0 };
    await insertRows(manager, 'disassembly_item', [row]);
    return { events: [{ kind: 'disassembly added', data: item }], after: withDisassembly(job, disassembly) };
  });
}
