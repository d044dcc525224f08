import { safeAsin, toDeg, toRad } from '../geometry/angles.ts';
import { smallestSatisfying } from '../geometry/smallestSatisfying.ts';
import type { Linkage } from '../linkage/linkage.ts';
import { hipFold, hipXAt, leanDemand, trunkForDemand } from '../linkage/pose.ts';
import { closingRange, fixedCeiling, kneeFlexionCeiling, type Ceiling } from './ceilings.ts';
import { SHANK_SEARCH_DEG, type CeilingName, type FloorName, type SideLimits } from './limits.ts';

/**
 * The range of shank inclination in which every limit holds, degrees.
 * `shut` has a negative width: so many degrees are missing.
 */
export type Window =
  | {
      kind: 'open' | 'shut';
      floorDeg: number;
      floorBy: FloorName;
      ceilingDeg: number;
      ceilingBy: CeilingName;
      /** The ceiling with nothing of the ankle kept in reserve. */
      freeCeilingDeg: number;
      widthDeg: number;
    }
  | { kind: 'stanceTooWide' };

/** Rounding allowance when floor meets ceiling, radians. */
const MEETING = 1e-10;

/**
 * The window at one thigh depth.
 *
 * Floors fall as the shank leans (the hip comes forward, so the trunk may rise), hence each is the smallest
 * inclination that satisfies its limit; ceilings are the largest. Where the thigh can no longer span to the
 * hip, the chain itself is the ceiling and is reported as hip abduction: the thigh is as far out as it goes.
 *
 * @param depth thigh depth, radians
 */
export function windowAt(link: Linkage, limits: SideLimits, depth: number): Window {
  const range = closingRange(link, Math.cos(depth));
  if (range === null) return { kind: 'stanceTooWide' };
  const ceiling = lowestCeiling(link, limits, depth, range, fixedCeiling(link, limits));
  const floor = highestFloor(link, limits, depth, range, ceiling.at);
  // The limits could only be met where the thigh no longer spans: that is a stance too wide, not a shut window.
  if (!floor.reached && range.high < toRad(SHANK_SEARCH_DEG.high)) return { kind: 'stanceTooWide' };
  const width = ceiling.at - floor.at;
  const without = { ...limits, bufferDeg: 0 };
  const free =
    ceiling.by === 'dorsiflexion'
      ? lowestCeiling(link, without, depth, range, fixedCeiling(link, without))
      : ceiling;
  const open = floor.reached && width >= -MEETING;
  return {
    kind: open ? 'open' : 'shut',
    floorDeg: toDeg(floor.at),
    floorBy: floor.by,
    ceilingDeg: toDeg(ceiling.at),
    ceilingBy: ceiling.by,
    freeCeilingDeg: toDeg(free.at),
    // A floor still broken at the end of the search leaves at least this much missing; never report zero as shut.
    widthDeg: open ? Math.max(0, toDeg(width)) : Math.min(toDeg(width), -1e-9),
  };
}

/** Lowest of the fixed ceilings, the ones that move with depth, and the end of the search range. */
export function lowestCeiling(
  link: Linkage,
  limits: SideLimits,
  depth: number,
  range: { low: number; high: number },
  fixed: Ceiling,
): Ceiling {
  let ceiling: Ceiling = fixed;
  if (range.high < ceiling.at)
    ceiling = {
      at: range.high,
      by: range.high < toRad(SHANK_SEARCH_DEG.high) ? 'hipAbduction' : ceiling.by,
    };
  if (limits.kneeFlexionDeg !== null) {
    const upTo = Math.min(range.high, ceiling.at);
    const at = kneeFlexionCeiling(link, limits.kneeFlexionDeg, depth, range.low, upTo);
    if (at < ceiling.at) ceiling = { at, by: 'kneeFlexion' };
  }
  if (ceiling.at > range.low) {
    const cosDepth = Math.cos(depth);
    const tooFarForward = (x: number) => {
      const sin = Math.sin(x);
      return -leanDemand(link, sin, hipXAt(link, sin, cosDepth) ?? Infinity) - link.momentSpan;
    };
    // Only extreme setups put the hip so far forward that no lean balances; look only when the end does.
    if (tooFarForward(ceiling.at) > 0) {
      const mirrored = smallestSatisfying((x) => tooFarForward(-x), -ceiling.at, -range.low);
      ceiling = { at: mirrored === null ? range.low : -mirrored, by: 'balance' };
    }
  }
  return ceiling;
}

interface Floor {
  at: number;
  by: FloorName;
  /** False when the limit is still broken at the end of the range; `at` is then that end. */
  reached: boolean;
}

function highestFloor(
  link: Linkage,
  limits: SideLimits,
  depth: number,
  { low, high }: { low: number; high: number },
  ceilingAt: number,
): Floor {
  // Below the ceiling first: near the end of the thigh's reach lean and fold turn back up, and an inclination
  // the ceiling forbids must not hide one it allows. Beyond it the answer only says how much is missing.
  const first = (excess: (shank: number) => number, from: number): number | null => {
    const below = ceilingAt > from ? smallestSatisfying(excess, from, ceilingAt) : null;
    return below ?? smallestSatisfying(excess, Math.max(from, ceilingAt), high);
  };
  const cosDepth = Math.cos(depth);
  const sinDepth = Math.sin(depth);
  const demandAt = (shank: number) => {
    const sin = Math.sin(shank);
    // Inside the closing range the thigh spans; the fallback only absorbs rounding at its ends.
    const kneeX = link.ankleX + link.shankMm * sin * link.cosKneeAzimuth;
    return leanDemand(link, sin, hipXAt(link, sin, cosDepth) ?? kneeX);
  };

  const balance = first((x) => demandAt(x) - link.momentSpan, low);
  if (balance === null) return { at: high, by: 'balance', reached: false };
  let floor: Floor = { at: balance, by: 'balance', reached: true };

  const leanLimit = toRad(limits.trunkLeanDeg);
  const lean = first((x) => trunkForDemand(link, demandAt(x)) - leanLimit, balance);
  if (lean === null) floor = { at: high, by: 'trunkLean', reached: false };
  else if (lean > floor.at) floor = { at: lean, by: 'trunkLean', reached: true };

  if (limits.hipFold) {
    const foldLimit = limits.hipFold;
    const excess = (x: number) => foldExcess(link, foldLimit, x, demandAt(x), cosDepth, sinDepth);
    const fold = first(excess, balance);
    if (fold === null) floor = { at: high, by: 'hipFold', reached: false };
    else if (fold > floor.at) floor = { at: fold, by: 'hipFold', reached: true };
  }
  return floor;
}

/** Hip fold beyond its limit at this inclination, radians. */
export function foldExcess(
  link: Linkage,
  limit: { atZeroAbductionDeg: number; perAbductionDeg: number },
  shank: number,
  demand: number,
  cosDepth: number,
  sinDepth: number,
): number {
  const across =
    (link.ankleY + link.shankMm * Math.sin(shank) * link.sinKneeAzimuth - link.hipY) / link.thighMm;
  const thighForward = Math.sqrt(Math.max(0, cosDepth * cosDepth - across * across));
  const trunk = trunkForDemand(link, demand);
  const abduction = safeAsin(across);
  const allowed = toRad(limit.atZeroAbductionDeg) + limit.perAbductionDeg * abduction;
  // A trunk that has sunk past the thigh line makes the unsigned angle shrink again. Measured in front of the
  // hip it is past 180°, which no limit allows.
  if (trunk > 0 && Math.sin(trunk) * sinDepth > Math.cos(trunk) * thighForward)
    return Math.PI - Math.min(0, allowed);
  return hipFold(trunk, thighForward, sinDepth) - allowed;
}
