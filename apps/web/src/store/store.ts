import { setupListeners } from '@reduxjs/toolkit/query';
import { makeStore } from './make-store';

export const store = makeStore();
setupListeners(store.dispatch);

export type State = ReturnType<typeof store.getState>;
