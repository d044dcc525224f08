import { COM_FROM_PROXIMAL, MASS_SHARE } from '../body/anthropometry.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { placeFoot, type Foot } from './foot.ts';
import { HOLD_POINT } from './holds.ts';
import type { Setup, Side } from './setup.ts';

/**
 * Everything about one side's linkage that does not move during the squat, worked out once so that
 * a pose costs a few trigonometric calls. Lengths mm, angles radians, masses kg, mass moments kg·mm.
 *
 * Written for the left leg; the right leg is its mirror image, so both share this shape. The balance
 * is solved as if both legs stood like this side: each side answers "what if I alone decided?".
 */
export interface Linkage {
  side: Side;
  foot: Foot;
  shankMm: number;
  thighMm: number;
  trunkMm: number;
  /** Lateral offset of the hip centre from the midline. */
  hipY: number;
  toeOut: number;
  sinToeOut: number;
  cosToeOut: number;
  /** Azimuth of the shank's plane, κ = toe-out + tracking offset. */
  kneeAzimuth: number;
  sinKneeAzimuth: number;
  cosKneeAzimuth: number;
  heelY: number;
  ankleX: number;
  ankleY: number;
  ankleZ: number;
  /** x of the balance point on the floor. */
  balanceX: number;
  totalMassKg: number;
  /** Trunk, arms and load: everything rigid above the hip. */
  upperMassKg: number;
  thighsMassKg: number;
  /** Mass moment of everything above the hip along the trunk line. */
  momentUp: number;
  /** … and square to it, forward. */
  momentForward: number;
  /** √(momentUp² + momentForward²). */
  momentSpan: number;
  /** atan2(momentForward, momentUp). */
  momentPhase: number;
  /** R = demandBase − demandPerKnee·kneeX − demandPerHip·hipX, the moment the trunk must supply. */
  demandBase: number;
  demandPerKnee: number;
  demandPerHip: number;
  /** Load (or hand) point relative to the shoulder, mm; null when nothing is held. */
  holdPoint: { upMm: number; forwardMm: number } | null;
}

/**
 * Builds the linkage of one side.
 *
 * @param body resolved body (mm, kg)
 * @param setup checked setup; the values are trusted here and validated at the edge
 */
export function buildLinkage(body: ResolvedBody, setup: Setup, side: Side): Linkage {
  const lengths = body.lengthsMm;
  const toeOut = toRad(setup.toeOutDeg[side]);
  const kneeAzimuth = toeOut + toRad(setup.trackingOffsetDeg);
  const foot = placeFoot(body, setup.support, toeOut);
  const sinToeOut = Math.sin(toeOut);
  const cosToeOut = Math.cos(toeOut);
  const heelY = setup.stanceWidthMm / 2;
  const ankleX = foot.ankleAlongMm * cosToeOut;

  const mass = body.massKg;
  const trunkMass = MASS_SHARE.trunk * mass;
  const armsMass = 2 * MASS_SHARE.arm * mass;
  const feetMass = 2 * MASS_SHARE.foot * mass;
  const shanksMass = 2 * MASS_SHARE.shank * mass;
  const thighsMassKg = 2 * MASS_SHARE.thigh * mass;
  const hold = HOLD_POINT[setup.hold];
  const loadKg = hold ? setup.loadKg : 0;
  const upMm = hold ? hold.up * body.statureMm : 0;
  const forwardMm = hold ? hold.forward * body.statureMm : 0;

  // Hanging arms stay under the shoulder, so they act as if their mass sat on it; arms that reach
  // for a point have their centre midway between shoulder and point.
  const momentUp =
    trunkMass * COM_FROM_PROXIMAL.trunkFromHip * lengths.trunk +
    armsMass * (lengths.trunk + upMm / 2) +
    loadKg * (lengths.trunk + upMm);
  const momentForward = armsMass * (forwardMm / 2) + loadKg * forwardMm;

  const totalMassKg = mass + loadKg;
  const upperMassKg = trunkMass + armsMass + loadKg;
  const balanceX = setup.balance * foot.toeAlongMm * cosToeOut;
  const footComX = ((foot.ankleAlongMm + foot.ballAlongMm) / 2) * cosToeOut;
  const { shank, thigh } = COM_FROM_PROXIMAL;

  return {
    side,
    foot,
    shankMm: lengths.shank,
    thighMm: lengths.thigh,
    trunkMm: lengths.trunk,
    hipY: lengths.hipSeparation / 2,
    toeOut,
    sinToeOut,
    cosToeOut,
    kneeAzimuth,
    sinKneeAzimuth: Math.sin(kneeAzimuth),
    cosKneeAzimuth: Math.cos(kneeAzimuth),
    heelY,
    ankleX,
    ankleY: heelY + foot.ankleAlongMm * sinToeOut,
    ankleZ: foot.ankleHeightMm,
    balanceX,
    totalMassKg,
    upperMassKg,
    thighsMassKg,
    momentUp,
    momentForward,
    momentSpan: Math.hypot(momentUp, momentForward),
    momentPhase: Math.atan2(momentForward, momentUp),
    demandBase: totalMassKg * balanceX - feetMass * footComX - shanksMass * shank * ankleX,
    demandPerKnee: shanksMass * (1 - shank) + thighsMassKg * thigh,
    demandPerHip: thighsMassKg * (1 - thigh) + upperMassKg,
    holdPoint: hold ? { upMm, forwardMm } : null,
  };
}
