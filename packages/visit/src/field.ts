import { ANY_RISES } from './finder.ts';
import type { KitItem } from '@zither/contract';
import { isSameSupport, SEARCH_STEP, type ChanceMap, type Support } from '@zither/core';

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
  if (!all.some((s) => isSameSupport(s, now))) all.push(now);
  const unique = all.filter((s, i) => all.findIndex((o) => isSameSupport(o, s)) === i);
  // Wedges after blocks: one scale is millimetres, the other degrees.
  const order = (s: Support) =>
    s.kind === 'floor' ? 0 : s.kind === 'block' ? s.riseMm : 1000 + s.angleDeg;
  return unique.sort((a, b) => order(a) - order(b));
}

/**
 * A grid of values with so many samples in each cell, between the cell centres in a straight line each way; beyond the outer centres as they are.
 *
 * @param values row by row, `columns` in each
 * @param times samples across one cell, each way
 */
export function finerGrid(
  values: readonly number[],
  columns: number,
  times: number,
): { values: number[]; columns: number; rows: number } {
  const rows = values.length / columns;
  const place = (i: number, count: number) => {
    const at = Math.min(count - 1, Math.max(0, (i + 0.5) / times - 0.5));
    const low = Math.min(Math.floor(at), Math.max(0, count - 2));
    return { low, high: Math.min(count - 1, low + 1), part: at - low };
  };
  const across = Array.from({ length: columns * times }, (_, i) => place(i, columns));
  const finer = Array.from({ length: rows * times }, (_, j) => {
    const { low, high, part } = place(j, rows);
    return across.map((x) => {
      const at = (row: number) => {
        const from = values[row * columns + x.low] ?? 0;
        return from + x.part * ((values[row * columns + x.high] ?? 0) - from);
      };
      return at(low) + part * (at(high) - at(low));
    });
  });
  return { values: finer.flat(), columns: columns * times, rows: rows * times };
}
