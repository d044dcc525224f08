import { FAULTS, type FaultUnit, type MethodProfile, type MotionFinding } from '@zither/core';
import { input, traceOf, type ShownNumber, type Unit } from './trace.ts';

const HOUSE = 'house default';

const FAULT_UNITS: Record<FaultUnit, Unit> = {
  '°': 'deg',
  mm: 'mm',
  '%': 'percent',
  '×': 'times',
  '0–10': 'count',
};

/** The size of a fault over the reps it showed in, and from where the method names it. */
export function severityShown(
  finding: Pick<
    MotionFinding,
    'fault' | 'side' | 'value' | 'unit' | 'thresholds' | 'reps' | 'perRep'
  >,
  method: MethodProfile | null,
): ShownNumber {
  const unit = FAULT_UNITS[finding.unit];
  const { slight, clear } = finding.thresholds;
  const house = FAULTS[finding.fault];
  const isHouse = slight === house.slight && clear === house.clear;
  const source = isHouse || !method ? HOUSE : method.name;
  const shown = finding.perRep.filter(({ rep }) => finding.reps.includes(rep));
  const spread = sdOf(shown.map((r) => r.value));
  const half = spread === null ? null : (1.96 * spread) / Math.sqrt(shown.length);
  return {
    value: finding.value,
    unit,
    interval: half === null ? null : { low: finding.value - half, high: finding.value + half },
    trace: traceOf('severity', [
      input({ id: 'slightFrom', value: slight, unit, basis: 'method', source }),
      input({ id: 'clearFrom', value: clear, unit, basis: 'method', source }),
      input({ id: 'repsShown', value: finding.reps.length, unit: 'count', basis: 'measured' }),
      input({ id: 'repsSeen', value: finding.perRep.length, unit: 'count', basis: 'measured' }),
    ]),
  };
}

/** Standard deviation of a sample; null of fewer than two. */
function sdOf(values: readonly number[]): number | null {
  if (values.length < 2) return null;
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (values.length - 1));
}
