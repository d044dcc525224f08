import type { Analysis } from './analyse.ts';

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
              ...(f.fromDepthDeg === null ? {} : { atDepthDeg: round(f.fromDepthDeg, 1) }),
            },
          ],
    ),
    measured: findings.map((f) => ({
      fault: f.fault,
      side: f.side,
      unit: f.unit,
      mean: round(f.mean),
      sd: round(f.sd),
      n: f.perRep.length,
    })),
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
