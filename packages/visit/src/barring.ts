import type { Dossier } from '@zither/contract';
import type { Barring, MethodProfile, SafetyLimit } from '@zither/core';
import { purposeOf } from './method.ts';
import type { Opinion } from './opinion.ts';
import { referredOf } from './signs.ts';

/** Whether the knees are to be spared: by the purpose, or by a method that keeps them behind the toes. */
const sparesKnees = (
  dossier: Pick<Dossier, 'screenings'>,
  { kneeTravel }: Pick<MethodProfile, 'kneeTravel'>,
): boolean => purposeOf(dossier)?.purpose === 'kneeSparing' || kneeTravel === 'toes';

/** Everything that keeps drills, cues and variations from a client today: limits, referrals, bans and spared knees. */
export const barringOf = (
  dossier: Dossier,
  method: Pick<MethodProfile, 'kneeTravel'>,
  limits: readonly SafetyLimit[],
  opinion: Pick<Opinion, 'diagnosis'> | null,
): Barring => ({
  limits,
  referred: referredOf(dossier),
  banned: opinion?.diagnosis.bannedCues ?? [],
  sparesKnees: sparesKnees(dossier, method),
});
