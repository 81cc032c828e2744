import { api } from '../api/api';
import { loadAhead } from '../views/job/stations';
import type { store } from '../store/store';

/**
 * Asks for what the first page will want while its code is still on its way: one round trip less to see anything. Done when
 * all of it was answered, or the server was not reached.
 */
export async function warmUp({ dispatch }: typeof store, pathname: string): Promise<void> {
  const once = { subscribe: false } as const;
  const asked: PromiseLike<unknown>[] = [dispatch(api.endpoints.session.initiate(undefined, once))];
  const [, tag, station] = /^\/jobs\/([^/]+)(?:\/([^/]+))?/.exec(pathname) ?? [];
  if (tag) {
    asked.push(loadAhead(station), dispatch(api.endpoints.job.initiate({ tag: tag.toUpperCase() }, once)));
  }
  if (pathname === '/') asked.push(dispatch(api.endpoints.floor.initiate(undefined, once)));
  await Promise.all(asked);
}
