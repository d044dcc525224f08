import {
  chanceBeyond,
  marksErrorOf,
  sdOf,
  type FaultUnit,
  type MethodProfile,
  type MotionFinding,
} from '@zither/core';
import { HOUSE } from './facts.ts';
import { input, traceOf, type ShownNumber, type Unit } from './trace.ts';

const FAULT_UNITS: Record<FaultUnit, Unit> = {
  '°': 'deg',
  mm: 'mm',
  '%': 'percent',
  '×': 'times',
  '0–10': 'count',
};

/** The size of a fault over the reps it showed in, with the scatter of the reps and the error of the marks, and from where the method names it. */
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
  const { errorOf } = chanceBeyond(
    finding.fault,
    finding.unit,
    { mean: finding.value, sd: sdOf(shown.map((r) => r.value)), n: shown.length },
    finding.thresholds,
  );
  return {
    value: finding.value,
    unit,
    interval: { low: finding.value - errorOf, high: finding.value + errorOf },
    trace: traceOf('severity', [
      input({ id: 'slightFrom', value: slight, unit, basis: 'method', source }),
      input({ id: 'clearFrom', value: clear, unit, basis: 'method', source }),
      input({ id: 'repsShown', value: finding.reps.length, unit: 'count', basis: 'measured' }),
      input({ id: 'repsSeen', value: finding.perRep.length, unit: 'count', basis: 'measured' }),
      input({
        id: 'marksError',
        value: marksErrorOf(finding.fault, finding.unit),
        unit,
        basis: 'houseDefault',
        source: HOUSE,
      }),
    ]),
  };
}
