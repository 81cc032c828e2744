import type { ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { api } from '../../api/api';
import { comesBack, type SendError } from '../../api/ask';
import { troubleOf } from '../../api/problem';
import { bytesOf, forgetKept, isOf, keepRefused, lookKept, waits, type KeptPhoto } from './waiting';

type Dispatch = ThunkDispatch<unknown, unknown, UnknownAction>;

/** How sending a photograph came out. `later`: the server was not reached, is in trouble, has too much to do, or nobody is signed in. */
export type SentPhoto = 'sent' | 'later' | { refused: SendError };

/** Sends a photograph of a job taken at a station. */
export async function sendPhoto(
  dispatch: Dispatch,
  { tag, station }: Pick<KeptPhoto, 'tag' | 'station'>,
  photo: Blob,
): Promise<SentPhoto> {
  const body = new FormData();
  body.append('station', station);
  body.append('photo', photo);
  const { error } = await dispatch(api.endpoints.keepPhoto.initiate({ tag, body } as never, { track: false }));
  if (!error) return 'sent';
  const refused = error as SendError;
  return mayBeTaken(refused) ? 'later' : { refused };
}

/** Whether the same photograph may be taken another time: it is no fault of its own. */
const mayBeTaken = (error: SendError) =>
  comesBack(error) || (typeof error.status === 'number' && (error.status >= 500 || [401, 429].includes(error.status)));

/**
 * Sends what somebody's photographs wait here, of whichever job, one tab at a time and the oldest first. Answers those that
 * were not taken: they wait no more, and are kept until somebody says what becomes of them.
 */
export async function sendWaiting(dispatch: Dispatch, staffId: string): Promise<KeptPhoto[]> {
  const given: KeptPhoto[] = [];
  if (!(await lookKept()).some(waits)) return given;
  // While some are being sent the rest is left for the next turn.
  await navigator.locks.request('udrel.photos', { ifAvailable: true }, async (lock) => {
    if (!lock) return;
    for (const photo of (await lookKept()).filter(waits).filter(isOf(staffId))) {
      const bytes = await bytesOf(photo);
      if (!bytes) continue;
      const done = await sendPhoto(dispatch, photo, bytes);
      if (done === 'later') return;
      if (done === 'sent') await forgetKept(photo);
      else {
        const refused = troubleOf(done.refused)?.sentence ?? '';
        await keepRefused(photo, refused);
        given.push({ ...photo, refused });
      }
    }
  });
  return given;
}
