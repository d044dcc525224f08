import type { ScreeningValues } from '@zither/contract';
import type { SafetyLimit, Purpose } from '@zither/core';
import { sayDepth } from './instrument.ts';

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
