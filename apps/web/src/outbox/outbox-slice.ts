import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Entry } from './entries';

/** What this browser keeps until the server has it, as it stands in its storage. */
export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: { entries: [] as Entry[] },
  reducers: {
    read: (state, { payload }: PayloadAction<Entry[]>) => {
      state.entries = payload;
    },
  },
});
