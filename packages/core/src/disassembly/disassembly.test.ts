import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  missingOnArrival,
  disassemblyBalance,
  disassemblyDoubt,
  disassemblyRemarks,
  toComeOut,
  toGoBack,
  type DisassemblyItem,
} from './index';

const item = (over: Partial<DisassemblyItem>): DisassemblyItem => ({
  id: 'x',
  stage: 1,
  kind: 'screw',
  name: 'cover screw',
  count: 4,
  out: 0,
  back: 0,
  missing: 0,
  left: 0,
  replaced: 0,
  ...over,
});

describe('strip-down balance', () => {
  it('names what is still out and what is left over', () => {
    const sheet = [item({ out: 4, back: 3 }), item({ id: 'y', name: 'long screw', out: 2, back: 3 })];
    expect(disassemblyBalance(sheet)).toMatchObject({ opened: true, balanced: false });
    expect(disassemblyBalance(sheet).sentences).toEqual([
      '1 × cover screw (stage 1) still out',
      '1 × long screw (stage 1) more back than came out: wrong place?',
    ]);
  });

  it('accounts for what was missing, is not removed, or is one more than noted, without any false entry', () => {
    const nine = { name: 'base screw', count: 9, out: 7, missing: 2 };
    expect(disassemblyBalance([item(nine)])).toMatchObject({ opened: true, fullyOut: true });
    expect(disassemblyBalance([item({ ...nine, back: 7 })]).sentences).toEqual([]);
    const replaced = item({ ...nine, back: 7, replaced: 1 });
    expect(disassemblyBalance([replaced]).sentences).toEqual(['1 × base screw (stage 1) still out']);
    expect(missingOnArrival([replaced])).toEqual(['2 × base screw, 1 of them replaced']);
    expect(disassemblyRemarks(replaced)).toEqual(['2 missing on arrival', '1 replaced']);
    expect(disassemblyRemarks(item({ out: 4, left: 1 }))).toEqual(['1 not removed', '1 more than noted']);
    expect(disassemblyBalance([item({ left: 4 }), item({ left: 4 })])).toMatchObject({
      opened: false,
      fullyOut: true,
      balanced: true,
    });
  });

  it('says what contradicts itself', () => {
    expect(disassemblyDoubt(item({ out: 4, missing: 1 }))).toEqual({
      field: 'missing',
      sentence: 'Of 4 there are 4 out and 0 not removed: at most 0 can be missing.',
    });
    expect(disassemblyDoubt(item({ out: 3, missing: 1, replaced: 2 }))?.field).toBe('replaced');
    expect(disassemblyDoubt(item({ back: 1 }))?.field).toBe('back');
    expect(disassemblyDoubt(item({ out: 5, back: 5 }))).toBeNull();
  });

  it('is fully out once all that is to come out did, whatever was missing or stays in', () => {
    const some = fc.record({ out: fc.nat(4), missing: fc.nat(4), left: fc.nat(4) }).map((over) => item(over));
    fc.assert(
      fc.property(fc.array(some, { minLength: 1 }), (sheet) => {
        const all = sheet.map((one) => ({ ...one, out: one.out + toComeOut(one) }));
        expect(disassemblyBalance(all).fullyOut).toBe(true);
        expect(disassemblyBalance(all.map((one) => ({ ...one, back: toGoBack(one) }))).balanced).toBe(true);
      }),
    );
  });

  it('is balanced exactly when every item is back as often as it went out', () => {
    const anyItem = fc.record({ out: fc.nat(5), back: fc.nat(5) }).map((over) => item(over));
    fc.assert(
      fc.property(fc.array(anyItem), (sheet) => {
        expect(disassemblyBalance(sheet).balanced).toBe(sheet.every((one) => one.out === one.back));
        expect(disassemblyBalance(sheet.map((one) => ({ ...one, back: one.out }))).balanced).toBe(true);
      }),
    );
  });
});
