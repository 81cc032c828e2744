import type { LayoutPlan, PlanAction, PlanPoint } from './types';

/** A plan before it was looked at for what stands against it. */
export type Bare = Omit<LayoutPlan, 'problems' | 'notes'>;

/** What stops a plan, and what can be done about it. */
export function fail(rule: string, sentence: string, remedy: string, actions: PlanAction[] = []): PlanPoint {
  return { rule, outcome: 'fail', sentence, remedy, ...(actions.length > 0 ? { actions } : {}) };
}

/** What is worth knowing. */
export function limit(rule: string, sentence: string, actions: PlanAction[] = []): PlanPoint {
  return { rule, outcome: 'limit', sentence, ...(actions.length > 0 ? { actions } : {}) };
}
