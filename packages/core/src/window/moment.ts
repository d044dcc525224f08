import { resolveBody } from '../body/resolveBody.ts';
import { buildLinkage, type Linkage } from '../linkage/linkage.ts';
import { poseAt, type NoPose, type Pose } from '../linkage/pose.ts';
import type { Side } from '../linkage/setup.ts';
import { limitsForSide } from './limits.ts';
import type { Case } from './solve.ts';
import { windowAt, type Window } from './window.ts';
import { workingShankDeg } from './workingPoint.ts';

const rad = (deg: number) => (deg * Math.PI) / 180;

/** One moment of the way down: the linkage at its working point for that depth. */
export interface SquatMoment {
  depthDeg: number;
  window: Window;
  pose: Pose | NoPose;
  link: Linkage;
}

/** The squat of one side at one thigh depth in degrees, at the method's working point; without a pose where the stance is too wide for it. */
export function squatAt(question: Case, side: Side, depthDeg: number): SquatMoment {
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
