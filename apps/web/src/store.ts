import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from './api/api';
import { planSlice } from './views/job/plan/plan-slice';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, [planSlice.name]: planSlice.reducer },
  middleware: (defaults) => defaults().concat(api.middleware),
});
setupListeners(store.dispatch);
