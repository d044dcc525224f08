import type { Stays } from '../causes/outcomes.ts';
import type { TestId } from '../causes/tests.ts';
import { END_STATES } from '../causes/variables.ts';
import { shortFor, type Belief, type SetupReach } from './belief.ts';
import type { MethodProfile } from './profiles.ts';
import type { SetupQuestion } from './question.ts';
import type { Placed } from './search.ts';
import { reachOf } from './setupReach.ts';

/** A squat as it was looked at. */
export interface Squat extends Placed {
  /** The method whose lean and shin limits it is judged by. */
  profile: MethodProfile;
  /** Weeks between the look and the ankle readings. */
  weeks: number;
}

/** A squat that was watched, with how likely all that was seen and tested of it is, by which of its ends are short and how they are used; only ratios count. */
export interface Watched extends Squat {
  /** A table over the ends, of each way of use one after the other. */
  fits: readonly number[];
  /** How many looks, tests and trials that is. */
  pieces: number;
  /** The newest day's looks, in which the causes are weighed; absent = another squat. */
  isLook?: true | undefined;
  /** Short tests that are this squat in another setup. */
  inTest?: SquatsInTests | undefined;
  /** What those that were done say beyond `fits`, by which ends are short in their own setup. */
  ratios?: readonly TestRatio[] | undefined;
}

export type SquatsInTests = Partial<Record<TestId, Squat>>;

/** A short test that was done in a setup of its own. */
export interface TestRatio {
  squat: Squat;
  /** By how much its outcome is likelier than `fits` has it: a table as `fits` for each combination of ends in the test, one after the other. */
  ratio: readonly number[];
}

/** How far an end of range moves in a week, degrees; over weeks it grows by their root (house default). */
const DRIFT_DEG = 1;

const driftOf = ({ weeks }: Squat): number => DRIFT_DEG * Math.sqrt(Math.max(0, weeks));

/** Needs of the squat, limits of the day aside: they say what may be done, not what the body showed. Rounding shows from its onset, tolerated or not. */
const reachIn = (question: SetupQuestion, squat: Squat): SetupReach => ({
  ...reachOf({ ...question, safety: [] }, squat.profile, squat),
  roundedDeg: 0,
});

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
  const sums = new Array<number>(END_STATES).fill(0);
  const own = new Float64Array(END_STATES);
  const endsInto = endsIn(question, belief, squat);
  belief.weight.forEach((w, i) => {
    endsInto(i, own);
    for (let state = 0; state < END_STATES; state += 1)
      sums[state] = sums[state]! + w * own[state]!;
  });
  return sums;
}

/**
 * How likely each combination of short ends in a squat goes with each way of use under a belief, of each way of use one after the other; sums to 1. null =
 * nothing was watched, so that use is as common as it is.
 */
export function endsAndUseIn(
  question: SetupQuestion,
  belief: Belief,
  squat: Squat,
): number[] | null {
  const { use, weight } = belief;
  if (!use) return null;
  const uses = use.length / weight.length;
  const endsInto = endsIn(question, belief, squat);
  const own = new Float64Array(END_STATES);
  const sums = new Array<number>(uses * END_STATES).fill(0);
  weight.forEach((w, i) => {
    endsInto(i, own);
    for (let u = 0; u < uses; u += 1) {
      const share = w * use[i * uses + u]!;
      for (let state = 0; state < END_STATES; state += 1)
        sums[u * END_STATES + state] = sums[u * END_STATES + state]! + share * own[state]!;
    }
  });
  return sums;
}

/**
 * How likely each combination of ends and use is for each guess, in a squat that was watched and with all that was seen of it: one guess after the other, of each
 * way of use one after the other; of each guess 1 together.
 */
export function afterSeen(question: SetupQuestion, belief: Belief, squat: Watched): Float64Array {
  const { use, weight } = belief;
  const uses = squat.fits.length / END_STATES;
  const endsInto = endsIn(question, belief, squat);
  const own = new Float64Array(END_STATES);
  const ratiosInto = ratiosIn(question, belief, squat);
  const fits = new Float64Array(squat.fits.length);
  const joint = new Float64Array(weight.length * squat.fits.length);
  weight.forEach((_, i) => {
    endsInto(i, own);
    ratiosInto(i, fits);
    for (let at = 0; at < fits.length; at += 1) fits[at] = fits[at]! * squat.fits[at]!;
    for (let u = 0; u < uses; u += 1) {
      const at = u * END_STATES;
      let all = 0;
      for (let state = 0; state < END_STATES; state += 1) all += own[state]! * fits[at + state]!;
      const share = use && all > 0 ? use[i * uses + u]! / all : 0;
      for (let state = 0; state < END_STATES; state += 1)
        joint[i * fits.length + at + state] = share * own[state]! * fits[at + state]!;
    }
  });
  return joint;
}

/** What the tests in other setups say of one guess beyond the table of the look: written into a table of that size. */
function ratiosIn(
  question: SetupQuestion,
  belief: Belief,
  { ratios = [] }: Watched,
): (i: number, into: Float64Array) => void {
  const tests = ratios.map(({ squat, ratio }) => ({
    endsInto: endsIn(question, belief, squat),
    ratio: Float64Array.from(ratio),
  }));
  const own = new Float64Array(END_STATES);
  return (i, into) => {
    into.fill(1);
    const size = into.length;
    for (const { endsInto, ratio } of tests) {
      endsInto(i, own);
      for (let at = 0; at < size; at += 1) {
        let mean = 0;
        for (let state = 0; state < END_STATES; state += 1)
          mean += own[state]! * ratio[state * size + at]!;
        into[at] = into[at]! * mean;
      }
    }
  };
}

/** How likely ends are short in a test's setup, by which are short in the squat that was looked at. */
export function staysIn(
  question: SetupQuestion,
  belief: Belief,
  squat: Squat,
  inTest: Squat,
): Stays {
  const [fromInto, toInto] = [endsIn(question, belief, squat), endsIn(question, belief, inTest)];
  const [from, to] = [new Float64Array(END_STATES), new Float64Array(END_STATES)];
  const sums = new Float64Array(END_STATES * END_STATES);
  belief.weight.forEach((w, i) => {
    if (w === 0) return;
    fromInto(i, from);
    toInto(i, to);
    for (let a = 0; a < END_STATES; a += 1)
      for (let b = 0; b < END_STATES; b += 1)
        sums[a * END_STATES + b] = sums[a * END_STATES + b]! + w * from[a]! * to[b]!;
  });
  return Array.from(sums, (p, at) => {
    const row = Math.floor(at / END_STATES) * END_STATES;
    let all = 0;
    for (let b = 0; b < END_STATES; b += 1) all += sums[row + b]!;
    return p / all;
  });
}

/** How likely each combination of ends is short in a squat, guess by guess: written into a table it is given. */
export function endsIn(
  question: SetupQuestion,
  belief: Belief,
  squat: Squat,
): (i: number, into: Float64Array) => void {
  const table = endsTable(question, belief, squat);
  return (i, into) => {
    for (let state = 0; state < END_STATES; state += 1)
      into[state] = table[i * END_STATES + state]!;
  };
}

/** The same of all guesses, worked out once for the guesses of a client, which are weighed anew and never moved. */
function endsTable(question: SetupQuestion, belief: Belief, squat: Squat): Float64Array {
  const known = tables.get(belief.left) ?? new WeakMap<Squat, Float64Array>();
  tables.set(belief.left, known);
  const held = known.get(squat);
  if (held) return held;
  const reach = reachIn(question, squat);
  const drift = driftOf(squat);
  const made = new Float64Array(belief.left.length * END_STATES);
  for (let i = 0; i < belief.left.length; i += 1)
    statesInto(made.subarray(i * END_STATES, (i + 1) * END_STATES), reach, belief, i, drift);
  known.set(squat, made);
  return made;
}

const tables = new WeakMap<Float64Array, WeakMap<Squat, Float64Array>>();

/**
 * The belief after all squats that were watched: each guess weighed by how well its ends of range explain what was seen, tested and tried, the way of use
 * being the same in all of them and summed out. Importance weighting of fixed, evenly spread guesses: neither order nor side matters.
 *
 * @param prior how common each way of use is
 */
export function afterWatched(
  belief: Belief,
  question: SetupQuestion,
  watched: readonly Watched[],
  prior: readonly number[],
): Belief {
  if (watched.length === 0) return belief;
  const squats = watched.map((squat) => ({
    endsInto: endsIn(question, belief, squat),
    ratiosInto: squat.ratios?.length ? ratiosIn(question, belief, squat) : null,
    ratios: new Float64Array(squat.fits.length).fill(1),
    fits: squat.fits,
  }));
  const own = new Float64Array(END_STATES);
  const byUse = new Float64Array(prior.length);
  const use = new Float64Array(belief.weight.length * prior.length);
  const weight = belief.weight.map((w, i) => {
    byUse.set(prior);
    for (const { endsInto, ratiosInto, ratios, fits } of squats) {
      endsInto(i, own);
      ratiosInto?.(i, ratios);
      for (let u = 0; u < byUse.length; u += 1) {
        let fit = 0;
        for (let state = 0; state < END_STATES; state += 1)
          fit += own[state]! * fits[u * END_STATES + state]! * ratios[u * END_STATES + state]!;
        byUse[u] = byUse[u]! * fit;
      }
    }
    let sum = 0;
    for (let u = 0; u < byUse.length; u += 1) sum += byUse[u]!;
    for (let u = 0; u < byUse.length; u += 1)
      use[i * byUse.length + u] = sum > 0 ? byUse[u]! / sum : prior[u]!;
    return w * sum;
  });
  const all = weight.reduce((sum, w) => sum + w, 0);
  return { ...belief, weight: weight.map((w) => w / all), use };
}
