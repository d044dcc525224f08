import { compareSides } from '../measure/error.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import { keepSetup, recommendSetup } from '../setup/recommend.ts';
import { findingsOf } from './findings.ts';
import { pickCues, pickDrills } from './pick.ts';
import { barredFor } from './referral.ts';
import type { Prescription, PrescriptionInput } from './types.ts';

/**
 * Writes the first prescription from the five measurements.
 *
 * The findings say what limits this client; cues and drills are picked from tables by those causes, each with its
 * "because". Deterministic: equal inputs give equal pages.
 */
export function prescribe(input: PrescriptionInput, profile: MethodProfile): Prescription {
  const recommendation = input.settled
    ? keepSetup(input, profile, input.settled)
    : recommendSetup(input, profile);
  const sideDifference = compareSides(
    input.dorsiflexionDeg.left,
    input.dorsiflexionDeg.right,
    input.dorsiflexionSemDeg,
  );
  const findings = findingsOf(input, profile, recommendation, sideDifference);
  const barred = barredFor(input.referred ?? []);
  const trained = findings.filter((f) => !barred.causes.includes(f.cause));
  return {
    recommendation,
    findings,
    sideDifference,
    cues: pickCues(trained),
    drills: pickDrills(trained, input.dorsiflexionDeg, sideDifference, barred),
  };
}
