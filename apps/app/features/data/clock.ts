import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A device clock that is off by no more is left alone. */
const TOLERATED_MS = 2 * 60_000;

export interface ClockState {
  /** What has to be added to this device's clock to be right, ms; 0 while it is close enough. */
  aheadMs: number;
}

/** The same for what is asked outside the store. */
let correction = 0;

/** The moment it is, by this device's clock as the server corrected it. */
export const correctedNow = (): Date => new Date(Date.now() + correction);

const slice = createSlice({
  name: 'clock',
  initialState: { aheadMs: 0 } as ClockState,
  reducers: {
    /** The server said what time it is. */
    told(state, { payload }: PayloadAction<{ server: number; device: number }>) {
      const off = payload.server - payload.device;
      const aheadMs = Math.abs(off) > TOLERATED_MS ? off : 0;
      // The server's clock has whole seconds: a change of less says nothing.
      if (Math.abs(aheadMs - state.aheadMs) > 1500) state.aheadMs = aheadMs;
      correction = state.aheadMs;
    },
  },
});

export const clockActions = slice.actions;
export const clockReducer = slice.reducer;
