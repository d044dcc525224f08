import type { Dossier, Instrument } from '@zither/contract';
import {
  foldLimitOf,
  halfInterval,
  keptTrials,
  MEASURE_IDS,
  MEASURES,
  newestReading,
  resolveBody,
  SIDES,
  uncertaintyOf,
  type MeasureId,
  type SegmentName,
  type Side,
  type SetupRules,
} from '@zither/core';
import { bodyOf } from './body.ts';
import { knownOf } from './derive.ts';
import { WORKED_OUT, type EquationId } from './equationIds.ts';

/** One thing that is known of a client, and how well. */
export interface Fact {
  /** A measure, or what was worked out from some. */
  id: MeasureId | SegmentName | 'dorsiflexion' | 'hipFold' | 'stature' | 'mass';
  side: Side | null;
  value: number;
  unit: 'mm' | 'deg' | 'kg' | 'reps' | 'yesNo';
  /** Within which the true value lies in 95 of 100; null = no error is known. */
  interval: { low: number; high: number } | null;
  /** Day it was taken; null = not taken. */
  on: string | null;
  by: Instrument[];
  basis: 'measured' | 'estimated' | 'houseDefault';
  /** Rows it came from. */
  rows: string[];
  /** Where the value or its error comes from: a published source (from memory), "own repeats", "house default"; null = as it was said. */
  source: string | null;
  /** What it was worked out by, as numbered in docs/model.md. */
  equations: readonly EquationId[];
}

export const HOUSE = 'house default';
export const OWN = 'own repeats';
const PROPORTIONS = 'Winter 2009, after Drillis and Contini 1966 (from memory)';

/** The 95 % interval of a value; null when no error is known. */
export const around = (value: number, sem: number): Fact['interval'] =>
  sem > 0 ? { low: value - halfInterval(sem), high: value + halfInterval(sem) } : null;

/** Where a length comes from: a tape's error and the hips' distance are house defaults, other lengths average shares of stature. */
export const lengthFrom = (
  id: SegmentName,
  isMeasured: boolean,
): Pick<Fact, 'basis' | 'source' | 'equations'> =>
  isMeasured
    ? { basis: 'measured', source: HOUSE, equations: [] }
    : id === 'hipSeparation'
      ? { basis: 'houseDefault', source: HOUSE, equations: [] }
      : { basis: 'estimated', source: PROPORTIONS, equations: WORKED_OUT.estimatedLength };

const SEGMENTS = ['foot', 'shank', 'thigh', 'trunk', 'ankleHeight', 'hipSeparation'] as const;

/** Every fact a client's answers rest on: the newest reading of each measure, ankles and fold as they enter the linkage, lengths. */
export function factsOf(dossier: Dossier, { spreads }: Pick<SetupRules, 'spreads'>): Fact[] {
  const { client, trials } = dossier;
  const readings = MEASURE_IDS.flatMap((id): Fact[] =>
    (MEASURES[id].sided ? SIDES : [null]).flatMap((side): Fact[] => {
      const reading = newestReading(trials, id, side);
      if (!reading) return [];
      const rows = keptTrials(trials, id, side, reading.day);
      return [
        {
          id,
          side,
          value: reading.mean,
          unit: MEASURES[id].unit,
          interval: around(reading.mean, reading.sem),
          on: reading.day,
          by: [...new Set(rows.map((t) => t.instrument))],
          basis: 'measured',
          rows: rows.map((t) => t.id),
          source: reading.own ? OWN : MEASURES[id].semSource,
          equations: WORKED_OUT.mean,
        },
      ];
    }),
  );
  const known = knownOf(dossier);
  const rowsOn = (ids: readonly MeasureId[], side: Side | null, day: string) =>
    ids.flatMap((id) => keptTrials(trials, id, side, day));
  const ankles = SIDES.flatMap((side): Fact[] => {
    const ankle = known.ankle[side];
    if (!ankle) return [];
    const measure = ankle.by === 'kneeToWall' ? 'kneeToWall' : 'shinAngle';
    const rows = rowsOn([measure], side, ankle.day);
    return [
      {
        id: 'dorsiflexion',
        side,
        value: ankle.deg,
        unit: 'deg',
        interval: around(ankle.deg, ankle.sem),
        on: ankle.day,
        by: [...new Set(rows.map((t) => t.instrument))],
        basis: 'measured',
        rows: rows.map((t) => t.id),
        source: ankle.own ? OWN : MEASURES[measure].semSource,
        equations: measure === 'kneeToWall' ? WORKED_OUT.ankleByTape : WORKED_OUT.mean,
      },
    ];
  });
  const { fold } = known;
  const folds: Fact[] = [];
  if (fold) {
    const rows = rowsOn(['hipFoldNarrow', 'hipFoldMiddle', 'hipFoldWide'], null, fold.day);
    const value = foldLimitOf(fold).atZeroAbductionDeg;
    folds.push({
      id: 'hipFold',
      side: null,
      value,
      unit: 'deg',
      interval: around(value, Math.max(fold.sem, spreads.foldDeg)),
      on: fold.day,
      by: [...new Set(rows.map((t) => t.instrument))],
      basis: 'measured',
      rows: rows.map((t) => t.id),
      source: HOUSE,
      equations: WORKED_OUT.foldLine,
    });
  }
  const body = resolveBody(bodyOf(client));
  const spread = uncertaintyOf(bodyOf(client), {}, spreads);
  const lengths = SEGMENTS.map((id): Fact => {
    const value = body.lengthsMm[id];
    const sd = id === 'thigh' || id === 'trunk' || id === 'shank' ? spread[id] * value : 0;
    return {
      id,
      side: null,
      value,
      unit: 'mm',
      interval: around(value, sd),
      on: null,
      by: [],
      rows: [client.id],
      ...lengthFrom(id, body.measured[id]),
    };
  });
  const said = (id: 'stature' | 'mass', value: number, unit: 'mm' | 'kg'): Fact => ({
    id,
    side: null,
    value,
    unit,
    interval: null,
    on: null,
    by: [],
    basis: 'measured',
    rows: [client.id],
    source: null,
    equations: [],
  });
  return [
    said('stature', client.statureMm, 'mm'),
    said('mass', client.massKg, 'kg'),
    ...lengths,
    ...ankles,
    ...folds,
    ...readings,
  ];
}
