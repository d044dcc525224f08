import type { Decision, Dossier } from '@zither/contract';

type Training = Extract<Decision, { kind: 'train' }>;

/** The coach's own choice of variation, dose and role of the lift in force; null = none. */
export const trainingChosen = ({ decisions }: Pick<Dossier, 'decisions'>): Training | null =>
  decisions
    .flatMap((d) => (d.kind === 'train' && !d.takenBack ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))[0] ?? null;
