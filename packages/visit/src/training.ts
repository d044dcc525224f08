import type { Decision, Dossier } from '@zither/contract';
import { USUAL_MINUTES, type RoutineWishes } from '@zither/core';

type Training = Extract<Decision, { kind: 'train' }>;

const newestRoutine = ({ decisions }: Pick<Dossier, 'decisions'>) =>
  decisions
    .flatMap((d) => (d.kind === 'routine' && !d.takenBack ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))[0] ?? null;

/** What the coach keeps in, and when that was said last; null = never. */
export function routineSaidAt(dossier: Pick<Dossier, 'decisions'>): {
  pinned: readonly string[];
  at: string | null;
} {
  const newest = newestRoutine(dossier);
  return { pinned: newest?.pinned ?? [], at: newest?.at ?? null };
}

/** What the coach said of the routine, else the usual minutes and all kit. */
export function routineWishes(dossier: Pick<Dossier, 'decisions'>): RoutineWishes {
  const newest = newestRoutine(dossier);
  if (!newest) return { minutes: USUAL_MINUTES, kit: null, pinned: [], banned: [] };
  const { minutes, kit, pinned, banned } = newest;
  return { minutes, kit, pinned, banned };
}

/** The coach's own choice of variation, dose and role of the lift in force; null = none. */
export const trainingChosen = ({ decisions }: Pick<Dossier, 'decisions'>): Training | null =>
  decisions
    .flatMap((d) => (d.kind === 'train' && !d.takenBack ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))[0] ?? null;
