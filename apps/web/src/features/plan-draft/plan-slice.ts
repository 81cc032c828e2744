import type { PlanDraft } from '@udrel/core/facts';
import { createAction, createReducer, createSlice, type PayloadAction, type UnknownAction } from '@reduxjs/toolkit';
import undoable, { ActionCreators, newHistory, type StateWithHistory } from 'redux-undo';

const MOST_STEPS = 100;

interface Plans {
  drawings: Record<string, StateWithHistory<PlanDraft>>;
  /** The partition selected in each map. */
  selected: Record<string, string>;
}

const drawnAnew = createAction<PlanDraft>('plan/drawn');

/** One plan being drawn, with what can be undone of it. */
const drawing = undoable(
  createReducer({} as PlanDraft, (build) => build.addCase(drawnAnew, (_before, { payload }) => payload)),
  { limit: MOST_STEPS + 1, initTypes: [], neverSkipReducer: false },
);

function step(plans: Plans, tag: string, action: UnknownAction, before?: PlanDraft): void {
  const held = plans.drawings[tag] ?? (before && newHistory([], before, []));
  if (held) plans.drawings[tag] = drawing(held, action);
}

/** Plans being drawn, by job tag, each with what can be undone. They stay while other views are open. */
export const planSlice = createSlice({
  name: 'plans',
  initialState: { drawings: {}, selected: {} } as Plans,
  reducers: {
    drawn(
      plans,
      { payload: { tag, before, draft } }: PayloadAction<{ tag: string; before: PlanDraft; draft: PlanDraft }>,
    ) {
      step(plans, tag, drawnAnew(draft), before);
    },
    undone(plans, { payload: tag }: PayloadAction<string>) {
      step(plans, tag, ActionCreators.undo());
    },
    redone(plans, { payload: tag }: PayloadAction<string>) {
      step(plans, tag, ActionCreators.redo());
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
