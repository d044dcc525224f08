import type { ScreeningValues } from '@zither/contract';
import type { LiftedBy, Purpose, SafetyLimit } from '@zither/core';
import { sayDepth } from './instrument.ts';
import { HOLD_NAMES } from './names.ts';
import { sayOr } from './terms.ts';

export const PURPOSE_NAMES: Record<NonNullable<ScreeningValues['purpose']>, string> = {
  strength: 'General strength',
  sport: 'Sport',
  barbell: 'Barbell sport',
  return: 'Return after a lay-off',
  kneeSparing: 'Spare the knees',
  dailyLife: 'Daily life',
};

export const PLACE_NAMES = {
  ankle: 'Ankle',
  knee: 'Knee',
  hip: 'Hip',
  lowBack: 'Low back',
  shoulder: 'Shoulder',
  arm: 'Arm or hand',
  elsewhere: 'Elsewhere',
} as const;

/** How a joint of a limit bends. */
const JOINT_BENDS = { ankle: 'dorsiflexed', knee: 'bent', hip: 'folded' } as const;

/** A limit as a coach says it. */
export function sayLimit(limit: SafetyLimit): string {
  switch (limit.kind) {
    case 'noLoad':
      return 'No load';
    case 'depthCap':
      return `No deeper than ${sayDepth(limit.thighDepthDeg)}`;
    case 'verticalShins':
      return `Shins upright (at most ${limit.shankDeg}°), to a box`;
    case 'noDeepFold':
      return `Hips folded no more than ${limit.hipFoldDeg}°`;
    case 'noLoadedLockout':
      return 'No locking out under load';
    case 'supportedOnly':
      return 'Only with support';
    case 'noBracing':
      return 'No held breath, no bracing';
    case 'noPositions':
      return `No ${sayOr(limit.positions.map((p) => HOLD_NAMES[p].toLowerCase()))} position`;
    case 'jointRange':
      return `${limit.side === 'left' ? 'Left' : 'Right'} ${limit.joint} ${JOINT_BENDS[limit.joint]} no further than ${limit.mostDeg}°${limit.fromOn ? `, from ${limit.fromOn}` : ''}${limit.untilOn ? `, until ${limit.untilOn}` : ''}`;
  }
}

/** How far the screen has come. */
export const sayUnfinished = (answered: number, of: number): string =>
  `The screen is not finished: ${answered} of ${of} answered.`;

/** When and for what the screen was answered. */
export const sayAnswered = (day: string, purpose: Purpose): string =>
  `${day}, for ${PURPOSE_NAMES[purpose].toLowerCase()}. Tap one to answer it again.`;

const LIFTS: Record<LiftedBy, string> = {
  clearance: 'Only a clearance that names it lifts this.',
  answer: 'A “no” when the screen is asked again lifts this, or a clearance that names it.',
  painSaid: 'Saying where it hurts and how much lifts this.',
  guardian: 'A guardian being here lifts this; no clearance does.',
  nextDay: 'A screen on a later day lifts this, or a clearance that names it.',
  withoutPinch:
    'The same test or reading without a pinch lifts this, or a clearance that names it.',
};

/** What ends a hold or a limit. */
export const sayLifts = (lifts: LiftedBy): string => LIFTS[lifts];

/** Limits of a clinician's clearance in force, and what ends them. */
export const CLINICIAN_LIFTS =
  'A limit of a clearance ends on its last day, or with a newer clearance by the same clinician for the same reason. Limits of several clinicians add up.';
