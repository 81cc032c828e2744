import { performance } from 'node:perf_hooks';
import { setImmediate } from 'node:timers/promises';
import type { ReadsAnswer, ReadsRequest } from '@udrel/contract/types';
import { readForFigures } from '@udrel/core/drive-reads';
import type { FoundDrive } from './discover';
import { openReadOnly, type SystemTrees } from './system';

/** Reads a drive for its figures, opened read-only. Between reads the agent does what else it has to. */
export async function measureAtBerth(
  trees: SystemTrees,
  { id, seconds }: ReadsRequest,
  drive: FoundDrive | null,
  stop: () => boolean,
): Promise<ReadsAnswer> {
  if (!drive) return { id, reads: null, trouble: 'The drive to be measured is not seen at this berth.' };
  const { serial, bytes, link } = drive;
  const device = openReadOnly(trees, drive.name);
  try {
    const read = async (offset: number, length: number) => {
      const from = performance.now();
      const bytes = device.read(offset, length);
      const took = performance.now() - from;
      await setImmediate();
      return bytes ? took : null;
    };
    const found = await readForFigures(
      { bytes, read, now: () => performance.now(), random: Math.random, stop },
      seconds,
    );
    return { id, reads: { serial, bytes, where: 'berth', link, seconds, ...found }, trouble: '' };
  } finally {
    device.close();
  }
}
