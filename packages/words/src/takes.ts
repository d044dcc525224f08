import type { Dossier, Stage } from '@zither/contract';
import {
  halfInterval,
  newestDorsiflexion,
  newestReading,
  readCalf,
  resolveBody,
  SIDES,
} from '@zither/core';
import { bodyOf, knownOf, limitsOf, type Safety } from '@zither/visit';
import { sayLimit } from './safety.ts';
import { sayNumber } from './numbers.ts';

/** Stages that rest on Clear and Measure. */
export type Later = Extract<Stage, 'watch' | 'probe'>;

/** What a later stage will start from, in one line, with what is known today. */
export function takes(stage: Later, dossier: Dossier, safety: Safety): string {
  const known = knownOf(dossier);
  const body = resolveBody(bodyOf(dossier.client));
  const limits = limitsOf(safety);
  const fromClear =
    safety.state === 'notScreened'
      ? 'From Clear: nothing yet, it has not been asked'
      : limits.length > 0
        ? `From Clear: ${limits.map(sayLimit).join(', ').toLowerCase()}`
        : safety.outcome.kind === 'hold'
          ? 'From Clear: the hold'
          : 'From Clear: no limits';
  const ankles = SIDES.map((side) => {
    const ankle = known.ankle[side];
    return `${side === 'left' ? 'L' : 'R'} ${ankle ? `${sayNumber(ankle.deg)}° ± ${sayNumber(halfInterval(ankle.sem), 1)}°` : 'not measured'}`;
  }).join(', ');
  switch (stage) {
    case 'watch':
      return `${fromClear}. From Measure: the ankle ceilings (${ankles}) and the body’s lengths, to split the lean into its parts.`;
    case 'probe': {
      const calves = SIDES.map((side) => {
        const bent = newestDorsiflexion(body, dossier.trials, side);
        const straight = newestReading(dossier.trials, 'shinAngleStraight', side);
        if (!bent || !straight) return null;
        return `${side === 'left' ? 'L' : 'R'} ${readCalf(bent, { deg: straight.mean, sem: straight.sem }).kind === 'gastrocnemius' ? 'calf' : 'no calf sign'}`;
      }).filter((c) => c !== null);
      return `${fromClear}${limits.length > 0 ? ', which bars tests' : ''}. From Measure: ankles (${ankles})${calves.length > 0 ? `, calf reading (${calves.join(', ')})` : ''}${known.fold ? ', hip fold line' : ''}, rotations and arches as evidence.`;
    }
  }
}
