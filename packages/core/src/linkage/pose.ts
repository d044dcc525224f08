import { COM_FROM_PROXIMAL, KNEECAP_AHEAD_MM } from '../body/anthropometry.ts';
import { safeAcos, safeAsin, toDeg } from '../geometry/angles.ts';
import type { Linkage } from './linkage.ts';

/** Standard gravity, m/s². */
const GRAVITY = 9.80665;

/** Squared half-chord below zero by no more than this (mm²) is rounding at the exact closing point. */
const CLOSURE_ROUNDING_MM2 = 1e-6;

export interface Point {
  x: number;
  y: number;
  z: number;
}

/** A balanced pose. Angles in degrees, lengths in mm, moments in N·m for both legs together. */
export interface Pose {
  kind: 'pose';
  shankDeg: number;
  thighDepthDeg: number;
  trunkDeg: number;
  dorsiflexionDeg: number;
  hipFoldDeg: number;
  hipAbductionDeg: number;
  /** Axial rotation of the thigh, outward positive (Grood & Suntay 1983 sense, from memory). */
  hipRotationDeg: number;
  kneeFlexionDeg: number;
  kneePastToeMm: number;
  kneecapPastToeMm: number;
  /** Load point (shoulder when nothing is held) ahead of the balance point. */
  loadAheadOfMidfootMm: number;
  footPitchDeg: number;
  footRollDeg: number;
  hipMomentNm: number;
  kneeMomentNm: number;
  /** hip / (hip + knee); null when the two moments cancel. */
  hipShare: number | null;
  joints: { ankle: Point; knee: Point; hip: Point; shoulder: Point; load: Point | null };
}

/** Why no balanced pose exists here. */
export type NoPose = { kind: 'stanceTooWide' } | { kind: 'fallsBack' } | { kind: 'fallsForward' };

/** x of the hip centre, mm, or null when the thigh cannot span from knee to hip at this depth. */
export function hipXAt(link: Linkage, sinShank: number, cosDepth: number): number | null {
  const kneeX = link.ankleX + link.shankMm * sinShank * link.cosKneeAzimuth;
  const across = link.ankleY + link.shankMm * sinShank * link.sinKneeAzimuth - link.hipY;
  const reach = link.thighMm * cosDepth;
  const square = reach * reach - across * across;
  if (square < -CLOSURE_ROUNDING_MM2) return null;
  return kneeX - Math.sqrt(Math.max(0, square));
}

/**
 * R of the balance equation `B sin τ + C cos τ = R`: the mass moment (kg·mm) the trunk, arms and load must
 * supply by leaning. Falls as the shank leans forward, which is why a stiff ankle costs trunk lean.
 */
export function leanDemand(link: Linkage, sinShank: number, hipX: number): number {
  const kneeX = link.ankleX + link.shankMm * sinShank * link.cosKneeAzimuth;
  return link.demandBase - link.demandPerKnee * kneeX - link.demandPerHip * hipX;
}

/** Trunk inclination (radians) that balances a demand; caller has checked |demand| ≤ momentSpan. */
export const trunkForDemand = (link: Linkage, demand: number): number =>
  safeAsin(demand / link.momentSpan) - link.momentPhase;

/**
 * Trunk–thigh angle in front of the hip (radians, standing = 0) for a trunk inclination.
 * @param thighForward horizontal forward component of the hip→knee unit vector
 */
export const hipFold = (trunk: number, thighForward: number, sinDepth: number): number =>
  Math.PI - safeAcos(Math.sin(trunk) * thighForward + Math.cos(trunk) * sinDepth);

/**
 * Outward axial rotation of the thigh about its own long axis, radians, in the joint coordinate system of
 * Grood & Suntay 1983 (from memory): the pelvis keeps its mediolateral axis (a forward tilt turns about that
 * axis and so changes flexion only), the thigh keeps its long axis, and the rotation is read about the thigh
 * between the floating axis and the thigh's own forward axis. The thigh's frame comes from the plane of
 * knee flexion; when the knee is straight that plane is the shank's own vertical plane.
 */
function hipRotation(link: Linkage, shankDir: Point, thighDir: Point): number {
  // Knee hinge axis, pointing to the client's left for a normally bent knee.
  let hx = shankDir.y * thighDir.z - shankDir.z * thighDir.y;
  let hy = shankDir.z * thighDir.x - shankDir.x * thighDir.z;
  let hz = shankDir.x * thighDir.y - shankDir.y * thighDir.x;
  // Square roots by hand: Math.hypot guards against overflow that lengths of one cannot reach, at ten times the cost.
  const bend = Math.sqrt(hx * hx + hy * hy + hz * hz);
  if (bend < 1e-9) {
    hx = -link.sinKneeAzimuth;
    hy = link.cosKneeAzimuth;
    hz = 0;
  } else {
    // shank × thigh points right for a bent knee (thigh swings back); turn it to the left.
    hx /= -bend;
    hy /= -bend;
    hz /= -bend;
  }
  // The floating axis is e2 = y × thigh / |y × thigh|; the thigh's forward axis is hinge × thigh.
  const e2x = thighDir.z;
  const e2z = -thighDir.x;
  const e2 = Math.sqrt(e2x * e2x + e2z * e2z);
  if (e2 < 1e-9) return 0;
  const sin = (hx * e2x + hz * e2z) / e2;
  const fx = hy * thighDir.z - hz * thighDir.y;
  const fz = hx * thighDir.y - hy * thighDir.x;
  const cos = (fx * e2x + fz * e2z) / e2;
  // The hinge axis turned toward the back (left leg) means the front of the thigh turned outward.
  return Math.atan2(-sin, cos);
}

/**
 * The linkage at one shank inclination and one thigh depth, whatever the limits.
 *
 * @param shank shank inclination from vertical, radians, positive forward
 * @param depth thigh angle below horizontal, radians
 * @returns a balanced pose, or which way it fails: the stance is too wide for this thigh here, or no trunk
 *          lean can bring the combined centre of mass over the balance point
 */
export function poseAt(link: Linkage, shank: number, depth: number): Pose | NoPose {
  const sinShank = Math.sin(shank);
  const cosShank = Math.cos(shank);
  const sinDepth = Math.sin(depth);
  const cosDepth = Math.cos(depth);
  const hipX = hipXAt(link, sinShank, cosDepth);
  if (hipX === null) return { kind: 'stanceTooWide' };
  const demand = leanDemand(link, sinShank, hipX);
  if (demand > link.momentSpan) return { kind: 'fallsBack' };
  if (demand < -link.momentSpan) return { kind: 'fallsForward' };
  const trunk = trunkForDemand(link, demand);
  const sinTrunk = Math.sin(trunk);
  const cosTrunk = Math.cos(trunk);

  const kneeX = link.ankleX + link.shankMm * sinShank * link.cosKneeAzimuth;
  const kneeY = link.ankleY + link.shankMm * sinShank * link.sinKneeAzimuth;
  const kneeZ = link.ankleZ + link.shankMm * cosShank;
  const hipZ = kneeZ - link.thighMm * sinDepth;
  const thighForward = (kneeX - hipX) / link.thighMm;
  const thighOutward = (kneeY - link.hipY) / link.thighMm;
  const shankDir = {
    x: sinShank * link.cosKneeAzimuth,
    y: sinShank * link.sinKneeAzimuth,
    z: cosShank,
  };
  // Knee → hip.
  const thighDir = { x: -thighForward, y: -thighOutward, z: -sinDepth };

  const shoulderX = hipX + link.trunkMm * sinTrunk;
  const shoulderZ = hipZ + link.trunkMm * cosTrunk;
  const hold = link.holdPoint;
  const load = hold && {
    x: shoulderX + hold.upMm * sinTrunk + hold.forwardMm * cosTrunk,
    y: 0,
    z: shoulderZ + hold.upMm * cosTrunk - hold.forwardMm * sinTrunk,
  };

  // Mass moment of everything above the hip about the hip: B sin τ + C cos τ, which is the demand itself.
  const hipMoment = GRAVITY * demand * 1e-3;
  const kneeMoment =
    -GRAVITY *
    1e-3 *
    (demand +
      link.upperMassKg * (hipX - kneeX) +
      link.thighsMassKg * (1 - COM_FROM_PROXIMAL.thigh) * (hipX - kneeX));
  const bothMoments = hipMoment + kneeMoment;
  const kneePastToeMm =
    kneeX * link.cosToeOut + (kneeY - link.heelY) * link.sinToeOut - link.foot.toeAlongMm;

  return {
    kind: 'pose',
    shankDeg: toDeg(shank),
    thighDepthDeg: toDeg(depth),
    trunkDeg: toDeg(trunk),
    dorsiflexionDeg: toDeg(shank - link.foot.pitch),
    hipFoldDeg: toDeg(hipFold(trunk, thighForward, sinDepth)),
    hipAbductionDeg: toDeg(safeAsin(thighOutward)),
    hipRotationDeg: toDeg(hipRotation(link, shankDir, thighDir)),
    kneeFlexionDeg: toDeg(
      safeAcos(shankDir.x * thighDir.x + shankDir.y * thighDir.y + shankDir.z * thighDir.z),
    ),
    kneePastToeMm,
    kneecapPastToeMm: kneePastToeMm + KNEECAP_AHEAD_MM,
    loadAheadOfMidfootMm: (load ? load.x : shoulderX) - link.balanceX,
    footPitchDeg: toDeg(link.foot.pitch),
    footRollDeg: toDeg(link.foot.roll),
    hipMomentNm: hipMoment,
    kneeMomentNm: kneeMoment,
    hipShare: Math.abs(bothMoments) < 1e-9 ? null : hipMoment / bothMoments,
    joints: {
      ankle: { x: link.ankleX, y: link.ankleY, z: link.ankleZ },
      knee: { x: kneeX, y: kneeY, z: kneeZ },
      hip: { x: hipX, y: link.hipY, z: hipZ },
      shoulder: { x: shoulderX, y: 0, z: shoulderZ },
      load,
    },
  };
}
