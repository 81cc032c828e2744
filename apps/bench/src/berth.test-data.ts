import { expect, it } from 'vitest';
import type { ReadBackRequest, AgentWork } from '@udrel/contract/types';
import type { Berth } from './berth/berth';

/** A berth to be held to what every berth does, and the run that its drives are for. */
export interface BerthUnderTest {
  berth: Berth;
  work: AgentWork;
  /** Lets the tool of that run write for a second. */
  copyOn: () => void;
}

/** What every implementation of a berth must do; called within a `describe` of it. */
export function holdsToWhatABerthDoes(make: () => BerthUnderTest): void {
  it('watches nothing before it is told to, and nothing after', async () => {
    const { berth, work, copyOn } = make();
    expect(berth.watching()).toBeNull();
    expect(await berth.read(1000)).toEqual({ samples: [], source: null, target: null });
    berth.watch(work);
    expect(berth.watching()).toBe(work.runId);
    copyOn();
    expect((await berth.read(1000)).samples.length).toBeGreaterThan(0);
    berth.unwatch();
    expect(berth.watching()).toBeNull();
    expect((await berth.read(1000)).samples).toEqual([]);
  });

  it('counts from the beginning of the run, onwards, and goes on when told of the same run again', async () => {
    const { berth, work, copyOn } = make();
    berth.watch(work);
    let [t, written] = [0, 0];
    for (let turn = 0; turn < 4; turn++) {
      copyOn();
      berth.watch(work);
      const { samples } = await berth.read(1000);
      for (const sample of samples) {
        expect(sample.t).toBeGreaterThan(t);
        expect(sample.written).toBeGreaterThanOrEqual(written);
        expect(sample.sourceWritten).toBe(0);
        expect(sample.busy).toBeGreaterThanOrEqual(0);
        expect(sample.busy).toBeLessThanOrEqual(1);
        [t, written] = [sample.t, sample.written];
      }
    }
    expect(written).toBeGreaterThan(0);
    berth.watch({ ...work, runId: 'another' });
    copyOn();
    expect((await berth.read(1000)).samples[0]?.written).toBeLessThanOrEqual(written);
  });

  it('shows both drives by serial and size with every reading', async () => {
    const { berth, work, copyOn } = make();
    berth.watch(work);
    copyOn();
    const { source, target } = await berth.read(1000);
    expect(source).toMatchObject({ bytes: work.source.bytes });
    expect(target).toMatchObject({ bytes: work.target.bytes });
    const serials = [source, target].map((drive) => drive?.serial.toUpperCase());
    expect(serials).toEqual([work.source.serial.toUpperCase(), work.target.serial.toUpperCase()]);
    const there = (await berth.drives()).map(({ serial }) => serial.toUpperCase());
    expect(there).toEqual(expect.arrayContaining(serials));
  });

  it('answers every request, with a table or with what stood in the way', async () => {
    const { berth, work } = make();
    berth.watch(work);
    const request: ReadBackRequest = {
      ...work,
      id: 'request',
      expected: { scheme: 'gpt', sectorSize: 512, partitions: [] },
      compare: [],
    };
    const answer = await berth.readBack(request);
    expect(answer.id).toBe('request');
    expect(answer.table !== null || answer.trouble !== '').toBe(true);
  });
}
