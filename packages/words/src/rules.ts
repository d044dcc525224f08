import {
  SPREAD_RANGES,
  type ChanceRules,
  type RuleChange,
  type SpreadDefaults,
} from '@zither/core';
import { sayTrimmed } from './numbers.ts';

interface RuleWords {
  name: string;
  because: string;
}

/** The quantity of each spread: one standard deviation each, but for the last word of thigh and trunk. */
export const SPREAD_WORDS: Record<keyof SpreadDefaults, RuleWords> = {
  ankleDeg: {
    name: 'One ankle reading',
    because: 'How far one reading at the wall is off, until the client’s own repeats tell.',
  },
  carriedOverDeg: {
    name: 'From the wall to the squat',
    because: 'An ankle does not show to the degree in a squat what it shows at the wall.',
  },
  foldDeg: { name: 'Hip fold', because: 'How far a hip fold reading is off at the least.' },
  thigh: {
    name: 'Thigh length from stature',
    because: 'People of one stature differ. By tape it is far less.',
  },
  trunk: {
    name: 'Trunk length from stature',
    because: 'People of one stature differ. By tape it is far less.',
  },
  shank: {
    name: 'Shin length from stature',
    because: 'People of one stature differ. By tape it is far less.',
  },
  thighTrunk: {
    name: 'Long thigh, short trunk',
    because:
      'How far the two go together at one stature: 0 not at all, −1 always. Counts only while both are estimated.',
  },
  tapeMm: { name: 'A length by tape', because: 'How far a tape between two bone points is off.' },
  balance: {
    name: 'Balance point',
    because: 'Where people really balance, as a share of the foot’s length.',
  },
};

/** What each of the three chances decides. */
export const CHANCE_WORDS: Record<keyof ChanceRules, RuleWords> = {
  try: {
    name: 'Likely enough to try',
    because:
      'The first choice is the smallest change that reaches this. A trial takes half a minute.',
  },
  least: {
    name: 'Proposed all the same',
    because: 'Where nothing is likely enough to try, the likeliest is proposed from here on.',
  },
  lock: {
    name: 'Sure enough to lock',
    because: 'A setup that went clean in a trial is ready to lock from here on.',
  },
};

/** How a number of the rules is shown and set: its unit, how much of it is one, and within what. */
export interface RuleScale {
  unit: string;
  /** The value shown is the kept one times this. */
  times: number;
  step: number;
  digits: number;
  least: number;
  most: number;
}

/** The scale of one number, in the unit it is shown in. */
export function scaleOf(change: RuleChange): RuleScale {
  if (change.kind === 'chance')
    return { unit: '%', times: 100, step: 5, digits: 0, least: 5, most: 95 };
  const [least, most] = SPREAD_RANGES[change.spread];
  switch (change.spread) {
    case 'ankleDeg':
    case 'carriedOverDeg':
    case 'foldDeg':
      return { unit: '°', times: 1, step: 0.1, digits: 1, least, most };
    case 'tapeMm':
      return { unit: 'mm', times: 1, step: 1, digits: 0, least, most };
    case 'thighTrunk':
      return { unit: '', times: 1, step: 0.05, digits: 2, least, most };
    default:
      return { unit: '%', times: 100, step: 0.5, digits: 1, least: 100 * least, most: 100 * most };
  }
}

/** A number of the rules with its unit: "1.5°", "10 mm", "60 %", "−0.5". */
export function sayRule(change: RuleChange, value: number): string {
  const { unit, times, digits } = scaleOf(change);
  const text = sayTrimmed(times * value, digits);
  return unit === '' ? text : unit === '°' ? `${text}°` : `${text} ${unit}`;
}

/** Name of a number of the rules. */
export const ruleName = (change: RuleChange): string =>
  change.kind === 'chance' ? CHANCE_WORDS[change.chance].name : SPREAD_WORDS[change.spread].name;
