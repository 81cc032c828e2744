import { randomUUID } from 'node:crypto';
import type { EntryKey, FactEntry, JobView } from '@udrel/contract/types';
import { entryKeys, factShapes, type Shape } from '@udrel/contract/schemas';
import { validate } from '@udrel/contract/validate';
import { identify } from '@udrel/core/identity';
import { layoutAnywhere, type TargetId } from '@udrel/core/layout';
import { aroundOf } from '@udrel/core/plan-file';
import {
  copies,
  replacesDrive,
  stampsOf,
  TARGET_FACTS,
  wants,
  type FactKey,
  type JobFacts,
  type OwnDrive,
  type PlanDraft,
  type StepId,
} from '@udrel/core/steps';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import { insertRows } from '../platform/insert';
import type { Acting } from '../platform/routes';
import { driveIdOf, isOurs, keepTheirDrive } from '../shelf/drives';
import { changeJob, requireNoRun, requireStep, type Happened } from './change';
import { DONE_WITH_DRIVE } from './event-sentences';
import type { JobRecord } from './record';
import { examineConfirmed, examineSerial, isSerialKey, knownToHold } from './serials';

/** The step that a fact is the evidence of; in an end without work, the step of the way back. */
const STEP_OF: Readonly<Record<EntryKey, StepId>> = {
  backup: 'book in',
  consents: 'book in',
  'go-ahead limit': 'book in',
  'condition marks': 'book in',
  'own drive': 'book in',
  'own memory': 'book in',
  'old drive': 'read drive',
  'other drives': 'read drive',
  'partition table': 'read drive',
  health: 'grade health',
  memory: 'read memory',
  before: 'measure before',
  'plan draft': 'accept plan',
  'source identified': 'identify',
  'target identified': 'identify',
  'added identified': 'identify',
  'overwrite confirmed': 'identify',
  'added overwrite confirmed': 'identify',
  fitted: 'fit',
  'added fitted': 'fit added',
  'old drive refitted': 'refit old',
  installed: 'install',
  'trial start': 'trial start',
  after: 'measure after',
  functions: 'check functions',
  'old drive stays': 'place old drive',
  'document given': 'give document',
  signature: 'sign',
  'put back': 'put back',
  'as it came': 'see as it came',
  'kept until': 'keep',
};

function stepOf(job: JobRecord, key: EntryKey): StepId {
  return key === 'signature' && job.snapshot.end ? 'give back' : STEP_OF[key];
}

/** Facts that a running copy rests on. */
const UNDER_A_RUN: readonly EntryKey[] = [
  'old drive',
  'partition table',
  'source identified',
  'target identified',
  'added identified',
];

/** Records a fact typed, scanned or measured by hand. */
export async function enterFact(acting: Acting, tag: string, key: string, body: FactEntry): Promise<JobView> {
  if (!isEntry(key)) throw notFound(`The fact “${key}”`);
  const shape: Shape<unknown> = factShapes[key];
  const checked = validate(shape, body.value);
  if (!checked.ok) {
    throw new Refusal(422, 'invalid-input', checked.problems[0]?.sentence ?? 'Check what was typed.', {
      problems: checked.problems.map((problem) => ({ ...problem, field: `value.${problem.field}` })),
    });
  }
  return changeJob(acting, tag, body.version, async (job) => {
    // What memory is fitted is worth knowing for any job; only a memory job has a step for it.
    if (key === 'plan draft' && (checked.value as PlanDraft).route === null)
      examineComing(job, checked.value as PlanDraft);
    else if (key !== 'memory' || wants(job.snapshot, 'memory')) requireStep(job, stepOf(job, key));
    if (UNDER_A_RUN.includes(key)) requireNoRun(job);
    const value = await examine(acting, job, key, checked.value);
    if (key === 'fitted') await withdrawProof(acting, job, value as { serial: string });
    const kept = await keepFact(acting, job, key, value, originOf(key, body));
    const on = TARGETS.find((one) => TARGET_FACTS[one].identified === key);
    if (on) await noteWhatItHolds(acting, job, on, value as { serial: string });
    return [kept];
  });
}

function isEntry(key: string): key is EntryKey {
  return (entryKeys as readonly string[]).includes(key);
}

function originOf(key: EntryKey, { origin }: FactEntry): string {
  if (key.endsWith('identified')) return 'scanned';
  if (key === 'before' || key === 'after') return 'measured';
  return origin ?? 'typed';
}

/** Rules of single facts that go beyond their shape. Returns what is to be kept. */
async function examine(acting: Acting, job: JobRecord, key: EntryKey, value: unknown): Promise<unknown> {
  if (key === 'old drive') await keepOldDrive(acting, job, value as NonNullable<JobFacts['old drive']>);
  if (key === 'other drives') examineOthers(job, value as NonNullable<JobFacts['other drives']>);
  if (key === 'before') examineBefore(job, value as NonNullable<JobFacts['before']>);
  if (key === 'after') examineMeasured(value as NonNullable<JobFacts['after']>);
  if (key === 'old drive refitted') {
    const { startsFromNew, note } = value as NonNullable<JobFacts['old drive refitted']>;
    if (!startsFromNew && note === '') throw fieldWrong('value.note', 'Note what it did instead.');
  }
  if (isSerialKey(key)) {
    const known = await examineSerial(acting.manager, job, key, (value as { serial: string }).serial);
    return { ...(value as { serial: string }), ...known };
  }
  const confirmed = TARGETS.find((one) => TARGET_FACTS[one].confirmed === key);
  if (confirmed) return examineConfirmed(job.snapshot.facts, confirmed, (value as { serial: string }).serial);
  if (key === 'own memory' && job.snapshot.facts['memory choice']?.partId === null) {
    throw new Refusal(409, 'memory-chosen', 'Their modules are chosen for this job. Take that back first.');
  }
  if (key === 'own drive') await keepOwnDrive(acting, job, value as OwnDrive);
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
  { manager }: Acting,
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
  { manager }: Acting,
  job: Pick<JobRecord, 'customerId'> & { snapshot: Pick<JobRecord['snapshot'], 'facts'> },
  { serial, drive }: OwnDrive,
  field = 'value.serial',
): Promise<void> {
  const { 'drive choice': choice, 'added choice': added } = job.snapshot.facts;
  if (choice?.partId === null || added?.partId === null) {
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
  }
}

function examineBefore(job: JobRecord, before: NonNullable<JobFacts['before']>): void {
  if (before.set && job.snapshot.facts.fitted) {
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

const TARGETS = ['new', 'added'] as const;

/** A drive that is known to hold data is written to only after its serial was typed once more. */
async function noteWhatItHolds(
  acting: Acting,
  job: JobRecord,
  on: TargetId,
  { serial }: { serial: string },
): Promise<void> {
  const what = await knownToHold(acting.manager, job, on, serial);
  const { holds } = TARGET_FACTS[on];
  if (what.length > 0 || job.snapshot.facts[holds])
    await keepFact(acting, job, holds, { serial: what.length > 0 ? serial : '', what }, 'on record');
}

/** Another drive than before is fitted: what was proven with the one before stays on record and counts no more. */
async function withdrawProof({ manager }: Acting, job: JobRecord, { serial }: { serial: string }): Promise<void> {
  const before = job.snapshot.facts.fitted;
  if (!before || before.serial === serial) return;
  const proof = stampsOf(job.snapshot, 'fit').filter((key) => key !== 'fitted');
  await manager.query('update fact set current = false where job_id = $1 and current and key = any($2)', [
    job.id,
    proof,
  ]);
}

/** Facts that are about the old drive itself and hold beyond this job. */
const ABOUT_THE_OLD_DRIVE: readonly FactKey[] = ['old drive', 'partition table', 'health'];

function serialNow(job: Parameters<typeof keepFact>[1], key: FactKey, value: unknown): string | undefined {
  return key === 'old drive' ? (value as { serial: string }).serial : job.snapshot.facts['old drive']?.serial;
}

/** The serial of a fact that says what was done with a drive: the history names it. */
function serialIn(key: FactKey, value: unknown): { serial?: string } {
  return key in DONE_WITH_DRIVE ? { serial: (value as { serial: string }).serial } : {};
}

/** Makes a value the current one of its key; earlier ones stay on record. */
export async function keepFact(
  { manager, actor, now }: Acting,
  job: Pick<JobRecord, 'id' | 'deviceId'> & { snapshot: Pick<JobRecord['snapshot'], 'facts'> },
  key: FactKey,
  value: unknown,
  origin: string,
): Promise<Happened> {
  const [, replaced] = (await manager.query(
    'update fact set current = false where job_id = $1 and key = $2 and current',
    [job.id, key],
  )) as [unknown, number];
  const row = {
    id: randomUUID(),
    jobId: job.id,
    deviceId: job.deviceId,
    driveId: ABOUT_THE_OLD_DRIVE.includes(key) ? await driveIdOf(manager, serialNow(job, key, value)) : null,
    key,
    value,
    origin,
    by: actor.id,
    at: now,
    current: true,
  };
  await insertRows(manager, 'fact', [row]);
  return { kind: replaced > 0 ? 'fact corrected' : 'fact recorded', data: { key, ...serialIn(key, value) } };
}
