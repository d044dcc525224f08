import type { Dossier } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import type { Squat } from '@zither/core';
import type { Look } from './looks.ts';
import { methodOf } from './method.ts';
import { subjectFor } from './subject.ts';
import { weeksFrom } from './trying.ts';

/**
 * The squat that looks of a day were made of: the newest without a load before one with, and where nobody looked, the unprompted one.
 *
 * @returns null until both ankles are known
 */
export function squatIn(dossier: Dossier, looks: readonly Look[]): Squat | null {
  const look = (looks.find((l) => l.look.condition === 'bodyweight') ?? looks[0])?.look;
  const { condition, asks } = look ?? { condition: 'bodyweight' as const, asks: PLAIN_LOOK };
  const subject = subjectFor(dossier, condition, asks, []);
  if (!subject) return null;
  return {
    profile: methodOf(dossier),
    setup: subject.setup,
    targetDepthDeg: subject.target.thighDepthDeg,
    weeks: look ? weeksFrom(dossier, look.takenOn) : 0,
  };
}
