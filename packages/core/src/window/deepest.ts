import { toDeg, toRad } from '../geometry/angles.ts';
import type { Linkage } from '../linkage/linkage.ts';
import { hipXAt, leanDemand, trunkForDemand } from '../linkage/pose.ts';
import { closingRange, fixedCeiling } from './ceilings.ts';
import { DEPTH_SCAN_DEG, SHANK_SEARCH_DEG, type SideLimits } from './limits.ts';
import { foldExcess, lowestCeiling } from './window.ts';

const STEP_DEG = 2;

/** Slack in radians at a thigh depth in radians; null when the chain does not close there. */
type Slack = (depth: number) => number | null;

/**
 * Room left at the ceiling of each depth: the least slack of the floors there. Floors fall with shank
 * inclination, so the window is open exactly when they all hold at the ceiling; one pose answers what a
 * whole window would. Nearly always the ceiling is the fixed one, whose knee stands still during the
 * descent, so that case is worked out ahead and the rest takes the general road.
 */
function slackAtCeiling(link: Linkage, limits: SideLimits): Slack {
  const fixed = fixedCeiling(link, limits);
  const sinFixed = Math.sin(fixed.at);
  const acrossFixed = link.ankleY + link.shankMm * sinFixed * link.sinKneeAzimuth - link.hipY;
  const fixedIsUsual =
    limits.kneeFlexionDeg === null &&
    fixed.at >= toRad(SHANK_SEARCH_DEG.low) &&
    fixed.at <= toRad(SHANK_SEARCH_DEG.high);
  const leanLimit = toRad(limits.trunkLeanDeg);
  const { hipFold } = limits;

  const slackOfFloors = (at: number, sinAt: number, depth: number, cosDepth: number) => {
    const kneeX = link.ankleX + link.shankMm * sinAt * link.cosKneeAzimuth;
    const demand = leanDemand(link, sinAt, hipXAt(link, sinAt, cosDepth) ?? kneeX);
    // Beyond balance there is no trunk angle; the overshoot as a share of the span stands in for it.
    if (demand > link.momentSpan) return 1 - demand / link.momentSpan;
    const lean = leanLimit - trunkForDemand(link, demand);
    if (!hipFold) return lean;
    return Math.min(lean, -foldExcess(link, hipFold, at, demand, cosDepth, Math.sin(depth)));
  };

  return (depth) => {
    const cosDepth = Math.cos(depth);
    if (fixedIsUsual && Math.abs(acrossFixed) <= link.thighMm * cosDepth) {
      const kneeX = link.ankleX + link.shankMm * sinFixed * link.cosKneeAzimuth;
      const hipX = hipXAt(link, sinFixed, cosDepth) ?? kneeX;
      if (leanDemand(link, sinFixed, hipX) >= -link.momentSpan)
        return slackOfFloors(fixed.at, sinFixed, depth, cosDepth);
    }
    const range = closingRange(link, cosDepth);
    if (range === null) return null;
    const { at } = lowestCeiling(link, limits, depth, range, fixed);
    if (at < range.low) return at - range.low;
    return slackOfFloors(at, Math.sin(at), depth, cosDepth);
  };
}

/**
 * Deepest thigh depth reached with every limit kept, degrees, going down from the top.
 *
 * The demand on ankle and lean peaks near parallel and may ease below it, but nobody can jump the gap, so the
 * scan stops at the first depth whose window is shut. It starts where the chain first closes (no higher than
 * −45°) and is capped at +45°. Two-degree steps are refined by bisection; a dip between two open steps is
 * searched for, so a gap narrower than a step is not stepped over.
 *
 * @returns null when the window is already shut at the top, or the chain never closes
 */
export function deepestThighDepthDeg(link: Linkage, limits: SideLimits): number | null {
  const slackAt = slackAtCeiling(link, limits);
  const slack = (deg: number) => slackAt(toRad(deg));
  const start = topOfDescentDeg(link);
  if (start === null) return null;
  const isOpen = (value: number | null): value is number => value !== null && value >= -1e-10;

  let before = slack(start);
  if (!isOpen(before)) return null;
  let beforeDeg = start;
  let earlier = before;
  let earlierDeg = start;
  for (let deg = Math.floor(start) + STEP_DEG; ; deg += STEP_DEG) {
    const here = Math.min(deg, DEPTH_SCAN_DEG.bottom);
    const now = slack(here);
    if (!isOpen(now)) return lastOpen(slack, beforeDeg, here);
    // The middle of three samples is lowest and near zero: look for a gap inside.
    if (before <= earlier && before <= now && before < 0.05) {
      const dip = lowestPoint(slack, earlierDeg, here);
      if (!isOpen(slack(dip))) return lastOpen(slack, earlierDeg, dip);
    }
    if (here >= DEPTH_SCAN_DEG.bottom) return DEPTH_SCAN_DEG.bottom;
    earlier = before;
    earlierDeg = beforeDeg;
    before = now;
    beforeDeg = here;
  }
}

/** Thigh depth at which the chain first closes on the way down, degrees, no higher than the scan's top. */
export function topOfDescentDeg(link: Linkage): number | null {
  const top = toRad(DEPTH_SCAN_DEG.top);
  if (closingRange(link, Math.cos(top))) return DEPTH_SCAN_DEG.top;
  if (!closingRange(link, 1)) return null;
  let shut = top;
  let open = 0;
  for (let i = 0; i < 60; i += 1) {
    const middle = (shut + open) / 2;
    if (closingRange(link, Math.cos(middle))) open = middle;
    else shut = middle;
  }
  return toDeg(open);
}

/** Bisects between an open and a shut depth, degrees. */
function lastOpen(slack: (deg: number) => number | null, openDeg: number, shutDeg: number): number {
  let open = openDeg;
  let shut = shutDeg;
  for (let i = 0; i < 30; i += 1) {
    const middle = (open + shut) / 2;
    const value = slack(middle);
    if (value !== null && value >= -1e-10) open = middle;
    else shut = middle;
  }
  return open;
}

/** Golden-section minimum of a dip between two depths, degrees. */
function lowestPoint(slack: (deg: number) => number | null, from: number, to: number): number {
  const ratio = (Math.sqrt(5) - 1) / 2;
  let a = from;
  let b = to;
  for (let i = 0; i < 24; i += 1) {
    const left = b - ratio * (b - a);
    const right = a + ratio * (b - a);
    if ((slack(left) ?? -1) < (slack(right) ?? -1)) b = right;
    else a = left;
  }
  return (a + b) / 2;
}
