import { boxFor, type KitPiece } from '@zither/core';
import { sayLength } from './units.ts';

/** The box that stops a squat at a depth, and whether it is in the kit. */
export function sayBox(hipHeightMm: number, kit: readonly KitPiece[]): string {
  const { wantedMm, nearest, fits } = boxFor(hipHeightMm, kit);
  if (!nearest)
    return `A box for this depth would be ${sayLength(wantedMm, 1)} high; none is in the kit.`;
  if (fits) return `To the box of ${sayLength(nearest.heightMm, 1)}: it stops at this depth.`;
  return `A box for this depth would be ${sayLength(wantedMm, 1)} high; the nearest in the kit, ${sayLength(nearest.heightMm, 1)}, stops ${sayLength(Math.abs(nearest.earlyMm), 1)} too ${nearest.earlyMm > 0 ? 'early' : 'late'}.`;
}
