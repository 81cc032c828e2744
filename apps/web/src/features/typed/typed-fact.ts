import { useState } from 'react';
import { stationOfFact, type EntryKey } from '@udrel/core/facts';
import type { JobView } from '@udrel/contract/types';
import { stationPath } from '../../paths/station-path';
import { begun, keepTyped, typedValue, useTyped, type Typed } from './typed';

type Job = Pick<JobView, 'tag' | 'snapshot'>;

/** Where the typing of a fact is kept. */
export function typedFact(job: Pick<JobView, 'tag'>, key: EntryKey): Pick<Typed, 'address' | 'what'> {
  return { address: `/jobs/${job.tag}/${stationPath(stationOfFact(key))}`, what: key };
}

/** How the fact stood when its typing began, as JSON; undefined while nothing of it is typed. */
export function seenWhenBegun(job: Pick<JobView, 'tag'>, key: EntryKey): string | undefined {
  return typedValue<string>({ ...typedFact(job, key), field: SEEN }) ?? undefined;
}

const SEEN = 'seen';

/**
 * One part of a fact being typed; it is forgotten when the fact is recorded. While nothing of it is typed, the form
 * follows what is known: another person, or a file, may have told it meanwhile.
 */
export function useTypedFact<T>(
  job: Job,
  key: EntryKey,
  field: string,
  initial: T | (() => T),
): [T, (value: T) => void] {
  const [value, set, , show] = useTyped<T>({ ...typedFact(job, key), field }, initial);
  const stands = JSON.stringify(job.snapshot.facts[key] ?? null);
  const [shown, setShown] = useState(stands);
  if (stands !== shown) {
    setShown(stands);
    if (seenWhenBegun(job, key) === undefined) show(begun(initial));
  }
  const type = (next: T) => {
    if (seenWhenBegun(job, key) === undefined) {
      keepTyped({ ...typedFact(job, key), field: SEEN }, stands);
    }
    set(next);
  };
  return [value, type];
}
