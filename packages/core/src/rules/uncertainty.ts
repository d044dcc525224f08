import type { Body } from '../body/resolveBody.ts';
import { resolveBody } from '../body/resolveBody.ts';
import type { BothSides } from '../linkage/setup.ts';
import { PUBLISHED_SEM } from '../measure/error.ts';

/** How far off the things may be that are not known for certain: one standard deviation each. */
export interface Uncertainty {
  /** Each ankle as it shows in a squat, degrees. */
  dorsiflexionDeg: BothSides<number>;
  /** Fold at zero abduction, degrees. */
  hipFoldDeg: number;
  /** Lengths, as a share of themselves. */
  thigh: number;
  trunk: number;
  shank: number;
  /** Correlation of thigh and trunk: at a given stature one is long at the other's cost; 0 once either was taped. */
  thighTrunk: number;
  /** Balance point, as a share of the foot. */
  balance: number;
}

/** House defaults behind every chance; a practice may change them (docs/setup.md). */
export interface SpreadDefaults {
  /** One ankle reading, degrees (Konor et al. 2012, from memory). */
  ankleDeg: number;
  /** What an ankle shows at the wall it does not show to the degree in a squat, degrees. */
  carriedOverDeg: number;
  foldDeg: number;
  /** Lengths estimated from stature, share of the length. */
  thigh: number;
  trunk: number;
  shank: number;
  thighTrunk: number;
  /** A length by tape, mm. */
  tapeMm: number;
  balance: number;
}

export const SPREADS: SpreadDefaults = {
  ankleDeg: PUBLISHED_SEM.inclinometerDeg,
  carriedOverDeg: 1.5,
  foldDeg: 4,
  thigh: 0.035,
  trunk: 0.03,
  shank: 0.03,
  thighTrunk: -0.5,
  tapeMm: 10,
  balance: 0.03,
};

/**
 * What is not known of a client, from what was measured of them.
 *
 * @param ankleSemDeg standard error of each ankle's reading, degrees; absent = that of one reading
 * @param foldSemDeg standard error of the fold line at zero abduction, degrees
 */
export function uncertaintyOf(
  body: Body,
  readings: { ankleSemDeg?: BothSides<number>; foldSemDeg?: number | undefined } = {},
  spreads: SpreadDefaults = SPREADS,
): Uncertainty {
  const { lengthsMm, measured } = resolveBody(body);
  const length = (name: 'thigh' | 'trunk' | 'shank') =>
    measured[name] ? spreads.tapeMm / lengthsMm[name] : spreads[name];
  const ankle = (sem: number | undefined) =>
    Math.hypot(sem ?? spreads.ankleDeg, spreads.carriedOverDeg);
  return {
    dorsiflexionDeg: {
      left: ankle(readings.ankleSemDeg?.left),
      right: ankle(readings.ankleSemDeg?.right),
    },
    hipFoldDeg: Math.max(readings.foldSemDeg ?? 0, spreads.foldDeg),
    thigh: length('thigh'),
    trunk: length('trunk'),
    shank: length('shank'),
    thighTrunk: measured.thigh || measured.trunk ? 0 : spreads.thighTrunk,
    balance: spreads.balance,
  };
}
