import type { AsUsed, ChanceMap, UseKind } from '@zither/core';
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

/** What gets in the way of a range that is there, and what answers it. */
const MOSTLY: Readonly<Record<UseKind, { name: string; first: string }>> = {
  stops: { name: 'a habit of stopping short', first: 'a cue' },
  habit: { name: 'a habit of moving', first: 'a cue' },
  control: { name: 'control', first: 'a cue and practice' },
};

/**
 * The second part of a chance: with the range, how likely the squat is clean as it was seen.
 *
 * @param hasRange whether the range is likely there: only then a cue comes before more of it
 */
export function sayAsUsed({ chance, mostly }: AsUsed, hasRange: boolean): string {
  const clean = `With the range, clean ${sayLikely(chance)} as seen so far.`;
  if (mostly === null) return clean;
  const { name, first } = MOSTLY[mostly];
  return `${clean} Mostly ${name}${hasRange ? `: ${first} first, before more range` : ''}.`;
}

/** A point of the map as a sentence. */
export const sayPoint = (map: ChanceMap, point: FieldPoint): string =>
  `${sayLength(point.stanceWidthMm)}, toes ${sayNumber(point.toeOutDeg)}°: gets down in about ${sayChance(chanceOn(map, point))}`;
