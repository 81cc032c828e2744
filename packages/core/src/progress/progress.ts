/** Cumulative counters of one moment. `t` in seconds on the agent's own steady clock; bytes since the run began. */
export interface Sample {
  t: number;
  /** Read from the source, written to the target. */
  read: number;
  written: number;
  errors: number;
  /** Written to the source, where nothing may be written. */
  sourceWritten?: number;
  /** Share of the time in which either drive was busy, 0 to 1. */
  busy?: number;
}

/**
 * `reading`: nothing is written, but read on. `stopped short`: most of it is written and nothing moves any more, as
 * when a tool has passed over page and hibernation files. `all written`: all that was planned, and it has ended.
 */
export type Condition =
  | 'not started'
  | 'moving'
  | 'reading'
  | 'quiet'
  | 'stalled'
  | 'stopped short'
  | 'errors'
  | 'all written'
  | 'reading back';

/** What is remembered of a run: enough to go on in constant time and to draw its curve. Times in seconds. */
export interface ProgressState {
  last: Sample | null;
  done: number;
  errors: number;
  elapsed: number;
  /** Bytes written in the time elapsed. */
  moved: number;
  /** How long nothing has been written, and how long ago the last error came (null: none yet). */
  still: number;
  sinceError: number | null;
  /** Bytes that were written to the source since the run began. */
  sourceWritten: number;
  /** How long nothing has been read either; busy share of the latest sample, null where it is not told. */
  unread: number;
  busy: number | null;
  /** Latest rates, MB/s, newest last. */
  recent: number[];
  curve: Curve;
}

/** The same without what only the curve needs. */
type Counted = Omit<ProgressState, 'curve'>;

/** Mean rates, MB/s, of buckets of equal width; when full, neighbours are joined and the width doubles. */
export interface Curve {
  width: number;
  rates: number[];
  open: { until: number; bytes: number } | null;
}

export interface Progress {
  done: number;
  /** MB/s, median of the latest figures. */
  rate: number;
  errors: number;
  condition: Condition;
  /** Seconds left, or null while nothing can be said. */
  left: { low: number; high: number } | null;
  elapsed: number;
  sourceWritten: number;
  busy: number | null;
  /** Seconds that writing took and its mean rate, MB/s, once all is written; null before. */
  wrote: { seconds: number; rate: number } | null;
}

const RECENT = 30;
const CURVE_POINTS = 160;
/** Standing still is normal for a while: tools check and write tables. After two minutes it is not. */
const QUIET_AFTER = 15;
const STALLED_AFTER = 120;
/** Once as much is written as was planned, so long without a byte says that writing is over. */
const ENDED_AFTER = 10;
const ERRORS_LINGER = 60;
/** From this share of the plan on a run that stands still may simply be over: tools pass over files that are made anew. */
const PERHAPS_OVER = 0.8;
/** Runs seldom fall under this share of their own mean rate for long. */
const SLOWEST_SHARE = 0.6;
/** How much less and more than at that pace a run takes in nine of ten cases; the more the less of it is done. */
const SHORTER = 0.99;
const LONGER = { first: 1.45, falls: 0.45, least: 1.22 } as const;
const SLOWED_LONGER = 1.1;

/** A run of which no sample has come yet. */
export function beginProgress(): ProgressState {
  return {
    last: null,
    done: 0,
    errors: 0,
    elapsed: 0,
    moved: 0,
    still: 0,
    sinceError: null,
    sourceWritten: 0,
    unread: 0,
    busy: null,
    recent: [],
    curve: { width: 5, rates: [], open: null },
  };
}

/** The watcher started anew, with another clock and counters from zero: what was counted stays counted. */
export function resumeProgress(state: ProgressState): ProgressState {
  return { ...state, last: null, curve: { ...state.curve, open: null } };
}

/** Takes in one sample, in constant time; see `advanceAll`. */
export function advance(state: ProgressState, sample: Sample): ProgressState {
  return advanceAll(state, [sample]);
}

/**
 * Takes in samples one after the other, each in constant time. A sample that is not later than the last one is passed
 * over; counters that went back (a drive plugged in again) count from zero; a gap in time does not make a false peak.
 * The state given stays as it is.
 */
export function advanceAll(state: ProgressState, samples: readonly Sample[]): ProgressState {
  const next: ProgressState = {
    ...state,
    recent: [...state.recent],
    curve: { ...state.curve, rates: [...state.curve.rates], open: state.curve.open && { ...state.curve.open } },
  };
  for (const sample of samples) take(next, sample);
  return next;
}

function take(state: ProgressState, sample: Sample): void {
  const { last } = state;
  if (last && sample.t <= last.t) return;
  state.last = sample;
  state.busy = sample.busy ?? null;
  if (!last) {
    state.done += sample.written;
    state.errors += sample.errors;
    state.sourceWritten += sample.sourceWritten ?? 0;
    return;
  }
  const seconds = sample.t - last.t;
  const bytes = grown(last.written, sample.written);
  const newErrors = grown(last.errors, sample.errors);
  state.done += bytes;
  state.errors += newErrors;
  state.elapsed += seconds;
  state.moved += bytes;
  state.still = bytes > 0 ? 0 : state.still + seconds;
  state.sourceWritten += grown(last.sourceWritten ?? 0, sample.sourceWritten ?? 0);
  state.unread = grown(last.read, sample.read) > 0 ? 0 : state.unread + seconds;
  state.sinceError = newErrors > 0 ? 0 : state.sinceError === null ? null : state.sinceError + seconds;
  state.recent.push(bytes / 1e6 / seconds);
  if (state.recent.length > RECENT) state.recent.shift();
  extend(state.curve, last.t, sample.t, bytes);
}

function grown(before: number, after: number): number {
  return after >= before ? after - before : after;
}

function extend(curve: Curve, from: number, to: number, bytes: number): void {
  const open = curve.open ?? { until: from + curve.width, bytes: 0 };
  open.bytes += bytes;
  curve.open = open;
  if (to < open.until) return;
  curve.rates.push(open.bytes / 1e6 / (curve.width + (to - open.until)));
  curve.open = null;
  if (curve.rates.length >= CURVE_POINTS) halve(curve);
}

function halve(curve: Curve): void {
  const rates: number[] = [];
  for (let n = 0; n + 1 < curve.rates.length; n += 2) {
    rates.push(((curve.rates[n] ?? 0) + (curve.rates[n + 1] ?? 0)) / 2);
  }
  curve.rates = rates;
  curve.width *= 2;
}

/** The curve with at most so many points: neighbours are joined until it is short enough. */
export function thinned(curve: Curve, most: number): Curve {
  const short = { ...curve, rates: [...curve.rates] };
  while (short.rates.length > Math.max(1, most)) halve(short);
  return short;
}

/** Where the run stands. @param planned bytes that the run is to write; 0 when not known */
export function progressOf(state: Counted, planned: number): Progress {
  const rate = percentile(state.recent, 0.5);
  return {
    done: state.done,
    rate,
    errors: state.errors,
    condition: conditionOf(state, planned),
    left: timeLeft(state, planned, rate),
    elapsed: state.elapsed,
    sourceWritten: state.sourceWritten,
    busy: state.busy,
    wrote: hasEnded(state, planned) ? wroteIn(state) : null,
  };
}

function wroteIn({ elapsed, still, moved }: Counted): NonNullable<Progress['wrote']> {
  const seconds = elapsed - still;
  return { seconds, rate: moved / 1e6 / Math.max(1, seconds) };
}

function conditionOf(state: Counted, planned: number): Condition {
  if (!state.last && state.elapsed === 0) return 'not started';
  const idle = idleFor(state);
  // What is still read once all is written is the tool comparing both drives; what is still written is more of it.
  if (hasEnded(state, planned)) return state.unread < ENDED_AFTER ? 'reading back' : 'all written';
  if (idle >= STALLED_AFTER) return planned > 0 && state.done >= planned * PERHAPS_OVER ? 'stopped short' : 'stalled';
  if (state.sinceError !== null && state.sinceError < ERRORS_LINGER) return 'errors';
  if (state.still < QUIET_AFTER) return 'moving';
  return idle < QUIET_AFTER ? 'reading' : 'quiet';
}

/** How long nothing has moved at all, neither read nor written, seconds. */
const idleFor = ({ still, unread }: Counted) => Math.min(still, unread);

/** Whether all that was planned is written and writing has come to its end. */
function hasEnded({ done, still }: Counted, planned: number): boolean {
  return planned > 0 && done >= planned && still >= ENDED_AFTER;
}

/**
 * From the mean of the whole run and from the latest rate where that is lower: disks fall off inwards and caches end, while
 * few runs grow faster. The range holds in about four of five runs of a back-test, at 10, 50 and 90 % of each.
 */
function timeLeft(state: Counted, planned: number, rate: number): Progress['left'] {
  if (planned <= 0 || state.recent.length < 3) return null;
  const remaining = Math.max(0, planned - state.done) / 1e6;
  // As much is written as was planned: how much more it will be nobody knows until it ends.
  if (remaining === 0) return hasEnded(state, planned) ? { low: 0, high: 0 } : null;
  const mean = state.moved / 1e6 / Math.max(1, state.elapsed);
  if (mean <= 0 || idleFor(state) >= STALLED_AFTER) return null;
  const slowed = rate < mean * SLOWEST_SHARE;
  const pace = Math.min(mean, Math.max(rate, mean * SLOWEST_SHARE));
  const longer = slowed ? SLOWED_LONGER : Math.max(LONGER.least, LONGER.first - LONGER.falls * (state.done / planned));
  const low = Math.floor((remaining / (slowed ? mean : pace)) * SHORTER);
  return { low, high: Math.max(low + 1, Math.ceil((remaining / pace) * longer)) };
}

function percentile(values: readonly number[], share: number): number {
  if (values.length === 0) return 0;
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}
