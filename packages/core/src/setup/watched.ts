import { shortFor, weighedBy, type Belief, type SetupReach } from './belief.ts';
import type { MethodProfile } from './profiles.ts';
import type { SetupQuestion } from './question.ts';
import type { Placed } from './search.ts';
import { reachOf } from './setupReach.ts';

/** Which ends of range are short in a squat, by bits: 1 left ankle, 2 right ankle, 4 fold. A table over them has eight entries. */
export const ENDS = ['left', 'right', 'fold'] as const;
export const END_STATES = 2 ** ENDS.length;

/** A squat as it was looked at. */
export interface Squat extends Placed {
  /** The method whose lean and shin limits it is judged by. */
  profile: MethodProfile;
  /** Weeks between the look and the ankle readings. */
  weeks: number;
}

/** A squat that was looked at, with how likely all that was seen and tested is, by which of its ends are short; only their ratios count. */
export interface Watched extends Squat {
  fits: readonly number[];
  /** How many looks and tests that is. */
  pieces: number;
}

/** How far an end of range moves in a week, degrees; over weeks it grows by their root (house default). */
const DRIFT_DEG = 1;

const driftOf = ({ weeks }: Squat): number => DRIFT_DEG * Math.sqrt(Math.max(0, weeks));

/** Needs of the squat, limits of the day aside: it was done before they applied. */
const reachIn = (question: SetupQuestion, squat: Squat): SetupReach =>
  reachOf({ ...question, safety: [] }, squat.profile, squat);

/** So much is left to what no guess explains: neither a reading nor a look makes an end certain (house default). */
const UNSURE = 0.004;

/** How likely one guess is to be short of each combination of ends, written into a table: asked for every guess, so that none is made anew. */
function statesInto(
  table: Float64Array,
  reach: SetupReach,
  belief: Belief,
  i: number,
  driftDeg: number,
): void {
  const { left, right, fold } = shortFor(reach, belief, i, driftDeg);
  const rest = UNSURE / END_STATES;
  for (let state = 0; state < END_STATES; state += 1) {
    const p =
      (state & 1 ? left : 1 - left) *
      (state & 2 ? right : 1 - right) *
      (state & 4 ? fold : 1 - fold);
    table[state] = (1 - UNSURE) * p + rest;
  }
}

/** How likely each combination of ends is short in a squat under a belief; sums to 1. */
export function shortIn(question: SetupQuestion, belief: Belief, squat: Squat): number[] {
  const reach = reachIn(question, squat);
  const drift = driftOf(squat);
  const sums = new Array<number>(END_STATES).fill(0);
  const own = new Float64Array(END_STATES);
  belief.weight.forEach((w, i) => {
    statesInto(own, reach, belief, i, drift);
    for (let state = 0; state < END_STATES; state += 1)
      sums[state] = sums[state]! + w * own[state]!;
  });
  return sums;
}

/** The belief after a look: each guess weighed by how well its ends of range explain all that was seen and tested. */
export function afterWatched(belief: Belief, question: SetupQuestion, watched: Watched): Belief {
  const reach = reachIn(question, watched);
  const drift = driftOf(watched);
  const own = new Float64Array(END_STATES);
  return weighedBy(belief, (i) => {
    statesInto(own, reach, belief, i, drift);
    let fit = 0;
    for (let state = 0; state < END_STATES; state += 1) fit += own[state]! * watched.fits[state]!;
    return fit;
  });
}
