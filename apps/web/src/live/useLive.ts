import { useEffect, useRef } from 'react';
import { useStore } from 'react-redux';
import { api, useSessionQuery } from '../api/api';
import { useAppDispatch } from '../store/dispatch';
import { notify } from '../features/notices/notify';
import { sendWaiting } from '../features/photos/send-waiting';
import { waitingCount } from '../features/photos/waiting';
import { readOutbox, sendKept } from '../outbox/outbox';
import type { State } from '../store/store';
import { hearSince, readNothing } from '../api/read-since';
import { listenToHints } from './listen';

/** How often what is kept is tried again while nothing else says that the server is back. */
const RETRY = 5000;

/**
 * Keeps what is on the screen true while somebody is signed in: listens to hints, and sends what was kept once the
 * server can be reached again.
 */
export function useLive(): void {
  const store = useStore<State>();
  const dispatch = useAppDispatch();
  const { data: session } = useSessionQuery();
  const staffId = session?.staff?.id;
  const nobody = session?.staff === null;
  const locked = session?.locked != null;
  const stream = useRef<ReturnType<typeof listenToHints> | null>(null);

  useEffect(() => {
    if (nobody) readNothing();
    if (!staffId) return;
    const versionShown = (tag: string) => api.endpoints.job.select({ tag })(store.getState()).data?.version ?? null;
    const allRead = () => Promise.all(dispatch(api.util.getRunningQueriesThunk()));
    if (stream.current) stream.current.anew();
    else stream.current = listenToHints({ dispatch, versionShown, allRead }, hearSince());
  }, [nobody, staffId, dispatch, store]);

  useEffect(() => {
    // A locked screen sends nothing: what waits goes once it is unlocked.
    if (!staffId || locked) return;
    const flushPhotos = async () => {
      for (const { tag, station, refused } of await sendWaiting(dispatch, staffId)) {
        notify({ kind: 'refused', text: `A photograph of ${tag} at ${station} was not taken: ${refused}` });
      }
    };
    const flush = () => {
      void dispatch(sendKept()).then((outcome) => {
        for (const posted of outcome.values()) {
          if (posted.kind === 'refused') notify({ kind: 'refused', text: `Not taken: ${posted.problem.detail}` });
        }
      });
      void flushPhotos();
    };
    const other = () => void dispatch(readOutbox());
    flush();
    window.addEventListener('online', flush);
    window.addEventListener('storage', other);
    const timer = setInterval(() => {
      const { outbox } = store.getState();
      if (waitingCount(staffId) > 0 || outbox.entries.some((entry) => entry.state === 'waiting')) flush();
    }, RETRY);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', flush);
      window.removeEventListener('storage', other);
    };
  }, [staffId, locked, dispatch, store]);
}
