import { stationOfFact, type EntryKey } from '@udrel/core/facts';
import type { JobView } from '@udrel/contract/types';
import { stationPath } from '../../paths/station-path';
import { keepTyped, typedValue, type Typed } from './typed';

/** Where the typing of a fact is kept. */
export function typedFact(job: Pick<JobView, 'tag'>, key: EntryKey): Pick<Typed, 'address' | 'what'> {
  return { address: `/jobs/${job.tag}/${stationPath(stationOfFact(key))}`, what: key };
}

const SEEN = 'seen';

/** How the fact stood when its typing began, as JSON; undefined while nothing of it is typed. */
export function seenWhenBegun(job: Pick<JobView, 'tag'>, key: EntryKey): string | undefined {
  return typedValue<string>({ ...typedFact(job, key), field: SEEN }) ?? undefined;
}

/** Keeps how the fact stands, once its typing begins. */
export function keepSeen(job: Pick<JobView, 'tag' | 'snapshot'>, key: EntryKey): void {
  if (seenWhenBegun(job, key) === undefined) keepSeenNow(job, key);
}

/** Keeps how the fact stands now: what is typed on is held against that. */
export function keepSeenNow(job: Pick<JobView, 'tag' | 'snapshot'>, key: EntryKey): void {
  keepTyped({ ...typedFact(job, key), field: SEEN }, JSON.stringify(job.snapshot.facts[key] ?? null));
}
