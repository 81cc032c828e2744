import { stripBalance } from '../strip';
import { copyTrusted, fittedHolds, identified, latestRun, planHolds, wants } from './evidence';
import type { GateId, JobSnapshot, Station, StepId } from './types';

/** One step: when it belongs to a job, when it is done, and what must come before it. */
export interface StepRule {
  id: StepId;
  station: Station;
  title: (job: JobSnapshot) => string;
  /** Hands time, minutes (rule of thumb). */
  minutes: number;
  applies: (job: JobSnapshot) => boolean;
  done: (job: JobSnapshot) => boolean;
  /** Steps that come first; one that the job does not have is passed over. */
  after: (job: JobSnapshot) => StepId[];
  gates: GateId[];
}

const always = () => true;
const copies = (job: JobSnapshot) => wants(job, 'new drive');
const addsMemory = (job: JobSnapshot) => wants(job, 'memory');
const titled = (title: string) => () => title;

/** With both drives at the bench the device is opened to get at the old one before anything is copied. */
function openedBeforeCopy(job: JobSnapshot): boolean {
  return (job.facts.plan ?? job.facts['plan draft'])?.route === 'both at the bench';
}

export const STEP_RULES: readonly StepRule[] = [
  {
    id: 'book in',
    station: 'Book in',
    title: titled('Book in'),
    minutes: 4,
    applies: always,
    done: always,
    after: () => [],
    gates: [],
  },
  {
    id: 'read drive',
    station: 'Assess',
    title: titled('Read the old drive and its partitions'),
    minutes: 6,
    applies: copies,
    done: ({ facts }) => facts['old drive'] !== undefined && facts['partition table'] !== undefined,
    after: () => ['book in'],
    gates: [],
  },
  {
    id: 'grade health',
    station: 'Assess',
    title: titled("Grade the old drive's health"),
    minutes: 2,
    applies: copies,
    done: ({ facts }) => facts.health !== undefined,
    after: () => ['read drive'],
    gates: [],
  },
  {
    id: 'read memory',
    station: 'Assess',
    title: titled('Read the memory fitted'),
    minutes: 2,
    applies: addsMemory,
    done: ({ facts }) => facts.memory !== undefined,
    after: () => ['book in'],
    gates: [],
  },
  {
    id: 'measure before',
    station: 'Assess',
    title: titled('Time the start-up and measure, before'),
    minutes: 10,
    applies: always,
    done: ({ facts }) => facts.before !== undefined,
    after: () => ['book in'],
    gates: [],
  },
  {
    id: 'reserve drive',
    station: 'Match',
    title: titled('Choose and reserve the drive'),
    minutes: 4,
    applies: copies,
    done: ({ facts }) => facts['drive choice'] !== undefined,
    after: () => ['read drive'],
    gates: [],
  },
  {
    id: 'reserve memory',
    station: 'Match',
    title: titled('Choose and reserve the memory'),
    minutes: 3,
    applies: addsMemory,
    done: ({ facts }) => facts['memory choice'] !== undefined,
    after: () => ['read memory'],
    gates: [],
  },
  {
    id: 'accept plan',
    station: 'Plan',
    title: titled('Plan the copy'),
    minutes: 5,
    applies: copies,
    done: planHolds,
    after: () => ['reserve drive', 'grade health'],
    gates: ['reserved'],
  },
  {
    id: 'identify',
    station: 'Copy',
    title: titled('Identify both drives by serial'),
    minutes: 3,
    applies: copies,
    done: (job) => identified(job).source && identified(job).target,
    after: (job) => (openedBeforeCopy(job) ? ['accept plan', 'strip down'] : ['accept plan']),
    gates: ['planned'],
  },
  {
    id: 'begin copy',
    station: 'Copy',
    title: (job) => (latestRun(job)?.outcome === 'failed' ? 'Begin another attempt at the copy' : 'Begin the copy'),
    minutes: 3,
    applies: copies,
    done: (job) => latestRun(job)?.outcome === 'running' || copyTrusted(job),
    after: () => ['identify'],
    gates: ['assessed', 'planned', 'identified'],
  },
  {
    id: 'end copy',
    station: 'Copy',
    title: titled('Copy ends: record how'),
    minutes: 4,
    applies: copies,
    done: copyTrusted,
    after: () => ['begin copy'],
    gates: [],
  },
  {
    id: 'strip down',
    station: 'Swap',
    title: titled('Power off, open and strip down'),
    minutes: 20,
    applies: always,
    done: (job) => stripBalance(job.strip).fullyOut || job.facts.fitted !== undefined,
    after: (job) => (openedBeforeCopy(job) ? ['accept plan'] : ['end copy', 'reserve memory']),
    gates: ['assessed', 'reserved'],
  },
  {
    id: 'fit',
    station: 'Swap',
    title: (job) => (copies(job) ? 'Fit the new drive' : 'Fit the memory'),
    minutes: 6,
    applies: always,
    done: fittedHolds,
    after: () => ['strip down', 'end copy'],
    gates: ['copied'],
  },
  {
    id: 'trial start',
    station: 'Prove',
    title: ({ facts }) =>
      facts['trial start']?.started === false ? 'Trial start again' : 'Trial start before closing up',
    minutes: 6,
    applies: always,
    done: ({ facts }) => facts['trial start']?.started === true && facts['trial start'].oldDriveDetached,
    after: () => ['fit'],
    gates: [],
  },
  {
    id: 'close up',
    station: 'Swap',
    title: titled('Put everything back and close'),
    minutes: 15,
    applies: (job) => job.strip.length > 0,
    done: (job) => stripBalance(job.strip).opened && stripBalance(job.strip).balanced,
    after: () => ['trial start'],
    gates: ['started'],
  },
  {
    id: 'measure after',
    station: 'Prove',
    title: titled('Measure again, same settings'),
    minutes: 10,
    applies: always,
    done: ({ facts }) => facts.after !== undefined,
    after: () => ['trial start'],
    gates: ['started'],
  },
  {
    id: 'check functions',
    station: 'Prove',
    title: titled('Check every function'),
    minutes: 8,
    applies: always,
    done: ({ facts }) => facts.functions !== undefined && facts.functions.results.every((result) => result.works),
    after: () => ['close up'],
    gates: [],
  },
  {
    id: 'place old drive',
    station: 'Hand over',
    title: titled('Note where the old drive stays'),
    minutes: 2,
    applies: copies,
    done: ({ facts }) => facts['old drive stays'] !== undefined,
    after: () => ['check functions'],
    gates: [],
  },
  {
    id: 'give document',
    station: 'Hand over',
    title: titled('Give the customer document'),
    minutes: 3,
    applies: always,
    done: ({ facts }) => facts['document given']?.given === true,
    after: () => ['check functions', 'measure after', 'place old drive'],
    gates: [],
  },
  {
    id: 'sign',
    station: 'Hand over',
    title: titled('Have it signed'),
    minutes: 2,
    applies: always,
    done: ({ facts }) => facts.signature !== undefined,
    after: () => ['give document'],
    gates: [],
  },
  {
    id: 'close job',
    station: 'Hand over',
    title: titled('Close the job'),
    minutes: 1,
    applies: always,
    done: (job) => job.closed,
    after: () => ['sign'],
    gates: ['assessed', 'copied', 'started', 'balanced', 'measured', 'functions', 'old drive placed', 'signed'],
  },
];
