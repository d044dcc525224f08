import type { Dossier, Lock, LockValues, SetupTrial } from '@zither/contract';
import { wentClean, type Case, type SafetyLimit, type SetupTried } from '@zither/core';
import { clientCase, lockOf, methodOf } from '../measure/derive.ts';
import { sayChance } from './field.ts';
import { sayTrial } from './words.ts';
import { countingTrials, triedFrom, type LoopAnswer } from './trying.ts';

type Placed = Pick<SetupTried, 'setup' | 'targetDepthDeg'>;

/** Whether a trial or a locked setup is of this very setup. */
export const isOf = (
  row: { setup: SetupTried['setup']; thighDepthDeg: number },
  { setup, targetDepthDeg }: Placed,
): boolean =>
  row.thighDepthDeg === targetDepthDeg && JSON.stringify(row.setup) === JSON.stringify(setup);

const whole = (value: number) => Math.round(value).toString();

/** What speaks for locking a setup, in sentences, and the numbers of the day. */
export function evidenceFor(
  dossier: Dossier,
  placed: Placed,
  answer: LoopAnswer | null,
  chance: number | null,
): LockValues['evidence'] {
  const trials = countingTrials(dossier);
  const own = trials.filter((t) => isOf(t, placed));
  const clean = own.filter((t) => wentClean(triedFrom(dossier, t)));
  const says: string[] = [];
  if (own.length > 0)
    says.push(
      `Clean in ${clean.length} of ${own.length} ${own.length === 1 ? 'trial' : 'trials'} of it; ${trials.length} tried in all.`,
    );
  else says.push('Locked without a trial of it.');
  if (chance !== null)
    says.push(
      `A clean rep was foretold in about ${sayChance(chance)} by the readings and the trials.`,
    );
  if (answer) {
    const { left, right, fold } = answer.limits;
    says.push(
      `Believed: left ankle ${left.deg.toFixed(1)}° ± ${(2 * left.sd).toFixed(1)}°, right ${right.deg.toFixed(1)}° ± ${(2 * right.sd).toFixed(1)}°${fold ? `, fold ${whole(fold.deg)}° ± ${whole(2 * fold.sd)}°` : ''}.`,
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

/** A locked setup, ready to be kept. */
export function lockFor(
  dossier: Dossier,
  placed: Placed,
  by: { day: string; at: string; initials: string; why: string },
  answer: LoopAnswer | null,
  chance: number | null,
): LockValues {
  const method = methodOf(dossier);
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
  const { setup, thighDepthDeg, workingPoint, profile } = lock;
  const found = clientCase(
    {
      ...dossier,
      setup: {
        setup,
        thighDepthDeg,
        workingPoint,
        profile,
        id: lock.id,
        clientId: lock.clientId,
        version: 1,
        updatedAt: lock.updatedAt,
      },
    },
    safety,
  );
  return found.kind === 'ready' ? found.question : null;
}

/** Whether a trial of this setup went clean. */
export const wasClean = (dossier: Dossier, trial: SetupTrial): boolean =>
  wentClean(triedFrom(dossier, trial));
