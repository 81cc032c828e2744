import type { Curve, Progress } from './progress';

/** What a run's figures point to, and what could be changed for the next attempt. */
export interface RunAdvice {
  sentence: string;
  /** Things to change, as they are noted with the next attempt; empty where nothing needs to be. */
  changes: string[];
}

/** What a USB 2.0 link carries in practice, MB/s. */
export const USB2 = { low: 25, high: 45 } as const;

/** Under this share of what was expected a run is slow (rule of thumb). */
export const CRAWLS = 0.65;

/** The slowest that a drive without moving parts writes once its cache is spent, MB/s (rule of thumb, less a margin). */
const SPENT_CACHE = 45;

const OTHER_WAY = ['another lead', 'another socket', 'another enclosure'];

/**
 * What stands behind a run's figures in the words of the trade, or null where it goes as expected.
 *
 * @param expected rate that was expected, MB/s
 * @source signs and actions: trade practice
 */
export function adviceOn(progress: Progress, curve: Curve, expected: number): RunAdvice | null {
  const { condition, rate, elapsed } = progress;
  switch (condition) {
    case 'stalled':
      return {
        sentence:
          (progress.busy ?? 0) > 0.5
            ? 'Nothing has been written for two minutes, but the drives are busy: the old one may be trying to read a bad place. Wait, or read the rest first.'
            : 'Nothing has moved for two minutes and the drives are idle. Take another lead, socket or enclosure.',
        changes: [...OTHER_WAY, 'read the easy parts first'],
      };
    case 'errors':
      return {
        sentence: 'Reads fail. Let it go on as long as it moves, note what is lost, and check nothing on this drive.',
        changes: [
          'easy parts first with large blocks',
          'a time limit for each bad place',
          'straight at SATA instead of USB',
        ],
      };
    case 'quiet':
      return {
        sentence: 'Nothing moves at the moment. Short stops are normal while the tool checks what it wrote.',
        changes: [],
      };
    case 'reading back':
      return {
        sentence: 'All is written; the tool reads it back. Leave it alone until it says that it is done.',
        changes: [],
      };
    case 'all written':
      return {
        sentence: 'All bytes are written. See that the tool says it is done, then record the end.',
        changes: [],
      };
    case 'reading':
      return {
        sentence: 'It reads and writes nothing: the tool looks for what is in use, or compares. Leave it alone.',
        changes: [],
      };
    case 'stopped short':
      return {
        sentence:
          'It has written less than planned and stands still. Tools that pass over page and hibernation files do: see what it says.',
        changes: OTHER_WAY,
      };
    case 'not started':
      return elapsed > 60
        ? { sentence: 'The berth has counted nothing yet. Was the tool started on these drives?', changes: OTHER_WAY }
        : null;
    case 'moving':
      return slow(rate, expected, elapsed, curve);
  }
}

function slow(latest: number, expected: number, elapsed: number, curve: Curve): RunAdvice | null {
  // What goes up and down is judged by its mean.
  const rate = curve.rates.length < 12 ? latest : Math.min(latest, mean(curve.rates.slice(-24)));
  if (elapsed < 60 || expected <= 0 || rate >= expected * CRAWLS) return null;
  if (rate >= USB2.low && rate <= USB2.high && expected > USB2.high * 1.5) {
    return {
      sentence: `It moves at ${Math.round(rate)} MB/s, as USB 2.0 does: a plug half in, an old lead or a slow socket.`,
      changes: ['another socket', 'another lead', 'plugged in anew, quickly'],
    };
  }
  if (saws(curve)) {
    return {
      sentence: 'The rate saws up and down: the new drive is too hot. Give it air; it goes faster by itself.',
      changes: ['air over the new drive', 'a heatsink'],
    };
  }
  if (fell(curve) && rate < SPENT_CACHE) {
    return {
      sentence: `It began faster and moves at ${Math.round(rate)} MB/s: slower than any new drive writes. The old one reads badly here: look at its health.`,
      changes: ['easy parts first with large blocks', 'a time limit for each bad place'],
    };
  }
  if (fell(curve)) {
    return {
      sentence: 'It began faster: the cache of the new drive is spent. That is normal; allow more time.',
      changes: [],
    };
  }
  if (rate > expected * 0.4) {
    return {
      sentence: 'It moves at about half of what was expected: do both drives share one lead or dock?',
      changes: ['drives on separate sockets'],
    };
  }
  return {
    sentence: 'It moves far slower than expected: many small files, a tired drive, or something else at work.',
    changes: ['every sector instead of files', 'network and scanning off'],
  };
}

const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);

/** Whether the rate goes up and down between two levels, several times. */
function saws({ rates }: Curve): boolean {
  const latest = rates.slice(-40);
  if (latest.length < 20) return false;
  const middle = mean(latest);
  const crossings = latest.filter((rate, at) => at > 0 && rate > middle !== (latest[at - 1] ?? rate) > middle).length;
  const high = mean(latest.filter((rate) => rate > middle));
  const low = mean(latest.filter((rate) => rate <= middle));
  return crossings >= 4 && crossings <= latest.length / 2 && low < high * 0.6;
}

/** Whether it stepped down once and stayed there. */
function fell({ rates }: Curve): boolean {
  if (rates.length < 12) return false;
  const [first, last] = [mean(rates.slice(1, 6)), mean(rates.slice(-6))];
  return last < first * 0.6;
}
