import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { advance, adviceOn, beginProgress, progressOf, type Sample } from './index';

/** A run of which each second moves what is told, MB. */
function after(
  seconds: number,
  rate: (second: number) => number,
  over: (second: number) => Partial<Sample> = () => ({}),
) {
  let [written, read] = [0, 0];
  let state = beginProgress();
  for (let t = 1; t <= seconds; t++) {
    written += rate(t) * 1e6;
    read += rate(t) * 1e6;
    state = advance(state, { t, read, written, errors: 0, ...over(t) });
  }
  return { progress: progressOf(state, 1e15), curve: state.curve };
}
const said = (expected: number, ...given: Parameters<typeof after>) => {
  const { progress, curve } = after(...given);
  return adviceOn(progress, curve, expected)?.sentence ?? 'as expected';
};

describe('what a run’s figures point to', () => {
  it.each<[string, string]>([
    ['as expected', said(100, 300, () => 95)],
    ['as USB 2.0 does', said(400, 300, () => 36)],
    ['half of what was expected', said(100, 300, () => 50)],
    ['cache of the new drive is spent', said(400, 400, (t) => (t < 150 ? 500 : 120))],
    ['The old one reads badly', said(90, 400, (t) => (t < 150 ? 90 : 6))],
    ['too hot', said(400, 400, (t) => (t % 50 > 25 ? 320 : 100))],
    ['far slower', said(400, 300, () => 90)],
    ['the drives are idle', said(100, 400, (t) => (t < 100 ? 90 : 0))],
    [
      'but the drives are busy',
      said(
        100,
        400,
        (t) => (t < 100 ? 90 : 0),
        () => ({ busy: 1 }),
      ),
    ],
    ['Short stops are normal', said(100, 130, (t) => (t < 100 ? 90 : 0))],
    [
      'Reads fail',
      said(
        100,
        100,
        () => 90,
        (t) => ({ errors: t }),
      ),
    ],
  ])('“%s”', (words, sentence) => {
    expect(sentence).toContain(words);
  });

  it('speaks of a copy that is written, and of one that is still read back', () => {
    const { progress, curve } = after(60, () => 90);
    expect(adviceOn({ ...progress, condition: 'all written' }, curve, 90)?.sentence).toContain('record the end');
    expect(adviceOn({ ...progress, condition: 'reading back' }, curve, 90)?.changes).toEqual([]);
    expect(adviceOn({ ...progress, condition: 'not started', elapsed: 90 }, curve, 90)?.sentence).toContain(
      'nothing yet',
    );
  });

  it('leaves a run alone that only reads, and asks what the tool says of one that stopped short', () => {
    const { progress, curve } = after(60, () => 90);
    expect(adviceOn({ ...progress, condition: 'reading' }, curve, 90)?.sentence).toContain('Leave it alone');
    expect(adviceOn({ ...progress, condition: 'stopped short' }, curve, 90)?.sentence).toContain('hibernation files');
  });

  it('says nothing of a run at its rate, whatever the rate', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 61, max: 300 }), (rate, seconds) => {
        expect(said(rate, seconds, () => rate)).toBe('as expected');
      }),
      { numRuns: 40 },
    );
  });
});
