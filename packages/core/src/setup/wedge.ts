import type { ResolvedBody } from '../body/resolveBody.ts';
import { footTilt } from '../linkage/foot.ts';
import { SIDES, type BothSides, type Setup } from '../linkage/setup.ts';

/** How a foot stands on what is under it, degrees and mm. */
export interface Footing {
  pitchDeg: number;
  /** Positive tips the foot inward, its inner edge low. */
  rollDeg: number;
  toeExtensionDeg: number;
  heelHeightMm: number;
}

/** Cross-tilt and bent toes from here on are said (house defaults). */
export const FOOTING_FROM = { rollDeg: 2, toeExtensionDeg: 12 } as const;

const signed = (deg: number) => Math.abs(deg).toFixed(1);

/**
 * Both feet on what is under them, and what to say of it: a straight ramp tips turned-out feet inward, a wedge turned with the foot does
 * not; a block lifts the heel alone and bends the toes.
 *
 * @example a straight ramp of 15° under feet 30° out: 13.1° of pitch, 7.6° inward
 */
export function footingOf(
  body: ResolvedBody,
  { support, toeOutDeg }: Pick<Setup, 'support' | 'toeOutDeg'>,
): { feet: BothSides<Footing>; says: string[] } {
  const feet = {
    left: footTilt(body, support, toeOutDeg.left),
    right: footTilt(body, support, toeOutDeg.right),
  };
  const says: string[] = [];
  for (const side of SIDES) {
    const { rollDeg, toeExtensionDeg } = feet[side];
    if (Math.abs(rollDeg) >= FOOTING_FROM.rollDeg)
      says.push(
        `The straight wedge tips the ${side} foot ${signed(rollDeg)}° ${rollDeg > 0 ? 'inward' : 'outward'}: turn it with the foot.`,
      );
    if (toeExtensionDeg >= FOOTING_FROM.toeExtensionDeg && side === 'left')
      says.push(
        `The lift bends the big toes back ${signed(toeExtensionDeg)}°: a ramp under the whole foot would not.`,
      );
  }
  return { feet, says };
}
