import type { Case } from '../window/solve.ts';
import type { BothSides } from '../linkage/setup.ts';
import type { HipFoldLimit, Limits } from '../window/limits.ts';
import type { SafetyLimit } from './screen.ts';

/**
 * A question brought under the screen's limits: no load, no deeper, no further forward and no more folded than they allow. A limit the
 * question already keeps is left as it is; nothing is ever loosened. A load that may not be carried leaves a squat without one, hands free.
 * `noLoadedLockout` and `noBracing` are not matters of the linkage and are said on every page instead.
 */
export function obeying(question: Case, limits: readonly SafetyLimit[]): Case {
  let { setup, target, limits: own } = question;
  for (const limit of limits) {
    switch (limit.kind) {
      case 'noLoad':
      case 'supportedOnly':
        if (setup.loadKg > 0) setup = { ...setup, loadKg: 0, hold: 'bodyweight' };
        break;
      case 'depthCap':
        if (target.thighDepthDeg > limit.thighDepthDeg)
          target = { thighDepthDeg: limit.thighDepthDeg };
        break;
      case 'verticalShins':
        own = { ...own, shankDeg: Math.min(own.shankDeg ?? Infinity, limit.shankDeg) };
        break;
      case 'noDeepFold':
        own = { ...own, hipFold: foldedAtMost(own.hipFold, limit.hipFoldDeg) };
        break;
      case 'jointRange':
        own = withinJoint(own, limit);
        break;
      case 'noPositions':
        if (limit.positions.includes(setup.hold))
          setup = { ...setup, loadKg: 0, hold: 'bodyweight' };
        break;
      case 'noLoadedLockout':
      case 'noBracing':
        break;
    }
  }
  return { ...question, setup, target, limits: own };
}

/** Ankles as measured, each within what a clinician allows it. */
export const allowedAnkles = (
  measured: BothSides<number>,
  limits: readonly SafetyLimit[],
): BothSides<number> =>
  limits.reduce(
    (ankles, limit) =>
      limit.kind === 'jointRange' && limit.joint === 'ankle'
        ? { ...ankles, [limit.side]: Math.min(ankles[limit.side], limit.mostDeg) }
        : ankles,
    measured,
  );

/** A fold that goes no further than allowed. */
const foldedAtMost = (fold: HipFoldLimit | null | undefined, mostDeg: number): HipFoldLimit => ({
  atZeroAbductionDeg: Math.min(fold?.atZeroAbductionDeg ?? Infinity, mostDeg),
  // An open stance may not buy back a fold the screen forbids.
  perAbductionDeg: Math.min(0, fold?.perAbductionDeg ?? 0),
});

/** One joint within what a clinician allows it: an ankle on its own side; a knee or hip bends no further than the other in a squat on both legs. */
function withinJoint(own: Limits, limit: Extract<SafetyLimit, { kind: 'jointRange' }>): Limits {
  const { joint, mostDeg } = limit;
  switch (joint) {
    case 'ankle':
      return {
        ...own,
        dorsiflexionDeg: allowedAnkles(own.dorsiflexionDeg, [limit]),
      };
    case 'knee':
      return { ...own, kneeFlexionDeg: Math.min(own.kneeFlexionDeg ?? Infinity, mostDeg) };
    case 'hip':
      return { ...own, hipFold: foldedAtMost(own.hipFold, mostDeg) };
  }
}
