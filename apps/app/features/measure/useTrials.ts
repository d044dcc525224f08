import {
  valuesIn,
  type Dossier,
  type Instrument,
  type Trial,
  type TrialValues,
} from '@zither/contract';
import type { MeasureId, Side } from '@zither/core';
import { MOVE_REASONS } from '@zither/words/moving';
import { newId, useChanges, today } from '../data/index.ts';
import { useBodyState } from '../instrument/index.ts';

/** Why a trial is struck out, offered as one tap each. */
export const STRIKE_REASONS = [
  'Heel lifted',
  'Knee or foot wandered',
  'Reading slipped',
  'Client moved',
  'Typed wrong',
] as const;

let lastAt = 0;

/** The moment of a trial, each later than the one before: several kept at once still have an order. */
function nextMoment(now: string): string {
  lastAt = Math.max(Date.parse(now), lastAt + 1);
  return new Date(lastAt).toISOString();
}

/** Everything that may be done with trials. None of it ever deletes one. */
export function useTrials(dossier: Dossier) {
  const { moment, moveEntries, putTrial } = useChanges();
  const clientId = dossier.client.id;
  const [state] = useBodyState(clientId, today());
  const rewrite = (trial: Trial, change: Partial<TrialValues>) =>
    putTrial(clientId, trial, { ...valuesIn(trial), ...change });
  const toOtherSide = (trials: readonly Trial[]) =>
    moveEntries(clientId, {
      on: today(),
      why: MOVE_REASONS.otherSide,
      to: { kind: 'otherSide' },
      entries: trials.map(({ id }) => ({ entity: 'trial', id })),
    });
  return {
    keep: (
      measure: MeasureId,
      side: Side | null,
      value: number,
      instrument: Instrument,
      more: { kneeGapMm?: number; pinch?: boolean } = {},
    ) =>
      putTrial(
        clientId,
        { id: newId(), version: 0 },
        {
          takenOn: today(),
          takenAt: nextMoment(moment()),
          measure,
          side,
          // Tenths are the finest anything here is read in; what lies below them is the arithmetic of the units.
          value: Math.round(value * 10) / 10,
          instrument,
          kneeGapMm: more.kneeGapMm ?? null,
          pinch: more.pinch ?? false,
          state,
          struck: null,
        },
      ),
    strike: (trial: Trial, reason: string) => rewrite(trial, { struck: { reason, at: moment() } }),
    restore: (trial: Trial) => rewrite(trial, { struck: null }),
    moveToOtherSide: (trial: Trial) => toOtherSide([trial]),
    /** Left becomes right and right left, for every trial of these measures on a day, struck ones too. */
    swapSides: (measures: readonly MeasureId[], day: string) =>
      toOtherSide(
        dossier.trials.filter(
          (t) => t.takenOn === day && t.side !== null && measures.includes(t.measure),
        ),
      ),
  };
}
