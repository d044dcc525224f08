import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Placed } from '@zither/core';

/** A setup a coach looks at before it is used, with the method it comes from. */
interface LookedAt extends Placed {
  profile: string;
}

/** By client: what a coach moved on the page of Set and has not used yet. Leaving the page does not lose it. */
type LookingState = Record<string, LookedAt>;

const slice = createSlice({
  name: 'looking',
  initialState: {} as LookingState,
  reducers: {
    /** null = back to the setup in use. */
    looked(state, { payload }: PayloadAction<{ clientId: string; at: LookedAt | null }>) {
      if (payload.at) state[payload.clientId] = payload.at;
      else delete state[payload.clientId];
    },
  },
});

export const lookingActions = slice.actions;
export const lookingReducer = slice.reducer;
