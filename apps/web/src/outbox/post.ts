import { carriesVersion, workEndpoints } from '@udrel/contract/endpoints';
import type { JobView, Problem } from '@udrel/contract/types';
import { ask, comesBack } from '../api/ask';
import type { Move } from './in-turn';
import { requestOf } from '../api/request';
import { standing, standsSame, type Entry } from './entries';

/** How sending an entry came out. `later`: the server was not reached, is away for the moment, or nobody is signed in. */
export type Posted =
  | { kind: 'sent'; move: Move; view: JobView }
  | { kind: 'later'; reached: boolean }
  | { kind: 'refused'; problem: Problem }
  | { kind: 'conflict'; current: JobView };

/**
 * Sends an entry under its own key, on the job as it was answered last where that is known. When the job changed
 * meanwhile but the entry's subject did not, it is sent again on what stands there now; when the subject itself changed,
 * that is a conflict for the person to settle.
 */
export async function post(entry: Entry, answered: JobView | null): Promise<Posted> {
  if (answered && changedIn(answered, entry)) return { kind: 'conflict', current: answered };
  const first = await once(entry, answered?.version ?? entry.version);
  if (first.kind !== 'conflict' || changedIn(first.current, entry)) return first;
  return once(entry, first.current.version);
}

const changedIn = (job: JobView, { subject, seen }: Entry) => !standsSame(standing(job, subject), seen);

async function once(entry: Entry, version: number): Promise<Posted> {
  const endpoint = workEndpoints[entry.command];
  const versioned = carriesVersion(endpoint);
  const body = versioned ? { ...entry.body, version } : entry.body;
  const sent = requestOf(endpoint, { tag: entry.tag, ...entry.params, body });
  const answer = await ask(sent, entry.id, new AbortController().signal);
  if ('data' in answer) {
    const view = answer.data as JobView;
    // What is added whatever happened meanwhile is one event more.
    return { kind: 'sent', move: [versioned ? version : view.version - 1, view.version], view };
  }
  const { error } = answer;
  if (error.status === 'FETCH_ERROR' || comesBack(error)) return { kind: 'later', reached: false };
  if (error.status === 401) return { kind: 'later', reached: true };
  // Anything else is an answer: what stands behind this entry does not wait for it.
  const { data: problem } = error;
  return problem.current ? { kind: 'conflict', current: problem.current } : { kind: 'refused', problem };
}
