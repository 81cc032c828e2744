import type { ThunkAction, UnknownAction } from '@reduxjs/toolkit';
import type { JobView, Problem } from '@udrel/contract/types';
import { endpoints, type Subject } from '@udrel/contract/endpoints';
import { api, putJob } from '../api/api';
import type { SendError } from '../api/send';
import { staleBesideJob } from '../api/stale';
import { found, lost } from '../api/connection-slice';
import { drop, keep, keptEntries, standing, timeOfNext, type Entry } from './entries';
import { outboxSlice } from './outbox-slice';
import { withKept } from './overlay';
import { post, type Posted } from './post';

/** What of the application's state this asks and changes. */
export type KeptState = Parameters<ReturnType<typeof api.endpoints.session.select>>[0];

type Thunk<T> = ThunkAction<Promise<T>, KeptState, unknown, UnknownAction>;

/** What a person did, before it is kept. */
export interface Doing {
  tag: string;
  command: Entry['command'];
  params: Entry['params'];
  body: Entry['body'];
  subject: Subject;
  /** How the subject stood when typing began, as JSON; without it, as it stands on the screen now. */
  seen?: string | undefined;
}

export type Done = { view: JobView } | { error: SendError };

/**
 * Keeps a change in this browser, then sends it with everything that waited before it. Out of reach of the server
 * it stays kept and counts as done; refused at once it is given back to the form, which still holds what was typed.
 */
export function keepAndSend(doing: Doing): Thunk<Done> {
  return async (dispatch, getState) => {
    const job = api.endpoints.job.select({ tag: doing.tag })(getState()).data;
    const staffId = api.endpoints.session.select()(getState()).data?.staff?.id ?? '';
    if (!job) return { error: { status: 'FETCH_ERROR', error: 'the job is not open' } };
    const shown = keptEntries().filter((one) => one.tag === job.tag && one.state === 'waiting');
    const { seen: begunOn, ...done } = doing;
    // As it stands with what was done here before: one's own earlier entry is nobody else's change.
    const stands = standing(withKept(job, shown), doing.subject);
    const entry: Entry = {
      ...done,
      id: crypto.randomUUID(),
      at: timeOfNext(),
      staffId,
      version: job.version,
      seen: begunOn ?? stands,
      state: 'waiting',
    };
    if (entry.seen !== stands) {
      // Somebody else's change came onto the screen while this was being typed.
      keep(conflicting(entry, job));
      dispatch(readOutbox());
      return { error: { status: 409, data: changedMeanwhile } };
    }
    keep(entry);
    const posted = (await dispatch(sendKept())).get(entry.id);
    if (posted?.kind === 'refused') {
      drop(entry);
      dispatch(readOutbox());
      return { error: { status: posted.problem.status, data: posted.problem } };
    }
    if (posted?.kind === 'conflict') return { error: { status: 409, data: changedMeanwhile } };
    return { view: posted?.kind === 'sent' ? posted.view : job };
  };
}

const changedMeanwhile: Problem = {
  type: 'urn:udrel:problem:changed-meanwhile',
  title: 'changed meanwhile',
  status: 409,
  code: 'changed-meanwhile',
  detail: 'Somebody changed the same thing meanwhile. Yours is kept: compare both under “to settle”.',
};

/** An entry whose subject stands otherwise now. */
function conflicting(entry: Entry, current: JobView): Entry {
  const by = current.history[0]?.by ?? '';
  return {
    ...entry,
    state: 'conflict',
    theirs: { version: current.version, value: standing(current, entry.subject), by },
  };
}

/** Sends everything that waits, oldest first, one tab at a time. Answers how each came out. */
export function sendKept(): Thunk<Map<string, Posted>> {
  return async (dispatch, getState) => {
    dispatch(readOutbox());
    const outcome = new Map<string, Posted>();
    await navigator.locks.request('udrel.outbox', async () => {
      const staffId = api.endpoints.session.select()(getState()).data?.staff?.id;
      const mine = keptEntries().filter((one) => one.state === 'waiting' && one.staffId === staffId);
      for (const { at, id } of mine) {
        // As it is kept now: an earlier one may have moved what it stands on.
        const entry = keptEntries().find((one) => one.at === at && one.id === id);
        if (!entry) continue;
        const posted = await post(entry);
        outcome.set(entry.id, posted);
        if (posted.kind === 'later') {
          if (!posted.reached) dispatch(lost(Date.now()));
          break;
        }
        dispatch(found());
        await dispatch(settle(entry, posted));
        if (posted.kind === 'sent') seenAnew(entry, posted.view);
      }
    });
    dispatch(readOutbox());
    return outcome;
  };
}

/**
 * What was done here afterwards was done on what this entry led to: that stands now as the server took it, which may
 * be otherwise in its letters.
 */
function seenAnew({ tag, at }: Entry, view: JobView): void {
  const later = keptEntries().filter((one) => one.tag === tag && one.at > at && one.state === 'waiting');
  for (const [index, one] of later.entries()) {
    keep({ ...one, seen: standing(withKept(view, later.slice(0, index)), one.subject) });
  }
}

/** What an answer means for the entry and for what is on the screen: what it answers stands there before the entry goes. */
function settle(entry: Entry, posted: Posted): Thunk<void> {
  return async (dispatch) => {
    if (posted.kind === 'sent') {
      await dispatch(putJob(entry.tag, posted.view));
      drop(entry);
      dispatch(api.util.invalidateTags(staleBesideJob(endpoints[entry.command].changes, entry.tag)));
    }
    if (posted.kind === 'refused') keep({ ...entry, state: 'refused', sentence: posted.problem.detail });
    if (posted.kind === 'conflict') {
      const { current } = posted;
      keep(conflicting(entry, current));
      await dispatch(putJob(entry.tag, current));
    }
  };
}

/** Settles a conflict, or tries a refused one again: what was typed goes over what stands there now. */
export function sendAnyway(entry: Entry): Thunk<void> {
  return async (dispatch, getState) => {
    const { sentence: _sentence, theirs, ...rest } = entry;
    const version =
      theirs?.version ?? api.endpoints.job.select({ tag: entry.tag })(getState()).data?.version ?? entry.version;
    keep({ ...rest, state: 'waiting', version, seen: theirs?.value ?? entry.seen });
    await dispatch(sendKept());
  };
}

/** Gives a kept change up. */
export function giveUp(entry: Entry): ThunkAction<void, KeptState, unknown, UnknownAction> {
  return (dispatch) => {
    drop(entry);
    dispatch(readOutbox());
  };
}

export const readOutbox = () => outboxSlice.actions.read(keptEntries());
