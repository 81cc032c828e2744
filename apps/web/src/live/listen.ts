import type { Dispatch, UnknownAction } from '@reduxjs/toolkit';
import { interfaceEndpoints, urlOf, type Hint } from '@udrel/contract/endpoints';
import { api } from '../api/api';
import { staleAfter, staleBesideJob, type Tag } from '../api/stale';
import { found, lost } from '../api/connection-slice';
import type { Asked } from './hint-worker';
import { openStream, type Heard } from './hints';

/** What is read anew on a hint. */
function staleBy(hint: Hint): Tag[] {
  return staleAfter([hint.kind], 'tag' in hint ? hint.tag : undefined);
}

/** Where the stream is; a worker knows it by its name, so that it carries nothing of the contract. */
const ADDRESS = urlOf(interfaceEndpoints.hints);

/** Hints that come close together lead to one reading. */
const TOGETHER = 60;
/** Where one change comes after the other, as when much that was kept is sent, they are read at most once in this time. */
const CHANGES_EVERY = 500;
/** Berths count every second, each at its own moment: what they move is read at most once in this time. */
const RUNS_EVERY = 1000;
/** Which berths are busy is told with their jobs; whether hands are wanted at one without an alarm is looked at this often. */
const LIGHTS_EVERY = 5000;
/** Everything is stale for all browsers at the same moment: each reads it anew at another one within this time. */
const SPREAD = 1500;
/** What takes long to read is not read anew for so many times that, at most so long, ms. */
const [REST, LONGEST_REST] = [6, 5000];
/** A stream that is taken up again within this time was not lost to a person. */
const PATIENCE = 1500;

interface Store {
  dispatch: Dispatch<UnknownAction>;
  /** The version of a job as it is on the screen, or null when it is not. */
  versionShown: (tag: string) => number | null;
  /** Once everything that is being read has come. */
  allRead: () => Promise<unknown>;
}

/**
 * Listens to hints from a position on: what is on the screen was read after it. Has stale queries read anew. Answers how to begin anew, as after signing in.
 */
export function listenToHints({ dispatch, versionShown, allRead }: Store, since: string): { anew: () => void } {
  let stale: Tag[] = [];
  let reading: { timer: ReturnType<typeof setTimeout>; due: number } | null = null;
  // What a page that begins shows was read just now.
  let readAt = Date.now();
  // When changes were read last, and whether some wait to be.
  let changesAt = 0;
  let changed = false;
  // When the lights of the bench were read last because something ran.
  let lightsAt = 0;
  // How long to leave the server alone after a reading: that is by how long the last took, or the one that still does.
  let rest = 0;
  let underWay: number | null = null;
  let losing: ReturnType<typeof setTimeout> | null = null;

  function take(heard: Heard): void {
    if (heard.kind === 'lost') {
      losing ??= setTimeout(() => void dispatch(lost(Date.now())), PATIENCE);
      return;
    }
    // Whoever was signed out meanwhile hears nothing more: that is looked at, instead of waiting for a stream.
    if (heard.kind === 'refused') return later(staleAfter(['session']));
    if (losing) clearTimeout(losing);
    losing = null;
    if (heard.kind === 'open') {
      dispatch(found());
      return;
    }
    const { hint } = heard;
    if (hint.kind === 'run') later(staleByRun(hint), pause(readAt, RUNS_EVERY));
    else if (hint.kind === 'everything') later(staleBy(hint), TOGETHER + Math.random() * SPREAD);
    else if (hint.kind === 'session') later(staleBy(hint));
    else {
      changed = true;
      later(staleByChange(hint), pause(changesAt, CHANGES_EVERY));
    }
  }

  /** A job that is on the screen as it was changed is not read again. */
  function staleByChange(hint: Hint): Tag[] {
    if (hint.kind !== 'job') return staleBy(hint);
    const known = versionShown(hint.tag);
    return known !== null && known >= hint.version ? staleBesideJob(['job'], hint.tag) : staleBy(hint);
  }

  /** While something runs hints of it keep coming: what is left out here is read with one of the next. */
  function staleByRun(hint: Hint): Tag[] {
    const lights = Date.now() >= lightsAt + LIGHTS_EVERY;
    if (lights) lightsAt = Date.now();
    return staleBy(hint).filter((tag) => lights || tag !== 'Berths');
  }

  const restAfter = (began: number) => Math.min(LONGEST_REST, (Date.now() - began) * REST);
  const pause = (at: number, every: number) =>
    Math.max(TOGETHER, at + Math.max(every, rest, underWay === null ? 0 : restAfter(underWay)) - Date.now());

  function later(tags: readonly Tag[], wait = TOGETHER): void {
    stale = [...stale, ...tags];
    const due = Date.now() + wait;
    if (reading && reading.due <= due) return;
    if (reading) clearTimeout(reading.timer);
    reading = { due, timer: setTimeout(read, wait) };
  }

  function read(): void {
    reading = null;
    readAt = Date.now();
    if (changed) changesAt = readAt;
    changed = false;
    const all = stale;
    stale = [];
    dispatch(api.util.invalidateTags(all));
    const began = (underWay ??= readAt);
    void allRead().then(() => {
      rest = restAfter(began);
      if (underWay === began) underWay = null;
    });
  }

  if (typeof SharedWorker === 'undefined') return openStream(ADDRESS, since, take);
  const worker = new SharedWorker(new URL('./hint-worker.ts', import.meta.url), { type: 'module', name: ADDRESS });
  worker.port.onmessage = ({ data }: MessageEvent<Heard>) => take(data);
  const ask = (asked: Asked) => worker.port.postMessage(asked);
  ask({ kind: 'join', since });
  window.addEventListener('pagehide', () => ask({ kind: 'leave' }));
  return { anew: () => ask({ kind: 'anew' }) };
}
