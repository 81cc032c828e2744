import { join } from 'node:path';
import { COUNTED_SECTOR } from './discover';
import { namesIn, realPath, textOf, type SystemTrees } from './system';

/** What the kernel has counted of a drive since it appeared. */
export interface Counters {
  read: number;
  written: number;
  /** Milliseconds in which it had something to do. */
  busyFor: number;
  errors: number;
}

/**
 * When the controller of an ATA drive recorded an error of it, in seconds of its own clock; null for other drives, and
 * where the kernel does not tell. A command that a drive refuses, as when its table is read anew, is none.
 *
 * @source kernel documentation, ABI sysfs-ata: ata_device/ering, the latest errors with their times
 */
export function recordedErrors({ sys }: SystemTrees, name: string): number[] | null {
  const port = /^.*\/ata\d+(?=\/)/.exec(realPath(join(sys, 'block', name, 'device')))?.[0];
  if (!port) return null;
  const rings = within([port], /^link/).flatMap((link) =>
    within(within([link], /^dev\d/), /^ata_device$/).flatMap((devices) => within([devices], /^dev\d/)),
  );
  if (rings.length === 0) return null;
  const lines = rings.flatMap((ring) => textOf(join(ring, 'ering')).split('\n'));
  return lines.flatMap((line) => {
    const [, at] = /^\[\s*(\d+\.\d+)\]/.exec(line) ?? [];
    return at === undefined ? [] : [Number(at)];
  });
}

const within = (folders: readonly string[], names: RegExp) =>
  folders.flatMap((folder) =>
    namesIn(folder)
      .filter((one) => names.test(one))
      .map((one) => join(folder, one)),
  );

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
