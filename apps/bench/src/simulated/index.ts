import type { AgentWork } from '@udrel/contract/types';
import type { Sample } from '@udrel/core/progress';
import type { Berth } from '../berth';
import { seededRandom } from './random';
import { nextSecond, type ScenarioName } from './scenario';

export { SCENARIOS, type ScenarioName } from './scenario';

interface Watched {
  work: AgentWork;
  second: number;
  written: number;
  errors: number;
  random: () => number;
}

/**
 * A berth that behaves as if drives were copied there. With a speed of 20, twenty seconds of its own clock pass
 * in one second; rates are those of its own clock. A failing source errs whatever the scenario.
 */
export function simulatedBerth(number: number, scenario: ScenarioName, speed: number): Berth {
  let watched: Watched | null = null;
  let carried = 0;

  function tick(run: Watched): Sample {
    const { work } = run;
    const left = Math.max(0, work.plannedBytes - work.doneBytes - run.written);
    const share = work.plannedBytes > 0 ? 1 - left / work.plannedBytes : 1;
    const name = work.failingSource && scenario === 'healthy' ? 'errors' : scenario;
    const { bytes, errors } = nextSecond(name, share, run.second, work.expectedRate, run.random);
    run.second += 1;
    run.written += Math.min(left, bytes);
    run.errors += left > 0 ? errors : 0;
    return { t: run.second, read: run.written, written: run.written, errors: run.errors };
  }

  return {
    number,
    simulated: true,
    speed,
    watching: () => watched?.work.runId ?? null,
    watch(work) {
      if (watched?.work.runId === work.runId) return;
      watched = { work, second: 0, written: 0, errors: 0, random: seededRandom(number * 7919 + work.plannedBytes) };
      carried = 0;
    },
    unwatch() {
      watched = null;
    },
    read(milliseconds) {
      const run = watched;
      if (!run) return [];
      carried += (milliseconds / 1000) * speed;
      const seconds = Math.floor(carried);
      carried -= seconds;
      return Array.from({ length: seconds }, () => tick(run));
    },
  };
}
