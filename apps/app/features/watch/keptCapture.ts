import type { CaptureValues, Condition } from '@zither/contract';
import { reportOf } from '@zither/core';
import type { Done, Job } from './work.ts';

/** A finished job as it is kept. */
export function keptCapture(
  { analysis, packed }: Done,
  job: Job,
  look: { condition: Condition; heelsRaised: boolean; day: string; at: string },
): CaptureValues {
  const { question } = job;
  return {
    takenOn: look.day,
    takenAt: look.at,
    view: question.view,
    condition: look.condition,
    heelsRaised: look.heelsRaised,
    discarded: false,
    facing: question.facing ?? null,
    scale: question.scale,
    source: job.kind === 'file' ? 'file' : 'simulated',
    name: (job.kind === 'file'
      ? job.file.name
      : job.kind === 'simulate'
        ? job.name
        : 'Capture'
    ).slice(0, 200),
    report: reportOf(analysis),
    subject: question.subject,
    series: packed,
  };
}
