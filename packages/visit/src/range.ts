import type { Dossier } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import type { Squat } from '@zither/core';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import type { Look } from './looks.ts';
import { methodOf } from './method.ts';
import { subjectFor } from './subject.ts';
import { ankleDay } from './trying.ts';

const DAYS_A_WEEK = 7;

/**
 * The squat that looks of a day were made of: the newest without a load before one with, and where nobody looked, the unprompted one.
 *
 * @returns null until both ankles are known
 */
export function squatIn(dossier: Dossier, looks: readonly Look[]): Squat | null {
  const look = (looks.find((l) => l.look.condition === 'bodyweight') ?? looks[0])?.look;
  const { condition, asks } = look ?? { condition: 'bodyweight' as const, asks: PLAIN_LOOK };
  const subject = subjectFor(dossier, condition, asks, []);
  const read = ankleDay(dossier);
  if (!subject || !read) return null;
  const apart = look ? differenceInCalendarDays(parseISO(look.takenOn), parseISO(read)) : 0;
  return {
    profile: methodOf(dossier),
    setup: subject.setup,
    targetDepthDeg: subject.target.thighDepthDeg,
    weeks: Math.abs(apart) / DAYS_A_WEEK,
  };
}
