import type { Dossier, Lock, SetupTrial } from '@zither/contract';
import { wentClean, type Case, type SafetyLimit, type SetupTried } from '@zither/core';
import { caseWith, lockOf } from './derive.ts';
import { triedFrom } from './trying.ts';

type Placed = Pick<SetupTried, 'setup' | 'targetDepthDeg'>;

/** Whether a trial or a locked setup is of this very setup. */
export const isOf = (
  row: { setup: SetupTried['setup']; thighDepthDeg: number },
  { setup, targetDepthDeg }: Placed,
): boolean =>
  row.thighDepthDeg === targetDepthDeg && JSON.stringify(row.setup) === JSON.stringify(setup);

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

/** Whether a trial of this setup went clean. */
export const wasClean = (dossier: Dossier, trial: SetupTrial): boolean =>
  wentClean(triedFrom(dossier, trial));
