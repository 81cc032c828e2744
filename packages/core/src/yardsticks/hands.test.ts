import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { StepId } from '../stations';
import { handsAgainst, type Stamp } from '.';

const minutes = new Map<StepId, number>([
  ['read drive', 10],
  ['grade health', 5],
  ['begin copy', 3],
  ['end copy', 4],
]);
/** Stamps at these minutes. */
const at = (...all: [step: StepId | null, minute: number, by?: string][]): Stamp[] =>
  all.map(([step, minute, by = 'ilse']) => ({ step, by, at: minute * 60_000 }));
const run = (from: number, until: number) => [{ from: from * 60_000, until: until * 60_000 }];

describe('how long hands took', () => {
  it('is from one stamp of somebody to the next, against what the steps are told to take', () => {
    const stamps = at([null, 0], ['read drive', 12], ['grade health', 18], ['begin copy', 21]);
    expect(handsAgainst(stamps, [], minutes)).toBe(Math.round((100 * 21) / 18));
    // Two stamps of one step are one step.
    expect(handsAgainst(at([null, 0], ['read drive', 5], ['read drive', 15]), [], minutes)).toBe(150);
  });

  it('leaves out what another person stamped between, what ran by itself, and who was elsewhere', () => {
    const begun = at([null, 0], ['read drive', 10]);
    expect(handsAgainst(begun, [], minutes)).toBe(100);
    const copied = [...begun, ...at(['begin copy', 13], ['end copy', 24])];
    expect(handsAgainst(copied, run(13, 23), minutes)).toBe(100);
    expect(handsAgainst([...begun, ...at(['grade health', 70])], [], minutes)).toBe(100);
    expect(handsAgainst([...begun, ...at(['grade health', 14, 'odo'])], [], minutes)).toBe(100);
  });

  it('is not known of a job of which hardly anything was timed', () => {
    expect(handsAgainst(at([null, 0], ['begin copy', 3]), [], minutes)).toBeNull();
    expect(handsAgainst([], [], minutes)).toBeNull();
  });

  it('does not change when everything is later by as much (property)', () => {
    const stamp = fc.record({
      step: fc.constantFrom<StepId | null>('read drive', 'grade health', 'begin copy', null),
      by: fc.constantFrom('ilse', 'odo'),
      minute: fc.nat(30),
    });
    fc.assert(
      fc.property(fc.array(stamp, { maxLength: 20 }), fc.nat(10_000), (all, later) => {
        let now = 0;
        const stamps = all.map(({ step, by, minute }) => ({ step, by, at: (now += minute) * 60_000 }));
        const moved = stamps.map((one) => ({ ...one, at: one.at + later * 60_000 }));
        expect(handsAgainst(moved, [], minutes)).toBe(handsAgainst(stamps, [], minutes));
      }),
    );
  });
});
