import type { Station } from '@udrel/core/stations';
import { useState } from 'react';
import { useSessionQuery } from '../../api/api';
import { useAppDispatch } from '../../store/dispatch';
import { sendPhoto } from './send-waiting';
import { keepWaiting, useKeptPhotos, waits } from './waiting';

/** Photographs being sent from this browser: one after the other, later where the server does not take them now. */
export interface SendingPhotos {
  busy: boolean;
  /** How many of the job wait to be sent. */
  waiting: number;
  error: unknown;
  send: (files: Iterable<Blob>) => Promise<void>;
}

export function usePhotos(tag: string, station: Station): SendingPhotos {
  const dispatch = useAppDispatch();
  const staffId = useSessionQuery().data?.staff?.id ?? '';
  const [{ busy, error }, setState] = useState<{ busy: boolean; error: unknown }>({ busy: false, error: undefined });
  const waiting = useKeptPhotos().filter((one) => one.tag === tag && waits(one)).length;

  async function send(files: Iterable<Blob>): Promise<void> {
    setState({ busy: true, error: undefined });
    let trouble: unknown;
    for (const file of files) {
      const done = await sendPhoto(dispatch, { tag, station }, file);
      if (typeof done === 'object') trouble = done.refused;
      else if (done === 'later' && !(await keepWaiting({ tag, station, staffId }, file))) trouble = NOT_KEPT;
    }
    setState({ busy: false, error: trouble });
  }
  return { busy, waiting, error, send };
}

const NOT_KEPT = {
  status: 0,
  data: { detail: 'The server is not reached, and this browser keeps no photograph: take it again later.' },
};
