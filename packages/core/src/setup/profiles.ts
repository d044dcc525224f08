import type { FaultThresholds } from '../faults/findings.ts';
import type { Hold } from '../linkage/setup.ts';
import type { WorkingPoint } from '../window/workingPoint.ts';

/** How a school sets a squat up. Every number is a house default that a coach can edit. */
export interface MethodProfile {
  id: string;
  name: string;
  /** Stance between heel centres as a multiple of shoulder width. */
  stancePerShoulderWidth: { least: number; most: number };
  toeOutDeg: { least: number; most: number };
  leanLimitDeg: Record<Hold, number>;
  /** Share of foot length from the heel. */
  balance: number;
  /** Ankle range kept in hand, degrees. */
  bufferDeg: number;
  /** Buffer asked before a heel comes down, degrees. */
  weanedBufferDeg: number;
  /** Highest heel the school will use, mm; 0 = none. */
  heelMostMm: number;
  targetDepthDeg: number;
  workingPoint: WorkingPoint;
  /** Where the school calls other sizes a fault than the house does; null = it is none there. */
  faultThresholds: FaultThresholds;
}

/** The balanced school: shoulder width, toes a little out, trunk parallel to shank, over mid-foot. */
export const BALANCED: MethodProfile = {
  id: 'balanced',
  name: 'Balanced',
  stancePerShoulderWidth: { least: 0.8, most: 1.2 },
  toeOutDeg: { least: 5, most: 25 },
  leanLimitDeg: {
    front: 35,
    overhead: 40,
    goblet: 40,
    bodyweight: 45,
    armsForward: 45,
    counterbalance: 45,
    highBar: 45,
    lowBar: 55,
  },
  balance: 0.5,
  bufferDeg: 3,
  weanedBufferDeg: 5,
  heelMostMm: 40,
  targetDepthDeg: 6,
  workingPoint: 'parallelLines',
  faultThresholds: {},
};
