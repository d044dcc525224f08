import type { MethodProfile } from '@zither/core';
import type { MethodFollowed, WorkShare } from '@zither/visit';
import { PURPOSE_NAMES } from './safety.ts';
import { sayNumber } from './numbers.ts';

/** Which method is followed and why, in a sentence. */
export function sayFollowed({ method, because, gaveWay, purpose }: MethodFollowed): string {
  const why = {
    chosen: 'chosen for this client',
    purpose: `suggested by the purpose${purpose ? ` (${PURPOSE_NAMES[purpose].toLowerCase()})` : ''}`,
    usual: 'the usual one of this practice',
  }[because];
  return gaveWay
    ? `“${gaveWay.name}” is for squats without load. There is load now, so “${method.name}” applies.`
    : `Method “${method.name}”, ${why}.`;
}

/** How the work at the bottom is shared between hips and knees. */
export const sayWork = ({ hipShare }: WorkShare): string | null =>
  hipShare === null
    ? null
    : `At the bottom the hips do ${sayNumber(100 * hipShare)} % of the work, the knees ${sayNumber(100 * (1 - hipShare))} %.`;

/** What a limit on knee travel costs in lean and hip work; null where it costs nothing. */
export function sayTravelCost(
  { travelCost }: WorkShare,
  { kneeTravel }: Pick<MethodProfile, 'kneeTravel'>,
): string | null {
  if (!travelCost) return null;
  const to = kneeTravel === 'toes' ? 'at the toes' : 'at the front of the shoe';
  return `Stopping the knees ${to} costs ${sayNumber(travelCost.leanDeg)}° more lean and moves ${sayNumber(100 * travelCost.hipShare)} % of the work to the hips.`;
}
