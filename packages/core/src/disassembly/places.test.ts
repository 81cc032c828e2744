import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  counted,
  disassemblyBalance,
  misplaced,
  openPlaces,
  tap,
  tappedWhole,
  toGoBack,
  type DisassemblyItem,
} from './index';

const screw = (id: string, length: number, places: number): DisassemblyItem => ({
  id,
  stage: 1,
  kind: 'screw',
  name: `screw M2.5×${length}`,
  count: places,
  out: 0,
  back: 0,
  missing: 0,
  left: 0,
  replaced: 0,
  details: { length, places: Array.from({ length: places }, (_none, n) => ({ x: n / 10, y: 0 })) },
});
const SHEET = [screw('long', 6, 3), screw('short', 4, 2)];

/** A sheet after taps that must all be taken. */
function after(sheet: readonly DisassemblyItem[], ...taps: Parameters<typeof tap>[1][]): DisassemblyItem[] {
  return taps.reduce<DisassemblyItem[]>(
    (items, one) => {
      const next = tap(items, one);
      if (typeof next === 'string') throw new Error(next);
      return next;
    },
    [...sheet],
  );
}
const out = (item: string, place: number) => ({ item, place, way: 'out' as const });
const put = (item: string, place: number, of = item) => ({ item, place, way: 'in' as const, of });
const undo = (item: string, place: number) => ({ item, place, way: 'undo' as const });
const ALL_OUT = SHEET.flatMap(({ id, count }) => Array.from({ length: count }, (_none, n) => out(id, n)));

describe('taps on the picture', () => {
  it('see a long screw in the place of a short one, though every count is even', () => {
    const swapped = [put('short', 0, 'long'), put('long', 0, 'short')];
    const rest = [put('short', 1), put('long', 1), put('long', 2)];
    const sheet = after(SHEET, ...ALL_OUT, ...swapped, ...rest);
    expect(sheet.every((one) => one.back === toGoBack(one))).toBe(true);
    const { balanced, sentences } = disassemblyBalance(sheet);
    expect(balanced).toBe(false);
    expect(sentences).toEqual([
      'screw M2.5×4 sits in place 1 of screw M2.5×6 (stage 1): 2 mm too short, it does not hold.',
      'screw M2.5×6 sits in place 1 of screw M2.5×4 (stage 1): 2 mm too long, it presses through.',
    ]);
    const mended = after(sheet, undo('short', 0), undo('long', 0), put('short', 0), put('long', 0));
    expect(disassemblyBalance(mended)).toMatchObject({ balanced: true, sentences: [] });
  });

  it.each([
    ['out twice', [out('long', 0), out('long', 0)], 'out already'],
    ['into a place that is closed', [put('long', 0)], 'Nothing came out of this place'],
    ['into a place that is taken', [...ALL_OUT, put('long', 0), put('long', 0, 'short')], 'sits there already'],
    ['of what is in already', [out('long', 0), put('long', 0, 'short')], 'No screw M2.5×4 is out any more'],
    ['where no place is', [out('long', 9)], 'no such place'],
    ['undone where nothing was', [undo('long', 0)], 'Nothing was tapped'],
  ])('%s is refused with why', (_name, taps, sentence) => {
    const before = after(SHEET, ...taps.slice(0, -1));
    const last = taps.at(-1);
    expect(last && tap(before, last)).toContain(sentence);
  });

  it('go together with what is counted by hand: fewer forgets the latest taps, all at once fills what is open', () => {
    const sheet = after(SHEET, ...ALL_OUT, put('long', 0), put('long', 1));
    const [long] = counted(sheet, 'long', { out: 3, back: 1, missing: 0, left: 0, replaced: 0 });
    expect(long).toMatchObject({ back: 1, backAt: [{ place: 0, of: 'long' }] });
    const [fewer] = counted(sheet, 'long', { out: 2, back: 2, missing: 0, left: 0, replaced: 0 });
    expect(fewer?.outAt).toEqual([0, 1]);
    const whole = sheet.map((one) => ({ ...one, ...tappedWhole(one, 'back'), back: toGoBack(one) }));
    expect(whole.flatMap(openPlaces)).toEqual([]);
    expect(disassemblyBalance(whole).balanced).toBe(true);
  });

  it('whatever is tapped, counts are those of the taps, and balance means that all sits where it belongs', () => {
    const one = fc.record({
      item: fc.constantFrom('long', 'short'),
      place: fc.nat(3),
      way: fc.constantFrom('out' as const, 'in' as const, 'undo' as const),
      of: fc.constantFrom('long', 'short'),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 40 }), (taps) => {
        const sheet = taps.reduce<DisassemblyItem[]>((items, each) => {
          const next = tap(items, each);
          return typeof next === 'string' ? items : next;
        }, SHEET);
        for (const { id, out: counts, outAt = [], back } of sheet) {
          expect(counts).toBe(outAt.length);
          expect(back).toBe(sheet.flatMap(({ backAt = [] }) => backAt).filter(({ of }) => of === id).length);
        }
        const { balanced, opened } = disassemblyBalance(sheet);
        const open = sheet.flatMap(openPlaces);
        if (opened) expect(balanced).toBe(open.length === 0 && misplaced(sheet).length === 0);
      }),
    );
  });
});
