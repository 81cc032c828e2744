import type { PlanDraft } from '@udrel/core/facts';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

interface Drawing {
  past: PlanDraft[];
  present: PlanDraft;
  future: PlanDraft[];
}

const MOST_STEPS = 100;

interface Plans {
  drawings: Record<string, Drawing>;
  /** The partition selected in each map. */
  selected: Record<string, string>;
}

/** Plans being drawn, by job tag, each with what can be undone. They stay while other views are open. */
export const planSlice = createSlice({
  name: 'plans',
  initialState: { drawings: {}, selected: {} } as Plans,
  reducers: {
    drawn(
      { drawings },
      { payload: { tag, before, draft } }: PayloadAction<{ tag: string; before: PlanDraft; draft: PlanDraft }>,
    ) {
      const past = [...(drawings[tag]?.past ?? []), drawings[tag]?.present ?? before].slice(-MOST_STEPS);
      drawings[tag] = { past, present: draft, future: [] };
    },
    undone({ drawings }, { payload: tag }: PayloadAction<string>) {
      const drawing = drawings[tag];
      const previous = drawing?.past.pop();
      if (!drawing || !previous) return;
      drawing.future.push(drawing.present);
      drawing.present = previous;
    },
    redone({ drawings }, { payload: tag }: PayloadAction<string>) {
      const drawing = drawings[tag];
      const next = drawing?.future.pop();
      if (!drawing || !next) return;
      drawing.past.push(drawing.present);
      drawing.present = next;
    },
    /** What the server holds is the plan from here on. */
    kept(state, { payload: tag }: PayloadAction<string>) {
      state.drawings = Object.fromEntries(Object.entries(state.drawings).filter(([other]) => other !== tag));
    },
    chosen({ selected }, { payload: { tag, id } }: PayloadAction<{ tag: string; id: string }>) {
      selected[tag] = id;
    },
  },
});

export const { drawn, undone, redone, kept, chosen } = planSlice.actions;
