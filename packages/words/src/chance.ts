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
const MOSTLY: Readonly<Record<UseKind, string>> = {
  stops: 'Mostly a habit of stopping short: a cue first, before more range.',
  habit: 'Mostly a habit of moving: a cue first, before more range.',
  control: 'Mostly control: a cue and practice first, before more range.',
};

/** The second part of a chance: with the range, how likely the squat is clean as it was seen. */
export const sayAsUsed = ({ chance, mostly }: AsUsed): string =>
  `With the range, clean ${sayLikely(chance)} as seen so far.${mostly ? ` ${MOSTLY[mostly]}` : ''}`;

/** A point of the map as a sentence. */
export const sayPoint = (map: ChanceMap, point: FieldPoint): string =>
  `${sayLength(point.stanceWidthMm)}, toes ${sayNumber(point.toeOutDeg)}°: gets down in about ${sayChance(chanceOn(map, point))}`;
