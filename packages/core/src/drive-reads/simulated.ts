import { seededRandom } from '../chance';
import { spins } from '../estimate';
import type { DriveClass } from '../fit';
import { readForFigures } from './measure';
import type { DriveReads } from './types';

/** What a drive of each class is read at, MB/s, and how long it takes to find 4 KiB, ms (rules of thumb). */
const BEHAVES: Readonly<Record<DriveClass, { rate: number; find: number }>> = {
  'disk 5400': { rate: 112, find: 14 },
  'disk 7200': { rate: 155, find: 11 },
  'SATA SSD': { rate: 530, find: 0.13 },
  'NVMe gen 3': { rate: 2900, find: 0.08 },
  'NVMe gen 4': { rate: 5200, find: 0.06 },
  'NVMe gen 5': { rate: 9500, find: 0.05 },
  eMMC: { rate: 260, find: 0.3 },
};

/**
 * What a drive of its class would be read at, as a simulated berth tells it: a disk falls to half its rate towards its end. Its
 * clock runs by itself, and the same serial is read the same.
 *
 * @throws RangeError for a drive that is too small to be measured
 */
export async function simulatedReads(
  drive: { serial: string; bytes: number },
  kind: DriveClass,
  seconds: number,
): Promise<DriveReads> {
  const random = seededRandom(
    [...drive.serial].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003, 7),
  );
  const { rate, find } = BEHAVES[kind];
  let now = 0;
  const read = (offset: number, length: number) => {
    const share = spins(kind) ? 1 - 0.5 * (offset / drive.bytes) : 1;
    const small = length < 65_536;
    // One of a hundred takes far longer than the rest.
    const late = small && random() < 0.01 ? 6 : 1;
    const found = small ? find * (0.6 + 0.8 * random()) * late : 0;
    const took = found + length / 1000 / (rate * share * (0.97 + 0.06 * random()));
    now += took;
    return took;
  };
  const { serial, bytes } = drive;
  const told = await readForFigures({ bytes, read, now: () => now, random }, seconds);
  return { serial, bytes, where: 'berth', link: 'simulated', seconds, ...told };
}
