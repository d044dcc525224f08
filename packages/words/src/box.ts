import { boxFor, type KitPiece } from '@zither/core';

/** The box that stops a squat at a depth, and whether it is in the kit. */
export function sayBox(hipHeightMm: number, kit: readonly KitPiece[]): string {
  const { wantedMm, nearest, fits } = boxFor(hipHeightMm, kit);
  const cm = (mm: number) => (mm / 10).toFixed(mm % 10 === 0 ? 0 : 1);
  if (!nearest) return `A box for this depth would be ${cm(wantedMm)} cm high; none is in the kit.`;
  if (fits) return `To the box of ${cm(nearest.heightMm)} cm: it stops at this depth.`;
  return `A box for this depth would be ${cm(wantedMm)} cm high; the nearest in the kit, ${cm(nearest.heightMm)} cm, stops ${cm(Math.abs(nearest.earlyMm))} cm too ${nearest.earlyMm > 0 ? 'early' : 'late'}.`;
}
