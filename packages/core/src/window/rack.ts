import { resolveBody } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { buildLinkage, type Linkage } from '../linkage/linkage.ts';
import { poseAt } from '../linkage/pose.ts';
import { lowerSide, type Hold } from '../linkage/setup.ts';
import { solveSide, type Case } from './solve.ts';

/** Load positions that are taken out of a rack. */
export const RACKED: readonly Hold[] = ['front', 'highBar', 'lowBar', 'overhead'];

/** The hooks are this far below the bar of a standing client, so that it lifts off with a small bend of the knees, mm (house default). */
const HOOKS_BELOW_MM = 60;
/** The safeties are this far below the bar at the bottom of the deepest rep, mm (house default). */
const SAFETIES_BELOW_MM = 50;
/** Holes of a rack: heights are given to so many mm. */
const HOLE_MM = 10;

/** Standing, as the linkage has it: the steepest thigh at which this stance still closes, with the shin almost upright. */
function standingLoadZ(link: Linkage): number | null {
  for (let depth = -88; depth <= -60; depth += 1) {
    const pose = poseAt(link, toRad(2), toRad(depth));
    if (pose.kind === 'pose') return pose.joints.load?.z ?? null;
  }
  return null;
}

/** Heights of a rack above the floor, mm. */
export interface RackHeights {
  hooksMm: number;
  safetiesMm: number;
  /** The bar itself, standing and at the bottom. */
  barStandingMm: number;
  barBottomMm: number;
}

/**
 * Where hooks and safeties go for a setup: from the height of the bar standing and at the target, by the linkage. A bar overhead starts from the
 * hooks of a front bar.
 *
 * @returns null where nothing is taken out of a rack, or no pose exists
 */
export function rackHeights(question: Case): RackHeights | null {
  const { setup } = question;
  if (!RACKED.includes(setup.hold) || setup.loadKg <= 0) return null;
  const side = lowerSide(question.limits.dorsiflexionDeg);
  const body = resolveBody(question.body);
  const from = setup.hold === 'overhead' ? { ...setup, hold: 'front' as const } : setup;
  const standing = standingLoadZ(buildLinkage(body, from, side));
  const { bottom } = solveSide({ ...question, setup: from }, side);
  const low = bottom.kind === 'pose' ? (bottom.joints.load?.z ?? null) : null;
  if (standing === null || low === null) return null;
  const hole = (mm: number) => Math.floor(mm / HOLE_MM) * HOLE_MM;
  return {
    hooksMm: hole(standing - HOOKS_BELOW_MM),
    safetiesMm: hole(low - SAFETIES_BELOW_MM),
    barStandingMm: standing,
    barBottomMm: low,
  };
}
