import { advance, advanceAll, beginProgress, progressOf, type Sample } from '../progress';
import { historyOf, type Fault, type Gone } from './histories.test-data';
import { estimateRun } from './run';
import { scoreOf, type Score, type Told } from './score';
import type { FinishedRun } from './types';

/** Shares of a run at which its time left is held against what came. */
export const AT = [0.1, 0.5, 0.9] as const;

/** What came of every range in back-test: before the run, by class, health and fault, and at shares of it. */
export interface BackTest {
  before: Score;
  /** Without any run to learn from. */
  prior: Score;
  groups: [name: string, Score][];
  left: [share: number, Score][];
}

/**
 * Goes through the histories of many shops, each run estimated from those before it alone.
 *
 * @param shops how many shops, each with a tool and ways of its own
 * @param runs how many runs each has
 * @param seed begins what is drawn: another seed, other shops
 */
export function backTest(shops: number, runs: number, seed: number): BackTest {
  const [before, prior]: [Told[], Told[]] = [[], []];
  const groups = new Map<string, Told[]>();
  const left = AT.map((share) => [share, [] as Told[]] as const);
  for (let shop = 0; shop < shops; shop += 1) {
    const finished: FinishedRun[] = [];
    for (const gone of historyOf(seed + shop * 7919, runs)) {
      const { work, fault, took } = gone;
      const estimate = estimateRun(work, finished);
      const told = { low: estimate.low, high: estimate.high, took };
      before.push(told);
      const alone = estimateRun(work, []);
      prior.push({ low: alone.low, high: alone.high, took });
      const { kind, source = 'SATA SSD', health, route } = work;
      for (const name of [source, `health ${work.health ?? ''}`, faultName(fault)]) {
        const group = groups.get(name) ?? [];
        group.push(told);
        groups.set(name, group);
      }
      finished.push({
        kind,
        source,
        ...(health ? { health } : {}),
        ...(route ? { route } : {}),
        prior: estimate.prior,
        took,
      });
      for (const [index, told] of leftOf(gone).entries()) if (told) left[index]?.[1].push(told);
    }
  }
  return {
    before: scoreOf(before),
    prior: scoreOf(prior),
    groups: [...groups].sort(([a], [b]) => a.localeCompare(b)).map(([name, all]) => [name, scoreOf(all)]),
    left: left.map(([share, all]) => [share, scoreOf(all)]),
  };
}

const faultName = (fault: Fault) => (fault === 'none' ? 'nothing goes wrong' : fault);

/** The time left as it was told when each of those shares was written; nothing where it was not told yet. */
function leftOf({ work, every, written }: Gone): (Told | null)[] {
  const samples = written.map((bytes, index): Sample => {
    return { t: (index + 1) * every, read: bytes, written: bytes, errors: 0 };
  });
  let state = advance(beginProgress(), { t: 0, read: 0, written: 0, errors: 0 });
  let taken = 0;
  return AT.map((share) => {
    const at = written.findIndex((bytes) => bytes >= share * work.bytes);
    const took = (written.length - 1 - at) * every;
    state = advanceAll(state, samples.slice(taken, at + 1));
    taken = Math.max(taken, at + 1);
    const { left } = progressOf(state, work.bytes);
    return at >= 0 && took > 0 && left ? { ...left, took } : null;
  });
}
