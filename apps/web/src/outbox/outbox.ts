import type { ThunkAction, UnknownAction } from '@reduxjs/toolkit';
import type { JobView, Problem } from '@udrel/contract/types';
import { workEndpoints, type Subject } from '@udrel/contract/endpoints';
import { api, putJob } from '../api/api';
import type { SendError } from '../api/ask';
import { staleBesideJob, type Tag } from '../api/stale';
import { found, lost } from '../api/connection-slice';
import { alongside, type Move } from './in-turn';
import { drop, keep, keptEntries, keptNow, standing, standsSame, timeOfNext, touches, type Entry } from './entries';
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
    if (!standsSame(entry.seen, stands)) {
      // Somebody else's change came onto the screen while this was being typed.
      keep(conflicting(entry, job));
      dispatch(readOutbox());
      return { error: { status: 409, data: changedMeanwhile } };
    }
    if (!keep(entry)) return dispatch(sendUnkept(entry, job));
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

/** Sends what this browser has no room to keep: it is done now, or it is said that it is not. */
function sendUnkept(entry: Entry, job: JobView): Thunk<Done> {
  return async (dispatch) => {
    const { tag, command, params, body } = entry;
    const what = JSON.stringify({ tag, command, params, body });
    const one = { ...entry, id: unanswered.get(what) ?? entry.id };
    const [posted] = await post([one], job);
    unanswered.delete(what);
    if (posted?.kind === 'later') {
      unanswered.set(what, one.id);
      if (!posted.reached) dispatch(lost(Date.now()));
    }
    if (posted?.kind === 'refused') return { error: { status: posted.problem.status, data: posted.problem } };
    if (posted?.kind !== 'sent') return { error: { status: noRoom.status, data: noRoom } };
    const answered: Answered = { views: new Map(), unseen: new Set(), stale: new Map() };
    settle(one, posted, answered);
    dispatch(found());
    await dispatch(show(answered));
    dispatch(api.util.invalidateTags([...answered.stale.values()]));
    return { view: posted.view };
  };
}

/** What was sent and got no answer, by what it is, with the key that it went out under: pressed again it is done once. */
const unanswered = new Map<string, string>();

const noRoom: Problem = {
  type: 'urn:udrel:problem:no-room-here',
  title: 'no room here',
  status: 507,
  code: 'no-room-here',
  detail:
    'This browser has no room left to keep this, and it could not be sent as it is. What you typed still stands here: leave this page open, look at the job as it stands, and try again.',
};

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

/** Jobs whose entries are under way at once; those of one job go one after the other. */
const AT_ONCE = 4;
/** How often what was answered is put on the screen while much is sent, ms. */
const SHOWN_EVERY = 500;

/** Sends everything that waits, of each job oldest first, one tab at a time. Answers how each came out. */
export function sendKept(): Thunk<Map<string, Posted>> {
  return async (dispatch, getState) => {
    dispatch(readOutbox());
    const outcome = new Map<string, Posted>();
    // Whoever presses at these jobs meanwhile has what is kept on the screen: that press rests on the answers to it.
    const waiting = new Set(keptEntries().flatMap(({ tag, state }) => (state === 'waiting' ? [tag] : [])));
    const turns = new Map([...waiting].map((tag) => [tag, turnOf(tag)]));
    await navigator.locks
      .request('udrel.outbox', async () => {
        const staffId = api.endpoints.session.select()(getState()).data?.staff?.id;
        const mine = keptEntries().filter((one) => one.state === 'waiting' && one.staffId === staffId);
        const jobs = [...new Set(mine.map(({ tag }) => tag))].map((tag) => mine.filter((one) => one.tag === tag));
        let away = false;
        const answered: Answered = { views: new Map(), unseen: new Set(), stale: new Map() };
        const sendJob = async (entries: readonly Entry[], moves: Move[]) => {
          let rest = entries;
          while (!away) {
            // As they are kept now: an earlier one may have moved what they stand on, or somebody gave one up.
            rest = rest.flatMap((one) => keptNow(one) ?? []).filter(({ state }) => state === 'waiting');
            const [next, ...others] = rest;
            if (!next) return;
            const posted = await post([next, ...others], answered.views.get(next.tag) ?? null);
            for (const [n, came] of posted.entries()) {
              const entry = rest[n];
              if (!entry) break;
              outcome.set(entry.id, came);
              if (came.kind === 'later') {
                if (!came.reached) dispatch(lost(Date.now()));
                away = true;
                return;
              }
              settle(entry, came, answered);
              // An answer that is given again leads back to what was then.
              if (came.kind === 'sent' && came.move[1] > came.move[0]) moves.push(came.move);
            }
            rest = rest.slice(posted.length);
          }
        };
        const lanes = Array.from({ length: AT_ONCE }, async () => {
          for (let next = jobs.shift(); next && !away; next = jobs.shift()) {
            const moves: Move[] = [];
            await sendJob(next, moves);
            turns.get(next[0]?.tag ?? '')?.(moves);
          }
        });
        const timer = setInterval(() => void dispatch(show(answered)), SHOWN_EVERY);
        await Promise.all(lanes).finally(() => clearInterval(timer));
        if ([...outcome.values()].some(({ kind }) => kind !== 'later') && !away) dispatch(found());
        await dispatch(show(answered));
        dispatch(api.util.invalidateTags([...answered.stale.values()]));
      })
      .finally(() => turns.forEach((end) => end([])));
    dispatch(readOutbox());
    return outcome;
  };
}

/** Takes a turn at a job; answers how to end it, with what was done in it. */
function turnOf(tag: string): (moves: readonly Move[]) => void {
  let end: (moves: readonly Move[]) => void = () => undefined;
  void alongside(tag, new Promise<readonly Move[]>((resolve) => (end = resolve)));
  return end;
}

/**
 * The jobs as they were answered last, what of that is not on the screen yet, and what is to be read anew once all is
 * sent, by its words: meanwhile hints tell of it, which are read as often as the server bears.
 */
interface Answered {
  views: Map<string, JobView>;
  unseen: Set<string>;
  stale: Map<string, Tag>;
}

/** What an answer means for the entry, and for those that were done on what it led to. */
function settle(entry: Entry, posted: Exclude<Posted, { kind: 'later' }>, answered: Answered): void {
  switch (posted.kind) {
    case 'sent':
      if (posted.exact) seenAnew(entry, posted.view);
      drop(entry);
      answered.views.set(entry.tag, posted.view);
      answered.unseen.add(entry.tag);
      for (const tag of staleBesideJob(workEndpoints[entry.command].changes, entry.tag)) {
        answered.stale.set(JSON.stringify(tag), tag);
      }
      return;
    case 'refused':
      keep({ ...entry, state: 'refused', sentence: posted.problem.detail });
      return;
    case 'conflict':
      keep(conflicting(entry, posted.current));
      answered.views.set(entry.tag, posted.current);
      answered.unseen.add(entry.tag);
  }
}

/**
 * What was done here afterwards to the same thing was done on what this entry led to: that stands now as the server took
 * it, which may be otherwise in its letters. What somebody else did to other things meanwhile is not taken for seen.
 */
function seenAnew({ tag, at, subject }: Entry, view: JobView): void {
  // Nothing is done on what a note led to.
  if (subject.kind === 'note') return;
  const later = keptEntries().filter((one) => one.tag === tag && one.at > at && one.state === 'waiting');
  let shown = view;
  for (const one of later) {
    if (!touches(subject, one.subject)) continue;
    const seen = standing(shown, one.subject);
    if (!standsSame(seen, one.seen)) keep({ ...one, seen });
    shown = withKept(shown, [one]);
  }
}

/** Puts what was answered on the screen where it is: it stands there before its entries go, so that nothing falls back. */
function show(answered: Answered): Thunk<void> {
  return async (dispatch, getState) => {
    const { unseen, views } = answered;
    if (unseen.size === 0) return;
    answered.unseen = new Set();
    for (const tag of unseen) {
      const view = views.get(tag);
      // A job that nobody has open is read when it is opened.
      const open = api.endpoints.job.select({ tag })(getState()).data;
      if (view && open) await dispatch(putJob(tag, view));
    }
    dispatch(readOutbox());
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
