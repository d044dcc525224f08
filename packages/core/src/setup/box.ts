import type { KitPiece } from './question.ts';

/** Hip joint centre above a seat that is sat on, mm (house default). */
export const HIP_ABOVE_SEAT_MM = 90;

/** A box this much too low still stops nobody early; too high by no more does little harm, mm (house defaults). */
const NEAR_MM = 15;

/**
 * The box that stops a squat at a depth, from what there is.
 *
 * @param hipHeightMm hip centre above the floor at that depth
 * @returns height wanted; the nearest box there is with what it misses by (positive = it stops early), null without boxes
 */
export function boxFor(
  hipHeightMm: number,
  kit: readonly KitPiece[],
): { wantedMm: number; nearest: { heightMm: number; earlyMm: number } | null; fits: boolean } {
  const wantedMm = Math.round((hipHeightMm - HIP_ABOVE_SEAT_MM) / 5) * 5;
  const heights = kit.flatMap((k) => (k.kind === 'box' ? [k.heightMm] : []));
  const [heightMm] = heights.sort((a, b) => Math.abs(a - wantedMm) - Math.abs(b - wantedMm));
  if (heightMm === undefined) return { wantedMm, nearest: null, fits: false };
  const earlyMm = heightMm - wantedMm;
  return { wantedMm, nearest: { heightMm, earlyMm }, fits: Math.abs(earlyMm) <= NEAR_MM };
}
