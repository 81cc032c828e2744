import type { Dispatch, UnknownAction } from '@reduxjs/toolkit';
import { api } from '../api/api';
import { found, lost } from './connection-slice';
import { openStream, type Heard } from './hints';

type Tags = Parameters<typeof api.util.invalidateTags>[0];

/** What is read anew on a hint. */
function staleBy(heard: Heard): Tags {
  switch (heard.kind) {
    case 'job':
      return [{ type: 'Job', id: heard.tag }, 'Floor', 'Runs', 'Jobs', 'Berths', 'Quote'];
    case 'run':
      return [{ type: 'Job', id: heard.tag }, 'Runs', 'Berths'];
    case 'shelf':
      return ['Parts', 'Match'];
    case 'models':
      return ['Models'];
    case 'customers':
      return ['Customers'];
    case 'session':
      return ['Session'];
    default:
      return ['Floor', 'Runs', 'Jobs', 'Job', 'Match', 'Quote', 'Parts', 'Customers', 'Models', 'Berths'];
  }
}

/** Hints that come close together lead to one reading. */
const TOGETHER = 60;
/** Berths count every second, each at its own moment: what they move is read at most once in this time. */
const RUNS_EVERY = 1000;
/** A stream that is taken up again within this time was not lost to a person. */
const PATIENCE = 1500;

interface Store {
  dispatch: Dispatch<UnknownAction>;
  /** The version of a job as it is on the screen, or null when it is not. */
  versionShown: (tag: string) => number | null;
}

/** Listens to hints and has stale queries read anew. Answers how to begin anew, as after signing in. */
export function listenToHints({ dispatch, versionShown }: Store): { anew: () => void } {
  let stale: Tags = [];
  let reading: { timer: ReturnType<typeof setTimeout>; due: number } | null = null;
  let readAt = 0;
  let losing: ReturnType<typeof setTimeout> | null = null;
  let open = false;

  function take(heard: Heard): void {
    if (heard.kind === 'lost') {
      losing ??= setTimeout(() => void dispatch(lost(Date.now())), PATIENCE);
      return;
    }
    if (losing) clearTimeout(losing);
    losing = null;
    if (heard.kind === 'open') {
      dispatch(found());
      // What was said while nobody listened is not said again; the first time there was nothing before.
      if (open) later(staleBy(heard));
      open = true;
      return;
    }
    const known = heard.kind === 'job' ? versionShown(heard.tag) : null;
    if (known !== null && heard.kind === 'job' && known >= heard.version)
      later(['Floor', 'Runs', 'Jobs', 'Berths', 'Quote']);
    else if (heard.kind === 'run') later(staleBy(heard), Math.max(TOGETHER, readAt + RUNS_EVERY - Date.now()));
    else later(staleBy(heard));
  }

  function later(tags: Tags, wait = TOGETHER): void {
    stale = [...stale, ...tags];
    const due = Date.now() + wait;
    if (reading && reading.due <= due) return;
    if (reading) clearTimeout(reading.timer);
    reading = { due, timer: setTimeout(read, wait) };
  }

  function read(): void {
    reading = null;
    readAt = Date.now();
    const all = stale;
    stale = [];
    dispatch(api.util.invalidateTags(all));
  }

  if (typeof SharedWorker === 'undefined') return openStream(take);
  const worker = new SharedWorker(new URL('./hint-worker.ts', import.meta.url), { type: 'module', name: 'hints' });
  worker.port.onmessage = ({ data }: MessageEvent<Heard>) => take(data);
  window.addEventListener('pagehide', () => worker.port.postMessage('leave'));
  return { anew: () => worker.port.postMessage('anew') };
}
