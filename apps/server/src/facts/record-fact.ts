import type { JobEvent } from '@udrel/contract/events';
import {
  CHOICE_KEYS,
  factRow,
  isHeldByRun,
  isSerialKey,
  stepOfFact,
  targetKey,
  withWhatRests,
  type EntryKey,
  type FactKey,
  type JobFacts,
  type OwnDrive,
  type PlanDraft,
} from '@udrel/core/facts';
import { randomUUID } from 'node:crypto';
import type { FactEntry, JobView } from '@udrel/contract/types';
import { factShapes, type Shape } from '@udrel/contract/shapes';
import { validate } from '@udrel/contract/validate';
import { identify } from '@udrel/core/identity';
import { layoutAnywhere, TARGET_IDS, type TargetId } from '@udrel/core/layout';
import { aroundOf } from '@udrel/core/plan-file';
import {
  anyFitted,
  copies,
  deadFunctions,
  filesToBring,
  owedBack,
  procedureOf,
  replacesDrive,
  wants,
} from '@udrel/core/steps';
import { fieldWrong, Refusal } from '../platform/errors';
import { meanwhile } from '../platform/meanwhile';
import { asStored } from '../platform/database/as-stored';
import { changedRows, firstRow } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import { examineStays, keepStays } from '../custody/stays';
import { driveIdOf, isOurs, keepTheirDrive } from '../shelf/drives';
import { changeJob, requireNoRun, requireStep } from '../jobs/change-job';
import { snapshotWith, withFacts, withoutFacts, type KeptFact } from '../jobs/job-after';
import type { JobRecord } from '../jobs/job-record';
import { examineConfirmed, examineSerial, knownToHold } from './serials';

/** Records a fact typed, scanned or measured by hand. */
export async function enterFact(
  context: CommandContext,
  tag: string,
  key: EntryKey,
  body: FactEntry,
): Promise<JobView> {
  const shape: Shape<unknown> = factShapes[key];
  const checked = validate(shape, body.value);
  if (!checked.ok) {
    throw new Refusal(422, 'invalid-input', checked.problems[0]?.sentence ?? 'Check what was typed.', {
      problems: checked.problems.map((problem) => ({ ...problem, field: `value.${problem.field}` })),
    });
  }
  return changeJob(context, tag, body.version, async (job) => {
    // What memory is fitted is worth knowing for any job; only a memory job has a step for it.
    if (key === 'plan draft' && (checked.value as PlanDraft).route === null)
      examineComing(job, checked.value as PlanDraft);
    else if (!factRow(key).anyTime && (key !== 'memory' || wants(job.snapshot, 'memory')))
      requireStep(job, stepOfFact(key, job.snapshot.end !== null));
    if (isHeldByRun(key)) requireNoRun(job);
    const value = await examine(context, job, key, checked.value);
    const fallen = await withdrawProof(context, job, key, value);
    const { now } = context;
    const before = fallen.length > 0 ? withoutFacts(job, fallen, now) : job;
    // The steps are worked out anew while the value is written.
    const [kept, snapshot] = await meanwhile(keepFact(context, job, key, value, originOf(key, body)), () => {
      const known = snapshotWith(before, [{ key, value: asStored(value) }], now);
      procedureOf(known);
      return known;
    });
    const on = TARGET_IDS.find((one) => targetKey(one, 'identified') === key);
    const stays = await keepStays(context, before, key, value);
    const held = on ? await noteWhatItHolds(context, job, on, value as { serial: string }) : [];
    const facts = [kept.fact, ...held];
    const after = withFacts(before, facts, now, held.length > 0 ? undefined : snapshot);
    return { events: [kept.event, ...stays.events], after: { ...after, belongings: stays.belongings } };
  });
}

/** What is scanned or measured is that, whatever the page says of it. */
function originOf(key: EntryKey, { origin: told }: FactEntry): string {
  const { origin } = factRow(key);
  return origin === 'typed' ? (told ?? origin) : origin;
}

/** Rules of single facts that go beyond their shape. Returns what is to be kept. */
async function examine(context: CommandContext, job: JobRecord, key: EntryKey, value: unknown): Promise<unknown> {
  if (key === 'old drive') await keepOldDrive(context, job, value as NonNullable<JobFacts['old drive']>);
  examineStays(job, key, value);
  if (key === 'other drives') examineOthers(job, value as NonNullable<JobFacts['other drives']>);
  if (key === 'before') examineBefore(job, value as NonNullable<JobFacts['before']>);
  if (key === 'after') examineMeasured(value as NonNullable<JobFacts['after']>);
  if (key === 'owed back') examineOwed(job, value as NonNullable<JobFacts['owed back']>);
  if (key === 'functions') examineFunctions(job, value as NonNullable<JobFacts['functions']>);
  if (key === 'files brought') examineBrought(job, value as NonNullable<JobFacts['files brought']>);
  if (key === 'old drive refitted') {
    const { startsFromNew, note } = value as NonNullable<JobFacts['old drive refitted']>;
    if (!startsFromNew && note === '') throw fieldWrong('value.note', 'Note what it did instead.');
  }
  if (isSerialKey(key)) {
    const known = await examineSerial(context.manager, job, key, (value as { serial: string }).serial);
    return { ...(value as { serial: string }), ...known };
  }
  if (key === 'memory fitted') {
    const { modules } = value as NonNullable<JobFacts['memory fitted']>;
    const { 'memory choice': choice } = job.snapshot.facts;
    if (modules !== choice?.count) throw fieldWrong('value.modules', `${choice?.count ?? 'No'} modules are reserved.`);
  }
  const confirmed = TARGET_IDS.find((one) => targetKey(one, 'confirmed') === key);
  if (confirmed) return examineConfirmed(job.snapshot.facts, confirmed, (value as { serial: string }).serial);
  if (key === 'own memory' && job.snapshot.facts['memory choice']?.partId === null) {
    throw new Refusal(409, 'memory-chosen', 'Their modules are chosen for this job. Take that back first.');
  }
  if (key === 'own drive') await keepOwnDrive(context, job, value as OwnDrive);
  if (key === 'put back') return examinePutBack(job, (value as { serial: string }).serial);
  if (key === 'as it came') {
    const seen = value as NonNullable<JobFacts['as it came']>;
    if (!seen.starts && seen.note === '') throw fieldWrong('value.note', 'Note what it did instead of starting.');
  }
  if (key === 'trial start') {
    const trial = value as NonNullable<JobFacts['trial start']>;
    if (!trial.started && trial.note === '') throw fieldWrong('value.note', 'Note what it did instead of starting.');
  }
  return value;
}

async function keepOldDrive(
  { manager }: CommandContext,
  job: JobRecord,
  drive: NonNullable<JobFacts['old drive']>,
): Promise<void> {
  if (!job.model.sites.some((site) => site.id === drive.siteId)) {
    throw fieldWrong('value.siteId', 'This device has no such site.');
  }
  if (job.snapshot.facts['other drives']?.drives.some((other) => other.siteId === drive.siteId)) {
    throw fieldWrong('value.siteId', 'Another drive is noted there, which stays.');
  }
  if (await isOurs(manager, drive.serial)) {
    throw fieldWrong('value.serial', 'This serial is one of ours on the shelf. Read the label of the old drive again.');
  }
  if (job.snapshot.facts['own drive']?.serial === drive.serial) {
    throw fieldWrong('value.serial', 'This is the drive that the customer brought. Read the label of the old drive.');
  }
  await keepTheirDrive(manager, { ...drive, partId: null }, job.customerId, "in the customer's device");
}

/** Puts the drive that the customer brought on record as theirs. It cannot change once it is chosen. */
export async function keepOwnDrive(
  { manager }: CommandContext,
  job: Pick<JobRecord, 'customerId'> & { snapshot: Pick<JobRecord['snapshot'], 'facts'> },
  { serial, drive }: OwnDrive,
  field = 'value.serial',
): Promise<void> {
  if (CHOICE_KEYS.some((key) => job.snapshot.facts[key]?.partId === null)) {
    throw new Refusal(409, 'drive-chosen', 'Their drive is chosen for this job. Take that back first.');
  }
  if (await isOurs(manager, serial)) throw fieldWrong(field, 'This serial is one of ours on the shelf.');
  if (job.snapshot.facts['old drive']?.serial === serial) {
    throw fieldWrong(field, 'This is the drive in the device. Read the label of the one brought along.');
  }
  await keepTheirDrive(manager, { ...drive, serial, partId: null }, job.customerId, 'brought by the customer');
}

/** What sits in the device again must be the drive that was in it. */
function examinePutBack(job: JobRecord, scanned: string): { serial: string } {
  const old = job.snapshot.facts['old drive'];
  if (!replacesDrive(job.snapshot) || !old) return { serial: scanned };
  const result = identify(scanned, { serial: old.serial }, null);
  if (result.outcome !== 'match') throw fieldWrong('value.serial', result.sentence);
  return { serial: old.serial };
}

/**
 * What comes along may be decided as soon as the partitions are known, before any drive is reserved: how large that has
 * to be follows from it. What is left behind is acknowledged by its name here as in the plan.
 */
function examineComing({ snapshot }: JobRecord, { intent }: PlanDraft): void {
  const table = snapshot.facts['partition table'];
  if (!table || !copies(snapshot)) throw new Refusal(409, 'gate-closed', 'The partitions are not read yet.');
  const silent = layoutAnywhere(table, intent, aroundOf(snapshot)).problems.find(({ rule }) => rule === 'Left behind');
  if (silent) throw fieldWrong('value.intent.acknowledged', `${silent.sentence} To do: ${silent.remedy ?? ''}.`);
}

/** Of what is owed back each is answered for once; what stays changed has its reason. */
function examineOwed({ snapshot }: JobRecord, { items }: NonNullable<JobFacts['owed back']>): void {
  const owed = owedBack(snapshot).map(({ what }) => what);
  const told = items.map(({ what }) => what);
  for (const [index, { what, back, note }] of items.entries()) {
    if (!owed.includes(what) || told.indexOf(what) < index)
      throw fieldWrong(`value.items.${index}.what`, 'Nothing of that is owed back.');
    if (!back && note.trim() === '') throw fieldWrong(`value.items.${index}.note`, 'Say why, and who agreed to it.');
  }
}

/** What works no more has its reason; what was dead when the device came has had it. */
function examineFunctions({ snapshot }: JobRecord, functions: NonNullable<JobFacts['functions']>): void {
  const facts = { ...snapshot.facts, functions };
  const silent = deadFunctions({ facts }).find(({ cameSo, why }) => !cameSo && why.trim() === '');
  if (!silent) return;
  const at = functions.results.findIndex(({ name }) => name === silent.name);
  throw fieldWrong(`value.results.${at}.why`, `${silent.name}: say why it does not work, as far as it is known.`);
}

/** What became of files is told of the drives that the plan brings them from, of each of them once. */
function examineBrought({ snapshot }: JobRecord, { drives }: NonNullable<JobFacts['files brought']>): void {
  const planned = filesToBring(snapshot).map(({ serial }) => serial);
  const told = drives.map(({ serial }) => serial);
  const wrong = told.findIndex((serial, index) => !planned.includes(serial) || told.indexOf(serial) < index);
  if (wrong >= 0) throw fieldWrong(`value.drives.${wrong}.serial`, 'The plan brings nothing from this drive.');
}

/** Each other drive sits at a site of its own, known by a serial of its own. */
function examineOthers(job: JobRecord, { drives }: NonNullable<JobFacts['other drives']>): void {
  const old = job.snapshot.facts['old drive'];
  const all = [...(old ? [{ serial: old.serial, siteId: old.siteId }] : []), ...drives];
  for (const [index, drive] of drives.entries()) {
    const field = (name: string) => `value.drives.${index}.${name}`;
    if (!job.model.sites.some((site) => site.id === drive.siteId))
      throw fieldWrong(field('siteId'), 'This device has no such site.');
    if (all.filter((one) => one.siteId === drive.siteId).length > 1)
      throw fieldWrong(field('siteId'), 'Another drive sits there.');
    if (all.filter((one) => one.serial === drive.serial).length > 1)
      throw fieldWrong(field('serial'), 'Another drive has this serial.');
    if ((drive.used ?? 0) > drive.bytes) throw fieldWrong(field('used'), 'It cannot use more than it has.');
  }
}

function examineBefore(job: JobRecord, before: NonNullable<JobFacts['before']>): void {
  if (before.set && anyFitted(job.snapshot)) {
    throw new Refusal(409, 'too-late', 'The swap is done: what was before can no longer be measured.');
  }
  examineMeasured(before);
}

function examineMeasured({ set, whyNot }: NonNullable<JobFacts['before']>): void {
  const figures = set
    ? [set.sequentialRead, set.sequentialWrite, set.randomRead, set.randomWrite, ...set.startUps]
    : [];
  const nothing = figures.every((figure) => figure === null);
  if (nothing && whyNot === '') {
    throw fieldWrong('value.whyNot', 'Measure at least one figure, or say why nothing was measured.');
  }
}

/** A drive that is known to hold data is written to only after its serial was typed once more. */
async function noteWhatItHolds(
  context: CommandContext,
  job: JobRecord,
  on: TargetId,
  { serial }: { serial: string },
): Promise<KeptFact[]> {
  const what = await knownToHold(context.manager, job, on, serial);
  const holds = targetKey(on, 'holds');
  if (what.length === 0 && !job.snapshot.facts[holds]) return [];
  const known = { serial: what.length > 0 ? serial : '', what };
  return [(await keepFact(context, job, holds, known, 'on record')).fact];
}

/** Another drive, or a reset of the firmware: what was proven before stays on record and counts no more. */
async function withdrawProof(
  { manager }: CommandContext,
  job: JobRecord,
  key: EntryKey,
  value: unknown,
): Promise<FactKey[]> {
  if (!factRow(key).withdraws?.(value as never, job.snapshot.facts[key] as never)) return [];
  const proof = withWhatRests([key]).filter((one) => one !== key);
  await changedRows(manager, 'update fact set current = false where job_id = $1 and current and key = any($2)', [
    job.id,
    proof,
  ]);
  return proof;
}

function serialNow(job: Parameters<typeof keepFact>[1], key: FactKey, value: unknown): string | undefined {
  return key === 'old drive' ? (value as { serial: string }).serial : job.snapshot.facts['old drive']?.serial;
}

/** The serial of a fact that says what was done with a drive: the history names it. */
function serialIn(key: FactKey, value: unknown): { serial?: string } {
  return factRow(key).done ? { serial: (value as { serial: string }).serial } : {};
}

/** A fact as it was kept, and the event of it. */
export interface Kept {
  event: JobEvent;
  fact: KeptFact;
}

const KEEP_FACT = `
  with replaced as (update fact set current = false where job_id = $2 and key = $5 and current returning 1),
       counted as (select count(*)::int as replaced from replaced)
  insert into fact (id, job_id, device_id, drive_id, key, value, origin, by, at, current)
  select $1::uuid, $2::uuid, $3::uuid, $4::uuid, $5::text, $6::jsonb, $7::text, $8::uuid, $9::timestamptz, true
    from counted
  returning to_json(at) as at, (select replaced from counted) as replaced`;

/** Makes a value the current one of its key; earlier ones stay on record. */
export async function keepFact(
  { manager, actor, now }: CommandContext,
  job: Pick<JobRecord, 'id' | 'deviceId'> & { snapshot: Pick<JobRecord['snapshot'], 'facts'> },
  key: FactKey,
  value: unknown,
  origin: string,
): Promise<Kept> {
  const driveId = factRow(key).ofOldDrive ? await driveIdOf(manager, serialNow(job, key, value)) : null;
  const stored = await firstRow<{ at: string; replaced: number }>(manager, KEEP_FACT, [
    ...[randomUUID(), job.id, job.deviceId, driveId, key, JSON.stringify(value), origin, actor.id, now],
  ]);
  if (!stored) throw new Error(`the fact “${key}” was not kept`);
  return {
    event: {
      kind: stored.replaced > 0 ? 'fact corrected' : 'fact recorded',
      fact: key,
      data: { key, ...serialIn(key, value) },
    },
    fact: { key, value: asStored(value), origin, by: actor.name, at: stored.at },
  };
}
