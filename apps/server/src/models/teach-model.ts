import type { JobView, ModelSpec, TeachFirmware, TeachSheet } from '@udrel/contract/types';
import { learntOf, taught } from '@udrel/core/disassembly';
import type { EntityManager } from 'typeorm';
import { changeJob } from '../jobs/change-job';
import { withModel } from '../jobs/job-after';
import { firstRow } from '../platform/database/database';
import { fieldWrong, notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { teachPictures } from '../photos/model-pictures';
import { DeviceModel } from './entities';

/** Takes what a job's sheet shows otherwise into its model: the next job of it begins with that. */
export function teachSheet(
  context: CommandContext,
  tag: string,
  { version, items, opening }: TeachSheet,
): Promise<JobView> {
  const { manager } = context;
  return changeJob(context, tag, version, async (job) => {
    const spec = await heldModel(manager, job.modelId);
    const learnt = learntOf(job.snapshot.disassembly, spec.disassembly).filter(({ id }) => items.includes(id));
    if (learnt.length < new Set(items).size || (items.length === 0 && opening === undefined))
      throw fieldWrong('items', 'The model knows that by now: look again.');
    const disassembly = taught(spec.disassembly, learnt, job.snapshot.disassembly) as ModelSpec['disassembly'];
    const next = { ...spec, disassembly, ...(opening === undefined ? {} : { opening }) };
    await manager.update(DeviceModel, { id: job.modelId }, { spec: next });
    const placed = learnt.filter(({ next: one }) => one.details?.places).map(({ next: { stage } }) => stage);
    const { 'sheet pictures': pictures } = job.snapshot.facts;
    const of = { modelId: job.modelId, jobId: job.id };
    await teachPictures(manager, of, [...new Set(placed)], pictures?.stages ?? []);
    const what = [
      ...learnt.map(({ sentence }) => sentence),
      ...(opening === undefined ? [] : [`${opening} min to take it apart`]),
    ];
    return {
      events: [{ kind: 'model taught', data: { what } }],
      after: withModel(job, next, job.snapshot.disassembly),
    };
  });
}

/** Takes what a job shows of its model's firmware into it: the next job knows it. */
export function teachFirmware(context: CommandContext, tag: string, given: TeachFirmware): Promise<JobView> {
  const { version, ...told } = given;
  return changeJob(context, tag, version, async (job) => {
    const spec = await heldModel(context.manager, job.modelId);
    const next = { ...spec, firmware: { ...spec.firmware, ...told } };
    const what = FIRMWARE_WORDS.flatMap(([key, tell]) =>
      told[key] === undefined || told[key] === spec.firmware[key] ? [] : [tell(told[key])],
    );
    if (what.length === 0) throw fieldWrong('setUpKey', 'The model knows that by now.');
    await context.manager.update(DeviceModel, { id: job.modelId }, { spec: next });
    return {
      events: [{ kind: 'model taught', data: { what } }],
      after: withModel(job, next, job.snapshot.disassembly),
    };
  });
}

const FIRMWARE_WORDS = [
  ['setUpKey', (key: string | boolean) => `key of its set-up: ${key}`],
  ['startMenuKey', (key: string | boolean) => `key of its start menu: ${key}`],
  [
    'startsOutside',
    (does: string | boolean) => `it ${does === true ? 'starts' : 'does not start'} from a drive outside`,
  ],
] as const satisfies [Exclude<keyof TeachFirmware, 'version'>, (told: string | boolean) => string][];

/** What is known of a model, held until it is changed. */
async function heldModel(manager: EntityManager, id: string): Promise<ModelSpec> {
  const model = await firstRow<{ spec: ModelSpec }>(manager, 'select spec from device_model where id = $1 for update', [
    id,
  ]);
  if (!model) throw notFound('This model');
  return model.spec;
}
