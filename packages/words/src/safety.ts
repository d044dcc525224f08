import type { ScreeningValues } from '@zither/contract';
import type { LiftedBy, Purpose, QuestionId, SafetyLimit } from '@zither/core';
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

/** An answer to a question of the screen, in a word or two: "no", "yes", "yes: left knee, 3 of 10". */
export function sayGiven(answers: ScreeningValues['answers'], question: QuestionId): string {
  const said = answers[question];
  if (said === undefined || said === false) return 'no';
  if (typeof said !== 'object') return 'yes';
  if ('level' in said) return `yes: ${PLACE_NAMES[said.place].toLowerCase()}, ${said.level} of 10`;
  if ('clearedByClinician' in said)
    return said.clearedByClinician ? 'yes, cleared by a clinician' : 'yes, not cleared';
  return said.guardianPresent ? 'yes, a guardian is here' : 'yes, no guardian here';
}

/** That devices gave different answers to a question, with who said what. */
export const sayDiffers = (
  words: string,
  question: QuestionId,
  said: readonly { answers: ScreeningValues['answers']; by: string }[],
): string =>
  `${words} ${said.map(({ answers, by }) => `${by === '' ? 'One' : by} said ${sayGiven(answers, question)}`).join('; ')}. Until you decide, the stricter answer counts.`;

/** A change of what was told of safety, as the client's page shows it for a week. */
export function sayChange(change: {
  on: string;
  by: string;
  why: string;
  kind: 'corrected' | 'moved';
  of?: { of: 'screening' | 'pain' | 'stop'; question: QuestionId | null };
  to?: 'away' | 'here' | 'otherSide';
  count?: number;
}): string {
  const by = change.by === '' ? '' : ` by ${change.by}`;
  const what =
    change.kind === 'corrected'
      ? change.of!.of === 'screening'
        ? 'An answer of the screen was corrected'
        : `A ${change.of!.of} was corrected`
      : `${change.count === 1 ? 'A safety entry was' : `${change.count} safety entries were`} moved ${
          change.to === 'here'
            ? 'here'
            : change.to === 'away'
              ? 'to another client'
              : 'to the other side'
        }`;
  return `${what}, ${change.on}${by}: ${change.why}`;
}

/** That an open clearance is old. It goes on counting. */
export const sayOldClearance = (
  { who, givenOn }: { who: string; givenOn: string },
  weeks: number,
): string =>
  `The clearance by ${who} of ${givenOn} has no end and is more than ${weeks} weeks old. Ask whether it still holds; it counts until you record another.`;

/** Asks a coach who takes a “yes” back for the reason. */
export const WHY_CHANGED =
  'This “yes” counts today. Say why it changes; your initials, the day and the reason stay on record.';
