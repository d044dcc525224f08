import { KNEECAP_AHEAD_MM, SOLE } from '../body/anthropometry.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import { toDeg } from '../geometry/angles.ts';
import type { Side } from '../linkage/setup.ts';
import type { DorsiflexionMethod } from './error.ts';
import { halfInterval, minimalDetectableChange } from './error.ts';
import { dorsiflexionFromKneeToWallDeg } from './kneeToWall.ts';
import { keptTrials, measuredDays, readingOn, type Reading, type Trial } from './record.ts';

/** Weight-bearing dorsiflexion of one side with its error, degrees. */
export interface AnkleReading {
  deg: number;
  /** Standard error of the mean. */
  sem: number;
  mdc: number;
  by: DorsiflexionMethod;
  day: string;
  trials: number;
  own: boolean;
}

/**
 * Degrees of dorsiflexion for each mm of knee-to-wall distance where the reading lies: the slope of the geometry,
 * 1/(shank·cos α). Turns the error of a tape into that of an angle.
 */
export function degPerKneeToWallMm(body: ResolvedBody, distanceMm: number): number | null {
  const shank = body.lengthsMm.shank;
  const reach = body.lengthsMm.foot * (1 - SOLE.ankle) + distanceMm - KNEECAP_AHEAD_MM;
  const along = 1 - (reach / shank) ** 2;
  return along <= 0 ? null : toDeg(1 / (shank * Math.sqrt(along)));
}

function fromTape(body: ResolvedBody, reading: Reading): AnkleReading | null {
  const deg = dorsiflexionFromKneeToWallDeg(body, reading.mean);
  const slope = degPerKneeToWallMm(body, reading.mean);
  if (deg === null || slope === null) return null;
  const { day, trials, own } = reading;
  const sem = reading.sem * slope;
  return { deg, sem, mdc: minimalDetectableChange(sem), by: 'kneeToWall', day, trials, own };
}

/**
 * Knee-bent dorsiflexion of one side on one day, whichever way it was taken; the way used last when both were.
 * null when it was not measured, or when the distance is longer than this shank can reach.
 */
export function dorsiflexionOn(
  body: ResolvedBody,
  trials: readonly Trial[],
  side: Side,
  day: string,
): AnkleReading | null {
  const wall = keptTrials(trials, 'kneeToWall', side, day).at(-1)?.takenAt ?? '';
  const shin = keptTrials(trials, 'shinAngle', side, day).at(-1)?.takenAt ?? '';
  if (wall === '' && shin === '') return null;
  const measure = shin > wall ? 'shinAngle' : 'kneeToWall';
  const reading = readingOn(trials, measure, side, day);
  if (!reading) return null;
  if (measure === 'kneeToWall') return fromTape(body, reading);
  const { mean: deg, sem, mdc, trials: count, own } = reading;
  return { deg, sem, mdc, by: 'inclinometer', day, trials: count, own };
}

/** The newest day's knee-bent dorsiflexion; `before` leaves out that day and later ones. */
export function newestDorsiflexion(
  body: ResolvedBody,
  trials: readonly Trial[],
  side: Side,
  before?: string,
): AnkleReading | null {
  for (const day of measuredDays(trials)) {
    if (before !== undefined && day >= before) continue;
    const found = dorsiflexionOn(body, trials, side, day);
    if (found) return found;
  }
  return null;
}

/**
 * Below these a range is called short, degrees; from this much more with the knee bent the calf across the knee holds it back
 * (house defaults on common practice, no source).
 */
export const CALF_SHORT_DEG = { bent: 33, straight: 25, gap: 12 } as const;

/** What the pair of knee-bent and knee-straight dorsiflexion says of one ankle. */
export type CalfReading =
  /** Only the straight-knee range is short: the muscle that crosses the knee. */
  | { kind: 'gastrocnemius'; gapDeg: number; gapMdcDeg: number }
  /** Both are short alike: soleus or the joint. */
  | { kind: 'soleusOrJoint'; gapDeg: number; gapMdcDeg: number }
  | { kind: 'neitherShort'; gapDeg: number; gapMdcDeg: number }
  /** Too close to a threshold for these readings to tell. */
  | { kind: 'cannotTell'; gapDeg: number; gapMdcDeg: number }
  /** A straight knee cannot give more ankle than a bent one: take both again. */
  | { kind: 'contradiction'; gapDeg: number; gapMdcDeg: number };

/** Whether a range is short, given its error: yes and no only when 1.96 SEM keeps clear of the threshold. */
function isShort(deg: number, sem: number, below: number): boolean | null {
  if (deg + halfInterval(sem) < below) return true;
  if (deg - halfInterval(sem) >= below) return false;
  return null;
}

/**
 * Tells the calf (gastrocnemius) from soleus or joint (domain practice: only straight limited → gastrocnemius; both → soleus or joint).
 * Never says more than the errors of the two readings allow.
 */
export function readCalf(
  bent: { deg: number; sem: number },
  straight: { deg: number; sem: number },
): CalfReading {
  const gapDeg = bent.deg - straight.deg;
  const gapSem = Math.hypot(bent.sem, straight.sem);
  const gapMdcDeg = halfInterval(gapSem);
  const said = { gapDeg, gapMdcDeg };
  if (gapDeg < -gapMdcDeg) return { kind: 'contradiction', ...said };
  const bentShort = isShort(bent.deg, bent.sem, CALF_SHORT_DEG.bent);
  const straightShort = isShort(straight.deg, straight.sem, CALF_SHORT_DEG.straight);
  if (bentShort === true && straightShort === true) {
    const isWide = isShort(gapDeg, gapSem, CALF_SHORT_DEG.gap) === false;
    return { kind: isWide ? 'gastrocnemius' : 'soleusOrJoint', ...said };
  }
  if (bentShort === true) return { kind: 'soleusOrJoint', ...said };
  if (bentShort === false && straightShort === true) return { kind: 'gastrocnemius', ...said };
  if (bentShort === false && straightShort === false) return { kind: 'neitherShort', ...said };
  return { kind: 'cannotTell', ...said };
}
