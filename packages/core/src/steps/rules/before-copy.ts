import type { TargetId } from '../../layout';
import { copies } from '../evidence/evidence';
import { decided, fitsFirst, opensFirst, copyTargets } from '../evidence/on-route';
import type { JobSnapshot } from '../snapshot/types';

/** The device is opened before anything is copied where its route asks for that. */
export function openedBeforeCopy(job: JobSnapshot): boolean {
  const route = decided(job)?.route;
  return route !== undefined && opensFirst(route);
}

/** The drives sit in the device while they are copied to. */
export function fittedBeforeCopy(job: JobSnapshot): boolean {
  const route = decided(job)?.route;
  return copies(job) && route !== undefined && fitsFirst(route);
}

/** The same of one of them: nothing may go onto it at all. */
export function targetFittedBeforeCopy(job: JobSnapshot, on: TargetId): boolean {
  return fittedBeforeCopy(job) && copyTargets(job).includes(on);
}
