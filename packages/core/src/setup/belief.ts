import { normalQuantile, normalShare, radicalInverse } from '../chance/normal.ts';
import { SIDES, type BothSides, type Side } from '../linkage/setup.ts';
import type { SetupQuestion } from './question.ts';
import { foldNeededAt, type PerUnit, type Reach } from './reach.ts';

/** What may be true of a client: weighed guesses at everything that is not known for certain. */
export interface Belief {
  /** Dorsiflexion as it shows in a squat, degrees. */
  left: Float64Array;
  right: Float64Array;
  /** Fold at zero abduction, degrees; null where none was measured. */
  fold: Float64Array | null;
  /** By what share the true length is longer than the one known. */
  thigh: Float64Array;
  trunk: Float64Array;
  shank: Float64Array;
  /** By what share of the foot the balance point lies further forward. */
  balance: Float64Array;
  /** Sums to one. */
  weight: Float64Array;
}

/** Guesses in a belief. */
export const GUESSES = 2048;
/** From just too little to just enough, a limit shows over about so many degrees (house defaults). */
const SOFT_DEG = { ankle: 0.7, fold: 1.5 } as const;
/** How often a trial shows what the limits do not explain: attention, the eye, a bad rep (house default). */
const LAPSE = 0.06;

/** Bases of the seven dimensions; the first two are the ankles', which the mirrored half swaps. */
const BASES = [2, 3, 5, 7, 11, 13, 17] as const;

/** Standard normal draws, evenly spread (Halton 1960): the second half is the first with left and right swapped, so that sides are treated alike. */
function standardDraws(count: number): Float64Array[] {
  const half = count / 2;
  const z = BASES.map((base) =>
    Float64Array.from({ length: half }, (_, i) => normalQuantile(radicalInverse(i + 20, base))),
  );
  return z.map((own, dimension) => {
    const twin = dimension === 0 ? z[1]! : dimension === 1 ? z[0]! : own;
    const both = new Float64Array(count);
    both.set(own);
    both.set(twin, half);
    return both;
  });
}

let cached: Float64Array[] | null = null;
const draws = (): Float64Array[] => (cached ??= standardDraws(GUESSES));

/** What is believed before any trial: readings, lengths and balance, spread as the uncertainty says. The same every time. */
export function startBelief({
  dorsiflexionDeg,
  hipFold,
  uncertainty,
}: Pick<SetupQuestion, 'dorsiflexionDeg' | 'hipFold' | 'uncertainty'>): Belief {
  const [zLeft, zRight, zFold, zThigh, zTrunk, zShank, zBalance] = draws() as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const u = uncertainty;
  const rest = Math.sqrt(1 - u.thighTrunk ** 2);
  const around = (mean: number, sd: number, z: Float64Array) => z.map((v) => mean + sd * v);
  return {
    left: around(dorsiflexionDeg.left, u.dorsiflexionDeg.left, zLeft),
    right: around(dorsiflexionDeg.right, u.dorsiflexionDeg.right, zRight),
    fold: hipFold ? around(hipFold.atZeroAbductionDeg, u.hipFoldDeg, zFold) : null,
    thigh: around(0, u.thigh, zThigh),
    trunk: zTrunk.map((v, i) => u.trunk * (u.thighTrunk * zThigh[i]! + rest * v)),
    shank: around(0, u.shank, zShank),
    balance: around(0, u.balance, zBalance),
    weight: new Float64Array(GUESSES).fill(1 / GUESSES),
  };
}

/** Ankle and fold one setup needs on both sides, ready to be compared with many guesses. */
export interface SetupReach extends BothSides<Reach> {
  /** A fold the screen allows at most, whatever the client has, degrees; Infinity = none. */
  foldCapDeg: number;
  /** Degrees of fold beyond the onset of rounding that the method tolerates here. */
  roundedDeg: number;
}

const shift = (per: PerUnit, b: Belief, i: number): number =>
  per.thigh * b.thigh[i]! +
  per.trunk * b.trunk[i]! +
  per.shank * b.shank[i]! +
  per.balance * b.balance[i]!;

/** Degrees a side has left for one guess: of its ankle, and of the ceilings that are not the ankle's. */
function spareOf(reach: Reach, ankleDeg: number, moved: number): number {
  const { neededDeg, slackDeg, pitchDeg } = reach;
  if (neededDeg === null) return -Infinity;
  return Math.min(ankleDeg + pitchDeg - neededDeg, slackDeg) - moved;
}

const foldSpareOf = (reach: Reach, ankleDeg: number, fold: number, moved: number): number =>
  reach.foldNeededDeg === null
    ? Infinity
    : fold - foldNeededAt(reach, ankleDeg + reach.pitchDeg) - moved;

/** How likely each part holds for one guess: left side, right side, fold. */
function holding(reach: SetupReach, b: Belief, i: number): BothSides<number> & { fold: number } {
  const ankles = { left: b.left[i]!, right: b.right[i]! };
  const fold = Math.min(b.fold ? b.fold[i]! + reach.roundedDeg : Infinity, reach.foldCapDeg);
  const side = (s: Side) =>
    normalShare(spareOf(reach[s], ankles[s], shift(reach[s].perUnit, b, i)) / SOFT_DEG.ankle);
  const foldSide = (s: Side) =>
    foldSpareOf(reach[s], ankles[s], fold, shift(reach[s].foldPerUnit, b, i));
  return {
    left: side('left'),
    right: side('right'),
    fold:
      fold === Infinity
        ? 1
        : normalShare(Math.min(foldSide('left'), foldSide('right')) / SOFT_DEG.fold),
  };
}

/** Chance that one guess gets down: depth reached, heels down, fold kept. */
export function getsDownFor(belief: Belief, reach: SetupReach, i: number): number {
  const h = holding(reach, belief, i);
  return h.left * h.right * h.fold;
}

/** The largest of a list of guesses, and the largest size of one; kept, since trials weigh guesses anew and never move them. */
const extents = new WeakMap<Float64Array, { most: number; size: number }>();
function extentOf(list: Float64Array): { most: number; size: number } {
  const kept = extents.get(list);
  if (kept) return kept;
  let most = -Infinity;
  let size = 0;
  for (const v of list) {
    most = Math.max(most, v);
    size = Math.max(size, Math.abs(v));
  }
  const extent = { most, size };
  extents.set(list, extent);
  return extent;
}

/** Whether not even the freest guess gets down: its share would be 0 for every one, so they need not be asked. */
function isHopeless(belief: Belief, { left: l, right: r }: SetupReach): boolean {
  const [thigh, trunk, shank, balance] = [
    extentOf(belief.thigh).size,
    extentOf(belief.trunk).size,
    extentOf(belief.shank).size,
    extentOf(belief.balance).size,
  ];
  const best = ({ neededDeg, slackDeg, pitchDeg, perUnit: p }: Reach, ankle: number) =>
    Math.min(ankle + pitchDeg - neededDeg!, slackDeg) +
    Math.abs(p.thigh) * thigh +
    Math.abs(p.trunk) * trunk +
    Math.abs(p.shank) * shank +
    Math.abs(p.balance) * balance;
  const least = Math.min(best(l, extentOf(belief.left).most), best(r, extentOf(belief.right).most));
  return normalShare(least / SOFT_DEG.ankle) === 0;
}

/**
 * Chance that the client gets down in a setup: depth reached with the heels down and the fold kept. The one chance that every page shows.
 *
 * @param most only the first so many guesses of each half, for searching hundreds of setups; what is shown uses them all
 */
export function chanceOf(belief: Belief, reach: SetupReach, most = Infinity): number {
  const { left: l, right: r } = reach;
  if (l.neededDeg === null || r.neededDeg === null || isHopeless(belief, reach)) return 0;
  const { left, right, fold, thigh, trunk, shank, balance, weight } = belief;
  const spareL = l.pitchDeg - l.neededDeg;
  const spareR = r.pitchDeg - r.neededDeg;
  const hasFold = (fold !== null || reach.foldCapDeg < Infinity) && l.foldNeededDeg !== null;
  const [pl, pr] = [l.perUnit, r.perUnit];
  const [fl, fr] = [l.foldPerUnit, r.foldPerUnit];
  const isAlike = pl === pr;
  // Symmetric feet share one table, in which the stiffer ankle needs more fold.
  const isShared = l.foldNeededDeg === r.foldNeededDeg;
  let sum = 0;
  let all = 0;
  const half = Math.max(1, weight.length / 2);
  const count = Math.min(most, half);
  // Asked millions of times: plain sums in the loop, no calls that could be spared.
  for (let k = 0; k < 2 * count && k < weight.length; k += 1) {
    const i = k < count ? k : half + k - count;
    const w = weight[i]!;
    all += w;
    const [t, u, s, o] = [thigh[i]!, trunk[i]!, shank[i]!, balance[i]!];
    const movedL = pl.thigh * t + pl.trunk * u + pl.shank * s + pl.balance * o;
    const a = normalShare((Math.min(left[i]! + spareL, l.slackDeg) - movedL) / SOFT_DEG.ankle);
    if (a === 0) continue;
    const movedR = isAlike ? movedL : pr.thigh * t + pr.trunk * u + pr.shank * s + pr.balance * o;
    const b = normalShare((Math.min(right[i]! + spareR, r.slackDeg) - movedR) / SOFT_DEG.ankle);
    if (b === 0) continue;
    let p = a * b;
    if (hasFold) {
      const own = fold === null ? Infinity : fold[i]! + reach.roundedDeg;
      const has = own < reach.foldCapDeg ? own : reach.foldCapDeg;
      const foldL = fl.thigh * t + fl.trunk * u + fl.shank * s + fl.balance * o;
      const spare = isShared
        ? has - foldNeededAt(l, Math.min(left[i]!, right[i]!) + l.pitchDeg) - foldL
        : Math.min(
            has - foldNeededAt(l, left[i]! + l.pitchDeg) - foldL,
            has -
              foldNeededAt(r, right[i]! + r.pitchDeg) -
              (fr.thigh * t + fr.trunk * u + fr.shank * s + fr.balance * o),
          );
      p *= normalShare(spare / SOFT_DEG.fold);
    }
    sum += w * p;
  }
  // The weights sum to one only to rounding.
  return all > 0 ? Math.min(1, sum / all) : 0;
}

/** What a trial of 3–5 reps showed. */
export interface TrialSeen {
  /** The depth asked for was reached. */
  reached: boolean;
  /** Null = nobody looked at the heels. */
  heelRose: BothSides<boolean> | null;
  /** The back began to round before the target; null = nobody looked. */
  tucked: boolean | null;
}

/** Chance of what was seen, for one guess. A rep gives no information below its own depth. */
function likelihood(h: ReturnType<typeof holding>, seen: TrialSeen): number {
  const lapsed = (p: number) => LAPSE / 2 + (1 - LAPSE) * p;
  let p = 1;
  const rose = seen.heelRose;
  for (const side of SIDES) {
    if (rose?.[side]) p *= lapsed(1 - h[side]);
    else if (rose && seen.reached) p *= lapsed(h[side]);
  }
  if (seen.tucked) p *= lapsed(1 - h.fold);
  else if (seen.tucked === false && seen.reached) p *= lapsed(h.fold);
  const isUnexplained = !seen.reached && !seen.tucked && !rose?.left && !rose?.right;
  if (isUnexplained) p *= lapsed(1 - h.left * h.right * h.fold);
  return p;
}

/** The belief with every guess weighed by a likelihood. */
export function weighedBy(belief: Belief, likelihoodOf: (i: number) => number): Belief {
  const weight = belief.weight.map((w, i) => w * likelihoodOf(i));
  const sum = weight.reduce((all, w) => all + w, 0);
  return { ...belief, weight: weight.map((w) => w / sum) };
}

/**
 * The belief after a trial: each guess weighed by how well it explains what was seen. Importance weighting of fixed, evenly spread guesses:
 * nothing is drawn anew, so neither order nor side matters.
 */
export const afterTrial = (belief: Belief, reach: SetupReach, seen: TrialSeen): Belief =>
  weighedBy(belief, seenLikelihood(reach, belief, seen));

/** How well each guess explains what a trial showed. */
export const seenLikelihood =
  (reach: SetupReach, belief: Belief, seen: TrialSeen) =>
  (i: number): number =>
    likelihood(holding(reach, belief, i), seen);

/** How many equally weighed guesses a belief is worth. */
export const effectiveGuesses = ({ weight }: Belief): number =>
  1 / weight.reduce((sum, w) => sum + w * w, 0);

/** Mean and standard deviation of a limit under the belief, degrees; null where it is not known at all. */
export function limitNow(
  belief: Belief,
  which: 'left' | 'right' | 'fold',
): { mean: number; sd: number } | null {
  const values = belief[which];
  if (!values) return null;
  let mean = 0;
  let square = 0;
  values.forEach((v, i) => {
    mean += belief.weight[i]! * v;
    square += belief.weight[i]! * v * v;
  });
  return { mean, sd: Math.sqrt(Math.max(0, square - mean * mean)) };
}

/** Nothing was seen to go wrong that the limits can explain. */
export const isClean = (seen: TrialSeen): boolean =>
  seen.reached && !seen.tucked && !seen.heelRose?.left && !seen.heelRose?.right;

/** What a trial of a setup shows of a client of whom everything is known: for simulation and its tests. `truth` holds one guess. */
export function simulateTrial(
  reach: SetupReach,
  truth: Belief,
  random: () => number,
): TrialSeen & { heelRose: BothSides<boolean>; tucked: boolean } {
  const h = holding(reach, truth, 0);
  const happens = (p: number) => random() < LAPSE / 2 + (1 - LAPSE) * p;
  const heelRose = { left: happens(1 - h.left), right: happens(1 - h.right) };
  const tucked = happens(1 - h.fold);
  // A client stopped by a limit goes down on the toes or rounds about as often as stopping short.
  const isFree = !heelRose.left && !heelRose.right && !tucked;
  return { reached: isFree || random() < 0.5, heelRose, tucked };
}
