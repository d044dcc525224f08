import type { MeasureId, Side, Trial } from '../src/index.ts';

let count = 0;

/** One trial, each a second after the one before. */
export function trial(
  measure: MeasureId,
  side: Side | null,
  value: number,
  change: Partial<Trial> = {},
): Trial {
  count += 1;
  return {
    takenOn: '2026-01-05',
    takenAt: new Date(Date.UTC(2026, 0, 5, 9, 0, count)).toISOString(),
    measure,
    side,
    value,
    kneeGapMm: null,
    pinch: false,
    struck: null,
    ...change,
  };
}

export const trials = (
  measure: MeasureId,
  side: Side | null,
  values: readonly number[],
  change: Partial<Trial> = {},
): Trial[] => values.map((value) => trial(measure, side, value, change));
