import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AgentSamples, AgentWork, ReadsAnswer, ReadsRequest } from '@udrel/contract/types';
import { advance, beginProgress, progressOf, type Progress } from '@udrel/core/progress';
import { createAgent, type ServerLink } from './agent';
import { holdsToWhatABerthDoes } from './berth.test-data';
import { Refused } from './refused';
import { acknowledge, keep, newOutbox, nextBatch } from './outbox';
import { SCENARIOS, simulatedBerth, type ScenarioName } from './simulated';

const work: AgentWork = {
  runId: 'r1',
  berth: 1,
  plannedBytes: 20e9,
  doneBytes: 0,
  expectedRate: 100,
  failingSource: false,
  source: { serial: 'OLD-1', bytes: 500e9 },
  target: { serial: 'NEW-1', bytes: 480e9 },
};

const play = (scenario: ScenarioName, seconds: number, over: Partial<AgentWork> = {}) => {
  const berth = simulatedBerth(1, scenario, 1);
  berth.watch({ ...work, ...over });
  return berth.read(seconds * 1000);
};
const watch = async (scenario: ScenarioName, seconds: number) =>
  progressOf((await play(scenario, seconds)).samples.reduce(advance, beginProgress()), work.plannedBytes);

describe('a simulated berth', () => {
  holdsToWhatABerthDoes(() => ({ berth: simulatedBerth(1, 'healthy', 1), work, copyOn: () => undefined }));

  it('writes what was planned and no more', async () => {
    expect(await watch('healthy', 400)).toMatchObject({ condition: 'all written', done: 20e9, errors: 0 });
    expect((await play('healthy', 300, { failingSource: true })).samples.at(-1)?.errors).toBeGreaterThan(0);
  });

  it.each<[ScenarioName, Partial<Progress>, number]>([
    ['stalls', { condition: 'stalled' }, 400],
    ['quiet phases', { condition: 'quiet' }, 190],
    ['verify pass', { condition: 'reading back', done: 20e9 }, 260],
    ['verify pass', { condition: 'all written' }, 500],
    ['unplugged', { condition: 'all written', done: 20e9 }, 500],
  ])('%s: %j after %i s… %#', async (scenario, seen, seconds) => {
    expect(await watch(scenario, seconds)).toMatchObject(seen);
  });

  it('errs, slows down and speeds up as its scenario says', async () => {
    expect((await watch('errors', 300)).errors).toBeGreaterThan(0);
    const done = async (scenario: ScenarioName) =>
      (await watch(scenario, 100)).done / (await watch('healthy', 100)).done;
    expect(await done('USB 2 fallback')).toBeCloseTo(0.36, 1);
    expect(await done('shared dock')).toBeCloseTo(0.5, 1);
    expect(await done('slow inner tracks')).toBeGreaterThan(1);
    expect((await watch('slow inner tracks', 230)).rate).toBeLessThan(100);
    const { samples } = await play('thermal throttle', 120);
    const rate = (from: number, to: number) =>
      ((samples[to]?.written ?? 0) - (samples[from]?.written ?? 0)) / (to - from);
    expect(rate(80, 110) / rate(10, 60)).toBeLessThan(0.4);
    const cached = (await play('cache exhaustion', 150)).samples;
    expect((cached[140]?.written ?? 0) - (cached[120]?.written ?? 0)).toBeLessThan(20 * 60e6);
  });

  it('shows the wrong drive, a wrong size, no drive, and what is written to the source', async () => {
    expect((await play('drive swapped', 100)).target?.serial).toBe('SIM-OTHER-1');
    expect((await play('wrong capacity', 1)).target?.bytes).toBeLessThan(work.target.bytes);
    expect((await play('unplugged', 160)).target).toBeNull();
    expect((await watch('source written', 100)).sourceWritten).toBeGreaterThan(0);
    expect((await watch('healthy', 100)).sourceWritten).toBe(0);
  });

  it('shows after a copy what was planned, or all but the last partition', async () => {
    const partitions = ['System', 'Recovery'].map((name, n) => ({ id: name, name, startSector: 2048 * (n + 1) }));
    const request = { ...work, id: 'l', expected: { scheme: 'gpt', sectorSize: 512, partitions }, compare: [] };
    const shown = async (scenario: ScenarioName) =>
      (await simulatedBerth(1, scenario, 1).readBack(request as never)).table?.partitions.map(({ name }) => name);
    expect(await shown('healthy')).toEqual(['System', 'Recovery']);
    expect(await shown('partition lost')).toEqual(['System']);
  });

  it('is the same again with the same seed, whatever the scenario', async () => {
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...SCENARIOS), fc.nat(600), async (scenario, seconds) => {
        const { samples } = await play(scenario, seconds);
        expect(await play(scenario, seconds)).toMatchObject({ samples });
        const { done, errors } = progressOf(samples.reduce(advance, beginProgress()), work.plannedBytes);
        expect(done).toBeLessThanOrEqual(work.plannedBytes);
        expect(errors).toBeGreaterThanOrEqual(0);
        for (let n = 1; n < samples.length; n++) expect(samples[n]?.t).toBeGreaterThan(samples[n - 1]?.t ?? 0);
      }),
    );
  });
});

describe('the agent', () => {
  it('lets nothing wait for what the server will never take', async () => {
    const berths = [1, 2].map((number) => simulatedBerth(number, 'healthy', 1));
    const runs = [1, 2].map((berth) => ({ ...work, berth, runId: `r${berth}` }));
    const taken: string[] = [];
    const agent = createAgent('bench', 'boot', berths, {
      hello: () => Promise.resolve(),
      work: () => Promise.resolve({ runs, readBacks: [], reads: [], wipeReads: [] }),
      answer: () => Promise.resolve(),
      answerReads: () => Promise.resolve(),
      answerWipeRead: () => Promise.resolve(),
      send: ({ runId, firstSeq, samples }) => {
        if (runId === 'r1') return Promise.reject(new Refused('403'));
        taken.push(runId);
        return Promise.resolve({ acknowledged: firstSeq + samples.length - 1 });
      },
    });
    for (let turn = 0; turn < 4; turn += 1) expect(await agent.turn(1000)).toBe(true);
    expect(taken).toEqual(['r2', 'r2', 'r2']);
  });

  it('delivers every sample once and in order, however often the server is away', async () => {
    const flaky = fc.array(fc.boolean(), { minLength: 30, maxLength: 60 });
    await fc.assert(
      fc.asyncProperty(flaky, async (ups) => {
        let up = true;
        const taken: number[] = [];
        const reach = <T>(answer: T) => (up ? Promise.resolve(answer) : Promise.reject(new Error('away')));
        const server: ServerLink = {
          hello: () => reach(undefined),
          work: () => reach({ runs: [work], readBacks: [], reads: [], wipeReads: [] }),
          answer: () => reach(undefined),
          answerReads: () => reach(undefined),
          answerWipeRead: () => reach(undefined),
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

  it('measures while it goes on watching, tells it once the server is there, and forgets what nobody asks for', async () => {
    const request: ReadsRequest = {
      id: 'm1',
      berth: 1,
      drive: { serial: 'KD5-1', bytes: 500e9 },
      class: 'disk 5400',
      seconds: 30,
    };
    const told: ReadsAnswer[] = [];
    let asked = [request];
    let up = true;
    const server: ServerLink = {
      hello: () => Promise.resolve(),
      work: () => Promise.resolve({ runs: [], readBacks: [], reads: asked, wipeReads: [] }),
      answer: () => Promise.resolve(),
      answerReads: (answer) => {
        if (!up) return Promise.reject(new Error('away'));
        told.push(answer);
        asked = [];
        return Promise.resolve();
      },
      answerWipeRead: () => Promise.resolve(),
      send: () => Promise.resolve({ acknowledged: 0 }),
    };
    let begun = 0;
    const berth = simulatedBerth(1, 'healthy', 20);
    const slow = {
      ...berth,
      measure: (one: ReadsRequest, stop: () => boolean) => ((begun += 1), berth.measure(one, stop)),
    };
    const agent = createAgent('bench', 'boot', [slow], server);
    await agent.turn(1000);
    up = false;
    await new Promise((go) => setTimeout(go, 300));
    await agent.turn(1000);
    up = true;
    await agent.turn(1000);
    await agent.turn(1000);
    expect([begun, told.length]).toEqual([1, 1]);
    expect(told[0]?.reads).toMatchObject({ serial: 'KD5-1', where: 'berth', seconds: 30 });
    const rates = told[0]?.reads?.places.map(({ rate }) => rate ?? 0) ?? [];
    // A disk reads its end at half the rate of its beginning.
    expect((rates[8] ?? 0) / (rates[0] ?? 1)).toBeCloseTo(0.5, 1);
    expect(told[0]?.reads?.small?.middle).toBeGreaterThan(8);
  });

  it('reads samples of a wiped drive, and says where its simulated tool stopped too early', async () => {
    const asked = { id: 'w1', berth: 1, drive: { serial: 'KD5-1', bytes: 500e9 }, leaves: 'zeros' as const };
    const sampled = (scenario: ScenarioName) => simulatedBerth(1, scenario, 20).sample(asked, () => false);
    expect(await sampled('healthy')).toMatchObject({ id: 'w1', drive: { serial: 'KD5-1' }, seen: { content: 0 } });
    const { seen } = await sampled('partition lost');
    expect(seen?.contentAt[0]).toBeGreaterThan(440e9);
  });

  it('keeps what is not acknowledged', async () => {
    const box = keep(newOutbox('r1', 1), await play('healthy', 5));
    expect(nextBatch(acknowledge(box, 3), 'a', 'b')).toMatchObject({ firstSeq: 4 });
    expect(acknowledge(acknowledge(box, 5), 2).firstSeq).toBe(6);
    expect(nextBatch(acknowledge(box, 5), 'a', 'b')).toBeNull();
  });
});
