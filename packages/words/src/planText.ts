import type { PrescriptionValues } from '@zither/contract';
import { CAUTIONS } from '@zither/core';
import { sayShortDay } from './days.ts';
import { sayHow } from './plan.ts';

/** A heading and its lines; nothing where there are none. */
const part = (title: string, lines: readonly string[]): string[] =>
  lines.length === 0 ? [] : [title.toUpperCase(), ...lines, ''];

/**
 * A plan as plain text for any messenger: what the printed page says, in its order, without a figure. No name and nothing of the record beyond the plan.
 */
export function planText(plan: PrescriptionValues): string {
  return [
    `Squat plan, ${sayShortDay(plan.givenOn)}`,
    '',
    ...part('How to stand', [plan.summary]),
    ...part('Train', plan.training),
    ...part('Before the load', plan.beforeLoad),
    ...part(
      'Think of',
      plan.cues.map((cue) => `“${cue.words}” ${cue.precaution}`),
    ),
    ...(plan.drills.length === 0
      ? []
      : part('Do, in this order', [
          ...[plan.time, plan.look].filter((line) => line !== ''),
          ...plan.drills.map(
            (drill, i) =>
              `${i + 1}. ${drill.name}: ${drill.dose}. ${sayHow(drill)} Care: ${drill.precaution}`,
          ),
        ])),
    ...part('Take care', CAUTIONS),
  ]
    .join('\n')
    .trimEnd();
}
