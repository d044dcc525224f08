import { MEASURES } from '@zither/core';
import type { FindingChange, AfterMeasure, ChangeWord, CoachCall } from '@zither/visit';
import { sayError, sayValue } from './display.ts';
import { capital } from './terms.ts';
import { sayAmount } from './watch.ts';

export const CHANGE_WORDS: Record<ChangeWord, string> = {
  better: 'better',
  same: 'no change we can see',
  worse: 'worse',
  unknown: 'cannot be told',
};

export const CALL_NAMES: Record<CoachCall, string> = {
  better: 'Better',
  same: 'No change',
  worse: 'Worse',
};

/** What can be said of a finding after the routine, and by what: "better: 12° before, 4° after; a change counts from 5°". */
export function sayAfter({ word, by, measured }: FindingChange): string {
  if (measured)
    return `${capital(CHANGE_WORDS[word])}: ${sayAmount(measured.before, measured.unit)} before, ${sayAmount(measured.after, measured.unit)} after. A change counts from ${sayAmount(measured.error, measured.unit)}.`;
  return by === 'eye'
    ? `${capital(CHANGE_WORDS[word])}, by eye.`
    : 'Error unknown: the coach’s call stands alone.';
}

/** A measure read again: "Knee to wall, left: 82 mm before, 95 mm after: more. A change counts from 10 mm." */
export function sayMeasureAfter({ measure, side, before, after, mdc, kind }: AfterMeasure): string {
  const what = `${MEASURES[measure].name}${side === null ? '' : `, ${side}`}`;
  const word = kind === 'noChange' ? 'no change we can see' : kind;
  return `${what}: ${sayValue(measure, before, true)} before, ${sayValue(measure, after, true)} after: ${word}. A change counts from ${sayError(measure, mdc)}.`;
}

/** What it is worth. */
export const ONLY_TODAY =
  'It did this today. Whether it stays is seen at the next visit, before the routine.';
