import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { learntOf, taught, withItem, type DisassemblyItem, type TemplateItem } from './index';

const TEMPLATE: TemplateItem[] = [
  { stage: 1, kind: 'screw', name: 'base screw', count: 8 },
  { stage: 2, kind: 'cable', name: 'battery lead', count: 1 },
];
const sheet = (over: Partial<DisassemblyItem> = {}): DisassemblyItem[] =>
  TEMPLATE.map((one, n) => ({
    ...one,
    id: String(n),
    out: one.count,
    back: one.count,
    missing: 0,
    left: 0,
    replaced: 0,
    ...(n === 0 ? over : {}),
    details: n === 0 ? (over.details ?? {}) : {},
  }));

describe('what a sheet teaches of its model', () => {
  it('is another count, once all of it is accounted for, and where things are', () => {
    expect(learntOf(sheet(), TEMPLATE)).toEqual([]);
    expect(learntOf(sheet({ out: 9 }), TEMPLATE)).toMatchObject([
      { sentence: 'base screw (stage 1): 9 of it, not 8', next: { count: 9 } },
    ]);
    expect(learntOf(sheet({ out: 5 }), TEMPLATE), 'three are still in').toEqual([]);
    expect(learntOf(sheet({ out: 6, missing: 2 }), TEMPLATE), 'two are missing in this one').toEqual([]);
    const details = { places: [{ x: 0.1, y: 0.2 }] };
    expect(learntOf(sheet({ details }), TEMPLATE)).toMatchObject([{ next: { count: 8, details } }]);
  });

  it('is what stands on no sheet of it yet, at the end of its stage, once all of it is accounted for', () => {
    const clip = {
      id: 'c',
      stage: 1,
      kind: 'clip' as const,
      name: 'speaker clip',
      count: 2,
      missing: 0,
      left: 0,
      replaced: 0,
    };
    const found = (out: number) => withItem(sheet(), { ...clip, out, back: out });
    expect(found(2).map(({ name }) => name)).toEqual(['base screw', 'speaker clip', 'battery lead']);
    expect(learntOf(found(1), TEMPLATE), 'one is still in').toEqual([]);
    const learnt = learntOf(found(2), TEMPLATE);
    expect(learnt).toMatchObject([{ sentence: 'speaker clip (stage 1): not on its sheet, 2 of it' }]);
    const next = taught(TEMPLATE, learnt, found(2));
    expect(next.map(({ name, count }) => [name, count])).toEqual([
      ['base screw', 8],
      ['speaker clip', 2],
      ['battery lead', 1],
    ]);
    expect(learntOf(found(2), next)).toEqual([]);
  });

  it('is another order: what comes out at another stage', () => {
    const [screw, lead] = sheet() as [DisassemblyItem, DisassemblyItem];
    const items = [{ ...lead, stage: 1 }, screw];
    const learnt = learntOf(items, TEMPLATE);
    expect(learnt.map(({ sentence }) => sentence)).toEqual(['battery lead (stage 1): comes out at stage 1, not 2']);
    const next = taught(TEMPLATE, learnt, items);
    expect(next.map(({ name, stage }) => [name, stage])).toEqual([
      ['base screw', 1],
      ['battery lead', 1],
    ]);
    expect(learntOf(items, next)).toEqual([]);
  });

  it('taken into the model, teaches nothing more', () => {
    const any = fc.record({ out: fc.integer({ min: 8, max: 12 }), x: fc.double({ min: 0, max: 1, noNaN: true }) });
    fc.assert(
      fc.property(any, ({ out, x }) => {
        const items = sheet({ out, details: { places: [{ x, y: 0 }] } });
        const next = taught(TEMPLATE, learntOf(items, TEMPLATE), items);
        expect(learntOf(items, next)).toEqual([]);
        expect(next.map(({ name }) => name)).toEqual(TEMPLATE.map(({ name }) => name));
      }),
    );
  });
});
