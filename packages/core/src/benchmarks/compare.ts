import { linkPractical } from '../links';
import type { Reason } from '../reason';
import { alike } from './alike';
import { measuredLink, median } from './figures';
import { judged } from './judge';
import type { Comparison, Fitted, MeasuredDrive, MeasurementKey, MeasurementSet } from './types';

export interface Compared {
  rows: Comparison[];
  /** Whether the figures may be set side by side, and what they point to. */
  findings: Reason[];
}

const NAMES: Readonly<Record<MeasurementKey, string>> = {
  sequentialRead: 'Sequential read',
  sequentialWrite: 'Sequential write',
  randomRead: 'Random read, 4 KiB',
  randomWrite: 'Random write, 4 KiB',
  loadedRead: 'Random read, 4 KiB, 32 waiting',
  memoryBandwidth: 'Memory, read',
  startUp: 'Start-up, median',
  programStart: 'Program opens, median',
};

/**
 * Before against after, against the rating and against what the link carries in practice. Figures that were not taken
 * under like settings get no multiple.
 */
export function compareSets(
  before: MeasurementSet | null,
  after: MeasurementSet | null,
  fitted: Fitted = { drive: null, memory: null },
): Compared {
  const unlike = alike(before, after);
  const rows = (Object.keys(NAMES) as MeasurementKey[]).map((key): Comparison => {
    const one = compareOne(key, before, after, fitted.drive);
    return unlike.forbids(key) ? { ...one, multiple: null } : one;
  });
  return { rows, findings: [...unlike.reasons, ...(after ? judged(after, before, fitted) : [])] };
}

function compareOne(
  key: MeasurementKey,
  before: MeasurementSet | null,
  after: MeasurementSet | null,
  drive: MeasuredDrive | null,
): Comparison {
  const [first, second] = [figure(before, key), figure(after, key)];
  const timed = key === 'startUp' || key === 'programStart';
  const faster = timed ? ratio(first, second) : ratio(second, first);
  const rated = key === 'sequentialRead' ? drive?.ratedRead : key === 'sequentialWrite' ? drive?.ratedWrite : undefined;
  const link = drive && after && key.startsWith('sequential') ? measuredLink(after, drive) : null;
  return {
    key,
    name: NAMES[key],
    unit: timed ? 's' : 'MB/s',
    before: first,
    after: second,
    multiple: faster,
    shareOfRating: rated ? ratio(second, rated) : null,
    shareOfLink: link && ratio(second, linkPractical(link)[1]),
  };
}

function figure(set: MeasurementSet | null, key: MeasurementKey): number | null {
  if (!set) return null;
  if (key === 'startUp') return median(set.startUps);
  return key === 'programStart' ? median(set.programStarts ?? []) : (set[key] ?? null);
}

function ratio(top: number | null, bottom: number | null): number | null {
  return top === null || bottom === null || bottom <= 0 ? null : top / bottom;
}
