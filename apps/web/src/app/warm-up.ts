import { api } from '../api/api';
import type { store } from '../store/store';

/** Asks for what the first page will want while its code is still on its way: one round trip less to see anything. */
export function warmUp({ dispatch }: typeof store, pathname: string): void {
  const once = { subscribe: false } as const;
  void dispatch(api.endpoints.session.initiate(undefined, once));
  const tag = /^\/jobs\/([^/]+)/.exec(pathname)?.[1];
  if (tag) void dispatch(api.endpoints.job.initiate({ tag: tag.toUpperCase() }, once));
  else if (pathname === '/') void dispatch(api.endpoints.floor.initiate(undefined, once));
}
