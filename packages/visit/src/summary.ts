import type { ClientSummary, Dossier } from '@zither/contract';
import { reaches, solve, spareOf } from '@zither/core';
import { clientCase } from './derive.ts';
import { causesOfPlan, dueOn } from './recheck.ts';
import { rechecksOf } from './rechecks.ts';
import { planOf } from './record.ts';
import { isHeld, limitsOf, safetyOf } from './safety.ts';
import { workedOn } from './signs.ts';

/** Causes a line has room for. */
const CAUSES_MOST = 2;

/** What matters of a client in one line: on hold, limits, when a look is due, what limits the squat, what is worked on. */
export function summaryOf(dossier: Dossier, day: string): ClientSummary {
  const safety = safetyOf(dossier, day);
  const limits = limitsOf(safety);
  const plan = planOf(dossier);
  const held = isHeld(safety);
  const found = held ? null : clientCase(dossier, limits);
  const solved = found?.kind === 'ready' ? solve(found.question) : null;
  const window = solved?.sides[solved.governingSide].window ?? null;
  const concluded = workedOn(dossier)?.causes ?? (plan ? causesOfPlan(plan) : []);
  return {
    isHeld: held,
    isLimited: limits.length > 0,
    dueOn: plan ? dueOn(dossier, plan) : null,
    recheckedOn: rechecksOf(dossier)[0]?.on ?? null,
    // As the setup's own sentence says it: what eats into the method's reserve is not short.
    shortBy:
      window?.kind === 'shut' && !reaches(window)
        ? { by: window.ceilingBy, deg: Math.abs(spareOf(window).spareDeg) }
        : null,
    causes: concluded.slice(0, CAUSES_MOST).map(({ cause, side }) => ({ cause, side })),
  };
}

/** The last day on which a summary stands although nothing is said: a clearance may begin or end for a joint on a later one. */
export function standsUntil({ clearances }: Pick<Dossier, 'clearances'>, day: string): string {
  const turns = [...JSON.stringify(clearances).matchAll(/"(\d{4}-\d\d-\d\d)"/g)]
    .map((m) => m[1]!)
    .filter((d) => d >= day)
    .sort();
  const [first] = turns;
  if (first === undefined) return '9999-12-31';
  return first === day
    ? day
    : new Date(Date.parse(`${first}T00:00:00Z`) - 86_400_000).toISOString().slice(0, 10);
}
