import { solveSide, type Case, type Side } from '@zither/core';

/** How the work at the bottom is shared, and what a limit on knee travel does to it. */
export interface WorkShare {
  /** The hips' share of the moments of hip and knee, 0 to 1; null where there is no pose. */
  hipShare: number | null;
  /** More lean, degrees, and more of the share, than with the knees free; null where the limit does not bind. */
  travelCost: { leanDeg: number; hipShare: number } | null;
}

/** Less than this is no cost worth a sentence: degrees of lean. */
const COST_FROM_DEG = 0.5;

/** The share of hips and knees in a setup at its target, on one side. */
export function workShare(question: Case, side: Side): WorkShare {
  const bottomOf = (at: Case) => {
    const { bottom } = solveSide(at, side);
    return bottom.kind === 'pose' ? bottom : null;
  };
  const now = bottomOf(question);
  const hipShare = now?.hipShare ?? null;
  if (!now || hipShare === null || (question.limits.kneePastToeMm ?? null) === null)
    return { hipShare, travelCost: null };
  const free = bottomOf({ ...question, limits: { ...question.limits, kneePastToeMm: null } });
  if (!free || free.hipShare === null) return { hipShare, travelCost: null };
  const leanDeg = now.trunkDeg - free.trunkDeg;
  return {
    hipShare,
    travelCost: leanDeg < COST_FROM_DEG ? null : { leanDeg, hipShare: hipShare - free.hipShare },
  };
}
