import { resolveBody, type Body } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { poseAt, type NoPose, type Pose } from '../linkage/pose.ts';
import type { BothSides, Setup, Side } from '../linkage/setup.ts';
import { deepestThighDepthDeg } from './deepest.ts';
import { limitsForSide, type Limits } from './limits.ts';
import { windowAt, type Window } from './window.ts';
import { workingShankDeg, type WorkingPoint } from './workingPoint.ts';

/** One question to the linkage: this body, these limits, this setup, this depth. */
export interface Case {
  body: Body;
  limits: Limits;
  setup: Setup;
  target: { thighDepthDeg: number };
  workingPoint: WorkingPoint;
  /** When given, `pose` is the linkage at exactly this shank inclination, whatever the limits. */
  shankDeg?: number | null | undefined;
}

/** One side's answer. */
export interface SideSolution {
  window: Window;
  /** Capped at 45; null when the top of the descent is already shut. */
  deepestThighDepthDeg: number | null;
  /** At the working point of an open window, at the ceiling of a shut one. */
  bottom: Pose | NoPose;
  /** Present when the case names a shank inclination. */
  pose?: Pose | NoPose;
}

export interface Solution {
  sides: BothSides<SideSolution>;
  governingSide: Side;
}

/**
 * Solves both sides of a case.
 *
 * @example solve({ body: { statureMm: 1750, massKg: 75 }, … }).sides.left.window.kind // 'open'
 */
export function solve(question: Case): Solution {
  const left = solveSide(question, 'left');
  const right = solveSide(question, 'right');
  return { sides: { left, right }, governingSide: governingSide(left.window, right.window) };
}

/** Solves one side; see {@link Solution}. */
export function solveSide(question: Case, side: Side): SideSolution {
  const link = buildLinkage(resolveBody(question.body), question.setup, side);
  const limits = limitsForSide(question.limits, side);
  const depth = toRad(question.target.thighDepthDeg);
  const window = windowAt(link, limits, depth);
  const bottom: Pose | NoPose =
    window.kind === 'stanceTooWide'
      ? { kind: 'stanceTooWide' }
      : poseAt(
          link,
          toRad(workingShankDeg(link, window, question.workingPoint, limits.bufferDeg, depth)),
          depth,
        );
  const solution: SideSolution = {
    window,
    deepestThighDepthDeg: deepestThighDepthDeg(link, limits),
    bottom,
  };
  if (question.shankDeg !== undefined && question.shankDeg !== null)
    solution.pose = poseAt(link, toRad(question.shankDeg), depth);
  return solution;
}

/** The side with the lower ceiling governs; at equal ceilings the narrower window, then the left. */
function governingSide(left: Window, right: Window): Side {
  if (left.kind === 'stanceTooWide') return 'left';
  if (right.kind === 'stanceTooWide') return 'right';
  const ceilings = left.ceilingDeg - right.ceilingDeg;
  if (Math.abs(ceilings) > 1e-9) return ceilings < 0 ? 'left' : 'right';
  return left.widthDeg <= right.widthDeg + 1e-9 ? 'left' : 'right';
}
