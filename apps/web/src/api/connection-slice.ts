import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Whether the server can be reached; when not, since when (milliseconds since the epoch). */
export interface Connection {
  lostAt: number | null;
}

const initialState: Connection = { lostAt: null };

export const connectionSlice = createSlice({
  name: 'connection',
  initialState,
  reducers: {
    lost: (state, { payload }: PayloadAction<number>) => {
      state.lostAt ??= payload;
    },
    found: (state) => {
      state.lostAt = null;
    },
  },
});

export const { lost, found } = connectionSlice.actions;
