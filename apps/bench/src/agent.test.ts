import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AgentSamples, AgentWork } from '@udrel/contract/types';
import { advance, beginProgress, progressOf } from '@udrel/core/progress';
import { createAgent, type ServerLink } from './agent';
import { acknowledge, keep, newOutbox, nextBatch } from './outbox';
import { simulatedBerth, type ScenarioName } from './simulated';

const work: AgentWork = {
  runId: 'r1',
  berth: 1,
  plannedBytes: 20e9,
  doneBytes: 0,
  expectedRate: 100,
  failingSource: false,
};

const play = (scenario: ScenarioName, seconds: number, over: Partial<AgentWork> = {}) => {
  const berth = simulatedBerth(1, scenario, 1);
  berth.watch({ ...work, ...over });
  return berth.read(seconds * 1000);
};
const watch = (scenario: ScenarioName, seconds: number) =>
  progressOf(play(scenario, seconds).reduce(advance, beginProgress()), work.plannedBytes);

describe('a simulated berth', () => {
  it('writes what was planned and no more', () => {
    expect(watch('healthy', 400)).toMatchObject({ condition: 'all written', done: 20e9, errors: 0 });
  });

  it('stalls, and errs', () => {
    expect(watch('stalls', 400).condition).toBe('stalled');
    expect(watch('errors', 300).errors).toBeGreaterThan(0);
    expect(play('healthy', 300, { failingSource: true }).at(-1)?.errors).toBeGreaterThan(0);
  });

  it('is the same again with the same seed, and counters never go back', () => {
    fc.assert(
      fc.property(fc.constantFrom<ScenarioName>('healthy', 'stalls', 'errors'), fc.nat(600), (scenario, seconds) => {
        const samples = play(scenario, seconds);
        expect(samples).toEqual(play(scenario, seconds));
        for (let n = 1; n < samples.length; n++) {
          expect(samples[n]?.written).toBeGreaterThanOrEqual(samples[n - 1]?.written ?? 0);
          expect(samples[n]?.t).toBeGreaterThan(samples[n - 1]?.t ?? 0);
        }
      }),
    );
  });
});

describe('the agent', () => {
  it('delivers every sample once and in order, however often the server is away', async () => {
    const flaky = fc.array(fc.boolean(), { minLength: 30, maxLength: 60 });
    await fc.assert(
      fc.asyncProperty(flaky, async (ups) => {
        let up = true;
        const taken: number[] = [];
        const reach = <T>(answer: T) => (up ? Promise.resolve(answer) : Promise.reject(new Error('away')));
        const server: ServerLink = {
          hello: () => reach(undefined),
          work: () => reach([work]),
          send: (batch: AgentSamples) => {
            if (!up) return reach({ acknowledged: 0 });
            if (batch.firstSeq !== taken.length + 1) return reach({ acknowledged: taken.length });
            taken.push(...batch.samples.map(([t]) => t ?? 0));
            return reach({ acknowledged: taken.length });
          },
        };
        const agent = createAgent('bench', 'boot', [simulatedBerth(1, 'healthy', 20)], server);
        await agent.turn(1000);
        for (const one of ups) {
          up = one;
          await agent.turn(1000);
        }
        up = true;
        await agent.turn(1000);
        expect(taken).toEqual(taken.map((_t, n) => n + 1));
        expect(taken).toHaveLength((ups.length + 1) * 20);
      }),
      { numRuns: 30 },
    );
  });

  it('keeps what is not acknowledged', () => {
    const box = keep(newOutbox('r1', 1), play('healthy', 5));
    expect(nextBatch(acknowledge(box, 3), 'a', 'b')).toMatchObject({ firstSeq: 4 });
    expect(acknowledge(acknowledge(box, 5), 2).firstSeq).toBe(6);
    expect(nextBatch(acknowledge(box, 5), 'a', 'b')).toBeNull();
  });
});
