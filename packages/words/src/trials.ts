import { capital, count } from './terms.ts';
import type { SetupTrialValues } from '@zither/contract';
import { halfInterval, SIDES, type LoopStop, type Side } from '@zither/core';
import { sayDepth } from './instrument.ts';
import type { LoopAnswer } from '@zither/visit';
import { sayLikely } from './chance.ts';
import { sayFound } from './setup.ts';

const whole = (value: number) => Math.round(value).toString();
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

/** How pain in a trial is named in the record. */
export const painMovement = (t: Pick<SetupTrialValues, 'setup' | 'thighDepthDeg'>): string =>
  `While trying a setup: ${sayFound({ setup: t.setup, targetDepthDeg: t.thighDepthDeg })}`.slice(
    0,
    200,
  );

/** What a chance rests on. */
export const sayRests = (trials: number): string =>
  trials === 0 ? 'by the readings' : `by the readings and ${count(trials, 'trial')}`;

/** Why this trial next, or why this one is ready to lock. */
export function sayAdvice(advice: NonNullable<LoopAnswer['advice']>, trials: number): string {
  const chance = `Gets down ${sayLikely(advice.chance)}, ${sayRests(trials)}.`;
  if (advice.kind === 'lock') return `${chance} A trial of it went clean. It is ready to lock.`;
  return advice.isLikeliest
    ? `${chance} No setup is likely enough to count on; this is the likeliest.`
    : `${chance} The smallest change that should work.`;
}

/** Why the trials stop, and the way out. */
export const STOP_WORDS: Record<LoopStop, string> = {
  pain: 'A trial hurt: no more trials today. Where and how much decides what may follow.',
  enough: 'Six trials are enough for one day. Keep the best so far, or go on another day.',
  none: 'No setup of this method is likely to work now, so another trial would only tire. See what would have to change.',
};

/** A limit as believed: it lies within the span more likely than 19 to 1. */
export const sayBelieved = (name: string, { deg, sd }: { deg: number; sd: number }): string =>
  `${name}: ${deg.toFixed(1)}° ± ${halfInterval(sd).toFixed(1)}°`;
