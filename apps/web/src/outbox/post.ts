import { carriesVersion, endpoints, urlOf } from '@udrel/contract/endpoints';
import type { JobView, Problem } from '@udrel/contract/types';
import { COMES_BACK, isProblem, unreadable } from '../api/send';
import { standing, type Entry } from './entries';

/** How sending an entry came out. `later`: the server was not reached, is away for the moment, or nobody is signed in. */
export type Posted =
  | { kind: 'sent'; view: JobView }
  | { kind: 'later'; reached: boolean }
  | { kind: 'refused'; problem: Problem }
  | { kind: 'conflict'; current: JobView };

/**
 * Sends an entry under its own key. When the job changed meanwhile but the entry's subject did not, it is sent
 * again on what stands there now; when the subject itself changed, that is a conflict for the person to settle.
 */
export async function post(entry: Entry): Promise<Posted> {
  const first = await once(entry, entry.version);
  if (first.kind !== 'conflict') return first;
  const { current } = first;
  if (standing(current, entry.subject) !== entry.seen) return first;
  return once(entry, current.version);
}

async function once(entry: Entry, version: number): Promise<Posted> {
  const endpoint = endpoints[entry.command];
  const body = carriesVersion(endpoint) ? { ...entry.body, version } : entry.body;
  try {
    const response = await fetch(urlOf(endpoint, { tag: entry.tag, ...entry.params }), {
      method: endpoint.method.toUpperCase(),
      headers: { accept: 'application/json', 'content-type': 'application/json', 'idempotency-key': entry.id },
      body: JSON.stringify(body),
    });
    if (COMES_BACK.includes(response.status)) return { kind: 'later', reached: false };
    const data: unknown = await response.json().catch(() => null);
    if (response.ok && data) return { kind: 'sent', view: data as JobView };
    if (response.status === 401) return { kind: 'later', reached: true };
    // Anything else is an answer: what stands behind this entry does not wait for it.
    const problem = isProblem(data) ? data : unreadable(response.status);
    return problem.current ? { kind: 'conflict', current: problem.current } : { kind: 'refused', problem };
  } catch {
    return { kind: 'later', reached: false };
  }
}
