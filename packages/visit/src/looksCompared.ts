import type { CaptureLine } from '@zither/contract';
import { changeOf, type FaultId, type Measured, type Side } from '@zither/core';

type Report = CaptureLine['report'];

/** One fault in two captures of a view. */
export interface ComparedFault {
  key: string;
  fault: FaultId;
  side: Side | null;
  /** What was measured, named or not; null where it could not be judged. */
  now: { value: number; unit: string } | null;
  before: { value: number; unit: string } | null;
  /** Half of the 95 % interval of the difference; null where there is none. */
  error: number | null;
  /** `notJudged`: one of the two could not tell it, so nothing is said. */
  word: 'gone' | 'new' | 'better' | 'same' | 'worse' | 'notJudged';
}

const keyOf = (f: { fault: string; side: string | null }) => `${f.fault} ${f.side ?? ''}`;

/** What a capture measured of a fault; of captures that did not keep it, what they named. */
function measuredIn(report: Report, key: string): Measured | null {
  const kept = report.measured.find((m) => keyOf(m) === key);
  if (kept) return kept;
  const named = report.findings.find((f) => keyOf(f) === key);
  return named && report.measured.length === 0
    ? { ...named, mean: named.value, n: named.reps.length }
    : null;
}

/**
 * Two captures of one view, every fault that either named. A difference within the error of the two is no change, whatever side of a threshold it is on.
 *
 * @param togetherOf with how many others a fault is judged together
 */
export function comparedFaults(
  now: Report,
  before: Report,
  togetherOf: (fault: FaultId, side: Side | null) => number = () => 1,
): ComparedFault[] {
  const named = [...now.findings, ...before.findings];
  return [...new Map(named.map((f) => [keyOf(f), f])).entries()].map(([key, { fault, side }]) => {
    const [is, was] = [measuredIn(now, key), measuredIn(before, key)];
    const change = is && was && changeOf(was, is, { together: togetherOf(fault, side) });
    const isNamed = (report: Report) => report.findings.some((f) => keyOf(f) === key);
    const shown = (m: Measured | null) => m && { value: m.mean, unit: m.unit };
    const word = !change
      ? 'notJudged'
      : change.kind === 'noChange'
        ? 'same'
        : change.kind === 'less'
          ? isNamed(now)
            ? 'better'
            : 'gone'
          : isNamed(before)
            ? 'worse'
            : 'new';
    return {
      key,
      fault,
      side,
      now: shown(is),
      before: shown(was),
      error: change?.errorOf ?? null,
      word,
    };
  });
}
