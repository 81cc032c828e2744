import { copyTargets } from '../evidence/on-route';
import { MATTERS_INSIDE, targetKey, type SeenInside } from '../../facts';
import { TARGET_IDS, targetName, type TargetId } from '../../layout';
import { disassemblyBalance } from '../../disassembly';
import {
  allIdentified,
  anyFitted,
  copies,
  fitsDrive,
  fittedHolds,
  goesIn,
  installs,
  memoryHolds,
  planHolds,
  replacesDrive,
  wants,
} from '../evidence/evidence';
import { modulesOut } from '../evidence/changes';
import { fittedBeforeCopy, openedBeforeCopy, targetFittedBeforeCopy } from './before-copy';
import { DEVICE_RULES } from './device-rules';
import { preparationsOf } from '../evidence/preparations';
import { beginTitle, endTitle, prepareTitle } from './titles';
import { always, BOOKED, titled, type StepRule } from './step-rule';
import { copyTrusted, lastCopy, latestRun, readBackOf, untoldLosses } from '../evidence/targets';
import type { JobSnapshot } from '../snapshot/types';

const addsMemory = (job: JobSnapshot) => wants(job, 'memory');

/** What has to be read of the drives in the device: all of the one that is copied, only its label when nothing is. */
function drivesRead(job: JobSnapshot): boolean {
  const { 'old drive': old, 'partition table': table, 'other drives': others } = job.facts;
  if (copies(job)) return old !== undefined && table !== undefined;
  return installs(job) ? old !== undefined : others !== undefined;
}

/** The step of a kind for each of the drives that go in. */
const reserve = TARGET_IDS.map((on) => `reserve ${targetName(on)}` as const);

/** Rules of thumb, minutes: what takes over is chosen and fitted with what hangs on the old drive. */
const MINUTES: Readonly<Record<TargetId, number>> = { new: 6, added: 5 };

function reserveRule(on: TargetId): StepRule {
  return {
    id: `reserve ${targetName(on)}`,
    title: titled(on === 'new' ? 'Choose and reserve the drive' : `Choose and reserve the ${targetName(on)}`),
    minutes: 4,
    applies: (job) => goesIn(job, on),
    done: ({ facts }) => facts[targetKey(on, 'choice')] !== undefined,
    after: () => ['read drive', 'receive part'],
    gates: [],
  };
}

function fitRule(on: TargetId): StepRule {
  return {
    id: `fit ${targetName(on)}`,
    title: titled(`Fit the ${targetName(on)}`),
    minutes: MINUTES[on],
    applies: (job) => goesIn(job, on),
    done: (job) => fittedHolds(job, on),
    after: (job) => ['strip down', 'tell inside', targetFittedBeforeCopy(job, on) ? 'identify' : 'end copy'],
    gates: (job) => {
      if (targetFittedBeforeCopy(job, on)) return ['identified'];
      return copyTargets(job).includes(on) ? ['copied'] : [];
    },
  };
}

/** What was found inside that the customer has to know of before work goes on. */
function foundInside({ facts }: JobSnapshot): SeenInside[] {
  return (facts['seen inside']?.what ?? []).filter((one) => MATTERS_INSIDE.includes(one));
}

/** Every drive was copied onto, however that went: what was read back as planned is trusted all the same. */
function copiedOnto(job: JobSnapshot): boolean {
  return copyTargets(job).every((on) => ![undefined, 'running'].includes(latestRun(job, on)?.outcome));
}

/** The steps of doing the work. */
export const WORK_RULES: readonly StepRule[] = [
  BOOKED,
  {
    id: 'describe device',
    title: titled('Describe the device: its model is not known yet'),
    minutes: 8,
    applies: (job) => !job.modelKnown,
    done: () => false,
    after: () => ['book in'],
    gates: [],
  },
  {
    id: 'read drive',
    title: (job) => (copies(job) ? 'Read the old drive and its partitions' : 'Note the drives that are in it'),
    minutes: 6,
    applies: fitsDrive,
    done: drivesRead,
    after: () => ['book in', 'describe device'],
    gates: [],
  },
  {
    id: 'grade health',
    title: titled("Grade the old drive's health"),
    minutes: 2,
    applies: copies,
    done: ({ facts }) => facts.health !== undefined,
    after: () => ['read drive'],
    gates: [],
  },
  {
    id: 'read memory',
    title: titled('Read the memory fitted'),
    minutes: 2,
    applies: addsMemory,
    done: ({ facts }) => facts.memory !== undefined,
    after: () => ['book in', 'describe device'],
    gates: [],
  },
  {
    id: 'measure before',
    title: titled('Time the start-up and measure, before'),
    minutes: 10,
    applies: always,
    done: ({ facts }) => facts.before !== undefined,
    after: () => ['book in'],
    gates: [],
  },
  {
    id: 'receive part',
    title: ({ ordered }) =>
      `Receive ${[...new Set(ordered.map((one) => `${one.name} from ${one.supplier}`))].join(', ')}`,
    minutes: 3,
    applies: ({ ordered }) => ordered.length > 0,
    done: () => false,
    after: () => ['book in'],
    gates: [],
  },
  ...TARGET_IDS.map(reserveRule),
  {
    id: 'reserve memory',
    title: titled('Choose and reserve the memory'),
    minutes: 3,
    applies: addsMemory,
    done: ({ facts }) => facts['memory choice'] !== undefined,
    after: () => ['read memory', 'receive part'],
    gates: [],
  },
  {
    id: 'accept plan',
    title: titled('Plan the copy'),
    minutes: 5,
    applies: copies,
    done: planHolds,
    after: () => [...reserve, 'grade health', 'agree price'],
    gates: ['reserved'],
  },
  {
    id: 'prepare',
    title: prepareTitle,
    minutes: 8,
    applies: (job) => copies(job) || installs(job),
    // What was put on without it has no use for it any more.
    done: (job) =>
      copies(job)
        ? planHolds(job) && preparationsOf(job).every(({ done }) => done)
        : job.facts.installed !== undefined || preparationsOf(job).every(({ done }) => done),
    after: (job) => (copies(job) ? ['accept plan'] : ['agree price']),
    gates: [],
  },
  {
    id: 'identify',
    title: (job) =>
      copyTargets(job).length > 1 ? 'Identify all three drives by serial' : 'Identify both drives by serial',
    minutes: 3,
    applies: copies,
    done: allIdentified,
    after: (job) => (openedBeforeCopy(job) ? ['accept plan', 'strip down'] : ['accept plan']),
    gates: ['planned'],
  },
  {
    id: 'tell losses',
    title: titled('Tell the customer what was lost, and acknowledge each by its name'),
    // It belongs to few jobs, and only once a copy has ended so: the price that was agreed does not hang on it.
    minutes: 0,
    applies: (job) => copyTargets(job).some((on) => latestRun(job, on)?.outcome === 'ended with losses'),
    done: (job) => copyTargets(job).every((on) => untoldLosses(job, on).length === 0),
    after: () => ['identify'],
    gates: [],
  },
  {
    id: 'begin copy',
    title: beginTitle,
    minutes: 3,
    applies: copies,
    done: (job) => lastCopy(job)?.outcome === 'running' || copyTrusted(job),
    after: (job) => [
      'identify',
      'prepare',
      ...TARGET_IDS.filter((on) => targetFittedBeforeCopy(job, on)).map((on) => `fit ${targetName(on)}` as const),
    ],
    gates: ['assessed', 'planned', 'prepared', 'identified'],
  },
  {
    id: 'end copy',
    title: endTitle,
    minutes: 4,
    applies: copies,
    done: copyTrusted,
    after: () => ['begin copy'],
    gates: [],
  },
  {
    id: 'read back',
    title: (job) =>
      copyTargets(job).length > 1
        ? 'Read both drives back against the plan'
        : 'Read the new drive back against the plan',
    minutes: 3,
    applies: copies,
    done: (job) => copyTargets(job).every((on) => readBackOf(job, on) !== null),
    after: (job) => (copiedOnto(job) ? ['identify'] : ['end copy']),
    gates: [],
  },
  {
    id: 'strip down',
    title: titled('Power off, open and strip down'),
    minutes: ({ opening }) => opening ?? 20,
    applies: always,
    done: (job) => disassemblyBalance(job.disassembly).fullyOut || anyFitted(job),
    after: (job) => [
      'agree price',
      ...(openedBeforeCopy(job) ? (['accept plan'] as const) : (['end copy', ...reserve, 'reserve memory'] as const)),
    ],
    gates: ['assessed', 'described', 'reserved'],
  },
  {
    id: 'tell inside',
    title: (job) => `Tell the customer what was found inside: ${foundInside(job).join(', ')}`,
    minutes: 3,
    charged: false,
    applies: (job) => foundInside(job).length > 0,
    done: ({ facts }) => Boolean(facts['seen inside']?.told),
    after: () => [],
    gates: [],
  },
  ...TARGET_IDS.map(fitRule),
  {
    id: 'fit memory',
    title: titled('Fit the memory'),
    // It goes in with the drive in one opening: the minutes of that are for both.
    minutes: (job) => (replacesDrive(job) ? 0 : 6),
    applies: addsMemory,
    done: memoryHolds,
    after: (job) => ['strip down', 'tell inside', fittedBeforeCopy(job) ? 'identify' : 'end copy'],
    gates: (job) => (fittedBeforeCopy(job) ? ['identified'] : ['copied']),
  },
  ...DEVICE_RULES,
  {
    id: 'find cause',
    title: titled('Note why it came back'),
    minutes: 2,
    charged: false,
    applies: ({ facts }) => facts['guarantee return'] !== undefined,
    done: ({ facts }) => facts['return cause'] !== undefined,
    after: () => ['book in'],
    gates: [],
  },
  {
    id: 'place old drive',
    title: titled('Note where the old drive stays'),
    minutes: 2,
    applies: replacesDrive,
    done: ({ facts }) => facts['old drive stays'] !== undefined,
    after: () => ['check functions'],
    gates: [],
  },
  {
    id: 'place modules',
    title: titled('Note where the old modules stay'),
    minutes: 1,
    applies: (job) => modulesOut(job).length > 0,
    done: ({ facts }) => facts['modules stay'] !== undefined,
    after: () => ['check functions'],
    gates: [],
  },
  {
    id: 'give document',
    title: titled('Give the customer document'),
    minutes: 3,
    applies: always,
    done: ({ facts }) => facts['document given']?.given === true,
    after: () => ['check functions', 'measure after', 'place old drive', 'place modules', 'find cause'],
    gates: [],
  },
  {
    id: 'sign',
    title: titled('Have it signed'),
    minutes: 2,
    applies: always,
    done: ({ facts }) => facts.signature !== undefined,
    after: () => ['give document'],
    gates: [],
  },
  {
    id: 'close job',
    title: titled('Close the job'),
    minutes: 1,
    applies: always,
    done: (job) => job.closed,
    after: () => ['sign'],
    gates: [
      'assessed',
      'copied',
      'read back',
      'started',
      'balanced',
      'measured',
      'functions',
      'old drive placed',
      'signed',
    ],
  },
];
