import type { CauseId } from '../diagnose/causes.ts';

/** Work withheld while a clinician is consulted: whatever works on these causes, and single entries besides. */
interface Barred {
  causes: readonly CauseId[];
  entries: readonly string[];
}

/** Causes that are for a clinician, with what a plan leaves out for them. Guarding is left to the screen, which holds or limits the whole plan. */
export const BARRED_BY_REFERRAL: Readonly<Partial<Record<CauseId, Barred>>> = {
  ankleBlock: { causes: ['ankleJoint', 'gastrocnemius'], entries: [] },
  structuralFlatFoot: { causes: [], entries: ['arch-lift', 'sole-roll'] },
};
