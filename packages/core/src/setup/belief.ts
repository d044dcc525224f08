import { neverCertain } from '../chance/certain.ts';
import { normalQuantile, normalShare, radicalInverse } from '../chance/normal.ts';
import { SIDES, type BothSides } from '../linkage/setup.ts';
import type { SetupQuestion } from './question.ts';
import { END_NAMES, foldNeededAt, type PerUnit, type Reach } from './reach.ts';

/** What may be true of a client: weighed guesses at everything that is not known for certain. */
export interface Belief {
  /** Dorsiflexion as it shows in a squat, degrees. */
  left: Float64Array;
  right: Float64Array;
  /** Fold at zero abduction, degrees; where none was read, in standard deviations of {@link UnreadFold}. */
  fold: Float64Array;
  isFoldRead: boolean;
  /** By what share the true length is longer than the one known. */
  thigh: Float64Array;
  trunk: Float64Array;
  shank: Float64Array;
  /** By what share of the foot the balance point lies further forward. */
  balance: Float64Array;
  /** Sums to one. */
  weight: Float64Array;
  /** How likely each way of use is for each guess, one guess after the other, each summing to one; absent = nothing was watched. See `USES`. */
  use?: Float64Array | undefined;
}

/** A ceiling that leaves more than this ends nothing for any guess, degrees (house default). */
const FAR_DEG = 30;
/** So many soft edges short, nothing is left of a chance. */
const HOPELESS = -8;
/** Guesses in a belief. */
export const GUESSES = 2048;
/** From just too little to just enough, a limit shows over about so many degrees (house defaults). */
const SOFT_DEG = { ankle: 0.7, fold: 1.5 } as const;
/** The same for the ceilings that are not the ankle's, each in its own degrees. */
const SOFT_ENDS: Readonly<Record<(typeof END_NAMES)[number], number>> = {
  shin: 0.7,
  travel: 0.7,
  spread: 0.25,
  bend: 0.7,
  closing: 0.7,
};
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
    fold: hipFold ? around(hipFold.atZeroAbductionDeg, u.hipFoldDeg, zFold) : zFold.slice(),
    isFoldRead: Boolean(hipFold),
    thigh: around(0, u.thigh, zThigh),
    trunk: zTrunk.map((v, i) => u.trunk * (u.thighTrunk * zThigh[i]! + rest * v)),
    shank: around(0, u.shank, zShank),
    balance: around(0, u.balance, zBalance),
    weight: new Float64Array(GUESSES).fill(1 / GUESSES),
  };
}

/** What is thought of a fold nobody read, against what a method asks: at zero abduction, degrees. */
export interface UnreadFold {
  meanDeg: number;
  sdDeg: number;
}

/** Ankle and fold one setup needs on both sides, ready to be compared with many guesses. */
export interface SetupReach extends BothSides<Reach> {
  /** What is thought of a fold nobody read, by the method. */
  unreadFold: UnreadFold;
  /** A fold the screen allows at most, whatever the client has, degrees; Infinity = none. */
  foldCapDeg: number;
  /** Dorsiflexion a clinician allows at most, whatever the client has, degrees; Infinity = no such limit. */
  ankleCapDeg: BothSides<number>;
  /** Degrees of fold beyond the onset of rounding that the method tolerates here. */
  roundedDeg: number;
}

const shift = (per: PerUnit, b: Belief, i: number): number =>
  per.thigh * b.thigh[i]! +
  per.trunk * b.trunk[i]! +
  per.shank * b.shank[i]! +
  per.balance * b.balance[i]!;

/** Degrees of its ankle a side has left for one guess. */
const ankleSpareOf = ({ neededDeg, pitchDeg }: Reach, ankleDeg: number, moved: number): number =>
  neededDeg === null ? -Infinity : ankleDeg + pitchDeg - neededDeg - moved;

/** The least that the ceilings which are not the ankle's leave a side for one guess, in their soft edges. */
function endsSpareOf({ endsDeg, endsPerUnit }: Reach, b: Belief, i: number): number {
  let least = Infinity;
  for (const end of END_NAMES)
    if (endsDeg[end] < FAR_DEG)
      least = Math.min(least, (endsDeg[end] + shift(endsPerUnit[end], b, i)) / SOFT_ENDS[end]);
  return least;
}

const foldSpareOf = (reach: Reach, ankleDeg: number, fold: number, moved: number): number =>
  reach.foldNeededDeg === null
    ? Infinity
    : fold - foldNeededAt(reach, ankleDeg + reach.pitchDeg) - moved;

/** The fold of one guess at zero abduction as a setup may use it, degrees. */
const foldOf = (
  { isFoldRead, fold }: Belief,
  {
    unreadFold,
    roundedDeg,
    foldCapDeg,
  }: Pick<SetupReach, 'unreadFold' | 'roundedDeg' | 'foldCapDeg'>,
  i: number,
): number => {
  const own = isFoldRead ? fold[i]! : unreadFold.meanDeg + unreadFold.sdDeg * fold[i]!;
  return Math.min(own + roundedDeg, foldCapDeg);
};

/** Chance that one guess gets down: depth reached, heels down, fold kept. A soft edge counts once, whichever limit is nearest. */
export function getsDownFor(b: Belief, reach: SetupReach, i: number): number {
  const { ankleCapDeg } = reach;
  const fold = foldOf(b, reach, i);
  let spare = Math.min(endsSpareOf(reach.left, b, i), endsSpareOf(reach.right, b, i));
  for (const side of SIDES) {
    const own = reach[side];
    const ankle = Math.min(b[side][i]!, ankleCapDeg[side]);
    spare = Math.min(
      spare,
      ankleSpareOf(own, ankle, shift(own.perUnit, b, i)) / SOFT_DEG.ankle,
      foldSpareOf(own, ankle, fold, shift(own.foldPerUnit, b, i)) / SOFT_DEG.fold,
    );
  }
  return normalShare(spare);
}

/**
 * How likely each end of range is short for one guess in a setup: left ankle, right ankle, and the fold as it would be asked with ankle enough, since a
 * stiff ankle asks for more fold. An end that no amount of range would do for is not what is short.
 *
 * @param driftDeg how far a limit may have moved since the readings, degrees: a spread of its own on top of the soft edges
 */
export function shortFor(
  reach: SetupReach,
  belief: Belief,
  i: number,
  driftDeg = 0,
): BothSides<number> & { fold: number } {
  const fold = foldOf(belief, reach, i);
  const softAnkle = Math.hypot(SOFT_DEG.ankle, driftDeg);
  const softFold = Math.hypot(SOFT_DEG.fold, driftDeg);
  const ankleShort = { left: 0, right: 0 };
  let foldSpare = Infinity;
  for (const side of SIDES) {
    const own = reach[side];
    if (own.neededDeg === null) continue;
    const ankle = Math.min(belief[side][i]!, reach.ankleCapDeg[side]);
    const spare = ankleSpareOf(own, ankle, shift(own.perUnit, belief, i));
    ankleShort[side] = normalShare(-spare / softAnkle);
    const enough = ankle + Math.max(0, -spare);
    if (fold < Infinity)
      foldSpare = Math.min(
        foldSpare,
        foldSpareOf(own, enough, fold, shift(own.foldPerUnit, belief, i)),
      );
  }
  return { ...ankleShort, fold: normalShare(-foldSpare / softFold) };
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
function isHopeless(belief: Belief, { left: l, right: r, ankleCapDeg }: SetupReach): boolean {
  const [thigh, trunk, shank, balance] = [
    extentOf(belief.thigh).size,
    extentOf(belief.trunk).size,
    extentOf(belief.shank).size,
    extentOf(belief.balance).size,
  ];
  const farthest = (p: PerUnit) =>
    Math.abs(p.thigh) * thigh +
    Math.abs(p.trunk) * trunk +
    Math.abs(p.shank) * shank +
    Math.abs(p.balance) * balance;
  const best = ({ neededDeg, endsDeg, pitchDeg, perUnit, endsPerUnit }: Reach, ankle: number) => {
    let most = ankle + pitchDeg - neededDeg! + farthest(perUnit);
    for (const end of END_NAMES)
      if (endsDeg[end] < FAR_DEG) most = Math.min(most, endsDeg[end] + farthest(endsPerUnit[end]));
    return most;
  };
  const least = Math.min(
    best(l, Math.min(extentOf(belief.left).most, ankleCapDeg.left)),
    best(r, Math.min(extentOf(belief.right).most, ankleCapDeg.right)),
  );
  return normalShare(least / SOFT_DEG.ankle) === 0;
}

/**
 * Chance that the client gets down in a setup: depth reached with the heels down and the fold kept. The one chance that every page shows.
 *
 * @param most only the first so many guesses of each half, for searching hundreds of setups; what is shown uses them all
 */
export function chanceOf(belief: Belief, reach: SetupReach, most = Infinity): number {
  const { left: l, right: r } = reach;
  if (l.neededDeg === null || r.neededDeg === null || isHopeless(belief, reach))
    return neverCertain(0);
  const { left, right, fold, thigh, trunk, shank, balance, weight } = belief;
  const spareL = l.pitchDeg - l.neededDeg;
  const spareR = r.pitchDeg - r.neededDeg;
  const { isFoldRead } = belief;
  const { unreadFold, ankleCapDeg } = reach;
  const [capL, capR] = [ankleCapDeg.left, ankleCapDeg.right];
  // A setup that asks for more than a clinician allows has no chance, however likely the client has it.
  if (capL + spareL < 0 || capR + spareR < 0) return neverCertain(0);
  const hasFold = l.foldNeededDeg !== null;
  const foldMean = isFoldRead ? 0 : unreadFold.meanDeg;
  const foldSd = isFoldRead ? 1 : unreadFold.sdDeg;
  const [pl, pr] = [l.perUnit, r.perUnit];
  const [fl, fr] = [l.foldPerUnit, r.foldPerUnit];
  const isAlike = pl === pr;
  // Symmetric feet share one table, in which the stiffer ankle needs more fold.
  const isShared = l.foldNeededDeg === r.foldNeededDeg;
  const ends = endsOf(l === r || isAlike ? [l] : [l, r]);
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
    const movedR = isAlike ? movedL : pr.thigh * t + pr.trunk * u + pr.shank * s + pr.balance * o;
    const ankleL = left[i]! < capL ? left[i]! : capL;
    const ankleR = right[i]! < capR ? right[i]! : capR;
    let spare = Math.min(ankleL + spareL - movedL, ankleR + spareR - movedR);
    spare /= SOFT_DEG.ankle;
    for (const { deg, per } of ends)
      spare = Math.min(
        spare,
        deg + per.thigh * t + per.trunk * u + per.shank * s + per.balance * o,
      );
    // A soft edge counts once, whichever limit is nearest: of one ceiling that both sides share as of two ankles.
    if (spare < HOPELESS) continue;
    if (hasFold) {
      const own = foldMean + foldSd * fold[i]! + reach.roundedDeg;
      const has = own < reach.foldCapDeg ? own : reach.foldCapDeg;
      const foldL = fl.thigh * t + fl.trunk * u + fl.shank * s + fl.balance * o;
      const foldSpare = isShared
        ? has - foldNeededAt(l, Math.min(ankleL, ankleR) + l.pitchDeg) - foldL
        : Math.min(
            has - foldNeededAt(l, ankleL + l.pitchDeg) - foldL,
            has -
              foldNeededAt(r, ankleR + r.pitchDeg) -
              (fr.thigh * t + fr.trunk * u + fr.shank * s + fr.balance * o),
          );
      spare = Math.min(spare, foldSpare / SOFT_DEG.fold);
    }
    sum += w * normalShare(spare);
  }
  return neverCertain(all > 0 ? sum / all : 0);
}

/** Ceilings of these sides that lie near enough to matter, in their soft edges. */
const endsOf = (sides: readonly Reach[]): { deg: number; per: PerUnit }[] =>
  sides.flatMap(({ endsDeg, endsPerUnit }) =>
    END_NAMES.flatMap((end) => {
      if (endsDeg[end] >= FAR_DEG) return [];
      const soft = SOFT_ENDS[end];
      const { thigh, trunk, shank, balance } = endsPerUnit[end];
      const per = {
        thigh: thigh / soft,
        trunk: trunk / soft,
        shank: shank / soft,
        balance: balance / soft,
      };
      return [{ deg: endsDeg[end] / soft, per }];
    }),
  );

/** The belief with every guess weighed by a likelihood. */
export function weighedBy(belief: Belief, likelihoodOf: (i: number) => number): Belief {
  const weight = new Float64Array(belief.weight.length);
  let sum = 0;
  for (let i = 0; i < weight.length; i += 1) {
    weight[i] = belief.weight[i]! * likelihoodOf(i);
    sum += weight[i]!;
  }
  for (let i = 0; i < weight.length; i += 1) weight[i] = weight[i]! / sum;
  return { ...belief, weight };
}

/** How many equally weighed guesses a belief is worth. */
export const effectiveGuesses = ({ weight }: Belief): number =>
  1 / weight.reduce((sum, w) => sum + w * w, 0);

/** Mean and standard deviation of a limit under the belief, degrees; null where it is not known at all. */
export function limitNow(
  belief: Belief,
  which: 'left' | 'right' | 'fold',
): { mean: number; sd: number } | null {
  if (which === 'fold' && !belief.isFoldRead) return null;
  const values = belief[which];
  let mean = 0;
  let square = 0;
  values.forEach((v, i) => {
    mean += belief.weight[i]! * v;
    square += belief.weight[i]! * v * v;
  });
  return { mean, sd: Math.sqrt(Math.max(0, square - mean * mean)) };
}
