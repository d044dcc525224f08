import type { BothSides } from '../linkage/setup.ts';
import type { Asymmetry } from '../measure/error.ts';
import type { FirstCause } from './causes.ts';
import { CUES } from './cues.ts';
import { DRILLS, ROUTINE_STEPS, type Drill, type RoutineStep } from './drills.ts';
import type { Finding, PrescribedCue, PrescribedDrill } from './types.ts';

/** At most two cues, one a finding, strongest first. */
export function pickCues(findings: readonly Finding[]): PrescribedCue[] {
  const picked: PrescribedCue[] = [];
  for (const finding of findings) {
    const cue = CUES.find(
      (c) => c.causes.includes(finding.cause) && !picked.some((p) => p.cue.id === c.id),
    );
    if (cue && picked.length < 2) picked.push({ cue, because: finding.because });
  }
  return picked;
}

/** One to free, one to wake up or lengthen, one to put together. */
const SLOTS: readonly (readonly RoutineStep[])[] = [
  ['lengthen', 'release'],
  ['wakeUp', 'release', 'lengthen'],
  ['putTogether'],
];

/**
 * Three drills in routine order: one to free, one to wake up, one to put together; fewer when what fits is barred.
 *
 * @param barred drills that are not given, by name or because they work on a cause that is for a clinician
 */
export function pickDrills(
  findings: readonly Finding[],
  dorsiflexionDeg: BothSides<number>,
  difference: Asymmetry,
  barred: { causes: readonly FirstCause[]; drills: readonly string[] } = { causes: [], drills: [] },
): PrescribedDrill[] {
  const allowed = DRILLS.filter(
    (d) => !barred.drills.includes(d.id) && !d.causes.some((c) => barred.causes.includes(c)),
  );
  const fallback: Finding = {
    cause: 'control',
    side: 'both',
    because: 'To own the position the setup gives.',
  };
  const reasons = [...findings, fallback];
  const picked: PrescribedDrill[] = [];
  for (const steps of SLOTS) {
    const fit = firstFit(allowed, reasons, steps, picked);
    if (fit)
      picked.push({ ...fit, sides: sidesFor(fit.drill, fit.finding, dorsiflexionDeg, difference) });
  }
  return picked.sort(
    (a, b) => ROUTINE_STEPS.indexOf(a.drill.step) - ROUTINE_STEPS.indexOf(b.drill.step),
  );
}

function firstFit(
  drills: readonly Drill[],
  reasons: readonly Finding[],
  steps: readonly RoutineStep[],
  picked: readonly PrescribedDrill[],
): { drill: Drill; because: string; finding: Finding } | null {
  for (const finding of reasons)
    for (const step of steps) {
      const drill = drills.find(
        (d) =>
          d.step === step &&
          d.causes.includes(finding.cause) &&
          !picked.some((p) => p.drill.id === d.id),
      );
      if (drill) return { drill, because: finding.because, finding };
    }
  return null;
}

function sidesFor(
  drill: Drill,
  finding: Finding,
  dorsiflexionDeg: BothSides<number>,
  difference: Asymmetry,
): PrescribedDrill['sides'] {
  if (drill.sides === 'together') return { first: 'both', doubled: null };
  if (finding.side !== 'both') {
    const clearlyWorse = difference.kind === 'different' && difference.lower === finding.side;
    return { first: finding.side, doubled: clearlyWorse ? finding.side : null };
  }
  return { first: dorsiflexionDeg.left <= dorsiflexionDeg.right ? 'left' : 'right', doubled: null };
}
