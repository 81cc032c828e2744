import { useMemo } from 'react';
import { useSelector } from 'react-redux';
import type { JobView } from '@udrel/contract/types';
import { defaultIntent, planLayout, type LayoutIntent, type LayoutPlan, type SourceTable } from '@udrel/core/layout';
import type { DriveChoice, OldDrive } from '@udrel/core/steps';
import { useAppDispatch } from '../../../api/dispatch';
import type { store } from '../../../store';
import { drawn, kept, redone, undone, type PlanDraft } from './plan-slice';

type State = ReturnType<typeof store.getState>;

/** The plan of a job as drawn, computed anew at each change. */
export interface Plan {
  source: OldDrive;
  target: DriveChoice;
  table: SourceTable;
  draft: PlanDraft;
  layout: LayoutPlan;
  /** Whether something is drawn that the server does not hold. */
  drawing: boolean;
  canUndo: boolean;
  canRedo: boolean;
  change: (part: Partial<LayoutIntent>) => void;
  setRoute: (route: PlanDraft['route']) => void;
  undo: () => void;
  redo: () => void;
  keep: () => void;
}

/** Null while the drives are not known: then there is nothing to plan. */
export function usePlan(job: JobView): Plan | null {
  const dispatch = useAppDispatch();
  const drawing = useSelector((state: State) => state.plans.drawings[job.tag]);
  const {
    'old drive': source,
    'drive choice': target,
    'partition table': table,
    plan,
    'plan draft': saved,
  } = job.snapshot.facts;
  const start = useMemo<PlanDraft | null>(() => {
    if (!table) return null;
    return plan ?? saved ?? { intent: defaultIntent(table), route: 'new drive in an enclosure' };
  }, [plan, saved, table]);
  const draft = drawing?.present ?? start;
  const layout = useMemo(() => {
    if (!draft || !table || !target) return null;
    return planLayout(
      table,
      { sectors: target.bytes / target.sectorSize, sectorSize: target.sectorSize },
      draft.intent,
    );
  }, [draft, table, target]);
  if (!source || !target || !table || !draft || !layout) return null;
  const { tag } = job;
  const draw = (next: PlanDraft) => void dispatch(drawn({ tag, before: draft, draft: next }));
  return {
    source,
    target,
    table,
    draft: { intent: draft.intent, route: draft.route },
    layout,
    drawing: drawing !== undefined,
    canUndo: (drawing?.past.length ?? 0) > 0,
    canRedo: (drawing?.future.length ?? 0) > 0,
    change: (part) => draw({ intent: { ...draft.intent, ...part }, route: draft.route }),
    setRoute: (route) => draw({ intent: draft.intent, route }),
    undo: () => void dispatch(undone(tag)),
    redo: () => void dispatch(redone(tag)),
    keep: () => void dispatch(kept(tag)),
  };
}
