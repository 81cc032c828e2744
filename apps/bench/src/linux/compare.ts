import { createHash } from 'node:crypto';
import type { ReadBackRequest, ReadBackAnswer } from '@udrel/contract/types';
import { partOf, type Image } from '@udrel/core/image';
import { allocationOf } from '@udrel/core/volumes';

type Stretch = ReadBackRequest['compare'][number];
/** A stretch of bytes within a partition that must be the same on both drives. */
interface Sample {
  at: number;
  length: number;
}

/** Samples taken of each partition, and their least size. */
const SAMPLES = 64;
const SAMPLE_BYTES = 65_536;
/** The first blocks of a volume say where it lies and how large it is: they may differ rightly. */
const ABOUT_ITSELF = 16;
/** Blocks that are asked whether they are in use before no more samples are looked for. */
const MOST_ASKED = 8192;

/**
 * Samples of both drives, partition by partition: of what was copied whole anywhere in it, of a file system whose free
 * blocks are passed over only where the old drive says that a block is in use. One whose marks cannot be read is left
 * out: nothing was compared of it.
 */
export function compareSamples(
  { id, compare }: ReadBackRequest,
  source: Image,
  target: Image,
): ReadBackAnswer['compared'] {
  return compare.flatMap((stretch) => {
    const { name, sourceStart, targetStart, bytes, blocks } = stretch;
    const seed = `${id} ${name}`;
    const samples = blocks === 'all' ? anywhere(seed, bytes) : inUse(seed, stretch, source);
    if (samples.length === 0) return [];
    let [different, unreadable] = [0, 0];
    for (const { at, length } of samples) {
      const one = source.read(sourceStart + at, length);
      const other = target.read(targetStart + at, length);
      // What the old drive does not give any more says nothing against the copy.
      if (!one) unreadable += 1;
      else if (!other || digest(one) !== digest(other)) different += 1;
    }
    return [{ id: stretch.id, name, samples: samples.length, different, unreadable }];
  });
}

function digest(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** A place out of `slots`, drawn the same way each time the same is asked. */
function drawn(seed: string, n: number, slots: number): number {
  return createHash('sha256').update(`${seed} ${n}`).digest().readUInt32BE(0) % slots;
}

/** Spread over a stretch: first, last, and others drawn. */
function anywhere(seed: string, bytes: number): Sample[] {
  if (bytes <= 0) return [];
  const slots = Math.max(1, Math.floor(bytes / SAMPLE_BYTES));
  const others = Array.from({ length: Math.min(SAMPLES, slots) - 2 }, (_none, n) => drawn(seed, n, slots));
  const offsets = new Set([0, slots - 1, ...others].map((slot) => slot * SAMPLE_BYTES));
  return inPlace([...offsets].map((at) => ({ at, length: Math.min(SAMPLE_BYTES, bytes - at) })));
}

/** Blocks of the volume on the old drive that it marks as in use. */
function inUse(seed: string, { sourceStart, bytes }: Stretch, source: Image): Sample[] {
  const allocation = allocationOf(partOf(source, sourceStart, bytes));
  if (!allocation || allocation.blocks <= ABOUT_ITSELF) return [];
  const { unit, from } = allocation;
  const blocks = allocation.blocks - ABOUT_ITSELF;
  const found = new Set<number>();
  for (let n = 0; n < MOST_ASKED && found.size < Math.min(SAMPLES, blocks); n++) {
    const block = ABOUT_ITSELF + drawn(seed, n, blocks);
    if (allocation.inUse(block) === true && from + (block + 1) * unit <= bytes) found.add(block);
  }
  return inPlace([...found].map((block) => ({ at: from + block * unit, length: unit })));
}

function inPlace(samples: Sample[]): Sample[] {
  return samples.sort((a, b) => a.at - b.at);
}
