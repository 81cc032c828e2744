import { targetFacts } from '../../facts';
import { spins } from '../../estimate';
import { TARGET_IDS, TAKES_OVER } from '../../layout';
import { replacesDrive, wants } from '../evidence/evidence';
import type { JobSnapshot } from '../snapshot/types';

/** Checks that a device can answer by itself: when it is read again, by its starts, or by a run. */
export const PROVABLE = {
  capacity: 'Full capacity shown',
  volumes: 'Volume sizes as planned',
  oldShown: 'Old drive shown, for data',
  startsFromNew: 'Starts from the new drive',
  addedShown: 'Added drive shown at full capacity',
  startsAsBefore: 'Starts from the same drive as before',
  memory: 'Memory size as ordered',
  coldStarts: 'Two cold starts',
  memoryTest: 'Memory test passed',
} as const;

const AFTER_A_COPY = [PROVABLE.capacity, PROVABLE.volumes, 'Files there', 'Activation valid', 'Updates run again'];
const AFTER_INSTALLING = [PROVABLE.capacity, 'Activation valid', 'Files as agreed'];
const BESIDE = [PROVABLE.oldShown, PROVABLE.startsFromNew];
const AFTER_ADDING = [PROVABLE.addedShown, PROVABLE.startsAsBefore];
const AFTER_MEMORY = [PROVABLE.memory, PROVABLE.memoryTest];

/**
 * What is checked before hand-over: what the wishes ask for, what the work itself puts in doubt, what a way of fitting does,
 * then what the model has.
 *
 * @source facts of the trade, “after the swap”
 */
export function functionChecks(job: Pick<JobSnapshot, 'wishes' | 'facts'>, functions: readonly string[]): string[] {
  return [
    ...(wants(job, 'new drive') || wants(job, 'new drive beside') ? AFTER_A_COPY : []),
    ...(wants(job, 'new drive beside') ? BESIDE : []),
    ...(wants(job, 'fresh installation') ? AFTER_INSTALLING : []),
    ...(wants(job, 'added drive') ? AFTER_ADDING : []),
    ...(wants(job, 'memory') ? AFTER_MEMORY : []),
    ...(replacesDrive(job) ? afterTheSwap(job) : []),
    ...TARGET_IDS.flatMap((on) => targetFacts(job.facts, on).choice?.checks ?? []),
    ...functions,
    ...(job.wishes.length > 0 ? ['Clean, every screw tight'] : []),
  ];
}

/** What a new drive to start from leaves to be seen to in the system. */
function afterTheSwap({ facts }: Pick<JobSnapshot, 'facts'>): string[] {
  const { plan, 'partition table': table } = facts;
  const { choice } = targetFacts(facts, TAKES_OVER);
  const brought = (table?.partitions ?? []).filter(({ id }) =>
    plan ? plan.partitions.some((one) => one.id === id && one.on === TAKES_OVER) : true,
  );
  const apple = brought.some(({ kind, fileSystem }) => kind === 'system' && APPLE.includes(fileSystem));
  return [
    ...(apple ? ['Start-up disk chosen in the system'] : []),
    // A volume copied as it is tells the drive that all of it is in use.
    ...(choice && !spins(choice.class)
      ? [(plan?.intent.asItIs?.length ?? 0) > 0 ? 'TRIM on, and run once in full' : 'TRIM on']
      : []),
    ...(brought.some(({ kind }) => kind === 'recovery') ? ['Recovery environment on'] : []),
    'Drive firmware noted',
    PROVABLE.coldStarts,
  ];
}

const APPLE: readonly string[] = ['APFS', 'HFS+'];

/** A function that does not work, why, and whether it was dead when the device came. */
export interface DeadFunction {
  name: string;
  why: string;
  cameSo: boolean;
}

/** What does not work after the work; what was dead on arrival is not blamed on it. */
export function deadFunctions({ facts }: Pick<JobSnapshot, 'facts'>): DeadFunction[] {
  const came = facts['functions on arrival']?.results ?? [];
  return (facts.functions?.results ?? [])
    .filter(({ works }) => !works)
    .map(({ name, why = '' }) => ({
      name,
      why,
      cameSo: came.some((one) => one.name === name && !one.works),
    }));
}
