import { toRad } from '../geometry/angles.ts';
import { smallestSatisfying } from '../geometry/smallestSatisfying.ts';
import type { Linkage } from '../linkage/linkage.ts';
import { SHANK_SEARCH_DEG, type CeilingName, type SideLimits } from './limits.ts';

/** A limit on shank inclination, radians. */
export interface Ceiling {
  at: number;
  by: CeilingName;
}

const NEVER = -Math.PI / 2;
const ALWAYS = Math.PI / 2;

/** Inclination whose sine is `ratio`, saturating at ±90° when the limit can never or always be met. */
const inclinationForSine = (ratio: number): number =>
  ratio >= 1 ? ALWAYS : ratio <= -1 ? NEVER : Math.asin(ratio);

/**
 * The lowest ceiling that does not depend on depth: ankle range, knee travel, the method's shank limit,
 * hip abduction. The knee stands where the shank puts it whatever the thigh does, so all four are closed forms.
 */
export function fixedCeiling(link: Linkage, limits: SideLimits): Ceiling {
  let lowest: Ceiling = {
    at: toRad(limits.dorsiflexionDeg - limits.bufferDeg) + link.foot.pitch,
    by: 'dorsiflexion',
  };
  const consider = (at: number, by: CeilingName) => {
    if (at < lowest.at) lowest = { at, by };
  };
  if (limits.kneePastToeMm !== null) {
    const along = Math.cos(link.kneeAzimuth - link.toeOut);
    const room = limits.kneePastToeMm + link.foot.toeAlongMm - link.foot.ankleAlongMm;
    consider(inclinationForSine(room / (link.shankMm * along)), 'kneeTravel');
  }
  if (limits.shankDeg !== null) consider(toRad(limits.shankDeg), 'shankLimit');
  if (limits.hipAbductionDeg !== null) {
    const room = link.thighMm * Math.sin(toRad(limits.hipAbductionDeg)) - (link.ankleY - link.hipY);
    const outward = link.shankMm * link.sinKneeAzimuth;
    // Toes straight ahead: abduction does not change with the shank, so the limit holds always or never.
    if (Math.abs(outward) < 1e-9) consider(room >= -1e-9 ? ALWAYS : NEVER, 'hipAbduction');
    else if (outward > 0) consider(inclinationForSine(room / outward), 'hipAbduction');
    // Knees turned inward: leaning the shank reduces abduction, so only the upright end can break it.
    else if (room < 0 && inclinationForSine(room / outward) > toRad(SHANK_SEARCH_DEG.low))
      consider(NEVER, 'hipAbduction');
  }
  return lowest;
}

/** Shank inclinations at which the chain closes at this depth, radians; null when it closes nowhere. */
export function closingRange(
  link: Linkage,
  cosDepth: number,
): { low: number; high: number } | null {
  const low = toRad(SHANK_SEARCH_DEG.low);
  const high = toRad(SHANK_SEARCH_DEG.high);
  const reach = link.thighMm * cosDepth;
  const across = link.ankleY - link.hipY;
  const outward = link.shankMm * link.sinKneeAzimuth;
  if (Math.abs(outward) < 1e-9) return Math.abs(across) <= reach ? { low, high } : null;
  const a = (-reach - across) / outward;
  const b = (reach - across) / outward;
  const from = Math.max(low, inclinationForSine(Math.min(a, b)));
  const to = Math.min(high, inclinationForSine(Math.max(a, b)));
  return from <= to ? { low: from, high: to } : null;
}

/** Cosine of the knee's flexion at a shank inclination and thigh depth, both radians: the three-dimensional angle between shank and thigh. */
export function cosKneeFlexion(link: Linkage, shank: number, depth: number): number {
  const reach = link.thighMm * Math.cos(depth);
  const sin = Math.sin(shank);
  const across = link.ankleY + link.shankMm * sin * link.sinKneeAzimuth - link.hipY;
  const back = Math.sqrt(Math.max(0, reach * reach - across * across));
  return (
    (-sin * (link.cosKneeAzimuth * back + link.sinKneeAzimuth * across)) / link.thighMm -
    Math.cos(shank) * Math.sin(depth)
  );
}

/**
 * The knee flexion limit as a ceiling: at a given depth the knee bends more the further the shank leans.
 * Works on the three-dimensional angle, so it has no closed form once the toes turn out.
 */
export function kneeFlexionCeiling(
  link: Linkage,
  limitDeg: number,
  depth: number,
  low: number,
  high: number,
): number {
  const cosLimit = Math.cos(toRad(limitDeg));
  // Excess of flexion over the limit, as a difference of cosines; falls as the shank leans back.
  const excess = (shank: number) => cosLimit - cosKneeFlexion(link, shank, depth);
  if (high < low) return ALWAYS;
  if (excess(low) > 0) return NEVER;
  // Flexion rises with the shank until the thigh is nearly as far out as it spans, where it dips again, so
  // walk up to the first break instead of asking the far end.
  for (let from = low; from < high; from += FLEXION_WALK) {
    const to = Math.min(from + FLEXION_WALK, high);
    if (excess(to) <= 0) continue;
    const mirrored = smallestSatisfying((x) => excess(-x), -to, -from);
    return mirrored === null ? from : -mirrored;
  }
  return ALWAYS;
}

const FLEXION_WALK = toRad(2);
