import type { Dossier, LoadSet, LoadSetValues } from '@zither/contract';
import type { RungId, SafetyLimit } from '@zither/core';
import {
  ladderOf,
  loadAnswer,
  loadSetsOf,
  lockOf,
  USUAL_STEP_KG,
  type SetupUse,
} from '@zither/visit';

export type SeenFault = LoadSetValues['faults'][number];

/** A set as it is being entered. Its form is never taken over from the set before: that has to be watched anew. */
export interface SetDraft {
  rung: RungId;
  loadKg: number;
  reps: number;
  watched: LoadSetValues['watched'];
  faults: SeenFault[];
  /** Faults were seen, and are being named. */
  isFaulty: boolean;
  repsLeft: number | null;
  pain: number | null;
  descentS: number | null;
  pauseS: number | null;
  heelRiseMm: number;
  shod: boolean;
  belt: boolean;
}

/** What a set starts from: the last one of the client, no heavier than advised; else the variation and load of the plan. */
export function startOf(
  dossier: Dossier,
  use: SetupUse | null,
  limits: readonly SafetyLimit[],
): SetDraft {
  const [last] = loadSetsOf(dossier);
  const blank = { watched: null, faults: [], isFaulty: false, repsLeft: null, pain: null };
  if (last) {
    const { rung, reps, descentS, pauseS, heelRiseMm, shod, belt } = last;
    const { mostKg } = loadAnswer(dossier, rung, limits, use?.setup ?? null);
    const loadKg = mostKg === null ? last.loadKg : Math.min(last.loadKg, mostKg);
    return { rung, loadKg, reps, descentS, pauseS, heelRiseMm, shod, belt, ...blank };
  }
  const ladder = use && ladderOf(dossier, use, use.method, limits);
  const { support } = use?.setup ?? { support: { kind: 'floor' as const } };
  return {
    rung: ladder?.now ?? 'goblet',
    loadKg: ladder?.loadKg ?? 0,
    reps: ladder?.dose.reps.most ?? 5,
    descentS: null,
    pauseS: null,
    heelRiseMm: support.kind === 'block' ? support.riseMm : 0,
    shod: false,
    belt: false,
    ...blank,
  };
}

/** The draft as it is kept. */
export const setValues = (
  dossier: Dossier,
  { isFaulty: _isFaulty, ...draft }: SetDraft,
  day: string,
  at: string,
): LoadSetValues => ({
  ...draft,
  faults: draft.watched === null ? [] : draft.faults,
  takenOn: day,
  takenAt: at,
  lockId: lockOf(dossier)?.id ?? null,
  captureId: null,
  undone: false,
});

/** The same set again, as not watched: nobody has looked at the new one yet. */
export const repeated = (set: LoadSet): SetDraft => ({
  rung: set.rung,
  loadKg: set.loadKg,
  reps: set.reps,
  descentS: set.descentS,
  pauseS: set.pauseS,
  heelRiseMm: set.heelRiseMm,
  shod: set.shod,
  belt: set.belt,
  watched: null,
  faults: [],
  isFaulty: false,
  repsLeft: null,
  pain: null,
});

/** Steps of a rack to choose from, kg. */
export const RACK_STEPS_KG = [1, USUAL_STEP_KG, 5, 10] as const;
