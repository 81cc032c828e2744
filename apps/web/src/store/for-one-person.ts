import type { Middleware } from '@reduxjs/toolkit';
import { TOPICS } from '@udrel/contract/endpoints';
import type { SessionView } from '@udrel/contract/types';
import { api } from '../api/api';

const ALL_BUT_WHO = TOPICS.filter((topic) => topic !== 'Session');

/**
 * What was read for one person is not shown to the next at the same screen: it goes with whoever signs out, and with a
 * switch to somebody of another role. Between two of the same role the screen stays, and is read anew.
 */
export const forOnePerson: Middleware = (store) => (next) => (action) => {
  const { endpoints, util } = api;
  if (!endpoints.session.matchFulfilled(action)) return next(action);
  const before = endpoints.session.select()(store.getState() as never).data?.staff;
  const done = next(action);
  const session: SessionView = action.payload;
  if (!before || before.id === session.staff?.id) return done;
  if (before.role === session.staff?.role) {
    store.dispatch(util.invalidateTags([...ALL_BUT_WHO]));
    return done;
  }
  store.dispatch(util.resetApiState());
  // Who it is now is known: it is not asked again before anything is shown.
  store.dispatch(util.upsertQueryEntries([{ endpointName: 'session', arg: undefined, value: session }]));
  return done;
};
