import type { Dossier, Judgement, Tried } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import {
  AREAS,
  FAULTS,
  HOUSE_RULES,
  TESTS,
  type FaultId,
  type Outcome,
  type TestId,
  type Phase,
  type SafetyLimit,
  type Severity,
  type Side,
} from '@zither/core';
import { opinionOn, planFor, setupInUse, type PlanAnswer } from '@zither/visit';
import { AT, ID, trial } from './trialRows.ts';

export const ON = '2026-01-05';

/** What every row carries beside its values, with an id of its own. */
export const row = (id: number) => ({
  id: `44444444-4444-4444-8444-${String(id).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: 'CH',
});

/** A short test of that day, on the left where it is of one side. */
export const testRow = (
  test: TestId,
  outcome: Outcome,
  change: Partial<Tried> & { id?: string } = {},
): Tried =>
  ({
    ...row(90),
    takenOn: ON,
    takenAt: `${ON}T10:00:00.000Z`,
    test,
    side: TESTS[test].sided ? 'left' : null,
    outcome,
    felt: outcome === 'hipFront' ? 'tight' : null,
    cue: null,
    results: [],
    undone: false,
    ...change,
  }) as Tried;

/** A fault seen by eye. */
export interface Eyed {
  fault: FaultId;
  sides: readonly (Side | null)[];
  severity?: Severity;
  phase?: Phase | null;
  isUnderLoad?: boolean;
}

/** Looks from three sides, everything watched; with a load too where something is seen under it. */
export function looksOf(seen: readonly Eyed[]): Judgement[] {
  const conditions = seen.some((s) => s.isUnderLoad)
    ? (['bodyweight', 'load'] as const)
    : (['bodyweight'] as const);
  return conditions.flatMap((condition, c) =>
    (['front', 'side', 'rear'] as const).map(
      (view, v) =>
        ({
          ...row(10 + 3 * c + v),
          takenOn: ON,
          takenAt: AT,
          view,
          condition,
          asks: PLAIN_LOOK,
          discarded: false,
          reps: 5,
          loadKg: condition === 'load' ? 60 : 0,
          lookedAt: [...AREAS],
          seen: seen
            .filter((s) => (s.isUnderLoad === true) === (condition === 'load'))
            .filter((s) => FAULTS[s.fault].views[0] === view)
            .flatMap(({ fault, sides, severity = 'clear', phase = null }) =>
              sides.map((side) => ({
                fault,
                side,
                severity,
                alternates: false,
                phase,
                reps: [],
              })),
            ),
        }) as unknown as Judgement,
    ),
  );
}

/** Readings that a plan needs, with nothing short but what is said. */
export const readings = (ankles: { left: number; right: number } | null) => [
  trial('stanceWidth', null, 420),
  trial('toeOut', 'left', 15),
  trial('toeOut', 'right', 15),
  trial('heelRise', null, 0),
  trial('kneeTravel', null, 30),
  ...(ankles
    ? [trial('shinAngle', 'left', ankles.left), trial('shinAngle', 'right', ankles.right)]
    : []),
];

/** The plan for the setup as the client stands: what is worked on does not wait for the search. */
export function planWithoutSearch(
  dossier: Dossier,
  limits: readonly SafetyLimit[] = [],
): PlanAnswer | null {
  const use = setupInUse(dossier, limits, HOUSE_RULES, null, null);
  const opinion = opinionOn({ dossier, on: ON, tables: [] });
  return use && planFor(dossier, use, opinion, limits, null, ON);
}
