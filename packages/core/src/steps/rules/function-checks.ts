import type { DriveChoice } from '../../facts';
import type { Wish } from '../snapshot/types';

/** Checks that a device can answer by itself when it is read again. */
export const PROVABLE = {
  capacity: 'Full capacity shown',
  volumes: 'Volume sizes as planned',
  oldShown: 'Old drive shown, for data',
  startsFromNew: 'Starts from the new drive',
  addedShown: 'Added drive shown at full capacity',
  startsAsBefore: 'Starts from the same drive as before',
  memory: 'Memory size as ordered',
} as const;

const AFTER_A_COPY = [PROVABLE.capacity, PROVABLE.volumes, 'Files there', 'Activation valid'];
const AFTER_INSTALLING = [PROVABLE.capacity, 'Activation valid', 'Files as agreed'];
const BESIDE = [PROVABLE.oldShown, PROVABLE.startsFromNew];
const AFTER_ADDING = [PROVABLE.addedShown, PROVABLE.startsAsBefore];
const AFTER_MEMORY = [PROVABLE.memory, 'Memory test passed'];

/** What is checked before hand-over: what the wishes ask for, what a way of fitting puts in doubt, then what the model has. */
export function functionChecks(
  wishes: readonly Wish[],
  functions: readonly string[],
  drives: readonly (Pick<DriveChoice, 'checks'> | undefined)[] = [],
): string[] {
  const wished = (kind: Wish['kind']) => wishes.some((wish) => wish.kind === kind);
  return [
    ...(wished('new drive') || wished('new drive beside') ? AFTER_A_COPY : []),
    ...(wished('new drive beside') ? BESIDE : []),
    ...(wished('fresh installation') ? AFTER_INSTALLING : []),
    ...(wished('added drive') ? AFTER_ADDING : []),
    ...(wished('memory') ? AFTER_MEMORY : []),
    ...drives.flatMap((drive) => drive?.checks ?? []),
    ...functions,
  ];
}
