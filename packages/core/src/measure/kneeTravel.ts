import { KNEECAP_AHEAD_MM } from '../body/anthropometry.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import { safeAsin, toDeg, toRad } from '../geometry/angles.ts';
import { placeFoot } from '../linkage/foot.ts';
import type { Support } from '../linkage/setup.ts';

/**
 * Shank inclination that belongs to a knee travel seen at the bottom: the kneecap so far ahead of (+) or behind (−)
 * the longest toe, knee tracking over the foot.
 *
 * @param kneecapPastToeMm mm along the foot
 * @returns degrees from vertical, or null when this shank cannot put the knee there
 */
export function shankFromKneeTravelDeg(
  body: ResolvedBody,
  support: Support,
  toeOutDeg: number,
  kneecapPastToeMm: number,
): number | null {
  const foot = placeFoot(body, support, toRad(toeOutDeg));
  const ratio =
    (foot.toeAlongMm + kneecapPastToeMm - KNEECAP_AHEAD_MM - foot.ankleAlongMm) /
    body.lengthsMm.shank;
  return Math.abs(ratio) > 1 ? null : toDeg(safeAsin(ratio));
}
