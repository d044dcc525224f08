import { toRad } from '../geometry/angles.ts';
import type { Linkage } from '../linkage/linkage.ts';
import { poseAt } from '../linkage/pose.ts';
import type { SideLimits } from './limits.ts';

/** Dorsiflexion of a "free" ankle, degrees: the yardstick for what proportions alone ask (house default). */
export const FREE_ANKLE_DEG = 40;

/** An observed trunk lean split into parts that add up exactly, degrees. */
export interface LeanBudget {
  kind: 'budget';
  /** What this body, hold and stance ask even of a free ankle. Not a fault. */
  proportionsDeg: number;
  /** What the measured ankle adds. */
  ankleDeg: number;
  /** Ankle range left unused (habit). Negative = the shank went beyond the measured limit. */
  unusedAnkleDeg: number;
  /** What the linkage cannot explain: centre of mass off mid-foot, or the back not straight. */
  offBalanceDeg: number;
  observedDeg: number;
  /** True when the observed shank went beyond the measured ankle limit. */
  beyondMeasuredAnkle: boolean;
}

/** One of the reference poses does not exist, so the split would be an invention. */
export interface NoLeanBudget {
  kind: 'noBudget';
  at: 'freeAnkle' | 'ankleLimit' | 'observed';
  because: 'stanceTooWide' | 'fallsBack' | 'fallsForward';
}

/**
 * Splits an observed lean.
 *
 * @param depthDeg thigh depth at which it was seen
 * @param observed shank and trunk inclination as seen, degrees
 */
export function leanBudget(
  link: Linkage,
  limits: SideLimits,
  depthDeg: number,
  observed: { shankDeg: number; trunkDeg: number },
): LeanBudget | NoLeanBudget {
  const depth = toRad(depthDeg);
  const freeShank = toRad(FREE_ANKLE_DEG) + link.foot.pitch;
  const ankleShank = Math.min(
    toRad(limits.dorsiflexionDeg - limits.bufferDeg) + link.foot.pitch,
    freeShank,
  );
  const free = poseAt(link, freeShank, depth);
  if (free.kind !== 'pose') return { kind: 'noBudget', at: 'freeAnkle', because: free.kind };
  const atAnkle = poseAt(link, ankleShank, depth);
  if (atAnkle.kind !== 'pose') return { kind: 'noBudget', at: 'ankleLimit', because: atAnkle.kind };
  const seen = poseAt(link, toRad(observed.shankDeg), depth);
  if (seen.kind !== 'pose') return { kind: 'noBudget', at: 'observed', because: seen.kind };
  return {
    kind: 'budget',
    proportionsDeg: free.trunkDeg,
    ankleDeg: atAnkle.trunkDeg - free.trunkDeg,
    unusedAnkleDeg: seen.trunkDeg - atAnkle.trunkDeg,
    offBalanceDeg: observed.trunkDeg - seen.trunkDeg,
    observedDeg: observed.trunkDeg,
    beyondMeasuredAnkle: toRad(observed.shankDeg) > ankleShank + 1e-9,
  };
}
