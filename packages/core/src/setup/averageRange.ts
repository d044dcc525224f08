import { resolveBody } from '../body/resolveBody.ts';
import type { BothSides } from '../linkage/setup.ts';
import type { HipFoldLimit } from '../window/limits.ts';
import { startBelief } from './belief.ts';
import { BALANCED } from './profiles.ts';
import type { SetupQuestion } from './question.ts';
import { uncertaintyOf } from '../rules/uncertainty.ts';
import { AVERAGE_ANKLE_DEG, AVERAGE_BODY } from './unreadFold.ts';
import { shortIn } from './watched.ts';

/** How far the ankle a squat asks for lies apart over the stances people choose, degrees (house default). */
const STANCES_DEG = 2.5;

/**
 * How likely each combination of ends is short where only readings are known: an average body in the balanced method's own squat, with the spread of
 * bodies and of the stances people choose.
 *
 * @returns over the bits of ENDS; sums to 1. An end that was not read says nothing
 */
export function shortOnAverage(
  dorsiflexionDeg: BothSides<number | null>,
  hipFold: HipFoldLimit | null,
): number[] {
  const body = resolveBody(AVERAGE_BODY);
  const { stancePerShoulderWidth: width, toeOutDeg: toes } = BALANCED;
  const toe = (toes.least + toes.most) / 2;
  const stanceWidthMm = ((width.least + width.most) / 2) * body.shoulderWidthMm;
  const toeOutDeg = { left: toe, right: toe };
  const uncertainty = uncertaintyOf(AVERAGE_BODY);
  const ankle = Math.hypot(uncertainty.dorsiflexionDeg.left, STANCES_DEG);
  const question: SetupQuestion = {
    body: AVERAGE_BODY,
    dorsiflexionDeg: {
      left: dorsiflexionDeg.left ?? AVERAGE_ANKLE_DEG,
      right: dorsiflexionDeg.right ?? AVERAGE_ANKLE_DEG,
    },
    hipFold,
    habit: { stanceWidthMm, toeOutDeg },
    holds: ['bodyweight'],
    loadKg: 0,
    kit: [],
    uncertainty: { ...uncertainty, dorsiflexionDeg: { left: ankle, right: ankle } },
  };
  return shortIn(question, startBelief(question), {
    profile: BALANCED,
    targetDepthDeg: BALANCED.targetDepthDeg,
    setup: {
      stanceWidthMm,
      toeOutDeg,
      support: { kind: 'floor' },
      hold: 'bodyweight',
      loadKg: 0,
      balance: BALANCED.balance,
      trackingOffsetDeg: 0,
    },
    weeks: 0,
  });
}
