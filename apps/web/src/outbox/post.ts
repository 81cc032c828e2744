import { carriesVersion, workEndpoints } from '@udrel/contract/endpoints';
import { MOST_KEPT } from '@udrel/contract/limits';
import type { JobView, KeptView, Problem } from '@udrel/contract/types';
import { ask, comesBack, type SendError } from '../api/ask';
import type { Move } from './in-turn';
import { requestOf } from '../api/request';
import { standing, standsSame, touches, type Entry } from './entries';

/**
 * How sending an entry came out. `sent`: with the job as it is since then; `exact`: nobody else changed it in between.
 * `later`: the server was not reached, is away for the moment, or nobody is signed in.
 */
export type Posted =
  | { kind: 'sent'; move: Move; view: JobView; exact: boolean }
  | { kind: 'later'; reached: boolean }
  | { kind: 'refused'; problem: Problem }
  | { kind: 'conflict'; current: JobView };

/**
 * Sends what waits at a job, oldest first, each under its own key, on the job as it was answered last where that is
 * known. What may go together goes in one request. When the job changed meanwhile but an entry's subject did not, it is
 * sent again on what stands there now; when the subject itself changed, that is a conflict for the person to settle.
 *
 * @returns how the first of them came out: of as many as were answered, at least one
 */
export async function post(waiting: readonly [Entry, ...Entry[]], answered: JobView | null): Promise<Posted[]> {
  const [entry] = waiting;
  if (answered && changedIn(answered, entry)) return [{ kind: 'conflict', current: answered }];
  const version = answered?.version ?? entry.version;
  const posted = (await together(goingTogether(waiting, answered), version)) ?? [await alone(entry, version)];
  const [last, at] = [posted.at(-1), waiting[posted.length - 1]];
  if (last?.kind !== 'conflict' || !at || changedIn(last.current, at)) return posted;
  return [...posted.slice(0, -1), await alone(at, last.current.version)];
}

/** The first of what waits whose subjects have nothing to do with each other, and stand as they were seen. */
function goingTogether(waiting: readonly Entry[], answered: JobView | null): Entry[] {
  const going: Entry[] = [];
  for (const entry of waiting.slice(0, MOST_KEPT)) {
    const rests = going.some(({ subject }) => touches(subject, entry.subject));
    if (rests || (answered && changedIn(answered, entry))) break;
    going.push(entry);
  }
  return going;
}

/** In one request; null where there is one only, or where the server did not take them as one. */
async function together(entries: readonly Entry[], version: number): Promise<Posted[] | null> {
  const [first] = entries;
  if (!first || entries.length === 1) return null;
  const commands = entries.map(({ id, command, params, body }) => {
    const named = Object.entries(params).map(([name, value]) => [name, String(value)]);
    return { key: id, name: command, params: Object.fromEntries(named) as Record<string, string>, body };
  });
  const sent = requestOf(workEndpoints.carryOutKept, { tag: first.tag, body: { version, commands } });
  const answer = await ask(sent, null, new AbortController().signal);
  if ('error' in answer) {
    const posted = unsent(answer.error);
    return posted.kind === 'later' ? [posted] : null;
  }
  const { outcomes, job } = answer.data as KeptView;
  const done = outcomes.flatMap((one) => (one.done ? [one] : []));
  const exact = done.every(({ from }, n) => n === 0 || from === done[n - 1]?.version);
  const posted = outcomes.flatMap((one): Posted[] => {
    if (!one.done) return [unsent({ status: one.problem.status, data: one.problem })];
    return job ? [{ kind: 'sent', move: [one.from, one.version], view: job, exact }] : [];
  });
  return posted.length > 0 ? posted : null;
}

const changedIn = (job: JobView, { subject, seen }: Entry) => !standsSame(standing(job, subject), seen);

async function alone(entry: Entry, version: number): Promise<Posted> {
  const endpoint = workEndpoints[entry.command];
  const versioned = carriesVersion(endpoint);
  const body = versioned ? { ...entry.body, version } : entry.body;
  const sent = requestOf(endpoint, { tag: entry.tag, ...entry.params, body });
  const answer = await ask(sent, entry.id, new AbortController().signal);
  if ('data' in answer) {
    const view = answer.data as JobView;
    // What is added whatever happened meanwhile is one event more.
    return { kind: 'sent', move: [versioned ? version : view.version - 1, view.version], view, exact: true };
  }
  return unsent(answer.error);
}

function unsent(error: SendError): Exclude<Posted, { kind: 'sent' }> {
  if (error.status === 'FETCH_ERROR' || comesBack(error)) return { kind: 'later', reached: false };
  if (error.status === 401) return { kind: 'later', reached: true };
  // Anything else is an answer: what stands behind this entry does not wait for it.
  const { data: problem } = error;
  return problem.current ? { kind: 'conflict', current: problem.current } : { kind: 'refused', problem };
}
