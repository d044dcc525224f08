import { count } from './terms.ts';
import type { Dossier, LockValues } from '@zither/contract';
import { halfInterval, type MethodProfile, type SetupTried } from '@zither/core';
import { countingTrials, isOf, wasClean, type LoopAnswer } from '@zither/visit';
import { sayChance } from './chance.ts';
import { sayTrial } from './trials.ts';
import { sayNumber } from './numbers.ts';

type Placed = Pick<SetupTried, 'setup' | 'targetDepthDeg'>;

/** The reasons to lock a setup, in sentences, and the numbers of the day. */
export function evidenceFor(
  dossier: Dossier,
  placed: Placed,
  answer: LoopAnswer | null,
  chance: number | null,
): LockValues['evidence'] {
  const trials = countingTrials(dossier);
  const own = trials.filter((t) => isOf(t, placed));
  const clean = own.filter((t) => wasClean(dossier, t));
  const says: string[] = [];
  if (own.length > 0)
    says.push(
      `Clean in ${clean.length} of ${count(own.length, 'trial')} of it; ${trials.length} tried in all.`,
    );
  else says.push('Locked without a trial of it.');
  if (chance !== null)
    says.push(`The readings and trials gave a clean rep a chance of about ${sayChance(chance)}.`);
  if (answer) {
    const { left, right, fold } = answer.limits;
    says.push(
      `Believed: left ankle ${sayNumber(left.deg, 1)}° ± ${sayNumber(halfInterval(left.sd), 1)}°, right ${sayNumber(right.deg, 1)}° ± ${sayNumber(halfInterval(right.sd), 1)}°${fold ? `, fold ${sayNumber(fold.deg)}° ± ${sayNumber(halfInterval(fold.sd))}°` : ''}.`,
    );
  }
  for (const t of own.slice(-3)) says.push(sayTrial(t).slice(0, 300));
  return {
    chance,
    trials: trials.map((t) => t.id).slice(-60),
    limits: answer?.limits ?? null,
    says,
  };
}

/** The button that makes a setup the client's: with another one locked it says what it does to the lock. */
export const sayUseButton = (isLocked: boolean): string =>
  isLocked ? 'Take the lock back and use this' : 'Use this setup';

/** A locked setup, ready to be kept. */
export function lockFor(
  dossier: Dossier,
  placed: Placed,
  by: { day: string; at: string; initials: string; why: string },
  /** The method it was looked at and tried under. */
  method: MethodProfile,
  answer: LoopAnswer | null,
  chance: number | null,
): LockValues {
  return {
    on: by.day,
    at: by.at,
    by: by.initials,
    why: by.why,
    setup: placed.setup,
    thighDepthDeg: placed.targetDepthDeg,
    profile: method.id,
    workingPoint: method.workingPoint,
    profileName: method.name,
    evidence: evidenceFor(dossier, placed, answer, chance),
    takenBack: false,
  };
}

/** The Lab was opened from a client without a locked setup. */
export const sayNothingLocked = (client: string): string =>
  `${client} has no locked setup. The Lab is as you left it.`;
