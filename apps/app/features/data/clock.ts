import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { isZone, zoneHere } from '@zither/contract/days';

/** A device clock that is off by no more is left alone. */
const TOLERATED_MS = 2 * 60_000;

export interface ClockState {
  /** What has to be added to this device's clock to be right, ms; 0 while it is close enough. */
  aheadMs: number;
}

const KEY = 'zither-plumb.clock';

/** What was kept of the clock when this page was closed: without network it is as wrong as it was. */
function kept(): { aheadMs: number; zone: string | null } {
  try {
    const { aheadMs, zone } = JSON.parse(localStorage.getItem(KEY) ?? '{}') as {
      aheadMs?: unknown;
      zone?: unknown;
    };
    return {
      aheadMs: typeof aheadMs === 'number' && Number.isFinite(aheadMs) ? aheadMs : 0,
      zone: typeof zone === 'string' && isZone(zone) ? zone : null,
    };
  } catch {
    return { aheadMs: 0, zone: null };
  }
}

const before = kept();
/** The same for what is asked outside the store. */
let correction = before.aheadMs;
let zone = before.zone;

function keep(): void {
  try {
    localStorage.setItem(KEY, JSON.stringify({ aheadMs: correction, zone }));
  } catch {
    // Forbidden storage: known again with the first answer.
  }
}

/** The gym's time zone; this device's until it is known. */
export const gymZone = (): string => zone ?? zoneHere();

/** The gym's time zone became known. */
export function toldZone(to: string | undefined): void {
  if (to === undefined || to === zone || !isZone(to)) return;
  zone = to;
  keep();
}

/** The moment it is, by this device's clock as the server corrected it. */
export const correctedNow = (): Date => new Date(Date.now() + correction);

const slice = createSlice({
  name: 'clock',
  initialState: { aheadMs: before.aheadMs } as ClockState,
  reducers: {
    /** The server said what time it is. */
    told(state, { payload }: PayloadAction<{ server: number; device: number }>) {
      const off = payload.server - payload.device;
      const aheadMs = Math.abs(off) > TOLERATED_MS ? off : 0;
      // The server's clock has whole seconds: a change of less says nothing.
      if (Math.abs(aheadMs - state.aheadMs) > 1500) state.aheadMs = aheadMs;
      if (correction === state.aheadMs) return;
      correction = state.aheadMs;
      keep();
    },
  },
});

export const clockActions = slice.actions;
export const clockReducer = slice.reducer;
