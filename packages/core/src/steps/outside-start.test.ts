import { describe, expect, it } from 'vitest';
import type { JobFacts } from '../facts';
import { procedureOf } from './index';
import { factsOf, job, keys, planBy, run, screws } from './samples.test-data';

const copied = keys.slice(0, keys.indexOf('new drive fitted')).filter((key) => key !== 'plan draft');
const at = (over: { startsOutside?: boolean | null; facts?: JobFacts; out?: number } = {}) => {
  const { startsOutside = true, facts = factsOf(copied), out = 0 } = over;
  return procedureOf(
    job({
      facts: { ...facts, plan: planBy('new drive in an enclosure') },
      runs: [run('ended well')],
      device: { uefi: true, battery: true, soldered: [], startsOutside },
      disassembly: screws(out, 0),
    }),
  );
};
const state = (procedure: ReturnType<typeof at>) => procedure.steps.find(({ id }) => id === 'outside start')?.state;

describe('a start from outside', () => {
  it('is offered once the copy can be trusted, where the model is known to start from outside', () => {
    expect(state(at())).toBe('ready');
    expect(state(at({ startsOutside: null }))).toBeUndefined();
    expect(state(at({ startsOutside: false }))).toBeUndefined();
  });

  it('is done by what came of it, and passed over by whoever opens the device', () => {
    expect(
      state(at({ facts: { ...factsOf(copied), 'outside start': { started: false, note: 'black screen' } } })),
    ).toBe('done');
    expect(state(at({ out: 4 }))).toBe('done');
  });

  it('holds nothing up: the device may be opened without it', () => {
    const opening = (procedure: ReturnType<typeof at>) => procedure.steps.find(({ id }) => id === 'strip down')?.state;
    expect(opening(at())).toBe(opening(at({ startsOutside: null })));
  });
});
