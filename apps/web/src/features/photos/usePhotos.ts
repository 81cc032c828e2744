import type { Station } from '@udrel/core/stations';
import { useCallback, useEffect, useState } from 'react';
import { useKeepPhotoMutation } from '../../api/api';
import { forgetWaiting, keepWaiting, waitingOf } from './waiting';

/** Photographs being sent from this browser: one after the other, later where no server is reached. */
export interface SendingPhotos {
  busy: boolean;
  /** How many wait for the connection. */
  waiting: number;
  error: unknown;
  send: (files: Iterable<Blob>) => Promise<void>;
}

export function usePhotos(tag: string, station: Station): SendingPhotos {
  const [keep] = useKeepPhotoMutation();
  const [state, setState] = useState<{ busy: boolean; waiting: number; error: unknown }>({
    busy: false,
    waiting: 0,
    error: undefined,
  });
  const one = useCallback(
    async (of: string, photo: Blob): Promise<'sent' | 'no server' | { refused: unknown }> => {
      const body = new FormData();
      body.append('station', of);
      body.append('photo', photo);
      const answer = await keep({ tag, body } as never);
      if (!('error' in answer)) return 'sent';
      const { status } = answer.error as { status?: unknown };
      return status === 'FETCH_ERROR' ? 'no server' : { refused: answer.error };
    },
    [keep, tag],
  );
  const later = useCallback(async () => {
    const list = await waitingOf(tag);
    let left = list.length;
    for (const { key, station: of, bytes } of list) {
      const done = await one(of, bytes);
      if (done === 'no server') break;
      // What is refused is refused again: it is said, and not kept for ever.
      await forgetWaiting(key);
      left -= 1;
      if (done !== 'sent') setState((now) => ({ ...now, error: done.refused }));
    }
    setState((now) => ({ ...now, waiting: left }));
  }, [one, tag]);
  useEffect(() => {
    const begin = setTimeout(() => void later(), 0);
    const again = () => void later();
    window.addEventListener('online', again);
    return () => {
      clearTimeout(begin);
      window.removeEventListener('online', again);
    };
  }, [later]);

  async function send(files: Iterable<Blob>): Promise<void> {
    setState((now) => ({ ...now, busy: true, error: undefined }));
    for (const file of files) {
      const done = await one(station, file);
      if (done === 'sent') continue;
      if (done !== 'no server') setState((now) => ({ ...now, error: done.refused }));
      else if (await keepWaiting(tag, station, file)) setState((now) => ({ ...now, waiting: now.waiting + 1 }));
      else setState((now) => ({ ...now, error: NOT_KEPT }));
    }
    setState((now) => ({ ...now, busy: false }));
  }
  return { ...state, send };
}

const NOT_KEPT = new Error('The server is not reached, and this browser keeps no photograph: take it again later.');
