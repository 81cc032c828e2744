import type { ReadBackRequest, AgentWork, ReadBackAnswer, SeenDrive } from '@udrel/contract/types';
import type { Sample } from '@udrel/core/progress';
import { simulatedStart } from '@udrel/core/starting';
import type { Berth } from '../berth/berth';
import { simulatedReads } from '@udrel/core/drive-reads';
import { seededRandom } from '@udrel/core/chance';
import { sampleDrive, simulatedWiped } from '@udrel/core/wiping';
import { nextSecond, type ScenarioName, type Second } from './scenario';

export { SCENARIOS, type ScenarioName } from './scenario';

interface Watched {
  work: AgentWork;
  second: number;
  read: number;
  /** As the drive counts, and in all. */
  written: number;
  done: number;
  sourceWritten: number;
  errors: number;
  target: Second['target'];
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
    const left = Math.max(0, work.plannedBytes - work.doneBytes - run.done);
    const share = work.plannedBytes > 0 ? 1 - left / work.plannedBytes : 1;
    const name = work.failingSource && scenario === 'healthy' ? 'errors' : scenario;
    const { random } = run;
    const next = nextSecond(name, { share, second: run.second, rate: work.expectedRate, random });
    run.second += 1;
    const bytes = Math.min(left, next.bytes);
    // A drive that was pulled comes back with counters from zero.
    if (run.target === 'gone' && next.target !== 'gone') run.written = 0;
    run.target = next.target;
    run.written += bytes;
    run.done += bytes;
    run.sourceWritten += left > 0 ? next.sourceWritten : 0;
    run.errors += left > 0 ? next.errors : 0;
    const verifies = name === 'verify pass' && left === 0 && run.read < 2 * work.plannedBytes;
    run.read += verifies ? Math.round(work.expectedRate * 1e6) : bytes;
    return {
      t: run.second,
      read: run.read,
      written: run.written,
      errors: run.errors,
      sourceWritten: run.sourceWritten,
      busy: bytes > 0 || verifies ? Math.round((0.7 + 0.3 * random()) * 100) / 100 : 0,
    };
  }

  function targetOf({ work: { target }, target: state }: Watched): SeenDrive | null {
    if (state === 'gone') return null;
    if (state === 'another') return seen(`SIM-OTHER-${number}`, target.bytes);
    return seen(target.serial, state === 'smaller' ? Math.round(target.bytes * 0.9) : target.bytes);
  }

  return {
    number,
    simulated: true,
    speed,
    drives: () => {
      if (!watched) return Promise.resolve([]);
      const { source } = watched.work;
      const target = targetOf(watched);
      return Promise.resolve([seen(source.serial, source.bytes), ...(target ? [target] : [])]);
    },
    watching: () => watched?.work.runId ?? null,
    watch(work) {
      if (watched?.work.runId === work.runId) return;
      const random = seededRandom(number * 7919 + work.plannedBytes);
      const counters = { second: 0, read: 0, written: 0, done: 0, sourceWritten: 0, errors: 0 };
      watched = { work, ...counters, target: 'there', random };
      carried = 0;
    },
    unwatch() {
      watched = null;
    },
    read(milliseconds) {
      const run = watched;
      if (!run) return Promise.resolve({ samples: [], source: null, target: null });
      carried += (milliseconds / 1000) * speed;
      const seconds = Math.floor(carried);
      carried -= seconds;
      const samples = Array.from({ length: seconds }, () => tick(run));
      const { source } = run.work;
      return Promise.resolve({ samples, source: seen(source.serial, source.bytes), target: targetOf(run) });
    },
    measure: async ({ id, drive, class: kind, seconds }) => {
      return { id, reads: await simulatedReads(drive, kind, seconds), trouble: '' };
    },
    sample: async ({ id, drive, leaves }) => {
      const read = simulatedWiped(drive.bytes, leaves, scenario === 'partition lost', seededRandom(number));
      return {
        id,
        drive: seen(drive.serial, drive.bytes),
        seen: await sampleDrive({ bytes: drive.bytes, ...read }),
        trouble: '',
      };
    },
    readBack: (request) => Promise.resolve(scenario === 'partition lost' ? lost(request) : asPlanned(request)),
  };
}

const seen = (serial: string, bytes: number): SeenDrive => ({
  serial,
  model: 'simulated',
  bytes,
  sectorSize: 512,
  link: 'simulated',
});

/** What lies at a simulated berth after a copy is what was planned. */
function asPlanned({ id, target, expected, compare }: ReadBackRequest): ReadBackAnswer {
  return {
    id,
    drive: seen(target.serial, target.bytes),
    table: expected,
    problems: [],
    compared: compare.map(({ id: partition, name }) => ({ id: partition, name, samples: 64, different: 0 })),
    start: simulatedStart(expected),
    trouble: '',
  };
}

/** The same without the last partition: the tool said nothing of it. */
function lost(request: ReadBackRequest): ReadBackAnswer {
  const { expected } = request;
  return { ...asPlanned(request), table: { ...expected, partitions: expected.partitions.slice(0, -1) } };
}
