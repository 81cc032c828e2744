import type { JobView, ModelSpec, TeachSheet } from '@udrel/contract/types';
import { learntOf, taught } from '@udrel/core/disassembly';
import { changeJob } from '../jobs/change-job';
import { withModel } from '../jobs/job-after';
import { firstRow } from '../platform/database/database';
import { fieldWrong, notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { DeviceModel } from './entities';

/** Takes what a job's sheet shows otherwise into its model: the next job of it begins with that. */
export function teachSheet(context: CommandContext, tag: string, { version, items }: TeachSheet): Promise<JobView> {
  const { manager } = context;
  return changeJob(context, tag, version, async (job) => {
    const model = await firstRow<{ spec: ModelSpec }>(
      manager,
      'select spec from device_model where id = $1 for update',
      [job.modelId],
    );
    if (!model) throw notFound('This model');
    const { spec } = model;
    const learnt = learntOf(job.snapshot.disassembly, spec.disassembly).filter(({ id }) => items.includes(id));
    if (learnt.length < new Set(items).size) throw fieldWrong('items', 'The model knows that by now: look again.');
    const disassembly = taught(spec.disassembly, learnt) as ModelSpec['disassembly'];
    const next = { ...spec, disassembly };
    await manager.update(DeviceModel, { id: job.modelId }, { spec: next });
    const what = learnt.map(({ sentence }) => sentence);
    return {
      events: [{ kind: 'model taught', data: { what } }],
      after: withModel(job, next, job.snapshot.disassembly),
    };
  });
}
