import type { DriveChoice } from '../../facts';
import type { Wish } from '../snapshot/types';

const AFTER_A_COPY = ['Full capacity shown', 'Volume sizes as planned', 'Files there', 'Activation valid'];
const AFTER_INSTALLING = ['Full capacity shown', 'Activation valid', 'Files as agreed'];
const BESIDE = ['Old drive shown, for data', 'Starts from the new drive'];
const AFTER_ADDING = ['Added drive shown at full capacity', 'Starts from the same drive as before'];
const AFTER_MEMORY = ['Memory size as ordered', 'Memory test passed'];

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
