import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stripBalance, type StripItem } from './index';

const item = (over: Partial<StripItem>): StripItem => ({
  id: 'x',
  stage: 1,
  kind: 'screw',
  name: 'cover screw',
  count: 4,
  out: 0,
  back: 0,
  ...over,
});

describe('strip-down balance', () => {
  it('names what is still out and what is left over', () => {
    const sheet = [item({ out: 4, back: 3 }), item({ id: 'y', name: 'long screw', out: 2, back: 3 })];
    expect(stripBalance(sheet)).toMatchObject({ opened: true, balanced: false });
    expect(stripBalance(sheet).sentences).toEqual([
      '1 × cover screw (stage 1) still out',
      '1 × long screw (stage 1) more back than came out: wrong place?',
    ]);
  });

  it('is balanced exactly when every item is back as often as it went out', () => {
    const anyItem = fc.record({ out: fc.nat(5), back: fc.nat(5) }).map((over) => item(over));
    fc.assert(
      fc.property(fc.array(anyItem), (sheet) => {
        expect(stripBalance(sheet).balanced).toBe(sheet.every((one) => one.out === one.back));
        expect(stripBalance(sheet.map((one) => ({ ...one, back: one.out }))).balanced).toBe(true);
      }),
    );
  });
});
