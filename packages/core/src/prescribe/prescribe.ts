import { compareSides } from '../measure/error.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import { recommendSetup } from '../setup/recommend.ts';
import { findingsOf } from './findings.ts';
import { pickCues, pickDrills } from './pick.ts';
import type { Prescription, PrescriptionInput } from './types.ts';

/**
 * Writes the first prescription from the five measurements.
 *
 * The findings say what limits this client; cues and drills are picked from tables by those causes, each with its
 * "because". Deterministic: equal inputs give equal pages.
 */
export function prescribe(input: PrescriptionInput, profile: MethodProfile): Prescription {
  const recommendation = recommendSetup(input, profile);
  const sideDifference = compareSides(
    input.dorsiflexionDeg.left,
    input.dorsiflexionDeg.right,
    input.dorsiflexionSemDeg,
  );
  const findings = findingsOf(input, profile, recommendation, sideDifference);
  return {
    recommendation,
    findings,
    sideDifference,
    cues: pickCues(findings),
    drills: pickDrills(findings, input.dorsiflexionDeg, sideDifference),
  };
}
