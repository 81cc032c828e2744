import { planHolds } from './evidence';
import { gatePassed } from './gates';
import { amount } from './money';
import { jobTotal } from './price';
import { procedureOf } from './procedure';
import { copyTrusted, lastCopy } from './targets';
import {
  STATIONS,
  type DriveChoice,
  type End,
  type FactKey,
  type JobFacts,
  type JobSnapshot,
  type Station,
  type StepId,
} from './types';

/** The facts that are the stamp of a step: taking the stamp back takes them back. */
const STAMPS: Readonly<Partial<Record<StepId, readonly FactKey[]>>> = {
  'read drive': ['old drive', 'partition table', 'other drives'],
  'grade health': ['health'],
  'read memory': ['memory'],
  'measure before': ['before'],
  'reserve drive': ['drive choice'],
  'reserve added': ['added choice'],
  'reserve memory': ['memory choice'],
  'agree price': ['quote accepted'],
  'accept plan': ['plan'],
  prepare: ['prepared'],
  identify: ['source identified', 'target identified', 'added identified'],
  'tell losses': ['losses told'],
  'read back': ['read back', 'added read back'],
  fit: ['fitted'],
  'fit added': ['added fitted'],
  install: ['installed'],
  'trial start': ['trial start'],
  'refit old': ['old drive refitted'],
  'measure after': ['after'],
  'check functions': ['functions'],
  'place old drive': ['old drive stays'],
  'give document': ['document given'],
  sign: ['signature'],
  'put back': ['put back'],
  'see as it came': ['as it came'],
  'give back': ['signature'],
  keep: ['kept until'],
};

/** What was proven of a state that a stamp stands for falls with the stamp. */
const RESTS_ON: Readonly<Partial<Record<FactKey, readonly FactKey[]>>> = {
  'old drive': ['partition table', 'health', 'old drive moves'],
  'target identified': ['overwrite confirmed', 'target holds'],
  'added identified': ['added overwrite confirmed', 'added holds'],
  fitted: ['installed', 'trial start', 'after', 'functions'],
  'old drive moves': ['old drive refitted'],
  'added fitted': ['trial start', 'after', 'functions'],
  installed: ['trial start', 'after', 'functions'],
  'trial start': ['old drive refitted', 'document given'],
  after: ['document given'],
  functions: ['document given'],
  'put back': ['as it came'],
  'document given': ['signature'],
};

/** Whether a stamp of that step can be taken back: what is kept elsewhere (runs, screws) is put right there. */
export function canTakeBack(job: JobSnapshot, step: StepId): boolean {
  if (step === 'end copy') return reopenable(job);
  return (STAMPS[step] ?? []).some((key) => job.facts[key] !== undefined);
}

/** The latest attempt can be taken up again only while no other has begun and it had ended. */
function reopenable(job: JobSnapshot): boolean {
  const run = lastCopy(job);
  return run !== null && run.outcome !== 'running';
}

/** The facts that fall when the stamp of a step is taken back, those that rest on them included. */
export function stampsOf(job: JobSnapshot, step: StepId): FactKey[] {
  return withWhatRests(job, STAMPS[step] ?? []);
}

/**
 * The facts that fall when the job goes back to a station: its own stamps and those of every station after it.
 * What was measured before the swap cannot be measured again once the device was changed, so it stays.
 */
export function stampsFrom(job: JobSnapshot, station: Station): FactKey[] {
  const later = STATIONS.slice(STATIONS.indexOf(station));
  const steps = procedureOf(job).steps.filter((step) => later.includes(step.station));
  const keys = withWhatRests(
    job,
    steps.flatMap((step) => STAMPS[step.id] ?? []),
  );
  return job.facts.fitted || job.facts['added fitted'] ? keys.filter((key) => key !== 'before') : keys;
}

function withWhatRests(job: JobSnapshot, keys: readonly FactKey[]): FactKey[] {
  const fallen = new Set<FactKey>();
  const queue = [...keys];
  for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
    if (fallen.has(key)) continue;
    fallen.add(key);
    queue.push(...(RESTS_ON[key] ?? []));
  }
  return [...fallen].filter((key) => job.facts[key] !== undefined);
}

/** The job without these facts. Nothing else changes: runs, screws and overrides stay as they are. */
export function without(job: JobSnapshot, keys: readonly FactKey[]): JobSnapshot {
  const facts = Object.fromEntries(
    Object.entries(job.facts).filter(([key]) => !keys.includes(key as FactKey)),
  ) as JobFacts;
  return { ...job, facts };
}

/** One thing that a correction leads to, said before it is made. */
export interface Consequence {
  about: 'record' | 'reservation' | 'quote' | 'plan' | 'gate' | 'steps' | 'promise';
  sentence: string;
}

/** What changes for reservation, quote, plan, gates, steps and promise from one state of a job to another. */
export function consequencesOf(before: JobSnapshot, after: JobSnapshot): Consequence[] {
  const [was, willBe] = [procedureOf(before), procedureOf(after)];
  const openedGates = willBe.gates.filter(
    (gate) => !gatePassed(willBe.gates, gate.id) && gatePassed(was.gates, gate.id) && sameKind(before, after),
  );
  const done = new Set(was.steps.filter((step) => step.state === 'done').map((step) => step.id));
  const again = willBe.steps.filter((step) => step.state !== 'done' && done.has(step.id));
  const minutes = Math.round(willBe.handsLeft + willBe.unattendedLeft - was.handsLeft - was.unattendedLeft);
  return [
    ...reservationChanges(before, after),
    ...said('quote', priceChange(before, after)),
    ...said('plan', planHolds(before) && !planHolds(after) && 'The accepted plan no longer holds: accept it again.'),
    ...said('plan', copyTrusted(before) && !copyTrusted(after) && 'The copy no longer counts: it must be made again.'),
    ...openedGates.flatMap((gate) => said('gate', `“${gate.title}” opens again. ${gate.missing.join(' ')}`)),
    ...said('steps', again.length > 0 && `To do again: ${again.map((step) => step.title).join('; ')}.`),
    ...said(
      'promise',
      minutes !== 0 && `${minutes > 0 ? 'More' : 'Less'} work until it is ready: ${Math.abs(minutes)} min.`,
    ),
  ];
}

/** The gates of the work and those of the way back are different ones. */
function sameKind(before: JobSnapshot, after: JobSnapshot): boolean {
  return (before.end === null) === (after.end === null);
}

const said = (about: Consequence['about'], sentence: string | false | null): Consequence[] =>
  sentence ? [{ about, sentence }] : [];

function reservationChanges(before: JobSnapshot, after: JobSnapshot): Consequence[] {
  const { 'drive choice': drive, 'added choice': added, 'memory choice': memory } = before.facts;
  const goes = ({ maker, name, serial, partId }: DriveChoice) => {
    const written = before.runs.some((run) => run.kind === 'copy' && run.targetSerial === serial);
    const backTo = partId === null ? 'goes back to the customer' : 'goes back to the shelf';
    return `${maker} ${name}, ${serial}, ${written ? 'stays with this job: a copy was begun onto it' : backTo}.`;
  };
  const cancelled = after.ordered.length === 0 ? before.ordered : [];
  const chosen = [
    [drive, after.facts['drive choice']],
    [added, after.facts['added choice']],
  ] as const;
  return [
    ...chosen.flatMap(([was, is]) => said('reservation', was && was.serial !== is?.serial ? goes(was) : null)),
    ...said(
      'reservation',
      memory && !after.facts['memory choice']
        ? `${memory.count} × ${memory.maker} ${memory.name} goes back ${memory.partId === null ? 'to the customer' : 'to the shelf'}.`
        : null,
    ),
    ...cancelled.flatMap(({ name, supplier }) =>
      said('reservation', `${name} is on order at ${supplier}: that order is cancelled.`),
    ),
  ];
}

function priceChange(before: JobSnapshot, after: JobSnapshot): string | null {
  const [was, willBe] = [jobTotal(before), jobTotal(after)];
  return was === willBe ? null : `It costs ${amount(willBe)} instead of ${amount(was)}.`;
}

/**
 * The job once it ends without work: what is not in the device goes back to the shelf or to the customer. Memory
 * that sits in it goes back when it is out again.
 */
export function endedAs(job: JobSnapshot, end: End): JobSnapshot {
  const fitted = job.facts.fitted !== undefined || job.facts['added fitted'] !== undefined;
  const stays = end.kind === 'not collected' && fitted;
  const goes: FactKey[] = [
    ...(stays ? [] : (['drive choice', 'added choice', 'old drive moves'] as const)),
    ...(fitted ? [] : ['memory choice' as const]),
  ];
  return { ...without(job, goes), end, ordered: [] };
}
