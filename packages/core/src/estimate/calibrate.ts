import type { DriveClass } from '../fit';
import type { FinishedRun, HealthGrade, Range, RunKind } from './types';

/** How many runs the figures of the class are worth: few finished runs hardly move them, many do. */
const WORTH = 6;
/** What a run of the same kind tells about this one where class, health or route are others. */
const OTHER_CLASS = 0.25;
const OTHER_HEALTH = 0.3;
const OTHER_ROUTE = 0.5;
/** A run that lies further from the middle of its like than so many times their usual distance counts as lying there. */
const OUTLYING = 4;
/** Least usual distance, as a logarithm: a few runs that happen to be alike make no outlier of the next. */
const LEAST_DISTANCE = 0.15;
/** A tenth of a normal spread lies beyond this many deviations. */
const TENTH = 1.2816;

/** What finished runs are held against, beside their kind. */
export interface Alike {
  source: DriveClass | undefined;
  health?: HealthGrade | undefined;
  route?: string | undefined;
}

export interface Calibrated extends Range {
  /** Finished runs of this kind, and those of them from the same class of drive. */
  runs: number;
  alike: number;
}

/** A value with what it counts. */
interface Weighed {
  value: number;
  weight: number;
}

/**
 * A range moved by what the shop's own runs took, by shrinkage of the logarithms of actual over expected, and made as
 * wide as the figures of the class and those runs together say: its ends are the 10th and the 90th percentile of both.
 * Runs alike in class, health and route count most, and one that went far astray no more than others. With no runs it
 * comes back as it was; it is never of no width, and it grows wherever the prior grows.
 */
export function calibrate(prior: Range, kind: RunKind, like: Alike, finished: readonly FinishedRun[]): Calibrated {
  const { runs, alike, shift, spread } = learntFrom(kind, like, finished);
  if (runs === 0 || prior.middle <= 0) return { ...wide(prior), runs: 0, alike: 0 };
  const middle = prior.middle * Math.exp(shift);
  // Each quantile grows with the prior, so that the ends do: more bytes never take less time.
  const all = merged(ofPrior(prior, shift), spread, Math.log(middle));
  const [low, high] = [quantile(all, 0.1), quantile(all, 0.9)].map(Math.exp) as [number, number];
  return { ...wide({ low: Math.min(low, middle), middle, high: Math.max(high, middle) }), runs, alike };
}

/** What finished runs say of one, whatever its bytes: how far off they were, and how they lie about that, ascending. */
interface Learnt {
  runs: number;
  alike: number;
  shift: number;
  spread: Weighed[];
}

/** A page estimates many runs from the same finished ones: each kind of run is worked out from them once. */
const LEARNT = new WeakMap<readonly FinishedRun[], Map<string, Learnt>>();

function learntFrom(kind: RunKind, like: Alike, finished: readonly FinishedRun[]): Learnt {
  const held = LEARNT.get(finished) ?? new Map<string, Learnt>();
  LEARNT.set(finished, held);
  // A list that grew is another one.
  const key = [finished.length, kind, like.source, like.health, like.route].join();
  const found = held.get(key) ?? learn(kind, like, finished);
  held.set(key, found);
  return found;
}

function learn(kind: RunKind, like: Alike, finished: readonly FinishedRun[]): Learnt {
  const known = finished.filter((run) => run.kind === kind && run.prior > 0 && run.took > 0);
  const off = withoutOutliers(
    known.map((run) => ({ value: Math.log(run.took / run.prior), weight: weightOf(run, like) })),
  );
  const weight = off.reduce((sum, one) => sum + one.weight, 0);
  const sum = off.reduce((total, one) => total + one.weight * one.value, 0);
  const mean = weight > 0 ? sum / weight : 0;
  return {
    runs: known.length,
    alike: known.filter((run) => run.source === like.source).length,
    shift: sum / (weight + WORTH),
    spread: ascending(off.map(({ value, weight: own }) => ({ value: value - mean, weight: own }))),
  };
}

const ascending = (values: Weighed[]) => values.sort((a, b) => a.value - b.value);

/** Two ascending lists as one; those of the second moved by so much. */
function merged(first: readonly Weighed[], second: readonly Weighed[], by: number): Weighed[] {
  const all: Weighed[] = [];
  let at = 0;
  for (const { value, weight } of second) {
    const moved = value + by;
    for (let next = first[at]; next && next.value <= moved; next = first[(at += 1)]) all.push(next);
    all.push({ value: moved, weight });
  }
  return all.concat(first.slice(at));
}

function weightOf(run: FinishedRun, { source, health, route }: Alike): number {
  const other = (own: string | undefined, its: string | undefined) =>
    own !== undefined && its !== undefined && own !== its;
  return (
    (run.source === source ? 1 : OTHER_CLASS) *
    (other(health, run.health) ? OTHER_HEALTH : 1) *
    (other(route, run.route) ? OTHER_ROUTE : 1)
  );
}

/** Values that lie astray are drawn in to where the others still are: a run left over night, or of another drive. */
function withoutOutliers(values: readonly Weighed[]): Weighed[] {
  const middle = quantile(ascending([...values]), 0.5);
  const usual = quantile(
    ascending(values.map(({ value, weight }) => ({ value: Math.abs(value - middle), weight }))),
    0.5,
  );
  const most = OUTLYING * Math.max(LEAST_DISTANCE, usual);
  return values.map(({ value, weight }) => ({
    value: Math.min(middle + most, Math.max(middle - most, value)),
    weight,
  }));
}

/** Points of a normal spread, by how many deviations each lies from the middle: twenty of equal weight. */
const BEYOND = [1.96, 1.44, 1.15, 0.935, 0.755, 0.598, 0.454, 0.319, 0.189, 0.063];
const POINTS = [...BEYOND.map((z) => -z), ...[...BEYOND].reverse()];

/** The figures of the class as values: a spread whose tenths lie at the ends of the range, moved. */
function ofPrior({ low, middle, high }: Range, shift: number): Weighed[] {
  const at = Math.log(middle) + shift;
  const below = Math.log(middle / Math.max(1, Math.min(low, middle)));
  const above = Math.log(Math.max(high, middle) / middle);
  return POINTS.map((z) => ({ value: at + (z / TENTH) * (z < 0 ? below : above), weight: WORTH / POINTS.length }));
}

/** The value below which such a share of the weight lies, between the two that enclose it; of an ascending list. */
function quantile(sorted: readonly Weighed[], share: number): number {
  const wanted = share * sorted.reduce((sum, { weight }) => sum + weight, 0);
  let [passed, before] = [0, sorted[0]?.value ?? 0];
  let at = 0;
  for (const { value, weight } of sorted) {
    // A value stands for the middle of what it counts.
    const here = passed + weight / 2;
    if (here >= wanted) return here === at ? value : before + ((value - before) * (wanted - at)) / (here - at);
    [passed, before, at] = [passed + weight, value, here];
  }
  return before;
}

/** In whole seconds, and never of no width: nobody knows a run to the second. */
function wide({ low, middle, high }: Range): Range {
  const at = Math.round(middle);
  return { low: Math.max(0, Math.min(Math.round(low), at - 1)), middle: at, high: Math.max(Math.round(high), at + 1) };
}
