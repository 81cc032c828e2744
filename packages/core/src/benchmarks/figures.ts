import type { Link } from '../links';
import type { MeasuredDrive, MeasurementSet } from './types';

/** The link over which was measured: as looked up; else the drive's own, unless it hung on USB. */
export function measuredLink({ link, attached }: MeasurementSet, drive: MeasuredDrive): Link | null {
  return link ?? (attached === 'inside' ? drive.link : null);
}

/** The middle of the values, null for none. */
export function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  const upper = sorted[middle] ?? 0;
  return sorted.length % 2 === 1 ? upper : (upper + (sorted[middle - 1] ?? 0)) / 2;
}
