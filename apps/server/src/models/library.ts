import { randomUUID } from 'node:crypto';
import { MOST_MODELS } from '@udrel/contract/limits';
import type { ModelSpec, ModelView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { patternsOf } from '../platform/database/like';
import { changeJob } from '../jobs/change-job';
import { withModel } from '../jobs/job-after';
import { lockJobs } from '../jobs/lock-jobs';
import { checklistsSetting } from '../shop/own-setting';
import { layOutSheet } from '../dismantling/lay-out-sheet';
import { CHOICE_KEYS } from '@udrel/core/facts';
import { firstRow, rows, wordsIn } from '../platform/database/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { DeviceModel } from './entities';

/** Models whose maker, name or code contains every word of the text; at most 50, by maker and name. */
export async function findModels(manager: EntityManager, text: string): Promise<ModelView[]> {
  const words = patternsOf(text);
  return viewed(await rows<StoredModel>(manager, findSql(words.length), words));
}

interface StoredModel {
  id: string;
  spec: ModelSpec;
  stub: boolean;
}

const viewed = (found: readonly StoredModel[]) => found.map(({ id, spec, stub }): ModelView => ({ id, stub, ...spec }));

/** What the index of words is made over; the two must read alike. */
const WORDS = "(maker || ' ' || name || ' ' || code)";

/** Models that have every one of so many words; each is a condition of its own, so that the index can answer it. */
export function findSql(words: number): string {
  const conditions = Array.from({ length: words }, (_none, n) => `${WORDS} ilike $${n + 1}`);
  return `select id, spec, stub from device_model where ${['true', ...conditions].join(' and ')}
           order by lower(maker), lower(name), code limit ${MOST_MODELS}`;
}

/** One model. */
export async function modelById(manager: EntityManager, id: string): Promise<ModelView> {
  const [found] = viewed(
    await rows<StoredModel>(manager, 'select id, spec, stub from device_model where id::text = $1', [id]),
  );
  if (!found) throw notFound('This model');
  return found;
}

/** The described models whose names are nearest to a text, nearest first; at most three, none that has nothing of it. */
export async function nearestModels(manager: EntityManager, text: string): Promise<ModelView[]> {
  const found = await rows<StoredModel>(
    manager,
    `select id, spec, stub from device_model
      where not stub and word_similarity($1, ${WORDS}) > 0.2
      order by word_similarity($1, ${WORDS}) desc, lower(maker), lower(name), code limit 3`,
    [text.trim()],
  );
  return viewed(found);
}

/** Adds a model; its code is what tells models apart. */
export async function addModel(context: CommandContext, spec: ModelSpec): Promise<ModelView> {
  await refuseTwin(context, spec.code);
  const id = randomUUID();
  const { maker, name, code } = spec;
  await context.manager.insert(DeviceModel, { id, maker, name, code, spec, stub: false });
  return { id, stub: false, ...spec };
}

async function refuseTwin({ manager }: CommandContext, code: string): Promise<void> {
  const twin = await firstRow(manager, 'select 1 from device_model where upper(code) = upper($1)', [code]);
  if (twin) throw fieldWrong('code', `There is a model with the code ${code} already.`);
}

/** Describes a model anew; what open jobs rest on must stay as it is. The open jobs of a stub go on. */
export async function describeModel(context: CommandContext, id: string, spec: ModelSpec): Promise<ModelView> {
  const { manager } = context;
  const before = await firstRow<StoredModel>(
    manager,
    'select id, spec, stub from device_model where id = $1 for update',
    [id],
  );
  if (!before) throw notFound('This model');
  if (before.spec.code.toUpperCase() !== spec.code.toUpperCase()) await refuseTwin(context, spec.code);
  if (before.stub) return describeStub(context, id, spec);
  await refuseLostSites(context, before, spec);
  const { maker, name, code } = spec;
  await manager.update(DeviceModel, { id }, { maker, name, code, spec });
  return { id, stub: false, ...spec };
}

/** A site at which a drive of an open job sits, or is to sit, can be measured anew but not taken away. */
async function refuseLostSites({ manager }: CommandContext, before: StoredModel, spec: ModelSpec): Promise<void> {
  const lost = before.spec.sites.filter(
    (site) => !spec.sites.some(({ id, form }) => id === site.id && form === site.form),
  );
  if (lost.length === 0) return;
  const held = await firstRow<{ tag: string; site: string }>(
    manager,
    `select j.tag, f.value ->> 'siteId' as site
       from job j join device d on d.id = j.device_id join fact f on f.job_id = j.id and f.current
      where d.model_id = $1 and j.closed_at is null
        and f.key in ${wordsIn(['old drive', ...CHOICE_KEYS, 'old drive moves'])}
        and f.value ->> 'siteId' = any ($2) limit 1`,
    [before.id, lost.map((site) => site.id)],
  );
  if (!held) return;
  const name = lost.find((site) => site.id === held.site)?.name ?? held.site;
  throw new Refusal(409, 'site-in-use', `${name} is in use in ${held.tag}, which is open: it cannot be taken away.`);
}

/** Describes a stub: its open jobs get their strip-down sheet and go on. */
async function describeStub(context: CommandContext, id: string, spec: ModelSpec): Promise<ModelView> {
  const { manager } = context;
  const { maker, name, code } = spec;
  await manager.update(DeviceModel, { id }, { maker, name, code, spec, stub: false });
  const open = await rows<{ tag: string }>(
    manager,
    `select j.tag from job j join device d on d.id = j.device_id
      where d.model_id = $1 and j.closed_at is null order by j.number`,
    [id],
  );
  await lockJobs(manager, { tags: open.map(({ tag }) => tag) });
  for (const { tag } of open) {
    await changeJob(context, tag, null, async (job) => {
      const { disassembly, wishes } = job.snapshot;
      const sheet = disassembly.length > 0 ? disassembly : await layOutSheet(context, job.id, spec, wishes);
      return { events: [{ kind: 'model described', data: { code } }], after: withModel(job, spec, sheet) };
    });
  }
  return { id, stub: false, ...spec };
}

/** Records what was measured or seen at one site of a model, for every device of it. Its form does not change. */
export async function correctSite(
  { manager }: CommandContext,
  id: string,
  site: ModelSpec['sites'][number],
): Promise<ModelView> {
  const found = await firstRow<{ spec: ModelSpec; stub: boolean }>(
    manager,
    'select spec, stub from device_model where id = $1 for update',
    [id],
  );
  const before = found?.spec.sites.find((one) => one.id === site.id);
  if (!found || !before) throw notFound('This site');
  if (before.form !== site.form)
    throw fieldWrong('form', 'A site of another form is another site: bring in the model.');
  const spec = { ...found.spec, sites: found.spec.sites.map((one) => (one.id === site.id ? site : one)) };
  await manager.update(DeviceModel, { id }, { spec });
  return { id, stub: found.stub, ...spec };
}

/** A model that is only a name so far, so that a device can be booked in; its code is a running number. */
export async function addStub(
  { manager }: CommandContext,
  given: Pick<ModelSpec, 'maker' | 'name' | 'kind'>,
): Promise<{ id: string; spec: ModelSpec; stub: true }> {
  const last = await firstRow<{ next: string }>(manager, "select nextval('stub_number') as next");
  const { lists } = await checklistsSetting.read(manager);
  const spec: ModelSpec = {
    ...given,
    code: `STUB-${last?.next ?? ''}`,
    sites: [],
    memory: {
      generation: 'DDR4',
      form: 'SO-DIMM',
      soldered: 0,
      slots: [],
      slotMaximum: 0,
      maximum: 0,
      speed: 100,
      channels: 1,
    },
    firmware: { uefi: null, startsNvme: null },
    functions: [...(lists.find(({ kind }) => kind === given.kind)?.functions ?? [])],
    disassembly: [],
    note: 'Only a name from the counter: nothing is known of its sites.',
  };
  const id = randomUUID();
  await manager.insert(DeviceModel, { id, maker: spec.maker, name: spec.name, code: spec.code, spec, stub: true });
  return { id, spec, stub: true };
}
