import { ANY_RISES } from './finder.ts';
import type { KitItem } from '@zither/contract';
import { SEARCH_STEP, type ChanceMap, type Support } from '@zither/core';

/** A point of the map: both feet alike. */
export interface FieldPoint {
  stanceWidthMm: number;
  toeOutDeg: number;
}

/** Chance at a point between the map's own, by straight lines. */
export function chanceOn(
  { stancesMm, toesDeg, chance }: ChanceMap,
  { stanceWidthMm, toeOutDeg }: FieldPoint,
): number {
  const place = (list: readonly number[], v: number, step: number) => {
    const at = Math.min(list.length - 1, Math.max(0, (v - (list[0] ?? 0)) / step));
    const low = Math.min(Math.floor(at), Math.max(0, list.length - 2));
    return { low, share: at - low };
  };
  const x = place(stancesMm, stanceWidthMm, SEARCH_STEP.stanceMm);
  const y = place(toesDeg, toeOutDeg, SEARCH_STEP.toeOutDeg);
  const value = (row: number, column: number) =>
    chance[
      Math.min(row, toesDeg.length - 1) * stancesMm.length + Math.min(column, stancesMm.length - 1)
    ] ?? 0;
  const along = (row: number) =>
    (1 - x.share) * value(row, x.low) + x.share * value(row, x.low + 1);
  return (1 - y.share) * along(y.low) + y.share * along(y.low + 1);
}

/** What may stand under the heels, lowest first: flat, and what is in the kit; of the wedges those of a pair turned with the foot. */
export function heelLevels(kit: readonly KitItem[], now: Support): Support[] {
  const own = kit.flatMap((item): Support[] => {
    if (item.kind === 'block') return [{ kind: 'block', riseMm: item.riseMm }];
    return item.kind === 'ramp'
      ? [{ kind: 'ramp', angleDeg: item.angleDeg, azimuth: item.pair ? 'foot' : 'straight' }]
      : [];
  });
  const some: Support[] =
    own.length > 0 ? own : ANY_RISES.map((riseMm) => ({ kind: 'block', riseMm }));
  const all: Support[] = [{ kind: 'floor' }, ...some];
  const key = (s: Support) => JSON.stringify(s);
  if (!all.some((s) => key(s) === key(now))) all.push(now);
  const unique = all.filter((s, i) => all.findIndex((o) => key(o) === key(s)) === i);
  // Wedges after blocks: one scale is millimetres, the other degrees.
  const order = (s: Support) =>
    s.kind === 'floor' ? 0 : s.kind === 'block' ? s.riseMm : 1000 + s.angleDeg;
  return unique.sort((a, b) => order(a) - order(b));
}
