import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { advanceAll, beginProgress, judgeRun, type Sample } from '.';

/** A run counted every five seconds at these rates, MB/s. */
function counted(rates: readonly number[], over: Partial<Sample> = {}) {
  const samples = rates.reduce<Sample[]>(
    (all, rate) => {
      const last = all.at(-1);
      const written = (last?.written ?? 0) + rate * 5e6;
      return [...all, { t: (last?.t ?? 0) + 5, read: written, written, errors: 0, ...over }];
    },
    [{ t: 0, read: 0, written: 0, errors: 0 }],
  );
  const progress = advanceAll(beginProgress(), samples);
  return { progress, planned: progress.done, expected: 400, watched: true, whole: true, seconds: null, failing: false };
}

const long = (rate: number, count = 60) => Array.from({ length: count }, () => rate);

describe('what a run says of what it went through', () => {
  it('tells what went as expected from what fell to the pace of USB 2, and what is slow otherwise', () => {
    expect(judgeRun(counted(long(410)))).toEqual({ sign: 'as expected', rate: 410 });
    expect(judgeRun(counted([...long(410, 20), ...long(38, 40)])).sign).toBe('pace of USB 2');
    // A lead that is pulled after half a minute at that pace says nothing yet.
    expect(judgeRun(counted([...long(410, 54), ...long(38, 6)])).sign).toBe('as expected');
    expect(judgeRun(counted(long(120))).sign).toBe('slow');
    // A link of USB 2 was expected to be no faster; a failing drive is slow by itself.
    expect(judgeRun({ ...counted(long(38)), expected: 40 }).sign).toBe('as expected');
    expect(judgeRun({ ...counted(long(38)), failing: true }).sign).toBe('as expected');
  });

  it('names the gravest: what was written to the old drive, errors, a standstill', () => {
    expect(judgeRun(counted(long(38), { sourceWritten: 512, errors: 2 })).sign).toBe('wrote to the old drive');
    expect(judgeRun(counted(long(38), { errors: 2 })).sign).toBe('errors');
    const still = counted([...long(400, 10), ...long(0, 30)]);
    expect(judgeRun({ ...still, planned: still.planned * 9, whole: false }).sign).toBe('standstill');
    expect(judgeRun({ ...counted([]), planned: 1e9, whole: false })).toEqual({ sign: 'standstill', rate: null });
    // A berth that nobody watched in the end has seen nothing.
    expect(judgeRun({ ...counted([]), progress: beginProgress(), whole: false }).sign).toBe('not counted');
  });

  it('knows of a run timed by hand what its minutes say, and nothing of one that failed or that nobody timed', () => {
    const byHand = { ...counted([]), planned: 40e9, watched: false };
    expect(judgeRun({ ...byHand, seconds: 100 })).toEqual({ sign: 'as expected', rate: 400 });
    expect(judgeRun({ ...byHand, seconds: 1100 }).sign).toBe('pace of USB 2');
    expect(judgeRun({ ...byHand, seconds: null })).toEqual({ sign: 'not counted', rate: null });
    expect(judgeRun({ ...byHand, seconds: 100, whole: false }).sign).toBe('not counted');
  });

  it('never calls a run slow that was as fast as expected all the time (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 400, max: 900 }), { minLength: 2, maxLength: 80 }), (rates) => {
        expect(judgeRun(counted(rates)).sign).toBe('as expected');
      }),
      { numRuns: 50 },
    );
  });
});
