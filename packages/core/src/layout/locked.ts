import { GIB } from '../capacity';
import { layoutAnywhere } from './plan';
import type { Circumstances, LayoutIntent, SourceTable } from './types';

/** What an encrypted volume asks of the new drive while nobody knows how much it uses. */
export interface LockedUse {
  name: string;
  /** The smallest sold capacity where it is copied whole, decimal GB; null beyond the list. */
  whole: number | null;
  /** The next smaller one, which does where it is decrypted first and uses no more than that, whole GiB in bytes. */
  smaller: number;
  upTo: number;
}

/**
 * The drives for both answers where the use of a locked volume is not known: copied whole, or decrypted first. Null where
 * there is no such volume, or decrypting it would not do with less. The first such volume is told of.
 */
export function lockedUse(table: SourceTable, intent: LayoutIntent, around: Circumstances): LockedUse | null {
  const locked = table.partitions.find(({ id, encrypted, used }) => {
    return encrypted && used === null && !intent.decrypted.includes(id) && !intent.leftOut.includes(id);
  });
  if (!locked) return null;
  const soldAt = (used: number | null) => {
    const partitions = table.partitions.map((one) => (one.id === locked.id ? { ...one, used } : one));
    const decrypted = used === null ? intent.decrypted : [...intent.decrypted, locked.id];
    const [target] = layoutAnywhere({ ...table, partitions }, { ...intent, decrypted }, around).targets;
    return target?.smallestSold ?? null;
  };
  const whole = soldAt(null);
  const less = (used: number) => (soldAt(used) ?? Infinity) < (whole ?? Infinity);
  let [low, high] = [0, Math.floor((locked.sectors * table.sectorSize) / GIB)];
  if (!less(0)) return null;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (less(middle * GIB)) low = middle;
    else high = middle;
  }
  const smaller = soldAt(low * GIB);
  return smaller === null || low === 0 ? null : { name: locked.name, whole, smaller, upTo: low * GIB };
}
