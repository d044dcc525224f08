import type { ChanceMap } from '@zither/core';
import { chanceOn, type FieldPoint } from '@zither/visit';
import { sayLength } from './units.ts';
import { sayNumber } from './numbers.ts';

/** A chance as a count of a hundred; nothing done by people is sure, so never 0 and never 100. */
export const sayChance = (p: number): string =>
  `${Math.min(99, Math.max(1, Math.round(100 * p)))} of 100`;

/** A chance as a coach says it: "in about 9 of 10", between "hardly ever" and "nearly always"; never 0 and never all. */
export function sayLikely(p: number): string {
  if (p < 0.05) return 'hardly ever';
  if (p >= 0.95) return 'nearly always';
  return `in about ${Math.min(9, Math.max(1, Math.round(10 * p)))} of 10`;
}

/** A point of the map as a sentence. */
export const sayPoint = (map: ChanceMap, point: FieldPoint): string =>
  `${sayLength(point.stanceWidthMm)}, toes ${sayNumber(point.toeOutDeg)}°: gets down in about ${sayChance(chanceOn(map, point))}`;
