import type { RungId } from './ladder.ts';

/** How much of a variation, and how. Skill: few good reps rather than many half-good ones; base: more, easy, steady. */
export interface Dose {
  kind: 'skill' | 'base';
  sets: number;
  reps: { least: number; most: number };
  /** Time on the way down, s; null = as it comes. */
  descentS: number | null;
  /** Held still at the bottom, s; 0 = not held. */
  pauseS: number;
}

/** Purpose of the squat. */
export type Purpose = 'strength' | 'sport' | 'barbell' | 'return' | 'kneeSparing' | 'dailyLife';

/** How a method treats a heel lift for a client: something for the first sets, for assistance work, or for the squat that is trained. */
export const HEEL_ROLES = ['warmUp', 'accessory', 'primary'] as const;
export type HeelRole = (typeof HEEL_ROLES)[number];

/** What follows from a purpose until the coach chooses otherwise (house defaults; common practice, no source). */
export interface PurposePlan {
  /** The method it suggests; null = the practice's usual one. */
  method: string | null;
  /** Purpose of a heel lift, for methods that call it a tool. */
  heelRole: HeelRole;
  /** The squat is to be flat in the end, so a lift is weaned even where the method calls it a tool. */
  isFlat: boolean;
  /** The variation that is trained first while nothing was seen. */
  ladderStart: RungId;
  /** Starts there even where the setup in use carries a load further up already. */
  startsOver: boolean;
  /** The variation that is climbed to, unless the setup in use goes further. */
  ladderTop: RungId;
  dose: Dose;
  /** Training days a week to begin with. */
  trainDays: number;
}

const skill = (sets: number, pauseS: number): Dose => ({
  kind: 'skill',
  sets,
  reps: { least: 3, most: 5 },
  descentS: null,
  pauseS,
});
const base = (sets: number, descentS: number | null): Dose => ({
  kind: 'base',
  sets,
  reps: { least: 10, most: 20 },
  descentS,
  pauseS: 0,
});

export const PURPOSE_PLANS: Readonly<Record<Purpose, PurposePlan>> = {
  strength: {
    method: null,
    heelRole: 'accessory',
    isFlat: false,
    ladderStart: 'goblet',
    startsOver: false,
    ladderTop: 'highBar',
    dose: skill(4, 1),
    trainDays: 3,
  },
  sport: {
    method: null,
    heelRole: 'accessory',
    isFlat: false,
    ladderStart: 'goblet',
    startsOver: false,
    ladderTop: 'front',
    dose: skill(4, 0),
    trainDays: 2,
  },
  barbell: {
    method: null,
    heelRole: 'warmUp',
    isFlat: true,
    ladderStart: 'front',
    startsOver: false,
    ladderTop: 'highBar',
    dose: skill(5, 1),
    trainDays: 3,
  },
  return: {
    method: null,
    heelRole: 'primary',
    isFlat: false,
    ladderStart: 'supported',
    startsOver: true,
    ladderTop: 'goblet',
    dose: base(2, 5),
    trainDays: 3,
  },
  kneeSparing: {
    method: 'shinsUpright',
    heelRole: 'warmUp',
    isFlat: true,
    ladderStart: 'box',
    startsOver: false,
    ladderTop: 'goblet',
    dose: base(3, 3),
    trainDays: 3,
  },
  dailyLife: {
    method: null,
    heelRole: 'primary',
    isFlat: false,
    ladderStart: 'box',
    startsOver: false,
    ladderTop: 'goblet',
    dose: base(2, null),
    trainDays: 2,
  },
};
