import {
  FOOTING_FROM,
  footingOf,
  resolveBody,
  SIDES,
  type Case,
  type Setup,
  type Side,
  type SideDifference,
} from '@zither/core';
import { sayHeight } from './units.ts';
import { sayNumber } from './numbers.ts';

const other = (side: Side): Side => (side === 'left' ? 'right' : 'left');

/** Sentences on how a client's two sides differ in a setup, and how the feet may be set for it. */
export function saySides(
  { setup, limits: { bufferDeg } }: Pick<Case, 'setup' | 'limits'>,
  { ceilingDeg, ankle, rotation, drift, asymmetry }: SideDifference,
): string[] {
  const says: string[] = [];
  const { left, right } = ceilingDeg;
  if (left !== null && right !== null)
    says.push(
      `${bufferDeg > 0 ? `With ${sayNumber(bufferDeg)}° in reserve, the` : 'The'} left shin can lean ${sayNumber(left)}°, the right ${sayNumber(right)}°.`,
    );
  if (drift) {
    const spent = other(drift.toward);
    says.push(
      `Down to the target, expect the ${spent} heel to rise about ${sayHeight(drift.heelMm)}, or the pelvis to turn about ${sayNumber(drift.turnDeg)}° to the ${spent} and lean on the ${drift.toward}. The ${spent} side runs out first.`,
    );
  }
  if (!asymmetry) {
    says.push(
      [ankle, rotation].some((a) => a?.kind === 'different')
        ? 'Keep both feet the same. The sides differ, but both reach the depth.'
        : `Keep both feet the same. The ankles are ${sayNumber(Math.abs(ankle.differenceDeg))}° apart; a difference counts from ${sayNumber(ankle.mdcDeg)}°.`,
    );
    return says;
  }
  const foot = `the ${asymmetry.side} foot`;
  const limit = asymmetry.isCapped
    ? 'That is the limit. Train the rest.'
    : `Never by more than 5° or ${sayHeight(20)}.`;
  const turn = `Turn ${foot} ${asymmetry.toeOutDeg}° further out`;
  says.push(
    asymmetry.because === 'rotation'
      ? `A slightly asymmetric stance is justified: the ${asymmetry.side} hip turns in ${sayNumber(Math.abs(rotation?.differenceDeg ?? 0))}° less, and a difference counts from ${sayNumber(rotation?.mdcDeg ?? 0)}°. ${turn}. ${limit}`
      : `A slightly asymmetric stance is justified: the ${asymmetry.side} ankle has ${sayNumber(Math.abs(ankle.differenceDeg))}° less, and a difference counts from ${sayNumber(ankle.mdcDeg)}°. ${turn}, or set it ${asymmetry.forwardMm} mm ahead. ${limit}`,
  );
  const by = setup.toeOutDeg[asymmetry.side] - setup.toeOutDeg[other(asymmetry.side)];
  if (by < 0)
    says.push(
      `Today ${foot} is turned in ${sayNumber(-by)}° more than the ${other(asymmetry.side)}.`,
    );
  return says;
}

/** What stands under the feet does to them, in sentences; empty when it is nothing worth saying. */
export function sayFooting({
  body,
  setup,
}: {
  body: Case['body'];
  setup: Pick<Setup, 'support' | 'toeOutDeg'>;
}): string[] {
  const feet = footingOf(resolveBody(body), setup);
  const degrees = (deg: number) => sayNumber(Math.abs(deg), 1);
  const says: string[] = SIDES.filter(
    (side) => Math.abs(feet[side].rollDeg) >= FOOTING_FROM.rollDeg,
  ).map(
    (side) =>
      `The straight wedge tips the ${side} foot ${degrees(feet[side].rollDeg)}° ${feet[side].rollDeg > 0 ? 'inward' : 'outward'}. Turn the wedge with the foot.`,
  );
  const { toeExtensionDeg } = feet.left;
  if (toeExtensionDeg >= FOOTING_FROM.toeExtensionDeg)
    says.push(
      `The lift bends the big toes back ${degrees(toeExtensionDeg)}°. A ramp under the whole foot would not.`,
    );
  return says;
}
