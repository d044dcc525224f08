import type { PrescriptionValues } from '@zither/contract';
import { planParts, planTitle } from './planPages.ts';

/** A plan as plain text for any messenger: what the paper says, in its order, without a figure. */
export function planText(plan: PrescriptionValues): string {
  return [
    planTitle(plan),
    ...planParts(plan).flatMap(({ title, lines, drills }) => [
      '',
      title.toUpperCase(),
      ...lines,
      ...drills.map((drill) => `${drill.title}. ${drill.lines.join(' ')}`),
    ]),
  ].join('\n');
}
