import type { Dossier } from '@zither/contract';
import {
  likelyReferrals,
  type Barring,
  type CauseId,
  type MethodProfile,
  type SafetyLimit,
  type Setup,
} from '@zither/core';
import { knownOf } from './derive.ts';
import { purposeOf } from './method.ts';
import type { Opinion } from './opinion.ts';
import { referredOf } from './signs.ts';

/** Whether the knees are to be spared: by the purpose, or by a method that keeps them behind the toes. */
const sparesKnees = (
  dossier: Pick<Dossier, 'screenings'>,
  { kneeTravel }: Pick<MethodProfile, 'kneeTravel'>,
): boolean => purposeOf(dossier)?.purpose === 'kneeSparing' || kneeTravel === 'toes';

/** Foot angles this far apart are not the same mark, degrees (house default). */
const APART_DEG = 5;

/** Whether the feet stand at different angles although the setup has them alike. */
function feetDiffer(dossier: Dossier, setup: Pick<Setup, 'toeOutDeg'> | null): boolean {
  const { left, right } = knownOf(dossier).toeOutDeg;
  const isAsked = setup !== null && setup.toeOutDeg.left !== setup.toeOutDeg.right;
  return left !== null && right !== null && Math.abs(left - right) >= APART_DEG && !isAsked;
}

/** Causes for a clinician: concluded, met in Measure and the tests, or likely enough to be sent on. Nothing is given for them. */
export const sentOn = (dossier: Dossier, opinion: Pick<Opinion, 'diagnosis'> | null): CauseId[] => [
  ...new Set([...referredOf(dossier), ...likelyReferrals(opinion?.diagnosis.causes ?? [])]),
];

/** Everything that keeps drills, cues and variations from a client today: limits, referrals, bans and spared knees. */
export const barringOf = (
  dossier: Dossier,
  method: Pick<MethodProfile, 'kneeTravel'>,
  limits: readonly SafetyLimit[],
  opinion: Pick<Opinion, 'diagnosis'> | null,
  setup: Pick<Setup, 'toeOutDeg'> | null,
): Barring => ({
  limits,
  referred: sentOn(dossier, opinion),
  banned: opinion?.diagnosis.bannedCues ?? [],
  sparesKnees: sparesKnees(dossier, method),
  feetDiffer: feetDiffer(dossier, setup),
});
