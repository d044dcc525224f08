import type { BothSides, Side } from '../linkage/setup.ts';

/** Hip fold limit as a line: fold at zero abduction plus so many degrees for each degree of abduction. */
export interface HipFoldLimit {
  atZeroAbductionDeg: number;
  perAbductionDeg: number;
}

/** The client's own limits and those of the method. null or absent = no such limit. */
export interface Limits {
  /** Weight-bearing, knee bent. */
  dorsiflexionDeg: BothSides<number>;
  /** Ankle range kept in hand. */
  bufferDeg: number;
  trunkLeanDeg: number;
  hipFold?: HipFoldLimit | null | undefined;
  kneePastToeMm?: number | null | undefined;
  shankDeg?: number | null | undefined;
  hipAbductionDeg?: number | null | undefined;
  kneeFlexionDeg?: number | null | undefined;
}

/** Limits as they apply to one side; the shape every window function takes. */
export interface SideLimits {
  dorsiflexionDeg: number;
  bufferDeg: number;
  trunkLeanDeg: number;
  hipFold: HipFoldLimit | null;
  kneePastToeMm: number | null;
  shankDeg: number | null;
  hipAbductionDeg: number | null;
  kneeFlexionDeg: number | null;
}

/** The limits of one side, with absent ones made explicit. */
export function limitsForSide(limits: Limits, side: Side): SideLimits {
  return {
    dorsiflexionDeg: limits.dorsiflexionDeg[side],
    bufferDeg: limits.bufferDeg,
    trunkLeanDeg: limits.trunkLeanDeg,
    hipFold: limits.hipFold ?? null,
    kneePastToeMm: limits.kneePastToeMm ?? null,
    shankDeg: limits.shankDeg ?? null,
    hipAbductionDeg: limits.hipAbductionDeg ?? null,
    kneeFlexionDeg: limits.kneeFlexionDeg ?? null,
  };
}

/** Limits that ask for at least so much shank inclination. */
export type FloorName = 'balance' | 'trunkLean' | 'hipFold';

/** Limits that allow at most so much shank inclination. `balance` here: further forward nothing balances. */
export type CeilingName =
  'dorsiflexion' | 'kneeTravel' | 'shankLimit' | 'hipAbduction' | 'kneeFlexion' | 'balance';

/** House default named depths: thigh below horizontal, degrees. */
export const NAMED_DEPTHS_DEG = { chair: -20, parallel: 0, crease: 6, full: 25 } as const;

export type NamedDepth = keyof typeof NAMED_DEPTHS_DEG;

/** Shank inclination is searched within these bounds, degrees. */
export const SHANK_SEARCH_DEG = { low: -5, high: 60 } as const;

/** Descents are scanned between these thigh depths, degrees. */
export const DEPTH_SCAN_DEG = { top: -45, bottom: 45 } as const;
