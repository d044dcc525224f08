import type { CauseId } from '../diagnose/causes.ts';
import type { FirstCause } from './causes.ts';

/** What is not drilled while a clinician is asked: findings of the plan it stands behind, and drills that work on it whatever they are for. */
interface Barred {
  causes: readonly FirstCause[];
  drills: readonly string[];
}

/** Causes that are for a clinician, with what a plan leaves out for them. Guarding is left to the screen, which holds or limits the whole plan. */
export const BARRED_BY_REFERRAL: Readonly<Partial<Record<CauseId, Barred>>> = {
  ankleBlock: { causes: ['ankleJoint'], drills: [] },
  structuralFlatFoot: { causes: [], drills: ['short-foot', 'sole-roll'] },
};

/** Everything left out for these causes together. */
export function barredFor(referred: readonly CauseId[]): Barred {
  const entries = referred.flatMap((cause) => BARRED_BY_REFERRAL[cause] ?? []);
  return {
    causes: entries.flatMap((e) => e.causes),
    drills: entries.flatMap((e) => e.drills),
  };
}
