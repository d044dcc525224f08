import type { ChanceMap } from '@zither/core';
import { chanceOn, type FieldPoint } from '@zither/visit';

/** A chance as a count of a hundred; nothing done by people is sure, so never 0 and never 100. */
export const sayChance = (p: number): string =>
  `${Math.min(99, Math.max(1, Math.round(100 * p)))} of 100`;

/** A point of the map as a sentence. */
export const sayPoint = (map: ChanceMap, point: FieldPoint): string =>
  `${(point.stanceWidthMm / 10).toFixed(0)} cm, toes ${Math.round(point.toeOutDeg)}°: a clean rep in about ${sayChance(chanceOn(map, point))}`;
