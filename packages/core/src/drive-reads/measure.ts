import { MIB } from '../capacity';
import type { DriveReads, ReadPlace, SmallReads } from './types';

/** Places that are read in stretches, in how large reads, and how much of the time they get. */
const [PLACES, STRETCH, SHARE] = [9, MIB, 0.6];
/** Bytes of a small read. */
const SMALL = 4096;
/** Small reads that are timed at most: the percentiles of more say nothing else. */
const MOST = 200_000;
/** After so many failures at one place, and among small reads, it is gone on: each can take half a minute. */
const [FAILURES, SMALL_FAILURES] = [3, 10];

/** A drive that can be read, and a clock that never goes back. */
export interface ReadableDrive {
  bytes: number;
  /** How long reading them took, ms; null where they could not be read. */
  read: (offset: number, length: number) => number | null | Promise<number | null>;
  /** Milliseconds. */
  now: () => number;
  /** From 0 to less than 1. */
  random: () => number;
  /** Whether nobody wants to know any more: it ends with what it has. */
  stop?: () => boolean;
}

/**
 * Reads a drive at nine places in stretches of 1 MiB, then 4 KiB at a time all over it, and nothing is written. Ends with
 * the time that is given to it, and what a read that hangs takes beyond.
 *
 * @param seconds of reading in all
 * @throws RangeError for a drive of less than nine stretches
 * @source trade practice: sequential rate outside to inside, 4 KiB one at a time, slowest percentiles
 */
export async function readForFigures(
  drive: ReadableDrive,
  seconds: number,
): Promise<Pick<DriveReads, 'places' | 'small'>> {
  if (drive.bytes < PLACES * STRETCH)
    throw new RangeError(`a drive of ${drive.bytes} bytes is too small to be measured`);
  const each = (seconds * 1000 * SHARE) / PLACES;
  const places: ReadPlace[] = [];
  for (const offset of placesOf(drive.bytes)) places.push(await readStretch(drive, offset, each));
  return { places, small: await readSmall(drive, seconds * 1000 * (1 - SHARE)) };
}

/** Where the nine places begin, bytes: at its beginning, at its end, and evenly between, on whole stretches. */
export function placesOf(bytes: number): number[] {
  const last = Math.floor(bytes / STRETCH) - 1;
  return Array.from({ length: PLACES }, (_none, n) => Math.floor((last * n) / (PLACES - 1)) * STRETCH);
}

async function readStretch(drive: ReadableDrive, offset: number, milliseconds: number): Promise<ReadPlace> {
  const began = drive.now();
  let [read, spent, failed] = [0, 0, 0];
  // Towards the end it is read on from its place backwards: the drive has no more behind it.
  const room = drive.bytes - offset;
  const next = (n: number) => (room >= 64 * STRETCH ? offset + n * STRETCH : offset - n * STRETCH);
  for (let n = 0; drive.now() - began < milliseconds && failed < FAILURES && !drive.stop?.(); n += 1) {
    const at = next(n);
    if (at < 0 || at + STRETCH > drive.bytes) break;
    const took = await drive.read(at, STRETCH);
    if (took === null) failed += 1;
    else [read, spent] = [read + STRETCH, spent + took];
  }
  return { offset, rate: read > 0 && spent > 0 ? tenth(read / 1000 / spent) : null, failed };
}

async function readSmall(drive: ReadableDrive, milliseconds: number): Promise<SmallReads | null> {
  const began = drive.now();
  const took: number[] = [];
  let failed = 0;
  const blocks = Math.floor(drive.bytes / SMALL);
  while (drive.now() - began < milliseconds && took.length < MOST && failed < SMALL_FAILURES && !drive.stop?.()) {
    const one = await drive.read(Math.floor(drive.random() * blocks) * SMALL, SMALL);
    if (one === null) failed += 1;
    else took.push(one);
  }
  return smallReads(took, failed);
}

/** What the times of small reads come to, milliseconds each; null where none was read. */
export function smallReads(took: readonly number[], failed: number): SmallReads | null {
  const sorted = [...took].sort((a, b) => a - b);
  const all = sorted.reduce((sum, one) => sum + one, 0);
  if (sorted.length === 0 || all <= 0) return null;
  const slower = (share: number) =>
    hundredth(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0);
  return {
    count: sorted.length,
    failed,
    rate: hundredth((sorted.length * SMALL) / 1000 / all),
    middle: slower(0.5),
    slowest20: slower(0.95),
    slowest100: slower(0.99),
    slowest: slower(1),
  };
}

const tenth = (value: number) => Math.round(value * 10) / 10;
const hundredth = (value: number) => Math.round(value * 100) / 100;
