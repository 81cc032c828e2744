import type { ComponentType } from 'react';
import type { ForecastView, HandsView, PlannedHands, ScheduleView } from '@udrel/contract/types';

/** When hands go on with a job; `presses`: they must now, or soon. */
export type PlannedRow = PlannedHands & { presses: boolean };

/** What the schedule says of the Floor, once it was read: what is drawn by it comes along. */
export interface Planned {
  schedule: ScheduleView;
  hands: ReadonlyMap<string, PlannedRow>;
  jobs: ReadonlyMap<string, ForecastView>;
  When: ComponentType<{ hands: PlannedRow; now: number }>;
  /** Takes a job up; nothing for whoever does not work on jobs. */
  Take: ComponentType<{ hands: PlannedRow }> | null;
  /** Chooses of whose hands what is next is shown. */
  Choice: ComponentType;
  /** Which rows that is, in the order in which they are begun, and where a row begins those of somebody, whose. */
  chosen: (
    rows: readonly HandsView[],
    whose: string | null,
  ) => { rows: readonly HandsView[]; heads: ReadonlyMap<string, string> };
}

/** What of the address says of whose hands what is next is shown. */
export const WHOSE = 'hands';

/** Whether hands are wanted at a row now: something calls for them, or they must begin so that its promise holds. */
export function isPressing({ tag, inMinutes, step }: HandsView, planned: Planned | null): boolean {
  return Math.round(inMinutes) === 0 && (step.calls || (planned?.hands.get(tag)?.presses ?? true));
}
