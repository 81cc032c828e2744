import { TARGET_IDS, targetName } from '../../layout';
import { disassemblyBalance } from '../../disassembly';
import {
  anyFitted,
  copies,
  filesToBring,
  installs,
  leftToGrow,
  namesToBring,
  oldSoldered,
  oldStaysAt,
  refittedHolds,
  startsAnew,
  wants,
} from '../evidence/evidence';
import { fittedBeforeCopy, openedBeforeCopy } from './before-copy';
import { memoryTestOf } from '../evidence/memory-test';
import { WANTS_WORDS } from '../../progress';
import type { JobSnapshot } from '../snapshot/types';
import { deadFunctions } from './function-checks';
import { OWED_BACK } from './owed-rule';
import { always, titled, type StepRule } from './step-rule';

const fit = TARGET_IDS.map((on) => `fit ${targetName(on)}` as const);

/** It goes by itself, and is begun again after one that found errors. */
function memoryTestTitle(job: JobSnapshot): string {
  const run = memoryTestOf(job);
  if (run?.wants) return `Look at the memory test: ${WANTS_WORDS[run.wants]}`;
  return run?.outcome === 'failed' ? 'Test the memory again' : 'Test the memory';
}

/** The steps at the device once its drives are in: started, set right, closed up, measured and checked. */
export const DEVICE_RULES: readonly StepRule[] = [
  {
    id: 'install',
    title: titled('Install the system afresh, bring the files over'),
    minutes: 32,
    applies: installs,
    done: ({ facts }) => facts.installed !== undefined,
    after: () => ['fit new drive', 'prepare'],
    gates: ['prepared'],
  },
  {
    id: 'outside start',
    title: titled('Try a start from the enclosure, before anything is opened'),
    minutes: 6,
    charged: false,
    applies: (job) =>
      copies(job) && job.device.startsOutside === true && !fittedBeforeCopy(job) && !openedBeforeCopy(job),
    // It is offered: what is opened without it was not waiting for it.
    done: (job) =>
      job.facts['outside start'] !== undefined ||
      anyFitted(job) ||
      disassemblyBalance(job.disassembly).opened ||
      disassemblyBalance(job.disassembly).fullyOut,
    after: () => ['end copy'],
    gates: [],
  },
  {
    id: 'test memory',
    title: memoryTestTitle,
    minutes: 2,
    // The check of it stands among the functions, which are charged.
    charged: false,
    applies: (job) => wants(job, 'memory'),
    // Who checked the functions without a run of it answered there.
    done: (job) => (memoryTestOf(job)?.outcome ?? (job.facts.functions && 'ended well')) === 'ended well',
    after: () => ['fit memory'],
    gates: [],
  },
  {
    id: 'repair start',
    title: titled('Repair the start files on the new drive'),
    minutes: 8,
    charged: false,
    applies: startsAnew,
    // A device that starts has nothing to repair, whoever saw to it.
    done: ({ facts }) => facts['start repaired'] !== undefined || facts['trial start']?.started === true,
    after: () => ['fit new drive', 'end copy'],
    gates: [],
  },
  {
    id: 'trial start',
    title: ({ facts }) =>
      facts['trial start']?.started === false ? 'Trial start again' : 'Trial start before closing up',
    minutes: 6,
    applies: always,
    done: (job) => {
      const trial = job.facts['trial start'];
      return trial?.started === true && (trial.oldDriveDetached || oldSoldered(job));
    },
    after: (job) => [
      ...fit,
      'fit memory',
      'install',
      'end copy',
      // The device cannot start its system while its memory is tested; before or after it can.
      ...(memoryTestOf(job)?.outcome === 'running' ? (['test memory'] as const) : []),
    ],
    gates: (job) => (fittedBeforeCopy(job) ? ['copied'] : []),
  },
  {
    id: 'grow volume',
    title: (job) => `Decrypt ${leftToGrow(job)?.name ?? ''} on the new drive, and let it grow`,
    minutes: 6,
    charged: false,
    applies: (job) => leftToGrow(job) !== null,
    done: ({ facts }) => facts['volume grown'] !== undefined,
    after: () => ['trial start'],
    gates: ['started'],
  },
  {
    id: 'bring files',
    title: (job) => `Bring the files of ${namesToBring(job)} onto the new drive`,
    minutes: 10,
    applies: (job) => filesToBring(job).length > 0,
    done: (job) => filesToBring(job).every(({ known }) => known !== null),
    after: () => ['trial start'],
    gates: ['started'],
  },
  OWED_BACK,
  {
    id: 'refit old',
    title: (job) => {
      if (oldSoldered(job)) return 'See that it starts from the new drive: the old one is soldered';
      return job.facts['old drive moves']
        ? 'Move the old drive to its new site, for data'
        : 'Attach the old drive again, for data';
    },
    minutes: (job) => (oldSoldered(job) ? 2 : 8),
    applies: (job) => oldStaysAt(job) !== null,
    done: refittedHolds,
    after: () => ['trial start'],
    // Never both at the first start: which of them the device started from would not be known.
    gates: ['started'],
  },
  {
    id: 'close up',
    title: titled('Put everything back and close'),
    minutes: 15,
    applies: (job) => job.disassembly.length > 0,
    done: ({ disassembly }) => {
      const { opened, fullyOut, balanced } = disassemblyBalance(disassembly);
      // Where nothing of the sheet came out there is nothing to put back.
      return (opened || fullyOut) && balanced;
    },
    after: () => ['trial start', 'refit old'],
    gates: ['started'],
  },
  {
    id: 'measure after',
    title: titled('Measure again, same settings'),
    minutes: 10,
    applies: always,
    done: ({ facts }) => facts.after !== undefined,
    after: () => ['trial start'],
    gates: ['started'],
  },
  {
    id: 'check functions',
    title: titled('Check every function'),
    minutes: 8,
    applies: always,
    done: (job) => job.facts.functions !== undefined && deadFunctions(job).every(({ cameSo }) => cameSo),
    after: () => ['close up', 'refit old', 'grow volume', 'bring files', 'owed back'],
    gates: [],
  },
];
