import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../api/api';
import { connectionSlice } from '../api/connection-slice';
import { outboxSlice } from '../outbox/outbox-slice';
import { planSlice } from '../features/plan-draft/plan-slice';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    [planSlice.name]: planSlice.reducer,
    [connectionSlice.name]: connectionSlice.reducer,
    [outboxSlice.name]: outboxSlice.reducer,
  },
  middleware: (defaults) => defaults().concat(api.middleware),
});
setupListeners(store.dispatch);

export type State = ReturnType<typeof store.getState>;
