import type { Decision, Dossier } from '@zither/contract';

export type Recheck = Extract<Decision, { kind: 'recheck' }>;

/** Rechecks that count, the newest first; of one day the last word. */
export const rechecksOf = ({ decisions }: Pick<Dossier, 'decisions'>): Recheck[] =>
  decisions
    .flatMap((d) => (d.kind === 'recheck' && !d.takenBack ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))
    .filter((d, i, all) => all.findIndex((o) => o.on === d.on) === i);
