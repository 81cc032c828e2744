import type { EntryKey, JobView } from '@udrel/contract/types';
import { stationPath } from '../../shell/useKeys';
import { useTyped, type Typed } from '../../ui/typed';

/** The station at which a fact is typed; others are not typed but scanned or chosen. */
const AT: Partial<Record<EntryKey, string>> = {
  'trial start': 'Prove',
  after: 'Prove',
  functions: 'Prove',
  'as it came': 'Prove',
  'put back': 'Swap',
  fitted: 'Swap',
  'old drive stays': 'Hand over',
  signature: 'Hand over',
  'kept until': 'Hand over',
};

/** Where the typing of a fact is kept. */
export function typedFact(job: Pick<JobView, 'tag'>, key: EntryKey): Pick<Typed, 'address' | 'what'> {
  return { address: `/jobs/${job.tag}/${stationPath(AT[key] ?? 'Assess')}`, what: key };
}

/** One part of a fact being typed; it is forgotten when the fact is recorded. */
export function useTypedFact<T>(
  job: Pick<JobView, 'tag'>,
  key: EntryKey,
  field: string,
  initial: T | (() => T),
): [T, (value: T) => void] {
  const [value, set] = useTyped<T>({ ...typedFact(job, key), field }, initial);
  return [value, set];
}
