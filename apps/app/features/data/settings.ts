import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { BUILD, isOwn } from './build.ts';
import type { Settings } from './settingsSchema.ts';

export type { Settings };

/** Settings of a device that was never told any. */
const UNSAID: Settings = {
  initials: 'CH',
  angle: 'byHand',
  length: 'byHand',
  simulatedFault: 'none',
  signals: true,
  units: null,
  paper: null,
  landmarks: {},
  missing: [],
  zero: null,
};

const KEY = 'zither-plumb.settings';

/** The settings kept on this device; null if there are none or they cannot be read. */
export async function readSettings(): Promise<Settings | null> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? 'null');
    if (kept === null) return null;
    if (isOwn(kept)) return kept as Settings;
    return (await import('./settingsSchema.ts')).settingsSchema.parse(kept);
  } catch {
    return null;
  }
}

export function keepSettings(settings: Settings): void {
  try {
    localStorage.setItem(KEY, JSON.stringify({ ...settings, by: BUILD }));
  } catch {
    // Forbidden storage: the choice lasts until the page is closed.
  }
}

const slice = createSlice({
  name: 'settings',
  initialState: UNSAID,
  reducers: {
    changed: (state, { payload }: PayloadAction<Partial<Settings>>) => ({ ...state, ...payload }),
    restored: (_state, { payload }: PayloadAction<Settings>) => payload,
  },
});

export const settingsActions = slice.actions;
export const settingsReducer = slice.reducer;
