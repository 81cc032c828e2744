import { api } from '../api/api';
import type { store } from '../store/store';
import { firstAsked, loadView, type FirstAsked } from './addresses';

/**
 * Asks for what the first page will want while its code is still on its way: one round trip less to see anything. Done when
 * all of it was answered, or the server was not reached.
 */
export async function warmUp({ dispatch }: typeof store, pathname: string): Promise<void> {
  const once = { subscribe: false } as const;
  const ask = (asked: FirstAsked): PromiseLike<unknown> => {
    if (asked.of === 'job') return dispatch(api.endpoints.job.initiate({ tag: asked.tag }, once));
    if (asked.of === 'floor') return dispatch(api.endpoints.floor.initiate(undefined, once));
    return dispatch(api.endpoints.session.initiate(undefined, once));
  };
  await Promise.all([...firstAsked(pathname).map(ask), loadView(pathname)]);
}
