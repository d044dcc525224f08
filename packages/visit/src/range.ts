import type { Condition, Dossier, LookAsks } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import type { Squat } from '@zither/core';
import type { Look } from './looks.ts';
import { methodOf } from './method.ts';
import { subjectFor } from './subject.ts';
import { weeksFrom } from './trying.ts';

/** A squat as it was asked for, and the day it was looked at; null = nobody looked. */
export interface AskedSquat {
  condition: Condition;
  asks: LookAsks;
  takenOn: string | null;
}

/** What looks of a day asked for: the newest without a load before one with, and where nobody looked, the unprompted squat. */
export function askedIn(looks: readonly Look[]): AskedSquat {
  const look = (looks.find((l) => l.look.condition === 'bodyweight') ?? looks[0])?.look;
  return look ?? { condition: 'bodyweight', asks: PLAIN_LOOK, takenOn: null };
}

/**
 * The squat that was asked for.
 *
 * @returns null until both ankles are known
 */
export function squatAsked(
  dossier: Dossier,
  { condition, asks, takenOn }: AskedSquat,
): Squat | null {
  const subject = subjectFor(dossier, condition, asks, []);
  if (!subject) return null;
  return {
    profile: methodOf(dossier),
    setup: subject.setup,
    targetDepthDeg: subject.target.thighDepthDeg,
    weeks: takenOn === null ? 0 : weeksFrom(dossier, takenOn),
  };
}
