import { linkCeiling, linkName, type Link } from '../links';
import type { Reason } from '../reason';
import type { Comparison, MeasurementKey, MeasurementSet } from './types';

export interface After {
  link: Link;
  /** Rates on the box, MB/s. */
  ratedRead: number;
  ratedWrite: number;
}

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
  startUp: 'Start-up, median',
  programStart: 'Program opens, median',
};

/** Before against after, against the rating and against what the link can carry. */
export function compareSets(
  before: MeasurementSet | null,
  after: MeasurementSet | null,
  drive: After | null,
): Compared {
  const rows = (Object.keys(NAMES) as MeasurementKey[]).map((key) => compareOne(key, before, after, drive));
  const findings = [...comparable(before, after), ...(after && drive ? diagnose(after, drive) : []), ...spread(after)];
  return { rows, findings };
}

function compareOne(
  key: MeasurementKey,
  before: MeasurementSet | null,
  after: MeasurementSet | null,
  drive: After | null,
): Comparison {
  const [first, second] = [figure(before, key), figure(after, key)];
  const timed = key === 'startUp' || key === 'programStart';
  const faster = timed ? ratio(first, second) : ratio(second, first);
  const rated = key === 'sequentialRead' ? drive?.ratedRead : key === 'sequentialWrite' ? drive?.ratedWrite : undefined;
  const ceiling = drive && key.startsWith('sequential') ? linkCeiling(drive.link) : null;
  return {
    key,
    name: NAMES[key],
    unit: timed ? 's' : 'MB/s',
    before: first,
    after: second,
    multiple: faster,
    shareOfRating: rated ? ratio(second, rated) : null,
    shareOfCeiling: ratio(second, ceiling),
  };
}

function figure(set: MeasurementSet | null, key: MeasurementKey): number | null {
  if (!set) return null;
  if (key === 'startUp') return median(set.startUps);
  return key === 'programStart' ? median(set.programStarts ?? []) : set[key];
}

function ratio(top: number | null, bottom: number | null): number | null {
  return top === null || bottom === null || bottom <= 0 ? null : top / bottom;
}

/** The middle of the values, null for none. */
export function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  const upper = sorted[middle] ?? 0;
  return sorted.length % 2 === 1 ? upper : (upper + (sorted[middle - 1] ?? 0)) / 2;
}

function comparable(before: MeasurementSet | null, after: MeasurementSet | null): Reason[] {
  if (!before || !after) return [];
  const findings: Reason[] = [];
  if (before.method.trim().toLowerCase() !== after.method.trim().toLowerCase()) {
    findings.push(limit('Method', `Measured differently: “${before.method}” before, “${after.method}” after.`));
  }
  if (before.attached !== after.attached) {
    findings.push(limit('Attached', 'One set was measured over USB, the other inside: not comparable.'));
  }
  const seenTo = (set: MeasurementSet) => [...(set.conditions ?? [])].sort().join(', ');
  if (before.conditions && after.conditions && seenTo(before) !== seenTo(after)) {
    findings.push(
      limit('Conditions', `Seen to before: ${seenTo(before) || 'nothing'}; after: ${seenTo(after) || 'nothing'}.`),
    );
  }
  return findings;
}

/** Busy shares from which on the drive is what makes a device slow, and below which it is not, per cent. */
const BUSY = 80;
const IDLE = 40;

/** Whether the drive is what the complaint comes from, from how busy it is; null where that was not noted. */
export function complaintOf({ busyShare }: Pick<MeasurementSet, 'busyShare'>): Reason | null {
  if (busyShare === undefined) return null;
  const measured = `${busyShare} %`;
  const told = { rule: 'Busy', measured };
  if (busyShare >= BUSY)
    return { ...told, outcome: 'pass', sentence: `Busy ${measured} of the time: the drive is what makes it slow.` };
  if (busyShare >= IDLE)
    return {
      ...told,
      outcome: 'limit',
      sentence: `Busy ${measured} of the time: the drive is part of it; look at memory too.`,
    };
  const sentence = `Busy ${measured} of the time: a faster drive alone will hardly help.`;
  return { ...told, outcome: 'limit', sentence, remedy: 'look at memory, heat and what runs at the start' };
}

interface Known {
  from: number;
  to: number;
  kind: Link['kind'];
  sentence: string;
}

/** Readings that point to a known cause, MB/s sequential read (rule of thumb). */
const KNOWN: readonly Known[] = [
  { kind: 'sata', from: 120, to: 142, sentence: 'looks like a SATA 1 link: check port, cable, caddy' },
  { kind: 'sata', from: 240, to: 290, sentence: 'looks like a SATA 2 link: check port, cable, caddy' },
  { kind: 'pcie', from: 750, to: 900, sentence: 'looks like one lane of generation 3, or two of generation 2' },
  { kind: 'pcie', from: 1500, to: 1850, sentence: 'looks like half the lanes: two of generation 3' },
  { kind: 'pcie', from: 3100, to: 3600, sentence: 'looks like a generation 3 slot' },
];

function diagnose(after: MeasurementSet, drive: After): Reason[] {
  const read = after.sequentialRead;
  if (read === null) return [];
  if (read >= 26 && read <= 45) return [limit('Rate', `${read} MB/s looks like a USB 2.0 link.`)];
  const expected = Math.min(drive.ratedRead, linkCeiling(drive.link));
  if (read >= expected * 0.8) {
    return [
      { rule: 'Rate', outcome: 'pass', sentence: `Reads what ${linkName(drive.link)} and the rating let expect.` },
    ];
  }
  const cause = KNOWN.find((one) => one.kind === drive.link.kind && read >= one.from && read <= one.to);
  const sentence = cause?.sentence ?? 'below what was expected: updates running, drive hot or nearly full?';
  return [
    limit(
      'Rate',
      `${read.toLocaleString('en')} of about ${Math.round(expected).toLocaleString('en')} MB/s: ${sentence}.`,
    ),
  ];
}

function spread(after: MeasurementSet | null): Reason[] {
  if (!after) return [];
  if (after.startUps.length > 0 && after.startUps.length < 3) {
    return [limit('Start-ups', 'Time the start-up three times; the first one after a swap does not count.')];
  }
  const middle = median(after.startUps);
  const outliers = after.startUps.filter((time) => middle !== null && Math.abs(time - middle) > 0.25 * middle);
  return outliers.map((time) => limit('Start-ups', `${time} s stands out: updates, or a search for the network?`));
}

function limit(rule: string, sentence: string): Reason {
  return { rule, outcome: 'limit', sentence };
}
