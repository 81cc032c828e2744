import { useSyncExternalStore } from 'react';

/** Photographs that are not with the server: they wait to be sent, or were not taken and it is for somebody to say what becomes of them. */
const CACHE = 'udrel-photos';
const CHANGED = 'udrel-photos-waiting';
const [WAITS, REFUSED] = ['/waiting-photo/', '/refused-photo/'];

/** A photograph kept here; of whoever took it, or of nobody where an earlier page kept it. */
export interface KeptPhoto {
  key: string;
  tag: string;
  station: string;
  staffId: string;
  /** Why the server did not take it; null while it waits to be sent. */
  refused: string | null;
}

/** Those that are kept, as they were looked at last. */
let known: readonly KeptPhoto[] = [];

const ours = async () => ('caches' in window ? caches.open(CACHE) : null);

/** Keeps a photograph; false where this browser keeps nothing (a page that was not opened safely). */
export async function keepWaiting(
  { tag, station, staffId }: Pick<KeptPhoto, 'tag' | 'station' | 'staffId'>,
  bytes: Blob,
): Promise<boolean> {
  const cache = await ours();
  if (!cache) return false;
  await cache.put(WAITS + pathOf(tag, station, staffId, crypto.randomUUID()), new Response(bytes));
  await lookKept();
  return true;
}

const pathOf = (...words: string[]) => words.map(encodeURIComponent).join('/');
const wordsOf = (key: string) => key.split('/').slice(2).map(decodeURIComponent);

/** Looks at those that are kept anew, the oldest first. */
export async function lookKept(): Promise<readonly KeptPhoto[]> {
  const cache = await ours();
  const keys = cache ? await cache.keys() : [];
  known = keys.map(({ url }) => {
    const key = new URL(url).pathname;
    const [tag = '', station = '', ...rest] = wordsOf(key);
    const refused = key.startsWith(REFUSED) ? (rest[2] ?? '') : null;
    return { key, tag, station, staffId: rest.length > 1 ? (rest[0] ?? '') : '', refused };
  });
  window.dispatchEvent(new Event(CHANGED));
  return known;
}

/** One of them as it was taken; null where it is gone. */
export async function bytesOf({ key }: Pick<KeptPhoto, 'key'>): Promise<Blob | null> {
  return (await (await (await ours())?.match(key))?.blob()) ?? null;
}

/** Forgets one: it was sent, or somebody threw it away. */
export async function forgetKept({ key }: KeptPhoto): Promise<void> {
  await (await ours())?.delete(key);
  await lookKept();
}

/** Keeps one that the server did not take, with the reason, until somebody says what becomes of it. */
export async function keepRefused(photo: KeptPhoto, sentence: string): Promise<void> {
  const [tag = '', station = '', ...rest] = wordsOf(photo.key);
  const [staffId, id] = rest.length > 1 ? rest : ['', ...rest];
  await moveTo(photo, REFUSED + pathOf(tag, station, staffId ?? '', id ?? '', sentence));
}

/** Has one that was refused wait to be sent once more. */
export async function waitAgain(photo: KeptPhoto): Promise<void> {
  await moveTo(photo, WAITS + pathOf(...wordsOf(photo.key).slice(0, 4)));
}

/** Where a page ends in the middle it is there twice, and the same again once it was sent again. */
async function moveTo(photo: KeptPhoto, key: string): Promise<void> {
  const [cache, bytes] = [await ours(), await bytesOf(photo)];
  if (bytes) await cache?.put(key, new Response(bytes));
  if (key !== photo.key) await cache?.delete(photo.key);
  await lookKept();
}

/** Whether a photograph is sent in somebody's name. */
export const isOf =
  (person: string) =>
  ({ staffId }: KeptPhoto): boolean =>
    staffId === person || staffId === '';

/** Whether it waits to be sent. */
export const waits = ({ refused }: KeptPhoto): boolean => refused === null;

/** How many wait that are sent in somebody's name, as far as this page knows. */
export const waitingCount = (person: string): number => known.filter(waits).filter(isOf(person)).length;

/** Those that are kept in this browser. */
export function useKeptPhotos(): readonly KeptPhoto[] {
  return useSyncExternalStore(
    (tell) => {
      window.addEventListener(CHANGED, tell);
      return () => window.removeEventListener(CHANGED, tell);
    },
    () => known,
  );
}
