import type { BodyState, Dossier } from '@zither/contract';

/**
 * The record as a coach reads on in it. After the routine the readings of before it stand aside for the day: what is taken now is shown by itself,
 * and compared with them, never averaged with them.
 */
export const readingOnIn = (dossier: Dossier, day: string, state: BodyState | null): Dossier =>
  state !== 'after'
    ? dossier
    : {
        ...dossier,
        trials: dossier.trials.filter((t) => t.takenOn !== day || t.state === 'after'),
      };
