import type { Hold } from './setup.ts';

/**
 * Where the load (or the hands) sits relative to the shoulder, as fractions of stature:
 * `up` along the trunk line, `forward` square to it. House defaults.
 * null = nothing is held: the arms hang straight down from the shoulder.
 */
export const HOLD_POINT: Record<Hold, { up: number; forward: number } | null> = {
  bodyweight: null,
  armsForward: { up: 0, forward: 0.4 },
  counterbalance: { up: -0.02, forward: 0.4 },
  overhead: { up: 0.4, forward: 0 },
  goblet: { up: -0.06, forward: 0.13 },
  front: { up: 0, forward: 0.065 },
  highBar: { up: 0.02, forward: -0.03 },
  lowBar: { up: -0.025, forward: -0.045 },
};

/** The most a hold is used with, kg (house default); absent = as much as the bar takes. */
export const HOLD_LOAD_MOST_KG: Partial<Record<Hold, number>> = {
  bodyweight: 0,
  counterbalance: 10,
  goblet: 50,
};
