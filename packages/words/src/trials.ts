import type { SetupTrialValues } from '@zither/contract';
import { SIDES, type LoopStop, type Side } from '@zither/core';
import { sayDepth } from './instrument.ts';
import type { LoopAnswer } from '@zither/visit';
import { sayChance } from './chance.ts';
import { sayFound } from './setup.ts';

const whole = (value: number) => Math.round(value).toString();
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const sidesOf = (is: (side: Side) => boolean): string => {
  const list = SIDES.filter(is);
  return list.length === 2 ? 'both' : (list[0] ?? '');
};

/** What a trial showed, in one sentence; only what went wrong is named. */
export function sayShowed(t: SetupTrialValues): string {
  const list: string[] = [];
  const short = t.thighDepthDeg - t.depthDeg;
  if (t.pain) list.push('pain');
  if (short >= 1) list.push(`${whole(short)}° short, at ${sayDepth(t.depthDeg)}`);
  const heels = sidesOf((side) => t.heelRose[side]);
  if (heels) list.push(heels === 'both' ? 'both heels rose' : `${heels} heel rose`);
  for (const way of ['in', 'out'] as const) {
    const knees = sidesOf((side) => t.knees[side] === way);
    if (knees) list.push(knees === 'both' ? `knees ${way}` : `${knees} knee ${way}`);
  }
  if (t.tuckFromDeg !== null) list.push(`pelvis tucked from ${sayDepth(t.tuckFromDeg)}`);
  if (t.comfort !== null && t.comfort < 3) list.push('not comfortable');
  return list.length === 0 ? 'Clean.' : `${capital(list.join(', '))}.`;
}

/** A trial with its setup, in a line. */
export const sayTrial = (t: SetupTrialValues): string =>
  `${sayFound({ setup: t.setup, targetDepthDeg: t.thighDepthDeg })}: ${sayShowed(t)}`;

/** Why this trial next. */
export function sayAdvice(advice: NonNullable<LoopAnswer['advice']>, trials: number): string {
  const by =
    trials === 0
      ? 'the readings'
      : `the readings and ${trials} ${trials === 1 ? 'trial' : 'trials'}`;
  const chance = `A clean rep in about ${sayChance(advice.chance)}, by ${by}.`;
  if (advice.kind === 'lock')
    return `${chance} It was tried and went clean, and nothing the school would rather have is likely enough. Stop here and lock it.`;
  return advice.why === 'promising'
    ? `${chance} Of what is likely to work, the one this school would rather have.`
    : `${chance} Nothing is likely enough yet: of all, this one says most about the limits, whichever way it goes.`;
}

/** Why the loop stops, and the way out. */
export const STOP_WORDS: Record<LoopStop, string> = {
  pain: 'A trial hurt: no more trials today. Where and how much decides what may follow.',
  enough: 'Six trials are enough for one day. Keep the best so far, or go on another day.',
  hopeless:
    'Nothing in this school is likely to go clean now: trying on would only tire. Look at what would have to change.',
  nothing: 'Everything worth a trial was tried. Look at another school, or another depth.',
};

/** A limit as believed: it lies within the span more likely than 19 to 1. */
export const sayBelieved = (name: string, { deg, sd }: { deg: number; sd: number }): string =>
  `${name}: ${deg.toFixed(1)}° ± ${(2 * sd).toFixed(1)}°`;
