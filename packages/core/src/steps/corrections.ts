import { CHOICE_KEYS, stampsOfStep, withWhatRests, type DriveChoice, type FactKey, type JobFacts } from '../facts';
import { amount } from '../money';
import { STATIONS, type Station, type StepId } from '../stations';
import { anyFitted, planHolds } from './evidence/evidence';
import { gatePassed } from './gates';
import { jobTotal } from './rules/price';
import { procedureOf } from './procedure';
import { copyTrusted, lastCopy } from './evidence/targets';
import { type End, type JobSnapshot } from './snapshot/types';

/** Whether a stamp of that step can be taken back: what is kept elsewhere (runs, screws) is put right there. */
export function canRetract(job: JobSnapshot, step: StepId): boolean {
  if (step === 'end copy') return reopenable(job);
  return stampsOfStep(step).some((key) => job.facts[key] !== undefined);
}

/** The latest attempt can be taken up again only while no other has begun and it had ended. */
function reopenable(job: JobSnapshot): boolean {
  const run = lastCopy(job);
  return run !== null && run.outcome !== 'running';
}

/** The facts that fall when the stamp of a step is taken back, those that rest on them included. */
export function stampsOf(job: JobSnapshot, step: StepId): FactKey[] {
  return known(job, withWhatRests(stampsOfStep(step)));
}

/**
 * The facts that fall when the job goes back to a station: its own stamps and those of every station after it.
 * What was measured before the swap cannot be measured again once the device was changed, so it stays.
 */
export function stampsFrom(job: JobSnapshot, station: Station): FactKey[] {
  const later = STATIONS.slice(STATIONS.indexOf(station));
  const steps = procedureOf(job).steps.filter((step) => later.includes(step.station));
  const keys = known(job, withWhatRests(steps.flatMap((step) => stampsOfStep(step.id))));
  return anyFitted(job) ? keys.filter((key) => key !== 'before') : keys;
}

const known = (job: JobSnapshot, keys: readonly FactKey[]) => keys.filter((key) => job.facts[key] !== undefined);

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
  const memory = before.facts['memory choice'];
  const goes = ({ maker, name, serial, partId }: DriveChoice) => {
    const written = before.runs.some((run) => run.kind === 'copy' && run.targetSerial === serial);
    const backTo = partId === null ? 'goes back to the customer' : 'goes back to the shelf';
    return `${maker} ${name}, ${serial}, ${written ? 'stays with this job: a copy was begun onto it' : backTo}.`;
  };
  const cancelled = after.ordered.length === 0 ? before.ordered : [];
  return [
    ...CHOICE_KEYS.flatMap((key) => {
      const was = before.facts[key];
      return said('reservation', was && was.serial !== after.facts[key]?.serial ? goes(was) : null);
    }),
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
  const fitted = anyFitted(job);
  const stays = end.kind === 'not collected' && fitted;
  const goes: FactKey[] = [
    ...(stays ? [] : [...CHOICE_KEYS, 'old drive moves' as const]),
    ...(fitted ? [] : ['memory choice' as const]),
  ];
  return { ...without(job, goes), end, ordered: [] };
}
