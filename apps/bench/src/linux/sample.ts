import { setImmediate } from 'node:timers/promises';
import type { WipeReadAnswer, WipeReadRequest } from '@udrel/contract/types';
import { sampleDrive } from '@udrel/core/wiping';
import type { FoundDrive } from './discover';
import { seenOf } from './read-back';
import { openReadOnly, type SystemTrees } from './system';

/** Reads samples of a wiped drive, opened read-only. Between reads the agent does what else it has to. */
export async function sampleAtBerth(
  trees: SystemTrees,
  { id }: WipeReadRequest,
  drive: FoundDrive | null,
  stop: () => boolean,
): Promise<WipeReadAnswer> {
  if (!drive) return { id, drive: null, seen: null, trouble: 'The wiped drive is not seen at this berth.' };
  const device = openReadOnly(trees, drive.name);
  try {
    const read = async (offset: number, length: number) => {
      const bytes = device.read(offset, length);
      await setImmediate();
      return bytes;
    };
    const seen = await sampleDrive({ bytes: drive.bytes, read, random: Math.random, stop });
    return { id, drive: seenOf(drive), seen, trouble: '' };
  } finally {
    device.close();
  }
}
