import { oldStaysAt } from './evidence';
import type { JobSnapshot } from '../snapshot/types';

/** The drive that takes over, the one that is added, or the old one that moves. */
export type Seated = 'main' | 'added' | 'old';

/** What will sit at a site besides the drive asked about, so that it cannot sit there; null for nothing. */
export function occupant(job: Pick<JobSnapshot, 'facts' | 'wishes'>, siteId: string, asked: Seated): string | null {
  const { facts } = job;
  const { 'drive choice': main, 'added choice': added, 'old drive moves': moved } = facts;
  const stays = facts['other drives']?.drives.find((drive) => drive.siteId === siteId);
  if (stays) return `${stays.name}, which stays`;
  if (asked !== 'main' && main?.siteId === siteId) return `${main.name}, the new drive`;
  if (asked !== 'added' && added?.siteId === siteId) return `${added.name}, the added drive`;
  if (asked === 'old' || oldStaysAt(job) !== siteId) return null;
  return moved ? 'the old drive, which moves there' : 'the old drive, which stays';
}
