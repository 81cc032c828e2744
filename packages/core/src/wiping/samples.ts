import { binary } from '../capacity';
import type { WipeWayName } from './kinds';
import { WIPE_WAYS } from './ways';

/** Bytes of a sample, and how many are spread over the drive. */
export const SAMPLE_BYTES = 4096;
export const WIPE_SAMPLES = 4096;
/** At each end so many follow one another: there lie the tables of partitions (UEFI 2.10, section 5.3). */
const AT_EACH_END = 34;
/** Bits per byte from which a sample is taken for noise: 4,096 bytes drawn at random show 7.95. */
const NOISE = 7.8;
/** Places of content that are told. */
const PLACES = 8;

/** What samples of a wiped drive showed. */
export interface WipeSeen {
  bytes: number;
  samples: number;
  zeros: number;
  /** One value all over, other than zero. */
  oneValue: number;
  noise: number;
  content: number;
  unreadable: number;
  /** Where content was found, bytes from the beginning, the first of them. */
  contentAt: number[];
}

export type SampleKind = 'zeros' | 'oneValue' | 'noise' | 'content';

/** What a sample looks like. Packed or encrypted files look like noise too. */
export function sampleKind(bytes: Uint8Array): SampleKind {
  const [first = 0] = bytes;
  if (bytes.every((byte) => byte === first)) return first === 0 ? 'zeros' : 'oneValue';
  const counts = new Uint32Array(256);
  for (const byte of bytes) counts[byte] = (counts[byte] ?? 0) + 1;
  let bits = 0;
  for (const count of counts) if (count > 0) bits -= (count / bytes.length) * Math.log2(count / bytes.length);
  return bits >= Math.min(NOISE, 0.97 * Math.log2(bytes.length)) ? 'noise' : 'content';
}

/**
 * Where samples are read, in their order: both ends, and one drawn out of each of so many equal stretches.
 *
 * @throws RangeError for a drive that holds fewer blocks than are read at its ends
 */
export function sampleOffsets(bytes: number, random: () => number, stretches = WIPE_SAMPLES): number[] {
  const blocks = Math.floor(bytes / SAMPLE_BYTES);
  if (blocks < 2 * AT_EACH_END) throw new RangeError(`a drive of ${bytes} bytes is too small to be sampled`);
  const found = new Set<number>();
  for (let n = 0; n < AT_EACH_END; n += 1) found.add(n).add(blocks - 1 - n);
  const many = Math.min(stretches, blocks);
  for (let n = 0; n < many; n += 1) {
    const [from, to] = [Math.floor((n * blocks) / many), Math.floor(((n + 1) * blocks) / many)];
    found.add(Math.min(to - 1, from + Math.floor(random() * (to - from))));
  }
  return [...found].sort((one, other) => one - other).map((block) => block * SAMPLE_BYTES);
}

export interface SampledDrive {
  bytes: number;
  /** The bytes there; null where they cannot be read. */
  read: (offset: number, length: number) => Uint8Array | null | Promise<Uint8Array | null>;
  random: () => number;
  /** Whether nobody wants to know any more. */
  stop?: () => boolean;
}

/** Reads samples all over a drive and says what they look like. Nothing is written. */
export async function sampleDrive(drive: SampledDrive): Promise<WipeSeen> {
  const seen: WipeSeen = {
    ...{ bytes: drive.bytes, samples: 0, zeros: 0, oneValue: 0, noise: 0, content: 0, unreadable: 0, contentAt: [] },
  };
  for (const offset of sampleOffsets(drive.bytes, drive.random)) {
    if (drive.stop?.()) break;
    const bytes = await drive.read(offset, SAMPLE_BYTES);
    const kind = bytes ? sampleKind(bytes) : 'unreadable';
    seen.samples += 1;
    seen[kind] += 1;
    if (kind === 'content' && seen.contentAt.length < PLACES) seen.contentAt.push(offset);
  }
  return seen;
}

export const WIPE_VERDICTS = ['nothing left', 'noise, as that way leaves', 'not wiped'] as const;
export type WipeVerdict = (typeof WIPE_VERDICTS)[number];

/**
 * What the samples say of a wipe by that way: whether it did what was said of it, and in a sentence what was seen.
 *
 * @param figure how the reader writes numbers
 */
export function judgeWipe(
  way: WipeWayName,
  seen: WipeSeen,
  figure: (value: number) => string = String,
): { verdict: WipeVerdict; sentence: string } {
  const { leaves } = WIPE_WAYS[way];
  const { samples, zeros, oneValue, noise, content, unreadable, contentAt } = seen;
  const readable = samples - unreadable;
  const unread =
    unreadable > 0
      ? ` ${figure(unreadable)} of ${figure(samples)} samples could not be read: what they hold is not known.`
      : '';
  const not = (sentence: string) => ({ verdict: 'not wiped' as const, sentence: `${sentence}${unread}` });
  if (readable === 0) return not('Nothing of it could be read.');
  if (content > 0)
    return not(
      `Content was seen in ${figure(content)} of ${figure(samples)} samples, the first at ${binary(contentAt[0] ?? 0)} from its beginning.`,
    );
  if (noise > 0 && leaves !== 'noise')
    return not(
      `${figure(noise)} of ${figure(samples)} samples look like noise, which that way does not leave: it may be encrypted data.`,
    );
  if (oneValue > 0 && leaves === 'zeros')
    return not(`${figure(oneValue)} of ${figure(samples)} samples hold another value than zero.`);
  if (noise > 0)
    return {
      verdict: 'noise, as that way leaves',
      sentence: `${figure(noise)} of ${figure(samples)} samples look like noise, ${figure(zeros + oneValue)} are empty. Noise cannot be told from encrypted data: that nothing is left rests on the command.${unread}`,
    };
  return { verdict: 'nothing left', sentence: `All ${figure(readable)} samples that were read are empty.${unread}` };
}

/**
 * How likely samples would have missed it all, had that share of the drive been left as it was: at most, since they are
 * spread.
 *
 * @param share 0 to 1
 */
export function missChance(share: number, samples: number): number {
  return (1 - share) ** samples;
}
