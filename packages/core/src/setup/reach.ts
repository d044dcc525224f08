import { safeAsin, toDeg, toRad } from '../geometry/angles.ts';
import { smallestSatisfying } from '../geometry/smallestSatisfying.ts';
import type { Linkage } from '../linkage/linkage.ts';
import { hipXAt, leanDemand, trunkForDemand } from '../linkage/pose.ts';
import { closingRange, cosKneeFlexion, fixedCeiling } from '../window/ceilings.ts';
import { topOfDescentDeg } from '../window/deepest.ts';
import { DEPTH_SCAN_DEG, SHANK_SEARCH_DEG, type SideLimits } from '../window/limits.ts';
import { foldExcess, lowestCeiling } from '../window/window.ts';

/** Degrees by which a need moves when a length is longer by its own size, or the balance point further forward by a whole foot. */
export interface PerUnit {
  thigh: number;
  trunk: number;
  shank: number;
  balance: number;
}

export const NO_CHANGE: PerUnit = { thigh: 0, trunk: 0, shank: 0, balance: 0 };

/** Ceilings that are not the ankle's. Shin and travel in degrees of
 * shin, spread in degrees the hip opens, bend in degrees of knee, closing in degrees of shin: where the thigh no longer spans, or nothing balances. */
export const END_NAMES = ['shin', 'travel', 'spread', 'bend', 'closing'] as const;
type EndName = (typeof END_NAMES)[number];

/** What each of these leaves at the shank that is needed, degrees; Infinity = no such limit. */
export type Ends = Readonly<Record<EndName, number>>;
/** How each moves with the body and the balance point. */
export type EndsPerUnit = Readonly<Record<EndName, PerUnit>>;

const NO_ENDS_CHANGE: EndsPerUnit = {
  shin: NO_CHANGE,
  travel: NO_CHANGE,
  spread: NO_CHANGE,
  bend: NO_CHANGE,
  closing: NO_CHANGE,
};

/**
 * Needs of a setup on one side on the way down to a depth, for any ankle and fold: worked out once, then asked for any
 * number of ankles and folds. The ankle enters as the shank inclination it allows, β = dorsiflexion − buffer + pitch.
 */
export interface Reach {
  /** Least β for which balance and lean hold all the way, degrees; null = no ankle would do. */
  neededDeg: number | null;
  /** Room under each ceiling that is not the ankle's: they move with the body in ways of their own. */
  endsDeg: Ends;
  /** Fold limit at zero abduction that is needed, at each of {@link Reach.shanksDeg}, degrees; null when no fold limit counts. */
  foldNeededDeg: Float64Array | null;
  /** Evenly spaced, rising. */
  shanksDeg: Float64Array;
  pitchDeg: number;
  /** How the shank and the fold needed move with the body and the balance point: straight lines about the body as known. */
  perUnit: PerUnit;
  foldPerUnit: PerUnit;
  endsPerUnit: EndsPerUnit;
}

/** Depths asked on the way down, degrees: coarse above, close where the demand peaks. */
const STEPS_DEG = [-45, -30, -20, -12, -6, -3, 0, 3, 6, 10, 15, 20, 25, 30, 35, 40, 45] as const;

/** Depths asked on the way to a target, the target included; −45° marks a chain that closes only near the top. */
export const depthsTo = (targetDeg: number): number[] => [
  ...STEPS_DEG.filter((d) => d < targetDeg - 1e-9),
  targetDeg,
];

const NO_ENDS: Ends = {
  shin: Infinity,
  travel: Infinity,
  spread: Infinity,
  bend: Infinity,
  closing: Infinity,
};

/** What the ceilings leave that stay the same all the way down, when the shank leans this far. The hip's spread in degrees of spread: it has no shank of its own where the toes point ahead. */
function endsAt(
  link: Linkage,
  limits: SideLimits,
  shankDeg: number,
): Omit<Ends, 'bend' | 'closing'> {
  const only = (own: Partial<SideLimits>) =>
    toDeg(
      fixedCeiling(link, {
        ...limits,
        dorsiflexionDeg: 180,
        bufferDeg: 0,
        kneePastToeMm: null,
        shankDeg: null,
        hipAbductionDeg: null,
        ...own,
      }).at,
    ) - shankDeg;
  const across =
    link.ankleY + link.shankMm * Math.sin(toRad(shankDeg)) * link.sinKneeAzimuth - link.hipY;
  return {
    shin: limits.shankDeg === null ? Infinity : limits.shankDeg - shankDeg,
    travel:
      limits.kneePastToeMm === null ? Infinity : only({ kneePastToeMm: limits.kneePastToeMm }),
    spread:
      limits.hipAbductionDeg === null
        ? Infinity
        : limits.hipAbductionDeg - toDeg(safeAsin(across / link.thighMm)),
  };
}

/**
 * Tables of what is needed down to each of several targets.
 *
 * @param limits of the side; dorsiflexion and the fold at zero abduction are not read
 * @param targetsDeg rising
 * @param shanksDeg β at which the fold is worked out, rising; empty when no fold limit counts
 */
export function reachTables(
  link: Linkage,
  limits: SideLimits,
  targetsDeg: readonly number[],
  shanksDeg: Float64Array,
): Reach[] {
  const pitchDeg = toDeg(link.foot.pitch);
  const free: SideLimits = { ...limits, dorsiflexionDeg: 180, bufferDeg: 0 };
  const fixed = fixedCeiling(link, free);
  const leanLimit = toRad(limits.trunkLeanDeg);
  const { hipFold } = limits;
  const hasFold = hipFold !== null && shanksDeg.length > 0;
  const foldNeeded = hasFold ? new Float64Array(shanksDeg.length).fill(-Infinity) : null;
  const shanks = shanksDeg.map(toRad);
  let needed: number | null = -Infinity;
  let closing = Infinity;
  let bend = Infinity;
  const top = topOfDescentDeg(link);

  const goTo = (depthDeg: number) => {
    if (needed === null) return;
    const depth = toRad(depthDeg);
    const cosDepth = Math.cos(depth);
    const sinDepth = Math.sin(depth);
    const range = closingRange(link, cosDepth);
    if (range === null) {
      needed = null;
      return;
    }
    const demandAt = (shank: number) => {
      const sin = Math.sin(shank);
      const kneeX = link.ankleX + link.shankMm * sin * link.cosKneeAzimuth;
      return leanDemand(link, sin, hipXAt(link, sin, cosDepth) ?? kneeX);
    };
    const lowest = lowestCeiling(link, free, depth, range, fixed);
    const ceiling = lowest.at;
    // Where the thigh no longer spans, or further forward nothing balances.
    const ends =
      limits.kneeFlexionDeg === null && ceiling < fixed.at && ceiling < toRad(SHANK_SEARCH_DEG.high)
        ? ceiling
        : Infinity;
    // The knee bends more the further the shank leans, so what is left is asked at the least shank that will do.
    const bendLeft = (shank: number) =>
      limits.kneeFlexionDeg === null
        ? Infinity
        : limits.kneeFlexionDeg - toDeg(Math.acos(cosKneeFlexion(link, shank, depth)));
    const excess = (shank: number) => {
      const demand = demandAt(shank);
      return demand > link.momentSpan
        ? demand / link.momentSpan
        : trunkForDemand(link, demand) - leanLimit;
    };
    // What is needed elsewhere on the way does here too, and leaves as much below the ceiling: its own floor need not be found.
    const known = toRad(needed);
    const isCovered =
      known >= range.low &&
      known <= ceiling &&
      (ends === Infinity || toDeg(ends) - needed >= closing) &&
      bendLeft(known) >= bend &&
      excess(known) <= 0;
    if (!isCovered) {
      // Below the ceiling first; beyond it the floor only says how much is missing.
      const below = ceiling > range.low ? smallestSatisfying(excess, range.low, ceiling) : null;
      const floor =
        below ??
        smallestSatisfying(excess, Math.max(range.low, Math.min(ceiling, range.high)), range.high);
      if (floor === null) {
        needed = null;
        return;
      }
      needed = Math.max(needed, toDeg(floor));
      if (ends < Infinity) closing = Math.min(closing, toDeg(ends - floor));
      bend = Math.min(bend, bendLeft(floor));
    }
    if (!hipFold || !foldNeeded) return;
    const limit = { ...hipFold, atZeroAbductionDeg: 0 };
    for (let k = 0; k < shanks.length; k += 1) {
      const at = Math.min(Math.max(shanks[k] ?? 0, range.low), Math.max(range.low, ceiling));
      const demand = demandAt(at);
      const need =
        demand > link.momentSpan
          ? Infinity
          : toDeg(foldExcess(link, limit, at, demand, cosDepth, sinDepth));
      if (need > (foldNeeded[k] ?? 0)) foldNeeded[k] = need;
    }
  };

  let passed = DEPTH_SCAN_DEG.top - 1;
  return targetsDeg.map((target): Reach => {
    // The way begins where the chain first closes; a target above that is no way at all.
    // The deepest of each stretch first: it mostly asks more than those above it.
    for (const depth of top === null ? [] : [top, ...depthsTo(target)].reverse())
      if (depth > passed && depth >= top! - 1e-9) goTo(depth);
    passed = target;
    return {
      neededDeg: top === null || target < top ? null : needed,
      endsDeg:
        needed === null || needed === -Infinity
          ? NO_ENDS
          : { ...endsAt(link, limits, needed), bend, closing },
      foldNeededDeg: foldNeeded ? foldNeeded.slice() : null,
      shanksDeg,
      pitchDeg,
      perUnit: NO_CHANGE,
      foldPerUnit: NO_CHANGE,
      endsPerUnit: NO_ENDS_CHANGE,
    };
  });
}

/**
 * Fold limit at zero abduction needed when the ankle allows this shank inclination, degrees; between the table's nodes a straight line.
 * Above a node at which nothing balances, the line of the two nodes beyond it goes on.
 */
export function foldNeededAt({ foldNeededDeg, shanksDeg }: Reach, shankDeg: number): number {
  if (!foldNeededDeg) return -Infinity;
  const last = shanksDeg.length - 1;
  if (last <= 0) return foldNeededDeg[0] ?? Infinity;
  const first = shanksDeg[0]!;
  const step = (shanksDeg[last]! - first) / last;
  const at = Math.min(last, Math.max(0, (shankDeg - first) / step));
  const k = Math.min(last - 1, Math.floor(at));
  const b = foldNeededDeg[k + 1]!;
  if (b === Infinity) return Infinity;
  const a = foldNeededDeg[k]!;
  if (a < Infinity) return a + (at - k) * (b - a);
  const beyond = k + 2 <= last ? foldNeededDeg[k + 2]! : b;
  return b + (at - k - 1) * (beyond - b);
}

/** Whether a side gets down with this ankle and fold, the body being as it is known. */
export const reachesWith = (
  reach: Reach,
  dorsiflexionDeg: number,
  foldAtZeroDeg: number,
): boolean => {
  const { neededDeg, endsDeg, pitchDeg } = reach;
  if (neededDeg === null || END_NAMES.some((end) => endsDeg[end] < -1e-9)) return false;
  const shank = dorsiflexionDeg + pitchDeg;
  if (shank < neededDeg - 1e-9) return false;
  return foldNeededAt(reach, shank) <= foldAtZeroDeg + 1e-9;
};
