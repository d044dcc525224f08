import type { ResolvedBody } from '../body/resolveBody.ts';
import { footTilt } from '../linkage/foot.ts';
import type { BothSides, Setup } from '../linkage/setup.ts';

/** How a foot stands on what is under it, degrees and mm. */
export interface Footing {
  pitchDeg: number;
  /** Positive tips the foot inward, its inner edge low. */
  rollDeg: number;
  toeExtensionDeg: number;
  heelHeightMm: number;
}

/** Cross-tilt and bent toes from here on matter (house defaults). */
export const FOOTING_FROM = { rollDeg: 2, toeExtensionDeg: 12 } as const;

/**
 * Both feet on what is under them: a straight ramp tips turned-out feet inward, a wedge turned with the foot does
 * not; a block lifts the heel alone and bends the toes.
 *
 * @example a straight ramp of 15° under feet 30° out: 13.1° of pitch, 7.6° inward
 */
export function footingOf(
  body: ResolvedBody,
  { support, toeOutDeg }: Pick<Setup, 'support' | 'toeOutDeg'>,
): BothSides<Footing> {
  return {
    left: footTilt(body, support, toeOutDeg.left),
    right: footTilt(body, support, toeOutDeg.right),
  };
}
