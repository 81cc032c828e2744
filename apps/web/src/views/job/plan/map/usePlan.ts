import { targetKey, type DriveChoice, type OldDrive, type PlanDraft } from '@udrel/core/facts';
import { useMemo } from 'react';
import { useSelector } from 'react-redux';
import type { JobView } from '@udrel/contract/types';
import {
  TARGET_IDS,
  defaultIntent,
  planLayout,
  type LayoutIntent,
  type LayoutPlan,
  type SourceTable,
  type TargetId,
} from '@udrel/core/layout';
import { aroundOf, targetsOf } from '@udrel/core/plan-file';
import { askedOf, routesFor, type Placing, type RouteOption } from '@udrel/core/routes';
import { usePlacingQuery } from '../../../../api/api';
import { useAppDispatch } from '../../../../store/dispatch';
import type { store } from '../../../../store/store';
import { drawn, kept, redone, undone } from '../../../../features/plan-draft/plan-slice';

type State = ReturnType<typeof store.getState>;

/** The plan of a job as drawn, computed anew at each change. */
export interface Plan {
  source: OldDrive;
  target: DriveChoice;
  /** The drives that partitions can go to, as they are reserved. */
  drives: readonly { on: TargetId; drive: DriveChoice }[];
  table: SourceTable;
  draft: PlanDraft;
  layout: LayoutPlan;
  /** Ways to place both drives, best first, and the one chosen; empty while the shop is being asked. */
  placing: Placing | null;
  options: RouteOption[];
  route: RouteOption | null;
  /** Whether something is drawn that the server does not hold. */
  drawing: boolean;
  canUndo: boolean;
  canRedo: boolean;
  change: (part: Partial<LayoutIntent>) => void;
  setRoute: (route: Pick<PlanDraft, 'route' | 'startedFrom'>) => void;
  undo: () => void;
  redo: () => void;
  keep: () => void;
}

/** What was written down last: the accepted plan, or what was kept as a draft after it. */
function written({ snapshot: { facts }, origins }: JobView): PlanDraft | undefined {
  const { plan, 'plan draft': draft } = facts;
  const at = (key: string) => Date.parse(origins.find((one) => one.key === key)?.at ?? '') || 0;
  return plan && at('plan') >= at('plan draft') ? plan : (draft ?? plan);
}

/** Null while the drives are not known: then there is nothing to plan. */
export function usePlan(job: JobView): Plan | null {
  const dispatch = useAppDispatch();
  const drawing = useSelector((state: State) => state.plans.drawings[job.tag]);
  const placing = usePlacingQuery({ tag: job.tag }).currentData?.placing ?? null;
  const { snapshot } = job;
  const { 'old drive': source, 'new drive choice': target, 'partition table': table } = snapshot.facts;
  const before = written(job);
  const intent = useMemo(
    () => drawing?.present.intent ?? before?.intent ?? (table ? defaultIntent(table) : null),
    [drawing, before, table],
  );
  const layout = useMemo(
    () => (intent && table ? planLayout(table, targetsOf(snapshot.facts), intent, aroundOf(snapshot)) : null),
    [intent, table, snapshot],
  );
  const options = useMemo(
    () =>
      placing && layout && table && intent && source
        ? routesFor(placing, askedOf(table, layout, intent.decrypted, source.bytes))
        : [],
    [placing, layout, table, intent, source],
  );
  if (!source || !target || !table || !intent || !layout) return null;
  const { tag } = job;
  const [best] = options;
  // What was decided at Match says what comes along, and nothing of the route.
  const wanted = [drawing?.present, before].find((one) => one && one.route !== null) ?? best;
  const draft: PlanDraft = {
    intent,
    route: wanted?.route ?? 'new drive in an enclosure',
    startedFrom: wanted?.startedFrom ?? null,
  };
  const draw = (next: PlanDraft) => void dispatch(drawn({ tag, before: draft, draft: next }));
  return {
    source,
    target,
    drives: TARGET_IDS.flatMap((on) => {
      const drive = snapshot.facts[targetKey(on, 'choice')];
      return drive ? [{ on, drive }] : [];
    }),
    table,
    draft,
    layout,
    placing,
    options,
    route: options.find((one) => one.route === draft.route && one.startedFrom === draft.startedFrom) ?? null,
    drawing: drawing !== undefined,
    canUndo: (drawing?.past.length ?? 0) > 0,
    canRedo: (drawing?.future.length ?? 0) > 0,
    change: (part) => draw({ ...draft, intent: { ...intent, ...part } }),
    setRoute: ({ route, startedFrom }) => draw({ intent, route, startedFrom }),
    undo: () => void dispatch(undone(tag)),
    redo: () => void dispatch(redone(tag)),
    keep: () => void dispatch(kept(tag)),
  };
}
