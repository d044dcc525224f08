import type { ClientSummary, Dossier } from '@zither/contract';
import { RUNG_TABLE } from '@zither/core';
import { planOf } from '@zither/visit';
import { sayShortDay } from './days.ts';
import { sayStanding } from './floor.ts';
import { capital } from './terms.ts';

/** The client at a glance, line by line: what limits now, what is worked on, the variation, the next look. */
export function sayGlance(
  dossier: Dossier,
  summary: ClientSummary,
  today: string,
): { label: string; text: string }[] {
  const plan = planOf(dossier);
  const standing = sayStanding({ summary });
  const due = summary.dueOn;
  return [
    ...(standing ? [{ label: 'Now', text: capital(standing) }] : []),
    ...(plan?.rung ? [{ label: 'Variation', text: RUNG_TABLE[plan.rung].name }] : []),
    ...(due
      ? [
          {
            label: 'Next look',
            text: due < today ? `Due since ${sayShortDay(due)}` : sayShortDay(due),
          },
        ]
      : []),
  ];
}
