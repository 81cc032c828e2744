import type { TargetId } from '../../layout';
import { drivesOf } from './drives';
import type { JobSnapshot } from '../snapshot/types';

/** What will sit at a site besides the drive asked about, so that it cannot sit there; null for nothing. */
export function occupant(
  job: Pick<JobSnapshot, 'facts' | 'wishes' | 'device'>,
  siteId: string,
  asked: TargetId | 'old',
): string | null {
  const there = drivesOf(job).find((drive) => drive.siteId === siteId && drive.role !== asked);
  if (!there) return null;
  const { role, name, called, becomes } = there;
  if (role === 'old') return becomes === 'moves' ? 'the old drive, which moves there' : 'the old drive, which stays';
  return role === 'other' ? `${name}, which stays` : `${name}, the ${called}`;
}
