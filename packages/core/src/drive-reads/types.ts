/** How long a drive is read for its figures, seconds. */
export const READ_SECONDS = [15, 30, 60, 300] as const;
export const USUAL_SECONDS = 30;

/** One place of a drive, read in a stretch. */
export interface ReadPlace {
  /** Bytes from its beginning. */
  offset: number;
  /** MB/s; null where nothing could be read, or time was over before it was reached. */
  rate: number | null;
  /** Reads that failed there. */
  failed: number;
}

/** Reads of 4 KiB at places all over the drive, one after the other. */
export interface SmallReads {
  count: number;
  failed: number;
  /** MB/s of all of them. */
  rate: number;
  /** How long one took, ms: in the middle, the slowest of 20, the slowest of 100, and the slowest of all. */
  middle: number;
  slowest20: number;
  slowest100: number;
  slowest: number;
}

export const READ_AT = ['berth', 'device'] as const;

/** What a drive was read at, without writing to it. */
export interface DriveReads {
  serial: string;
  bytes: number;
  /** At a berth, or in its device from a stick: only like ones are compared. */
  where: (typeof READ_AT)[number];
  /** What it hung on, in words; empty where that is not told. */
  link: string;
  /** Seconds that were given to it. */
  seconds: number;
  /** Nine, from its beginning to its end. */
  places: ReadPlace[];
  /** null where they could not be timed. */
  small: SmallReads | null;
}
