import { toDeg, toRad } from '../geometry/angles.ts';
import { smallestSatisfying } from '../geometry/smallestSatisfying.ts';
import type { Linkage } from '../linkage/linkage.ts';
import { hipXAt, leanDemand, trunkForDemand } from '../linkage/pose.ts';
import { closingRange, fixedCeiling } from '../window/ceilings.ts';
import { topOfDescentDeg } from '../window/deepest.ts';
import { DEPTH_SCAN_DEG, type SideLimits } from '../window/limits.ts';
import { foldExcess, lowestCeiling } from '../window/window.ts';

/** Degrees by which a need moves when a length is longer by its own size, or the balance point further forward by a whole foot. */
export interface PerUnit {
  thigh: number;
  trunk: number;
  shank: number;
  balance: number;
}

export const NO_CHANGE: PerUnit = { thigh: 0, trunk: 0, shank: 0, balance: 0 };

/**
 * Needs of a setup on one side on the way down to a depth, for any ankle and fold: worked out once, then asked for any
 * number of ankles and folds. The ankle enters as the shank inclination it allows, β = dorsiflexion − buffer + pitch.
 */
export interface Reach {
  /** Least β for which balance and lean hold all the way, degrees; null = no ankle would do. */
  neededDeg: number | null;
  /** How far the ceilings that are not the ankle's lie above the floors, at the tightest depth, degrees. */
  slackDeg: number;
  /** Fold limit at zero abduction that is needed, at each of {@link Reach.shanksDeg}, degrees; null when no fold limit counts. */
  foldNeededDeg: Float64Array | null;
  /** Evenly spaced, rising. */
  shanksDeg: Float64Array;
  pitchDeg: number;
  /** How the shank and the fold needed move with the body and the balance point: straight lines about the body as known. */
  perUnit: PerUnit;
  foldPerUnit: PerUnit;
}

/** Depths asked on the way down, degrees: coarse above, close where the demand peaks. */
const STEPS_DEG = [-45, -30, -20, -12, -6, -3, 0, 3, 6, 10, 15, 20, 25, 30, 35, 40, 45] as const;

/** Depths asked on the way to a target, the target included; −45° marks a chain that closes only near the top. */
export const depthsTo = (targetDeg: number): number[] => [
  ...STEPS_DEG.filter((d) => d < targetDeg - 1e-9),
  targetDeg,
];

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
  let slack = Infinity;
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
    const ceiling = lowestCeiling(link, free, depth, range, fixed).at;
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
      toDeg(ceiling) - needed >= slack &&
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
      slack = Math.min(slack, toDeg(ceiling - floor));
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
      slackDeg: slack,
      foldNeededDeg: foldNeeded ? foldNeeded.slice() : null,
      shanksDeg,
      pitchDeg,
      perUnit: NO_CHANGE,
      foldPerUnit: NO_CHANGE,
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
  const { neededDeg, slackDeg, pitchDeg } = reach;
  if (neededDeg === null || slackDeg < -1e-9) return false;
  const shank = dorsiflexionDeg + pitchDeg;
  if (shank < neededDeg - 1e-9) return false;
  return foldNeededAt(reach, shank) <= foldAtZeroDeg + 1e-9;
};
