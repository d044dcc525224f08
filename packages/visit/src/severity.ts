import { sdOf, type FaultUnit, type MethodProfile, type MotionFinding } from '@zither/core';
import { around, HOUSE } from './facts.ts';
import { input, traceOf, type ShownNumber, type Unit } from './trace.ts';

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
  method: MethodProfile,
): ShownNumber {
  const unit = FAULT_UNITS[finding.unit];
  const { slight, clear } = finding.thresholds;
  const own = method.faultThresholds[finding.fault];
  const source = own?.slight === slight && own.clear === clear ? method.name : HOUSE;
  const shown = finding.perRep.filter(({ rep }) => finding.reps.includes(rep));
  const spread = shown.length < 2 ? 0 : sdOf(shown.map((r) => r.value));
  return {
    value: finding.value,
    unit,
    interval: around(finding.value, spread / Math.sqrt(shown.length)),
    trace: traceOf('severity', [
      input({ id: 'slightFrom', value: slight, unit, basis: 'method', source }),
      input({ id: 'clearFrom', value: clear, unit, basis: 'method', source }),
      input({ id: 'repsShown', value: finding.reps.length, unit: 'count', basis: 'measured' }),
      input({ id: 'repsSeen', value: finding.perRep.length, unit: 'count', basis: 'measured' }),
    ]),
  };
}
