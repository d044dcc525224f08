import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Draft } from './device.ts';

/** What was begun and neither saved nor thrown away, by what it is of. */
type DraftsState = Record<string, Draft>;

const slice = createSlice({
  name: 'drafts',
  initialState: {} as DraftsState,
  reducers: {
    drafted(state, { payload }: PayloadAction<Draft>) {
      state[payload.key] = payload;
    },
    dropped(state, { payload }: PayloadAction<string>) {
      delete state[payload];
    },
    /** What the device kept, read back; what was begun since the page opened stays. */
    restored(state, { payload }: PayloadAction<Draft[]>) {
      for (const draft of payload)
        if (!state[draft.key] || state[draft.key]!.at < draft.at) state[draft.key] = draft;
    },
  },
});

export const draftsActions = slice.actions;
export const draftsReducer = slice.reducer;
