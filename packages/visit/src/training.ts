import type { Decision, Dossier } from '@zither/contract';
import { USUAL_MINUTES, type RoutineWishes } from '@zither/core';

type Training = Extract<Decision, { kind: 'train' }>;

/** What the coach said of the routine, else the usual minutes and all kit. */
export function routineWishes({ decisions }: Pick<Dossier, 'decisions'>): RoutineWishes {
  const newest = decisions
    .flatMap((d) => (d.kind === 'routine' && !d.takenBack ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))[0];
  if (!newest) return { minutes: USUAL_MINUTES, kit: null, pinned: [], banned: [] };
  const { minutes, kit, pinned, banned } = newest;
  return { minutes, kit, pinned, banned };
}

/** The coach's own choice of variation, dose and role of the lift in force; null = none. */
export const trainingChosen = ({ decisions }: Pick<Dossier, 'decisions'>): Training | null =>
  decisions
    .flatMap((d) => (d.kind === 'train' && !d.takenBack ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))[0] ?? null;
