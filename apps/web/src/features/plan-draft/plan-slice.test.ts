import type { PlanDraft } from '@udrel/core/facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultIntent } from '@udrel/core/layout';
import { drawn, kept, planSlice, redone, undone } from './plan-slice';

const draft = (size: number): PlanDraft => ({
  intent: { ...defaultIntent({ scheme: 'gpt', sectorSize: 512, partitions: [] }), sizes: { p1: size } },
  route: 'both at the bench',
  startedFrom: null,
});
const reduce = planSlice.reducer;
const empty = planSlice.getInitialState();
const draw = (state: ReturnType<typeof reduce>, size: number) =>
  reduce(state, drawn({ tag: 'U-1', before: draft(0), draft: draft(size) }));

describe('a plan being drawn', () => {
  it('undoes everything back to the beginning and redoes it again', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(1000), { minLength: 1, maxLength: 20 }), (sizes) => {
        const end = sizes.reduce(draw, empty);
        const back = sizes.reduce((state) => reduce(state, undone('U-1')), end);
        expect(back.drawings['U-1']?.present).toEqual(draft(0));
        const again = sizes.reduce((state) => reduce(state, redone('U-1')), back);
        expect(again).toEqual(end);
      }),
    );
  });

  it('forgets what could be redone once something else is drawn, and all once it is kept', () => {
    const state = draw(reduce(draw(empty, 1), undone('U-1')), 2);
    expect(state.drawings['U-1']?.future).toEqual([]);
    expect(reduce(state, kept('U-1'))).toEqual(empty);
    expect(reduce(empty, undone('U-1'))).toEqual(empty);
  });
});
