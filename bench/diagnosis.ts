import { diagnose, evidenceOf, FAULT_IDS, posterior, worthTesting, type Signs } from '@zither/core';
import type { BenchLine } from './line.ts';

/** Middle of so many runs, ms. */
function middleOf(count: number, run: () => void): number {
  const times = Array.from({ length: count }, () => {
    const start = performance.now();
    run();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(count / 2)] ?? NaN;
}

/** A thorough visit: all faults looked for, nine found, every reading, two tests. */
export const THOROUGH: Signs = {
  lookedAt: FAULT_IDS.filter((f) => f !== 'pain'),
  findings: [
    { fault: 'heelsRise', severity: 'clear' },
    { fault: 'kneesIn', severity: 'slight', side: 'left' },
    { fault: 'excessLean', severity: 'slight' },
    { fault: 'pelvisTuck', severity: 'clear' },
    { fault: 'sideShift', severity: 'slight', side: 'right' },
    { fault: 'archDrops', severity: 'slight', side: 'left' },
    { fault: 'feetTurnOut', severity: 'slight', side: 'left' },
    { fault: 'lowBackArch', severity: 'slight' },
    { fault: 'hipsRiseEarly', severity: 'clear' },
  ],
  measures: {
    dorsiflexionDeg: { left: 28, right: 31 },
    dorsiflexionKneeStraightDeg: { left: 20, right: 22 },
    hipFold: { atZeroAbductionDeg: 110, perAbductionDeg: 0.5 },
    hipInwardRotationDeg: { left: 20, right: 35 },
    standingAbductionReps: { left: 9, right: 14 },
    navicularDropMm: { left: 12, right: 8 },
  },
  leanBudget: { proportionsDeg: 24, ankleDeg: 10, unusedAnkleDeg: 1, offBalanceDeg: 2 },
  tests: [
    { test: 'heelsRaised', outcome: 'clears' },
    { test: 'footCue', outcome: 'same', side: 'left' },
  ],
};

export function benchDiagnosis(): BenchLine[] {
  const evidence = evidenceOf(THOROUGH);
  const ranking = middleOf(40, () => {
    posterior(evidence);
    worthTesting(evidence, {});
  });
  const whole = middleOf(20, () => diagnose(THOROUGH));
  return [
    {
      what: `Beliefs and every short test ranked, thorough visit (${evidence.length} pieces of evidence)`,
      measured: `${ranking.toFixed(1)} ms`,
      goal: '≤ 20 ms',
    },
    {
      what: 'The same with reasons, foresight and the stop rule, in the worker',
      measured: `${whole.toFixed(1)} ms`,
      goal: 'reported',
    },
  ];
}
