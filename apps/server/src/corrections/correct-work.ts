import { CHOICE_KEYS, type FactKey } from '@udrel/core/facts';
import type { Station } from '@udrel/core/stations';
import type { JobEvent } from '@udrel/contract/events';
import type { ModelSpec } from '@udrel/contract/types';
import { canRetract, procedureOf, stampsFrom, stampsOf, without } from '@udrel/core/steps';
import { toGoBack } from '@udrel/core/disassembly';
import { layOutSheet } from '../dismantling/lay-out-sheet';
import { deviceOf } from '../models/devices';
import { changedRows, firstRow } from '../platform/database/database';
import { fieldWrong, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { freeBerth } from '../copying/berths';
import { Run } from '../copying/entities';
import { papers, type Proposed } from './considered';
import { Job } from '../jobs/entities';
import type { JobRecord } from '../jobs/job-record';
import { readRuns } from '../jobs/run-view';

const nothing = () => Promise.resolve({});

/** Takes back the stamp of one step with what rests on it. A copy that had ended counts as running again. */
export async function retractedStamp(context: CommandContext, job: JobRecord, id: string): Promise<Proposed> {
  const { snapshot } = job;
  const step = procedureOf(snapshot).steps.find((one) => one.id === id);
  if (!step || !canRetract(snapshot, step.id)) {
    throw new Refusal(409, 'nothing-to-retract', 'There is no stamp here that could be taken back.');
  }
  const event = { kind: 'stamp taken back' as const, data: { step: step.id, title: step.title } };
  if (step.id === 'end copy') return runReopened(context, job, event);
  return { after: without(snapshot, stampsOf(snapshot, step.id)), besides: [], event, carryOut: nothing };
}

async function runReopened(
  context: CommandContext,
  job: JobRecord,
  event: JobEvent<'stamp taken back'>,
): Promise<Proposed> {
  const run = job.runs.findLast(({ kind }) => kind === 'copy');
  if (!run) throw new Refusal(409, 'no-run', 'No copy of this job was made.');
  const runs = job.snapshot.runs.map((one) => (one.id === run.id ? { ...one, outcome: 'running' as const } : one));
  return {
    after: { ...job.snapshot, runs },
    besides: [
      { about: 'record', sentence: `Attempt ${run.attempt} counts as running again until you record its end.` },
    ],
    event: { ...event, data: { ...event.data, attempt: run.attempt } },
    carryOut: async () => {
      if (run.berth !== null) await freeBerth(context, run.berth);
      await context.manager.update(
        Run,
        { id: run.id },
        { outcome: 'running', note: '', endedAt: null, losses: [], took: null, learn: true, judged: null },
      );
      return { runs: await readRuns(context.manager, job.id, context.now) };
    },
  };
}

/** Goes back to a station: its stamps and those after it fall. */
export function backToStation(job: JobRecord, station: Station): Promise<Proposed> {
  const keys = stampsFrom(job.snapshot, station);
  if (keys.length === 0) {
    throw new Refusal(409, 'nothing-to-retract', `Nothing is recorded at ${station} or after it.`);
  }
  const event = { kind: 'went back' as const, data: { station } };
  return Promise.resolve({ after: without(job.snapshot, keys), besides: [], event, carryOut: nothing });
}

/** The device is another model: what was read and chosen for sites that it does not have falls. */
export async function modelCorrection(context: CommandContext, job: JobRecord, modelId: string): Promise<Proposed> {
  const { manager } = context;
  const model = await firstRow<{ spec: ModelSpec; stub: boolean }>(
    manager,
    'select spec, stub from device_model where id = $1',
    [modelId],
  );
  if (!model) throw fieldWrong('correction.modelId', 'Choose a model from the list.');
  if (modelId === job.modelId) throw fieldWrong('correction.modelId', 'It is booked in as this model already.');
  const out = job.snapshot.disassembly.filter((item) => item.back !== toGoBack(item));
  if (out.length > 0) {
    const pieces = out.map((item) => `${toGoBack(item) - item.back} × ${item.name}`).join(', ');
    throw new Refusal(409, 'opened', `Still out by the sheet of the model noted: ${pieces}. Note them back first.`);
  }
  const sheet = { about: 'steps' as const, sentence: 'The strip-down sheet is laid out anew for the other model.' };
  return {
    after: { ...without(job.snapshot, groundLost(job, model.spec)), modelKnown: !model.stub, disassembly: [] },
    besides: [papers, sheet],
    event: { kind: 'model corrected', data: { from: job.modelId, to: modelId } },
    carryOut: async () => {
      const deviceId = await deviceOf(context, job.customerId, { serial: job.serial, modelId }, 'correction.modelId');
      await manager.update(Job, { id: job.id }, { deviceId });
      await changedRows(manager, 'update fact set device_id = $2 where job_id = $1', [job.id, deviceId]);
      await changedRows(manager, 'delete from disassembly_item where job_id = $1', [job.id]);
      await layOutSheet(context, job.id, model.spec, job.snapshot.wishes);
      await changedRows(
        manager,
        `delete from device d where d.id = $1 and not exists (select 1 from job j where j.device_id = d.id)
            and not exists (select 1 from fact f where f.device_id = d.id)`,
        [job.deviceId],
      );
      return null;
    },
  };
}

/** Facts that do not hold in a device of the other model. */
function groundLost(job: JobRecord, spec: ModelSpec): FactKey[] {
  const { facts } = job.snapshot;
  const gone: FactKey[] = [];
  const has = (siteId: string | undefined) => spec.sites.some((site) => site.id === siteId);
  if (facts['old drive'] && !has(facts['old drive'].siteId)) gone.push(...stampsOf(job.snapshot, 'read drive'));
  if (facts['other drives']?.drives.some((drive) => !has(drive.siteId))) gone.push('other drives');
  for (const key of CHOICE_KEYS) {
    const choice = facts[key];
    if (choice && !sameSite(job.model, spec, choice.siteId)) gone.push(key);
  }
  if (facts['memory choice'] && !memoryFits(job.model, spec)) gone.push('memory choice', 'memory');
  if (facts.functions) gone.push(...stampsOf(job.snapshot, 'check functions'));
  return gone;
}

/** A drive was found to fit a site: it still does only where the site is the same in every respect. */
function sameSite(was: ModelSpec, is: ModelSpec, siteId: string): boolean {
  const site = ({ sites }: ModelSpec) => JSON.stringify(sites.find((one) => one.id === siteId));
  return site(was) === site(is);
}

function memoryFits(was: ModelSpec, is: ModelSpec): boolean {
  const kind = ({ memory }: ModelSpec) =>
    JSON.stringify([memory.generation, memory.form, memory.slots, memory.maximum]);
  return kind(was) === kind(is);
}
