import { MEASURES, type MeasureId, type Side } from '@zither/core';
import { shownAs } from './units.ts';
import { sayNumber, saySigned } from './numbers.ts';

/** How a measure is shown: tape in cm or inches, rulers in mm or parts of an inch, angles in whole degrees. */
interface Display {
  unit: string;
  /** Stored units in one shown unit. */
  per: number;
  digits: number;
}

const DEGREES: Display = { unit: '°', per: 1, digits: 0 };
const COUNT: Display = { unit: 'reps', per: 1, digits: 0 };

const IN_CM: readonly MeasureId[] = ['stanceWidth', 'kneeTravel', 'kneeToWall'];

export function displayOf(measure: MeasureId): Display {
  const { unit } = MEASURES[measure];
  if (unit === 'deg') return DEGREES;
  if (unit === 'reps') return COUNT;
  if (unit === 'yesNo') return { unit: '', per: 1, digits: 0 };
  return shownAs(IN_CM.includes(measure) ? 'length' : 'height');
}

/** Unit as it follows a number: degrees close up, words apart. */
const tail = (unit: string) => (unit === '' ? '' : unit === '°' ? unit : ` ${unit}`);

/** A stored value as the coach reads it; a mean of several gets one digit more. */
export function sayValue(measure: MeasureId, value: number, isMean = false): string {
  if (MEASURES[measure].unit === 'yesNo') return value >= 0.5 ? 'yes' : 'no';
  const { unit, per, digits } = displayOf(measure);
  // An instrument reads tenths where a coach types whole ones; what was kept is what is shown.
  const isFiner = isMean || Math.abs(value / per - Number((value / per).toFixed(digits))) > 0.049;
  return `${sayNumber(value / per, isFiner ? Math.max(1, digits) : digits)}${tail(unit)}`;
}

/** A change as the coach reads it, with its sign. */
export function sayChange(measure: MeasureId, by: number): string {
  const { unit, per } = displayOf(measure);
  return `${saySigned(by / per, 1)}${tail(unit)}`;
}

/** An error or spread as the coach reads it. */
export function sayError(measure: MeasureId, value: number): string {
  const { unit, per } = displayOf(measure);
  return `${sayNumber(value / per, 1)}${tail(unit)}`;
}

export const SIDE_LETTER: Record<Side, string> = { left: 'L', right: 'R' };

/** "Toe-out left", or just the name of what has no side. */
export const sayWhat = (measure: MeasureId, side: Side | null): string =>
  side === null ? MEASURES[measure].name : `${MEASURES[measure].name} ${side}`;
