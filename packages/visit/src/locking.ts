import type { Dossier, Lock, SetupTrial } from '@zither/contract';
import {
  isSame,
  placedOf,
  judgesByFoot,
  verdictOf,
  type MethodProfile,
  type Case,
  type SafetyLimit,
  type SetupTried,
  type TrialVerdict,
} from '@zither/core';
import { caseWith, lockOf } from './derive.ts';
import { methodOf } from './method.ts';
import { countingTrials, triedFrom } from './trying.ts';

type Placed = Pick<SetupTried, 'setup' | 'targetDepthDeg'>;

/** Whether a trial or a locked setup is of this very setup. */
export const isOf = (
  row: { setup: SetupTried['setup']; thighDepthDeg: number },
  at: Placed,
): boolean => isSame(placedOf(row), at);

/** Locked setups in the order they were made, each with its number; taken-back ones keep theirs. */
export const versionsOf = ({ locks }: Pick<Dossier, 'locks'>): { lock: Lock; number: number }[] =>
  [...locks].sort((a, b) => a.at.localeCompare(b.at)).map((lock, i) => ({ lock, number: i + 1 }));

/** The locked setup in force with its number. */
export function versionInForce(dossier: Pick<Dossier, 'locks'>) {
  const lock = lockOf(dossier);
  return versionsOf(dossier).find((v) => v.lock.id === lock?.id) ?? null;
}

/** The locked setup as a question to the linkage, with what is measured today; null until the ankles are known. */
export function lockedCase(
  dossier: Dossier,
  lock: Lock,
  safety: readonly SafetyLimit[],
): Case | null {
  const found = caseWith(dossier, lock, safety);
  return found.kind === 'ready' ? found.question : null;
}

/** How a trial went, as the client's method judges it today. */
export const verdictIn = (dossier: Dossier, trial: SetupTrial): TrialVerdict =>
  verdictOf(triedFrom(dossier, trial), methodOf(dossier));

/**
 * Whether a setup may be locked under a method. One that judges by the foot locks nothing of which the foot was not looked at in a trial that
 * went clean; every other may be locked on the coach's word.
 */
export const mayLock = (dossier: Dossier, at: Placed, method: MethodProfile): boolean =>
  !judgesByFoot(method) ||
  countingTrials(dossier).some(
    (t) => isOf(t, at) && verdictOf(triedFrom(dossier, t), method).kind === 'clean',
  );

/** Whether a trial went clean, as the client's method judges it today. */
export const wasClean = (dossier: Dossier, trial: SetupTrial): boolean =>
  verdictIn(dossier, trial).kind === 'clean';
