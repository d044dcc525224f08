import { KNEECAP_AHEAD_MM, SOLE } from '../body/anthropometry.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import { safeAsin, toDeg, toRad } from '../geometry/angles.ts';

/** Length of the shank's forward reach at a knee-to-wall distance, mm. */
const reachMm = (body: ResolvedBody, distanceMm: number): number =>
  body.lengthsMm.foot * (1 - SOLE.ankle) + distanceMm - KNEECAP_AHEAD_MM;

/**
 * Shank inclination (= weight-bearing dorsiflexion, heel down on the flat) from a knee-to-wall distance.
 *
 * Geometry: the kneecap touches the wall, the knee centre is 50 mm behind it, the ankle a quarter of the foot ahead
 * of the heel. At 100 mm average proportions give about 35–36°, as the usual 3.6° per cm reading does
 * (Bennell et al. 1998, from memory); away from there the two part and the geometry is used.
 *
 * @param distanceMm big toe to wall, mm; 0 = toe at the wall
 * @returns degrees, or null when the distance is longer than this shank can reach
 */
export function dorsiflexionFromKneeToWallDeg(
  body: ResolvedBody,
  distanceMm: number,
): number | null {
  const ratio = reachMm(body, distanceMm) / body.lengthsMm.shank;
  return Math.abs(ratio) > 1 ? null : toDeg(safeAsin(ratio));
}

/** The inverse: knee-to-wall distance in mm that belongs to a dorsiflexion in degrees. May be negative. */
export function kneeToWallFromDorsiflexionMm(body: ResolvedBody, dorsiflexionDeg: number): number {
  return body.lengthsMm.shank * Math.sin(toRad(dorsiflexionDeg)) - reachMm(body, 0);
}

/** The rule of thumb shown beside the geometry: 3.6° per cm (Bennell et al. 1998, from memory). */
export const ruleOfThumbDorsiflexionDeg = (distanceMm: number): number => 0.36 * distanceMm;
