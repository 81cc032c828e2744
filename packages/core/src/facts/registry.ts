import { binary, rate, soldName } from '../capacity';
import { staysTold } from '../custody';
import { TARGET_IDS, targetName, targetTitle, type TargetId } from '../layout';
import { linkName } from '../links';
import { amount } from '../money';
import { methodOfReads, type DriveReads } from '../drive-reads';
import type { FactRow } from './fact-row';
import { FITTED_KEYS, targetKey, type TargetAspect, type TargetKey } from './target-facts';
import type { DriveChoice, FactKey, JobFacts } from './types';

/** A fact noted when the device is booked in: it is put right with the booking, not taken back. */
const BOOKED = { evidenceOf: ['book in'], stamp: false, atCounter: true } as const;

/** Reads of a drive: its figures go into the form by hand, and are recorded there. */
const READS = {
  evidenceOf: ['measure before'],
  stamp: false,
  origin: 'measured',
  tell: (reads: DriveReads) => `${reads.serial}, ${methodOfReads(reads)}`,
} as const;

/** What is proven of the device as it stands rests on everything that was done to it. */
const PROVEN_ON = [...FITTED_KEYS, 'installed'] as const;

/**
 * The one place that says what a fact's key means: each row holds only what differs from `ORDINARY`. A new fact is a
 * type in `JobFacts`, a row here, and its shape in the contract where a person records it.
 */
export const FACTS = {
  backup: {
    ...BOOKED,
    offline: true,
    tell: ({ state, irreplaceable }) => (irreplaceable ? `${state}; irreplaceable: ${irreplaceable}` : state),
  },
  consents: { ...BOOKED, tell: ({ given, own = [] }) => [...given, ...own].join('; ') || 'none given' },
  'go-ahead limit': { ...BOOKED, tell: (limit) => `up to ${amount(limit.amount)} without asking` },
  'guarantee return': { ...BOOKED, tell: ({ of }) => `under the guarantee of ${of}` },
  'condition marks': {
    ...BOOKED,
    offline: true,
    tell: ({ marks }) => marks.map((mark) => `${mark.kind}, ${mark.view}`).join('; ') || 'no marks',
  },
  'own drive': {
    ...BOOKED,
    tell: ({ drive, serial, mayBeOverwritten }) =>
      `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${serial}, ${mayBeOverwritten ? 'may be overwritten' : 'must not be overwritten'}`,
  },
  'own memory': {
    ...BOOKED,
    tell: ({ count, module }) =>
      `${count} × ${module.name}, ${binary(module.bytes)} ${module.generation} ${module.form}, ${module.speed} MT/s`,
  },
  'old drive': {
    evidenceOf: ['read drive'],
    heldByRun: true,
    ofOldDrive: true,
    tell: (drive) => `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${drive.serial}`,
  },
  'old drive measured': {
    evidenceOf: ['reserve new drive'],
    stamp: false,
    restsOn: ['old drive'],
    ofOldDrive: true,
    origin: 'measured',
    tell: ({ length, height }) =>
      [...(length === null ? [] : [`${length} mm long`]), ...(height === null ? [] : [`${height} mm high`])].join(
        ', ',
      ) || 'nothing measured',
  },
  'other drives': {
    evidenceOf: ['read drive'],
    tell: ({ drives }) => drives.map((one) => `${one.name}, ${one.serial}`).join('; ') || 'none',
  },
  'partition table': {
    evidenceOf: ['read drive'],
    restsOn: ['old drive'],
    heldByRun: true,
    ofOldDrive: true,
    tell: (table) => {
      const locked = table.partitions.filter((one) => one.encrypted).map((one) => one.name);
      const words = `${table.scheme.toUpperCase()}, ${table.partitions.length} partitions`;
      return locked.length > 0 ? `${words}; encrypted: ${locked.join(', ')}` : `${words}, none encrypted`;
    },
  },
  health: {
    evidenceOf: ['grade health'],
    restsOn: ['old drive'],
    offline: true,
    ofOldDrive: true,
    tell: ({ grade, note }) => (note ? `${grade}: ${note}` : grade),
  },
  memory: {
    evidenceOf: ['read memory'],
    tell: ({ modules }) =>
      modules.length > 0 ? modules.map((one) => `${one.slot} ${binary(one.bytes)}`).join(', ') : 'no module in a slot',
  },
  'sheet pictures': { evidenceOf: ['measure before'], stamp: false },
  'start attempts': {
    evidenceOf: ['measure before'],
    stamp: false,
    offline: true,
    origin: 'measured',
    tell: ({ attempts }) => `${attempts.length} by the stopwatch`,
  },
  'reads before': { ...READS, ofOldDrive: true },
  'reads after': READS,
  'device read': { evidenceOf: ['measure before'], stamp: false, offline: true, origin: 'measured', tell: deviceRead },
  before: { evidenceOf: ['measure before'], offline: true, origin: 'measured', tell: measured },
  ...eachTarget('choice', (on) => ({
    evidenceOf: [`reserve ${targetName(on)}`],
    entered: 'by a command',
    heldByRun: true,
    tell: chosenDrive,
  })),
  'memory choice': {
    evidenceOf: ['reserve memory'],
    entered: 'by a command',
    tell: (set) => `${set.count} × ${set.maker} ${set.name}, ${binary(set.total)} in all`,
  },
  'old drive moves': {
    evidenceOf: ['reserve new drive'],
    entered: 'by a command',
    stamp: false,
    restsOn: ['old drive'],
    tell: ({ siteId, partsNeeded }) => [`to site ${siteId.toUpperCase()}`, ...partsNeeded].join(', '),
  },
  'quote accepted': {
    evidenceOf: ['agree price'],
    entered: 'by a command',
    tell: ({ version, total, how, note }) =>
      [`quote ${version}, ${amount(total)}, ${how}`, note].filter(Boolean).join(': '),
  },
  'plan draft': { evidenceOf: ['accept plan'], stamp: false },
  plan: {
    evidenceOf: ['accept plan'],
    entered: 'by a command',
    heldByRun: true,
    tell: ({ route, partitions }) => `${partitions.length} partitions, ${route}`,
  },
  prepared: { evidenceOf: ['prepare'], entered: 'by a command' },
  switched: { evidenceOf: ['prepare'], entered: 'by a command', stamp: false },
  'source identified': {
    evidenceOf: ['identify'],
    heldByRun: true,
    origin: 'scanned',
    serialOf: ['old', 'new'],
    done: 'Old drive identified',
  },
  ...eachTarget('identified', (on) => ({
    evidenceOf: ['identify'],
    heldByRun: true,
    origin: 'scanned',
    serialOf: serialsOf(on),
    done: `${targetTitle(on)} identified`,
  })),
  ...eachTarget('holds', (on) => ({
    evidenceOf: ['identify'],
    entered: 'by a command',
    stamp: false,
    restsOn: [targetKey(on, 'identified')],
  })),
  ...eachTarget('confirmed', (on) => ({
    evidenceOf: ['identify'],
    stamp: false,
    restsOn: [targetKey(on, 'identified')],
    done: `${targetTitle(on)} may be overwritten`,
  })),
  ...eachTarget('read back', () => ({ evidenceOf: ['read back'], entered: 'by a command' })),
  'losses told': { evidenceOf: ['tell losses'], entered: 'by a command' },
  ...eachTarget('fitted', (on) => ({
    evidenceOf: [`fit ${targetName(on)}`],
    heldByRun: true,
    withdraws: (now: { serial: string }, before: { serial: string } | undefined) =>
      before !== undefined && before.serial !== now.serial,
    serialOf: serialsOf(on),
    done: `${targetTitle(on)} fitted`,
  })),
  'memory fitted': { evidenceOf: ['fit memory'], tell: ({ modules }) => `${modules} modules` },
  installed: {
    evidenceOf: ['install'],
    restsOn: ['new drive fitted'],
    tell: ({ system, files, note }) => [system, `files ${files}`, note].filter(Boolean).join('; '),
  },
  'seen inside': {
    evidenceOf: ['strip down'],
    stamp: false,
    offline: true,
    tell: ({ what, note, told }) =>
      [what.join(', ') || 'nothing out of the ordinary', note, told && `told: ${told}`].filter(Boolean).join('; '),
  },
  'outside start': {
    evidenceOf: ['outside start'],
    offline: true,
    tell: ({ started, note }) => [started ? 'it started' : 'it did not start', note].filter(Boolean).join('; '),
  },
  'start repaired': {
    evidenceOf: ['repair start'],
    restsOn: PROVEN_ON,
    offline: true,
    done: 'Start repaired',
    tell: ({ note }) => note,
  },
  'volume grown': {
    evidenceOf: ['grow volume'],
    restsOn: ['plan', 'new drive fitted'],
    offline: true,
    tell: ({ grown, note }) => [grown ? 'grown' : 'stays as it is', note].filter(Boolean).join('; '),
  },
  'files brought': {
    evidenceOf: ['bring files'],
    restsOn: ['plan', 'new drive fitted', 'other drives'],
    offline: true,
    tell: ({ drives }) =>
      drives.map((one) => `${one.serial} ${one.brought ? 'brought' : 'not brought'}: ${one.note}`).join('; '),
  },
  'trial start': {
    evidenceOf: ['trial start'],
    restsOn: PROVEN_ON,
    offline: true,
    tell: ({ started, oldDriveDetached, note }) =>
      started ? `started, old drive ${oldDriveDetached ? 'away' : 'attached'}` : `did not start: ${note}`,
  },
  'no start': {
    evidenceOf: ['trial start'],
    stamp: false,
    offline: true,
    tell: ({ signs, tries }) =>
      [signs.join(', '), ...tries.map((one) => `${one.cause}: ${one.outcome}`)].filter(Boolean).join('; '),
  },
  'device read again': {
    evidenceOf: ['trial start'],
    stamp: false,
    restsOn: ['trial start'],
    offline: true,
    origin: 'measured',
    tell: deviceRead,
  },
  'switched besides': {
    evidenceOf: ['owed back'],
    stamp: false,
    anyTime: true,
    offline: true,
    withdraws: (now, before) => now.items.length > (before?.items.length ?? 0),
    tell: ({ items }) => items.map(({ what, why }) => `${what}: ${why}`).join('; ') || 'nothing after all',
  },
  'firmware reset': {
    evidenceOf: ['owed back'],
    stamp: false,
    anyTime: true,
    offline: true,
    withdraws: (now, before) => now.reset && before?.reset !== true,
    tell: ({ reset, note }) => (reset ? note : 'not reset after all'),
  },
  'owed back': {
    evidenceOf: ['owed back'],
    restsOn: ['firmware reset', 'switched besides'],
    offline: true,
    tell: ({ items }) =>
      items.map(({ what, back, note }) => `${what} ${back ? 'as before' : `stays changed: ${note}`}`).join('; '),
  },
  'old drive refitted': {
    evidenceOf: ['refit old'],
    restsOn: ['old drive moves', 'trial start'],
    serialOf: ['old', 'new'],
    done: 'Old drive attached again, for data',
    tell: ({ serial, startsFromNew, note }) =>
      startsFromNew ? `${serial}, starts from the new drive` : `${serial}, does not start from the new drive: ${note}`,
  },
  after: {
    evidenceOf: ['measure after'],
    restsOn: PROVEN_ON,
    offline: true,
    origin: 'measured',
    tell: measured,
  },
  'functions on arrival': {
    evidenceOf: ['measure before'],
    stamp: false,
    offline: true,
    tell: functionsTold,
  },
  functions: { evidenceOf: ['check functions'], restsOn: PROVEN_ON, offline: true, tell: functionsTold },
  'return cause': {
    evidenceOf: ['find cause'],
    offline: true,
    anyTime: true,
    tell: ({ cause, serial, note }) => [cause, serial, note].filter(Boolean).join(', '),
  },
  'old drive stays': { evidenceOf: ['place old drive'], atCounter: true, offline: true, tell: staysTold },
  'modules stay': { evidenceOf: ['place modules'], atCounter: true, offline: true, tell: staysTold },
  'document given': {
    evidenceOf: ['give document'],
    restsOn: ['trial start', 'after', 'functions'],
    atCounter: true,
    offline: true,
    tell: ({ given }) => (given ? 'given' : 'not given'),
  },
  signature: { evidenceOf: ['sign', 'give back'], restsOn: ['document given'], atCounter: true },
  'put back': { evidenceOf: ['put back'], done: 'Drive put back', tell: ({ serial }) => serial || 'as it was' },
  'as it came': {
    evidenceOf: ['see as it came'],
    restsOn: ['put back'],
    offline: true,
    tell: ({ starts, note }) => (starts ? 'starts as it came' : `does not start: ${note}`),
  },
  'kept until': {
    evidenceOf: ['keep'],
    atCounter: true,
    tell: ({ place, until }, day) => `${place}, until ${day(until)}`,
  },
} as const satisfies { [K in FactKey]-?: Pick<FactRow<K>, 'evidenceOf'> & Partial<FactRow<K>> };

/** The row of one aspect for each of the drives that go in. */
function eachTarget<A extends TargetAspect, const R extends object>(aspect: A, row: (on: TargetId) => R) {
  return Object.fromEntries(TARGET_IDS.map((on) => [targetKey(on, aspect), row(on)])) as Record<TargetKey<A>, R>;
}

/** The drive that a scanned serial must be, and the one before it in the order of roles, for which it is most easily taken. */
function serialsOf(on: TargetId) {
  const roles = ['old', ...TARGET_IDS] as const;
  return [on, roles[roles.indexOf(on) - 1] ?? 'old'] as const;
}

function chosenDrive(drive: DriveChoice): string {
  return `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${drive.serial}, ${linkName(drive.link)}`;
}

function functionsTold({ results }: NonNullable<JobFacts['functions']>): string {
  const dead = results.filter((one) => !one.works).map(({ name, why }) => (why ? `${name} (${why})` : name));
  return dead.length > 0 ? `not working: ${dead.join(', ')}` : `${results.length} work`;
}

function deviceRead({ drives, parts, boot }: NonNullable<JobFacts['device read']>): string {
  return [`${drives.length} drives`, parts && `${parts.length} parts`, boot && `${boot.entries.length} start entries`]
    .filter(Boolean)
    .join(', ');
}

function measured({ set, whyNot }: NonNullable<JobFacts['before']>): string {
  if (!set) return `not measured: ${whyNot}`;
  const { sequentialRead, sequentialWrite, startUps } = set;
  return [
    sequentialRead !== null && `read ${rate(sequentialRead)}`,
    sequentialWrite !== null && `write ${rate(sequentialWrite)}`,
    startUps.length > 0 && `start-up ${startUps.join(', ')} s`,
  ]
    .filter(Boolean)
    .join('; ');
}
