import type { PlanDraft, Route } from '../../facts';
import type { TargetId } from '../../layout';
import type { JobSnapshot } from '../snapshot/types';

/** Routes for which the device is opened before the copy: the old drive comes out, or the new one goes in. */
const OPENED_FIRST: readonly Route[] = [
  'second site',
  'old drive outside',
  'both at the bench',
  'both in one dock',
  'each in a holder',
  'stand-alone duplicator',
];

/** Routes on which the new drive sits in the device for good while it is copied to. */
const FITTED_FIRST: readonly Route[] = ['second site', 'old drive outside'];

/** What was decided about the copy so far: the accepted plan, else the draft. */
export function decided({ facts }: Pick<JobSnapshot, 'facts'>): PlanDraft | undefined {
  return facts.plan ?? facts['plan draft'];
}

/** The drives that the copy of the job goes onto: one that joins only where the accepted plan sends data there. */
export function copyTargets({ facts: { plan } }: Pick<JobSnapshot, 'facts'>): TargetId[] {
  return plan?.drives.map(({ id }) => id) ?? ['new'];
}

/** Whether both drives lie at the bench while they are copied, where a berth can watch them. */
export function copiesAtBerth({ route, startedFrom }: Pick<PlanDraft, 'route' | 'startedFrom'>): boolean {
  return route !== null && startedFrom === null && route !== 'stand-alone duplicator';
}

export function opensFirst(route: Route | null): boolean {
  return route !== null && OPENED_FIRST.includes(route);
}

export function fitsFirst(route: Route | null): boolean {
  return route !== null && FITTED_FIRST.includes(route);
}
