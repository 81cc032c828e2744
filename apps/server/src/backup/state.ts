import type { BackupLate, BackupRules, ShopFormats } from '@udrel/contract/types';
import { daysAfter, shopDay } from '../shop/calendar';
import { momentOf } from '../shop/hours';
import type { BackupRow } from './entities';

/** So long after a try that failed the next one is made, ms. */
const AGAIN = 3_600_000;
/** So long a backup may take before it counts as late, ms. */
const GRACE = 2 * 3_600_000;

/** What was tried, as far as it says whether the next one is due. */
export interface Tried {
  /** The latest try. */
  last: Pick<BackupRow, 'begunAt' | 'problem'> | null;
  /** When the latest that came to its end was begun. */
  good: Date | null;
}

/** The moment at which the shop was to be backed up the last time, ms. */
export function lastDue(now: Date, { at }: Pick<BackupRules, 'at'>, formats: Pick<ShopFormats, 'timeZone'>): number {
  const today = shopDay(now, formats);
  const due = momentOf(today, at, formats);
  return due <= now.getTime() ? due : momentOf(daysAfter(today, -1), at, formats);
}

/** Whether the shop is to be backed up now: not since that moment, and not tried in vain a short while ago. */
export function isDue(now: Date, due: number, { last, good }: Tried): boolean {
  const done = good !== null && good.getTime() >= due;
  return !done && (last === null || last.begunAt.getTime() <= now.getTime() - AGAIN || last.begunAt.getTime() < due);
}

/** Why nothing is backed up as it should be; null where all is well. */
export function lateness(now: Date, due: number, key: boolean, { last, good }: Tried): BackupLate | null {
  const late = { key, since: good?.toISOString() ?? null, problem: last?.problem ?? null };
  if (!key) return late;
  if (good !== null && good.getTime() >= due) return null;
  // One that works, or is about to, is not late yet; one that failed is.
  return late.problem !== null || now.getTime() > due + GRACE ? late : null;
}
