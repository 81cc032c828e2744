import { join } from 'node:path';
import { COUNTED_SECTOR } from './discover';
import { textOf, type SystemTrees } from './system';

/** What the kernel has counted of a drive since it appeared. */
export interface Counters {
  read: number;
  written: number;
  /** Milliseconds in which it had something to do. */
  busyFor: number;
  errors: number;
}

/**
 * The counters of a block device; null where it is gone.
 *
 * @source kernel documentation, block/stat: sectors read is the third field, sectors written the seventh, time with
 * requests under way the tenth; ioerr_cnt of a SCSI device is hexadecimal
 */
export function countersOf({ sys }: SystemTrees, name: string): Counters | null {
  const at = join(sys, 'block', name);
  const fields = textOf(join(at, 'stat')).split(/\s+/).map(Number);
  if (fields.length < 10 || fields.some((field) => !Number.isFinite(field))) return null;
  const [, , read = 0, , , , written = 0, , , busyFor = 0] = fields;
  const failed = parseInt(textOf(join(at, 'device/ioerr_cnt')) || '0', 16);
  return {
    read: read * COUNTED_SECTOR,
    written: written * COUNTED_SECTOR,
    busyFor,
    errors: Number.isFinite(failed) ? failed : 0,
  };
}
