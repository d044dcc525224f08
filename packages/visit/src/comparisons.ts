import type { Dossier } from '@zither/contract';
import {
  alikeTrials,
  changeOfReading,
  isAfterOnly,
  compareReadings,
  keptTrials,
  MEASURES,
  newestReading,
  readingOn,
  SIDES,
  type MeasureId,
  type Reading,
  type Side,
} from '@zither/core';
import { WORKED_OUT } from './equationIds.ts';
import { around, OWN } from './facts.ts';
import { input, traceOf, type ShownNumber, type TraceInput } from './trace.ts';

const readingInput = (
  { trials }: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  side: Side | null,
  reading: Reading,
): TraceInput => {
  const rows = keptTrials(trials, measure, side, reading.day);
  const { unit, semSource } = MEASURES[measure];
  return input({
    id: measure,
    side,
    value: reading.mean,
    unit,
    interval: around(reading.mean, reading.sem),
    on: reading.day,
    by: [...new Set(rows.map((t) => t.instrument))],
    basis: 'measured',
    rows: rows.map((t) => t.id),
    source: reading.own ? OWN : semSource,
    equations: WORKED_OUT.mean,
  });
};

/** A difference of two readings with its 95 % interval: as far as the smallest one that counts, to either side. */
const apart = (
  by: number,
  counts: number,
  measure: MeasureId,
  inputs: TraceInput[],
): ShownNumber => ({
  value: by,
  unit: MEASURES[measure].unit,
  interval: { low: by - counts, high: by + counts },
  trace: traceOf('change', inputs),
});

/** Change of a measure since the visit before, like with like: what was read after the routine only against what was read after it. Null where there is none, or for a yes or no. */
export function changeShown(
  dossier: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  side: Side | null,
  day: string,
): ShownNumber | null {
  if (MEASURES[measure].unit === 'yesNo') return null;
  const now = readingOn(dossier.trials, measure, side, day);
  if (!now) return null;
  const alike = alikeTrials(dossier.trials, isAfterOnly(dossier.trials, measure, side, day));
  const before = newestReading(alike, measure, side, day);
  if (!before) return null;
  const { by, mdc } = changeOfReading(measure, before, now);
  return apart(by, mdc, measure, [
    readingInput({ trials: alike }, measure, side, before),
    readingInput(dossier, measure, side, now),
  ]);
}

/** Left less right of a measure on a day; null until both sides are read. */
export function differenceShown(
  dossier: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  day: string,
): ShownNumber | null {
  if (!MEASURES[measure].sided || MEASURES[measure].unit === 'yesNo') return null;
  const left = readingOn(dossier.trials, measure, 'left', day);
  const right = readingOn(dossier.trials, measure, 'right', day);
  if (!left || !right) return null;
  const { differenceDeg, mdcDeg } = compareReadings(
    { value: left.mean, sem: left.sem },
    { value: right.mean, sem: right.sem },
  );
  return apart(differenceDeg, mdcDeg, measure, [
    readingInput(dossier, measure, 'left', left),
    readingInput(dossier, measure, 'right', right),
  ]);
}

/** A measure of one day against another day or the other side. */
export interface Comparison {
  measure: MeasureId;
  /** `since`: against the visit before, of one side or of what has none; `sides`: left less right. */
  kind: 'since' | 'sides';
  side: Side | null;
  shown: ShownNumber;
}

/** Everything a day's readings of a measure can be compared with. */
export function comparisonsOf(
  dossier: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  day: string,
): Comparison[] {
  const own = (MEASURES[measure].sided ? SIDES : [null]).flatMap((side): Comparison[] => {
    const shown = changeShown(dossier, measure, side, day);
    return shown ? [{ measure, kind: 'since', side, shown }] : [];
  });
  const apartNow = differenceShown(dossier, measure, day);
  return apartNow ? [...own, { measure, kind: 'sides', side: null, shown: apartNow }] : own;
}
