import { toDeg, toRad } from '../geometry/angles.ts';
import type { Linkage } from '../linkage/linkage.ts';
import { hipXAt, leanDemand, trunkForDemand } from '../linkage/pose.ts';
import { smallestSatisfying } from '../geometry/smallestSatisfying.ts';
import type { Window } from './window.ts';

/** Where inside an open window a method puts the shank. */
export const WORKING_POINTS = ['parallelLines', 'shinsUpright', 'kneesForward'] as const;

export type WorkingPoint = (typeof WORKING_POINTS)[number];

/**
 * Shank inclination a method works at, degrees.
 *
 * `shinsUpright`: the floor. `kneesForward`: the ceiling less the buffer. `parallelLines` (default): where trunk
 * and shank lines are parallel. All are held inside the window; a shut window works at its ceiling, where the
 * fault shows.
 */
export function workingShankDeg(
  link: Linkage,
  window: Exclude<Window, { kind: 'stanceTooWide' }>,
  point: WorkingPoint,
  bufferDeg: number,
  depth: number,
): number {
  if (window.kind === 'shut') return window.ceilingDeg;
  if (point === 'shinsUpright') return window.floorDeg;
  if (point === 'kneesForward') return Math.max(window.floorDeg, window.ceilingDeg - bufferDeg);
  const cosDepth = Math.cos(depth);
  // Trunk minus shank falls steadily as the shank leans, so the first sign change is the only one.
  const difference = (shank: number) => {
    const sin = Math.sin(shank);
    const kneeX = link.ankleX + link.shankMm * sin * link.cosKneeAzimuth;
    return (
      trunkForDemand(link, leanDemand(link, sin, hipXAt(link, sin, cosDepth) ?? kneeX)) - shank
    );
  };
  const at = smallestSatisfying(difference, toRad(window.floorDeg), toRad(window.ceilingDeg));
  return at === null ? window.ceilingDeg : toDeg(at);
}
