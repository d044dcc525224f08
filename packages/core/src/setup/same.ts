import { SIDES, type Setup, type Support } from '../linkage/setup.ts';
import { MEASURES } from '../measure/measures.ts';
import type { Placed } from './search.ts';

/** What stands under the feet, as one word to compare by: to a tenth of a millimetre or degree, in whatever order its fields were written. */
export function supportKey(support: Support): string {
  const tenth = (value: number) => Math.round(10 * value) / 10;
  switch (support.kind) {
    case 'floor':
      return 'floor';
    case 'block':
      return `block ${tenth(support.riseMm)}`;
    case 'ramp':
      return `ramp ${tenth(support.angleDeg)} ${support.azimuth}`;
  }
}

export const isSameSupport = (a: Support, b: Support): boolean => supportKey(a) === supportKey(b);

/** Same support, load position and depth. */
export const isSameKind = (a: Placed, b: Placed): boolean =>
  Math.abs(a.targetDepthDeg - b.targetDepthDeg) < SMALLEST.deg &&
  a.setup.hold === b.setup.hold &&
  isSameSupport(a.setup.support, b.setup.support);

/** Half of the smallest step that can be entered: what is nearer was rounded. */
const SMALLEST = { mm: 0.5, deg: 0.25, kg: 0.05 } as const;

const isNear = (a: Placed, b: Placed, mm: number, deg: number): boolean =>
  isSameKind(a, b) &&
  Math.abs(a.setup.loadKg - b.setup.loadKg) < SMALLEST.kg &&
  Math.abs(a.setup.stanceWidthMm - b.setup.stanceWidthMm) <= mm &&
  SIDES.every((s) => Math.abs(a.setup.toeOutDeg[s] - b.setup.toeOutDeg[s]) <= deg);

/**
 * Whether two rows are of the same setup: stance, feet, what is under them, load position, load and depth. Balance and the line of the knees belong to the method, which
 * may change without the client standing otherwise.
 */
export const isSame = (a: Placed, b: Placed): boolean => isNear(a, b, SMALLEST.mm, SMALLEST.deg);

/** Whether a tape cannot tell two setups apart: as near as the error of a reading, all else the same. */
export const isWithinReading = (a: Placed, b: Placed): boolean =>
  isNear(a, b, MEASURES.stanceWidth.sem ?? 0, MEASURES.toeOut.sem ?? 0);

/** The same of a row as it is kept. */
export const placedOf = (row: { setup: Setup; thighDepthDeg: number }): Placed => ({
  setup: row.setup,
  targetDepthDeg: row.thighDepthDeg,
});
