import { useSyncExternalStore } from 'react';

/** Photographs that could not be sent yet, kept in the browser until the server takes them. */
const CACHE = 'udrel-photos';
const CHANGED = 'udrel-photos-waiting';

/** A photograph that waits; of whoever took it, or of nobody where an earlier page kept it. */
export interface WaitingPhoto {
  key: string;
  tag: string;
  station: string;
  staffId: string;
}

/** Those that wait, as they were looked at last. */
let known: readonly WaitingPhoto[] = [];

const ours = async () => ('caches' in window ? caches.open(CACHE) : null);

/** Keeps a photograph; false where this browser keeps nothing (a page that was not opened safely). */
export async function keepWaiting({ tag, station, staffId }: Omit<WaitingPhoto, 'key'>, bytes: Blob): Promise<boolean> {
  const cache = await ours();
  if (!cache) return false;
  const named = [tag, station, staffId, crypto.randomUUID()].map(encodeURIComponent).join('/');
  await cache.put(`/waiting-photo/${named}`, new Response(bytes));
  await lookWaiting();
  return true;
}

/** Looks at those that wait anew, the oldest first. */
export async function lookWaiting(): Promise<readonly WaitingPhoto[]> {
  const cache = await ours();
  const keys = cache ? await cache.keys() : [];
  known = keys.map(({ url }) => {
    const { pathname } = new URL(url);
    const [tag = '', station = '', ...rest] = pathname.split('/').slice(2).map(decodeURIComponent);
    return { key: pathname, tag, station, staffId: rest.length > 1 ? (rest[0] ?? '') : '' };
  });
  window.dispatchEvent(new Event(CHANGED));
  return known;
}

/** One of them as it was taken; null where it is gone. */
export async function bytesOf({ key }: WaitingPhoto): Promise<Blob | null> {
  return (await (await (await ours())?.match(key))?.blob()) ?? null;
}

/** Forgets one: it was sent, or refused for good. */
export async function forgetWaiting({ key }: WaitingPhoto): Promise<void> {
  await (await ours())?.delete(key);
  await lookWaiting();
}

/** Whether a photograph is sent in somebody's name. */
export const isOf =
  (person: string) =>
  ({ staffId }: WaitingPhoto): boolean =>
    staffId === person || staffId === '';

/** How many wait that are sent in somebody's name, as far as this page knows. */
export const waitingCount = (person: string): number => known.filter(isOf(person)).length;

/** Those that wait in this browser. */
export function useWaitingPhotos(): readonly WaitingPhoto[] {
  return useSyncExternalStore(
    (tell) => {
      window.addEventListener(CHANGED, tell);
      return () => window.removeEventListener(CHANGED, tell);
    },
    () => known,
  );
}
