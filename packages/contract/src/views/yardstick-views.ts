import type { RunKind } from '@udrel/core/estimate';
import type { RunSign } from '@udrel/core/progress';
import type { Counted } from '@udrel/core/yardsticks';

/** What the shop did in a month, or of a kind: medians with the middle half, and counts. */
export interface YardstickRow {
  /** `YYYY-MM`, or the kind of job. */
  of: string;
  jobs: number;
  /** Hours from booking in until it could be fetched. */
  turnaround: Counted;
  /** Hours after what was promised; below 0 before it. */
  late: Counted;
  /** Ready by what was promised, of those that were promised. */
  inTime: number;
  /** Tenths of a multiple. */
  speedUp: Counted;
  /** How long hands took, in hundredths of what was told. */
  hands: Counted;
  /** Trial starts, and of these those that started at the first. */
  starts: number;
  startedFirst: number;
  /** Attempts at a copy, and of these those that did not end well. */
  attempts: number;
  failed: number;
  /** Minor currency units before tax. */
  revenue: number;
  work: number;
  /** Jobs of which it is known what their parts cost, and what was left of these. */
  costed: number;
  margin: number;
  returned: number;
  ended: number;
}

/** Estimates of runs against what they took, by month. */
export interface RangesHeld {
  month: string;
  runs: number;
  held: number;
}

export interface YardsticksView {
  /** Seconds that what they are read from is behind; null where it is not behind anything. */
  behind: number | null;
  from: string;
  until: string;
  months: YardstickRow[];
  kinds: YardstickRow[];
  /** All of it together. */
  all: YardstickRow;
  ranges: RangesHeld[];
  /** Hours that runs took, by berth; 0 for what lay at none. */
  berths: { berth: number; runs: number; hours: number }[];
  /** Why devices did not start, and which runs did not end well: `sign` is what their berth saw. */
  noStarts: { cause: string; count: number }[];
  failures: { run: RunKind; outcome: string; sign: RunSign | null; count: number }[];
  /** What was changed after an attempt that failed: how often it was tried, and how often the next one ended well. */
  helped: { changed: string; tried: number; helped: number }[];
  /** What came back under guarantee, by model, of the jobs at it that were closed. */
  returns: { model: string; returned: number; jobs: number }[];
  /** Parts that failed under guarantee, by the serial that was noted. */
  returnedParts: { part: string; returned: number }[];
}

/** What the shop's own jobs say of a part at a site of a model. */
export interface PartRecord {
  partId: string;
  siteId: string;
  fitted: number;
  /** The middle of what it read afterwards, MB/s; null where nobody measured. */
  read: number | null;
  /** How often the device did not start at the first trial start, and how often the part came back as failed. */
  notAtOnce: number;
  cameBack: number;
}
