import type { CauseId } from '../diagnose/causes.ts';
import type { Setup, Side } from '../linkage/setup.ts';
import type { Asymmetry } from '../measure/error.ts';
import type { Recommendation, SetupWish } from '../setup/recommend.ts';
import type { FirstCause } from './causes.ts';
import type { Cue } from './cues.ts';
import type { Drill } from './drills.ts';

/** Sides a finding or a drill concerns. */
export type SideSet = Side | 'both';

/** A cause the measurements point at, strongest first, in one sentence of plain words. */
export interface Finding {
  cause: FirstCause;
  side: SideSet;
  because: string;
}

export interface PrescribedCue {
  cue: Cue;
  because: string;
}

export interface PrescribedDrill {
  drill: Drill;
  /** Order in which to do the sides; `both` when together. */
  sides: { first: SideSet; doubled: Side | null };
  because: string;
}

/** The end of a first visit: how to stand, what to think of, what to do at home. */
export interface Prescription {
  recommendation: Recommendation;
  findings: Finding[];
  sideDifference: Asymmetry;
  /** At most two. */
  cues: PrescribedCue[];
  /** Three, in routine order. */
  drills: PrescribedDrill[];
}

/** A wish plus what was seen at the bottom of the habitual squat and how well the ankle was measured. */
export interface PrescriptionInput extends SetupWish {
  /** Kneecap past the longest toe at the bottom, mm, habitual squat; null = not measured. */
  kneeTravelMm: number | null;
  /** Standard error of the dorsiflexion readings, degrees. */
  dorsiflexionSemDeg: number;
  /** Sent to a clinician: named among the findings, and no drill or cue is given for them. Absent = none. */
  referred?: readonly CauseId[] | undefined;
  /** A setup that was tried and settled: the plan keeps it. Absent = the plan looks for one. */
  settled?: { setup: Setup; targetDepthDeg: number } | undefined;
}
