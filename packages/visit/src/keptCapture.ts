import type { CaptureValues, Condition, PackedCapture, LookAsks } from '@zither/contract';
import type { AnalysisQuestion, Report } from '@zither/core';

/** A capture that was read and judged, as it is kept. */
export function keptCapture(
  { report, packed }: { report: Report; packed: PackedCapture },
  from: { question: AnalysisQuestion; source: CaptureValues['source']; name: string },
  look: { condition: Condition; asks: LookAsks; day: string; at: string },
): CaptureValues {
  const { question, source, name } = from;
  return {
    takenOn: look.day,
    takenAt: look.at,
    view: question.view,
    condition: look.condition,
    asks: look.asks,
    discarded: false,
    facing: question.facing ?? null,
    scale: question.scale,
    source,
    name: name.slice(0, 200),
    report,
    subject: question.subject,
    series: packed,
  };
}
