import { configureStore } from '@reduxjs/toolkit';
import { api } from '../api/api';
import { connectionSlice } from '../api/connection-slice';
import { outboxSlice } from '../outbox/outbox-slice';
import { forOnePerson } from './for-one-person';
import { planSlice } from '../features/plan-draft/plan-slice';

/** A store of its own: a page has one, each test another. */
export const makeStore = () =>
  configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      [planSlice.name]: planSlice.reducer,
      [connectionSlice.name]: connectionSlice.reducer,
      [outboxSlice.name]: outboxSlice.reducer,
    },
    middleware: (defaults) => defaults().prepend(forOnePerson).concat(api.middleware),
  });
