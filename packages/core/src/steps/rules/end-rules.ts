import { normaliseSerial } from '../../identity';
import { disassemblyBalance } from '../../disassembly';
import { undoing } from '../evidence/changes';
import { anyFitted, replacesDrive } from '../evidence/evidence';
import { owedBack } from '../evidence/owed';
import { OWED_BACK } from './owed-rule';
import { always, BOOKED, titled, type StepRule } from './step-rule';
import type { JobSnapshot } from '../snapshot/types';

/** What was fitted stays in a device that nobody fetched; after any other end it comes out again. */
export function comesOut(job: JobSnapshot): boolean {
  return anyFitted(job) && job.end?.kind !== 'not collected';
}

/** Whether the device is again as it came: the old drive by its serial, memory by word. */
export function putBackHolds(job: JobSnapshot): boolean {
  const { facts } = job;
  const back = facts['put back'];
  if (!back) return false;
  const old = facts['old drive'];
  return (
    !replacesDrive(job) ||
    facts['new drive fitted'] === undefined ||
    (old !== undefined && normaliseSerial(back.serial) === normaliseSerial(old.serial))
  );
}

/** Whether anything of the strip-down sheet was moved. */
export function stripped(job: JobSnapshot): boolean {
  const { opened, balanced } = disassemblyBalance(job.disassembly);
  return opened || !balanced;
}

/** Whether the device was opened or changed, so that somebody must see it start. */
export function touched(job: JobSnapshot): boolean {
  return stripped(job) || anyFitted(job) || owedBack(job).length > 0;
}

const fetched = (job: JobSnapshot) => job.end?.kind !== 'not collected';

/** The shortest way back after an end without work: an assembled device, everything returned or kept on record. */
export const END_RULES: readonly StepRule[] = [
  BOOKED,
  {
    id: 'end copy',
    title: titled('Stop the copy and record how it ended'),
    minutes: 2,
    applies: (job) => job.runs.length > 0,
    done: ({ runs }) => runs.every(({ outcome }) => outcome !== 'running'),
    after: () => ['book in'],
    gates: [],
  },
  {
    id: 'put back',
    title: undoing,
    minutes: 10,
    applies: comesOut,
    done: putBackHolds,
    after: () => ['end copy'],
    gates: [],
  },
  {
    id: 'close up',
    title: titled('Put everything back and close'),
    minutes: 15,
    applies: stripped,
    done: (job) => disassemblyBalance(job.disassembly).balanced,
    after: () => ['put back'],
    gates: [],
  },
  {
    id: 'see as it came',
    title: titled('See whether it starts as it came'),
    minutes: 5,
    applies: touched,
    done: ({ facts }) => facts['as it came'] !== undefined,
    after: () => ['close up'],
    gates: [],
  },
  // With the device as it is now: before anybody has seen it start there is nothing to set back in it.
  { ...OWED_BACK, after: () => ['see as it came'], gates: [] },
  {
    id: 'give back',
    title: titled('Give everything back and have it signed'),
    minutes: 5,
    applies: fetched,
    done: ({ facts }) => facts.signature !== undefined,
    after: () => ['see as it came', 'owed back'],
    gates: [],
  },
  {
    id: 'keep',
    title: titled('Note where it is kept, and until when'),
    minutes: 3,
    applies: (job) => !fetched(job),
    done: ({ facts }) => facts['kept until'] !== undefined,
    after: () => ['see as it came'],
    gates: [],
  },
  {
    id: 'close job',
    title: titled('Close the job'),
    minutes: 1,
    applies: always,
    done: (job) => job.closed,
    after: () => ['end copy', 'owed back', 'give back', 'keep'],
    gates: ['balanced', 'as it came', 'given back', 'kept'],
  },
];
