import type { NoPose, Pose, SideSolution, Solution } from '@zither/core';

/** The pose as the case file's answer names it; see docs/formats.md. */
function writePose(pose: Pose | NoPose) {
  if (pose.kind !== 'pose') return { kind: pose.kind };
  return {
    shankDeg: pose.shankDeg,
    trunkDeg: pose.trunkDeg,
    dorsiflexionDeg: pose.dorsiflexionDeg,
    hipFoldDeg: pose.hipFoldDeg,
    hipAbductionDeg: pose.hipAbductionDeg,
    kneeFlexionDeg: pose.kneeFlexionDeg,
    kneePastToeMm: pose.kneePastToeMm,
    kneecapPastToeMm: pose.kneecapPastToeMm,
    loadAheadOfMidfootMm: pose.loadAheadOfMidfootMm,
    footPitchDeg: pose.footPitchDeg,
    footRollDeg: pose.footRollDeg,
    hipMomentNm: pose.hipMomentNm,
    kneeMomentNm: pose.kneeMomentNm,
    hipShare: pose.hipShare,
  };
}

function writeSide(side: SideSolution) {
  return {
    window: side.window,
    deepestThighDepthDeg: side.deepestThighDepthDeg,
    bottom: writePose(side.bottom),
    ...(side.pose ? { pose: writePose(side.pose) } : {}),
  };
}

/** A solution in the answer format of the case file. */
export const writeAnswer = (solution: Solution) => ({
  sides: { left: writeSide(solution.sides.left), right: writeSide(solution.sides.right) },
  governingSide: solution.governingSide,
});
