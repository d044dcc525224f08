import {
  buildLinkage,
  limitsForSide,
  poseAt,
  resolveBody,
  windowAt,
  workingShankDeg,
  type Case,
  type Linkage,
  type NoPose,
  type Pose,
  type Side,
  type Window,
} from '@zither/core';

const rad = (deg: number) => (deg * Math.PI) / 180;

/** One moment of the way down: the linkage at its working point for that depth. */
export interface Moment {
  depthDeg: number;
  window: Window;
  pose: Pose | NoPose;
  link: Linkage;
}

/** The squat of one side at one depth, at the method's working point. */
export function momentAt(question: Case, side: Side, depthDeg: number): Moment {
  const link = buildLinkage(resolveBody(question.body), question.setup, side);
  const window = windowAt(link, limitsForSide(question.limits, side), rad(depthDeg));
  const pose: Pose | NoPose =
    window.kind === 'stanceTooWide'
      ? { kind: 'stanceTooWide' }
      : poseAt(
          link,
          rad(
            workingShankDeg(
              link,
              window,
              question.workingPoint,
              question.limits.bufferDeg,
              rad(depthDeg),
            ),
          ),
          rad(depthDeg),
        );
  return { depthDeg, window, pose, link };
}
