/** Photographs that could not be sent yet, kept in the browser until the server is reached. */
const CACHE = 'udrel-photos';

/** A photograph that waits. */
export interface WaitingPhoto {
  key: string;
  station: string;
  bytes: Blob;
}

const keyOf = (tag: string, station: string) => `/waiting-photo/${tag}/${encodeURIComponent(station)}/`;

/** Keeps a photograph; false where this browser keeps nothing (a page that was not opened safely). */
export async function keepWaiting(tag: string, station: string, bytes: Blob): Promise<boolean> {
  if (!('caches' in window)) return false;
  const cache = await caches.open(CACHE);
  await cache.put(`${keyOf(tag, station)}${crypto.randomUUID()}`, new Response(bytes));
  return true;
}

/** Those that wait for a job, the oldest first. */
export async function waitingOf(tag: string): Promise<WaitingPhoto[]> {
  if (!('caches' in window)) return [];
  const cache = await caches.open(CACHE);
  const found: WaitingPhoto[] = [];
  for (const { url } of await cache.keys()) {
    const { pathname } = new URL(url);
    const [, , of, station = ''] = pathname.split('/');
    const answer = of === tag ? await cache.match(pathname) : undefined;
    if (answer) found.push({ key: pathname, station: decodeURIComponent(station), bytes: await answer.blob() });
  }
  return found;
}

/** Forgets one that was sent. */
export async function forgetWaiting(key: string): Promise<void> {
  await (await caches.open(CACHE)).delete(key);
}
