import { SOLE } from '../body/anthropometry.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import { clamp, toDeg, toRad } from '../geometry/angles.ts';
import type { Support } from './setup.ts';

/** One foot on its support. Angles in radians, lengths in mm. */
export interface Foot {
  /** Sole pitch: heel above toes is positive. */
  pitch: number;
  /** Cross-tilt: positive tips the foot inward (inner edge low). */
  roll: number;
  /** Big-toe extension forced by the support; only a block bends the toes. */
  toeExtension: number;
  heelHeightMm: number;
  /** Horizontal distance heel → ankle centre along the foot's direction. */
  ankleAlongMm: number;
  ankleHeightMm: number;
  /** Horizontal distance heel → toe tip along the foot's direction. */
  toeAlongMm: number;
  /** Horizontal distance heel → ball along the foot's direction. */
  ballAlongMm: number;
}

/**
 * Places the foot on its support.
 *
 * A ramp carries the whole sole: it falls toward its azimuth, so a foot turned away from that
 * azimuth gets less pitch and a cross-tilt. A block lifts only the heel: the sole pivots at the ball.
 *
 * @param toeOut radians, positive outward
 */
export function placeFoot(body: ResolvedBody, support: Support, toeOut: number): Foot {
  const { foot, ankleHeight } = body.lengthsMm;
  let pitch = 0;
  let roll = 0;
  let toeExtension = 0;
  let heelHeightMm = 0;
  if (support.kind === 'ramp') {
    const azimuth = support.azimuth === 'foot' ? toeOut : 0;
    const slope = Math.tan(toRad(support.angleDeg));
    pitch = Math.atan(slope * Math.cos(toeOut - azimuth));
    roll = Math.atan(slope * Math.sin(toeOut - azimuth));
    heelHeightMm = foot * Math.sin(pitch);
  } else if (support.kind === 'block') {
    pitch = Math.asin(clamp(support.riseMm / (SOLE.ball * foot), -1, 1));
    toeExtension = pitch;
    heelHeightMm = SOLE.ball * foot * Math.sin(pitch);
  }
  const cosPitch = Math.cos(pitch);
  const sinPitch = Math.sin(pitch);
  return {
    pitch,
    roll,
    toeExtension,
    heelHeightMm,
    ankleAlongMm: SOLE.ankle * foot * cosPitch + ankleHeight * sinPitch,
    ankleHeightMm: heelHeightMm - SOLE.ankle * foot * sinPitch + ankleHeight * cosPitch,
    toeAlongMm: foot * cosPitch,
    ballAlongMm: SOLE.ball * foot * cosPitch,
  };
}

/** Pitch and cross-tilt in degrees, for showing a wedge under a foot; `toeOutDeg` positive outward. */
export function footTilt(body: ResolvedBody, support: Support, toeOutDeg: number) {
  const foot = placeFoot(body, support, toRad(toeOutDeg));
  return {
    pitchDeg: toDeg(foot.pitch),
    rollDeg: toDeg(foot.roll),
    toeExtensionDeg: toDeg(foot.toeExtension),
    heelHeightMm: foot.heelHeightMm,
  };
}

/** Lift of a heel block that tips a straight foot as much as this support does, mm. */
export function equivalentRiseMm(body: ResolvedBody, support: Support): number {
  const { pitchDeg } = footTilt(body, support, 0);
  return SOLE.ball * body.lengthsMm.foot * Math.sin(toRad(pitchDeg));
}
