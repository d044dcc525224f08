import type { Analysis, NoAnalysis } from './analyse.ts';

const round = (value: number, digits = 2) => Number(value.toFixed(digits));

/** A capture's findings in the shape of docs/formats.md: what the shell prints, the server answers and a capture keeps. */
export function reportOf(analysis: Analysis) {
  const { reps, findings, leanBudget, quality, consistency } = analysis;
  return {
    reps: reps.map((r) => ({
      startS: round(r.startS, 3),
      bottomS: round(r.bottomS, 3),
      endS: round(r.endS, 3),
    })),
    findings: findings.flatMap((f) =>
      f.severity === null
        ? []
        : [
            {
              fault: f.fault,
              severity: f.severity,
              value: round(f.value),
              unit: f.unit,
              side: f.side,
              phase: f.phase,
              reps: f.reps,
              sd: round(f.sd),
              worst: { rep: f.worst.rep, value: round(f.worst.value) },
              sure: round(f.sure),
            },
          ],
    ),
    leanBudget: leanBudget && {
      proportionsDeg: round(leanBudget.proportionsDeg),
      ankleDeg: round(leanBudget.ankleDeg),
      unusedAnkleDeg: round(leanBudget.unusedAnkleDeg),
      offBalanceDeg: round(leanBudget.offBalanceDeg),
      observedDeg: round(leanBudget.observedDeg),
    },
    quality: {
      rateHz: round(quality.rateHz),
      seen: round(quality.seen, 3),
      bridged: round(quality.bridged, 4),
      consistency: consistency.kind,
      notes: quality.notes,
      notJudged: quality.notJudged,
    },
  };
}

export type Report = ReturnType<typeof reportOf>;

/** Why a capture says nothing, in a sentence for the coach. */
export function sayNoAnalysis(found: NoAnalysis): string {
  switch (found.because) {
    case 'tooShort':
      return 'The capture is too short: at least eight frames are needed.';
    case 'timesNotRising':
      return 'The times of the capture do not rise from frame to frame.';
    case 'noReps':
      return 'No whole repetition was found: the hips must sink at least 12 cm and come back up, in view all the way.';
    case 'missingLandmarks':
      return `This view cannot be read without ${found.missing.join(', ')}.`;
    case 'otherView':
      return found.view === 'side'
        ? 'This is no side view: the marks have no positions forward (x). Choose the view it was taken from.'
        : 'This is no view from the front or behind: the marks have no positions across (y). Choose the view it was taken from.';
    case 'noScale':
      return `The picture cannot be scaled: ${found.missing.join(' and ')} are not both in it, or the length is not known.`;
  }
}
