import type { DriveReads, ReadPlace, SmallReads } from './types';

/** Most drives of a file, and the most that any of them could reach, MB/s and ms. */
const [MOST, FASTEST, SLOWEST] = [64, 1_000_000, 3_600_000];

/** Reads of drives as a measurement file tells them. */
export type ReadsFile = { ok: true; drives: DriveReads[] } | { ok: false; sentence: string };

/** Whether a text is a measurement file, sound or not. */
export function isReadsFile(text: string): boolean {
  return /^\s*\{[^{}]*"format"\s*:\s*"udrel-measurement"/.test(text.slice(0, 400));
}

/** Reads a measurement file as `docs/formats.md` describes it. Never throws; says what is wrong first. */
export function readReadsFile(text: string): ReadsFile {
  const no = (sentence: string): ReadsFile => ({ ok: false, sentence });
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return no('The JSON breaks off or is damaged: make the file again.');
  }
  const file = objectOf(parsed);
  if (file?.['format'] !== 'udrel-measurement') return no('This JSON file is no measurement file.');
  if (file['version'] !== 1) return no('This measurement file is of a version that is not known here.');
  const drives = listOf(file['drives']);
  if (!drives || drives.length > MOST) return no(`A measurement file has a list of at most ${MOST} drives.`);
  const read: DriveReads[] = [];
  for (const [n, one] of drives.entries()) {
    const drive = driveOf(objectOf(one));
    if (typeof drive === 'string') return no(`Drive ${n + 1}: ${drive}`);
    read.push(drive);
  }
  return { ok: true, drives: read };
}

function driveOf(drive: Record<string, unknown> | null): DriveReads | string {
  if (!drive) return 'it is no object.';
  const { serial, bytes, seconds, link = '', places, small = null } = drive;
  if (typeof serial !== 'string' || serial.length > 60) return 'serial is a text of at most 60 letters.';
  if (typeof link !== 'string' || link.length > 60) return 'link is a text of at most 60 letters.';
  if (!within(bytes, 1, Number.MAX_SAFE_INTEGER) || !Number.isInteger(bytes)) return 'bytes is a whole number.';
  if (!within(seconds, 1, 3600)) return 'seconds is a number up to 3600.';
  const nine = listOf(places)?.map(placeOf);
  if (nine?.length !== 9 || nine.some((one) => one === null)) {
    return 'places are nine, each with offset, rate (a number, or null) and failed.';
  }
  const timed = small === null ? null : smallOf(objectOf(small));
  if (small !== null && timed === null) {
    return 'small has count, failed, rate, middle, slowest20, slowest100 and slowest, each no less than the one before in time.';
  }
  return { serial: serial.trim(), bytes, where: 'device', link, seconds, places: nine as ReadPlace[], small: timed };
}

function placeOf(given: unknown): ReadPlace | null {
  const { offset, rate = null, failed = 0 } = objectOf(given) ?? {};
  if (!within(offset, 0, Number.MAX_SAFE_INTEGER) || !within(failed, 0, 1e6)) return null;
  if (rate !== null && !within(rate, 0, FASTEST)) return null;
  return { offset, rate, failed };
}

function smallOf(given: Record<string, unknown> | null): SmallReads | null {
  const { count, failed = 0, rate, middle, slowest20, slowest100, slowest } = given ?? {};
  if (!within(count, 1, 1e7) || !within(failed, 0, 1e6) || !within(rate, 0, FASTEST)) return null;
  if (!within(middle, 0, SLOWEST) || !within(slowest20, middle, SLOWEST)) return null;
  if (!within(slowest100, slowest20, SLOWEST) || !within(slowest, slowest100, SLOWEST)) return null;
  return { count, failed, rate, middle, slowest20, slowest100, slowest };
}

function within(value: unknown, least: number, most: number): value is number {
  return typeof value === 'number' && value >= least && value <= most;
}

const listOf = (value: unknown): unknown[] | null => (Array.isArray(value) ? value : null);
const objectOf = (value: unknown): Record<string, unknown> | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : null;
