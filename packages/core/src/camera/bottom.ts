import type { ResolvedBody } from '../body/resolveBody.ts';
import type { FaultId } from '../faults/table.ts';
import { toDeg, toRad } from '../geometry/angles.ts';
import { equivalentRiseMm } from '../linkage/foot.ts';
import { buildLinkage, type Linkage } from '../linkage/linkage.ts';
import { poseAt, trunkForDemand } from '../linkage/pose.ts';
import type { Setup, Side } from '../linkage/setup.ts';
import { limitsForSide } from '../window/limits.ts';
import { windowAt } from '../window/window.ts';
import { workingShankDeg } from '../window/workingPoint.ts';
import type { SquatScript } from './script.ts';

/** Nobody folds flatter than this to go deeper; the squat ends higher instead (house default). */
const FLATTEST_DEG = 58;

/** The balanced pose at the bottom: at the method's working point, or where the faults asked for put the shank. */
export function bottomOf(
  script: SquatScript,
  body: ResolvedBody,
  side: Side,
  wishedDepthDeg: number,
) {
  const limits = limitsForSide(script.limits, side);
  const rise = script.faults.find((f) => f.fault === 'heelsRise')?.size ?? 0;
  // Heels that come up stand on a block of air: the ankle is relieved as by a real one.
  const stands = equivalentRiseMm(body, script.setup.support) + rise;
  const setup: Setup =
    rise > 0 ? { ...script.setup, support: { kind: 'block', riseMm: stands } } : script.setup;
  const link = buildLinkage(body, setup, side);
  const size = (id: FaultId) => script.faults.find((f) => f.fault === id)?.size;
  for (let depthDeg = wishedDepthDeg; depthDeg > -60; depthDeg -= 1) {
    const depth = toRad(depthDeg);
    const window = windowAt(link, limits, depth);
    if (window.kind === 'stanceTooWide') continue;
    let shankDeg = workingShankDeg(link, window, script.workingPoint, limits.bufferDeg, depth);
    const trunkAt = (deg: number) => {
      const pose = poseAt(link, toRad(deg), depth);
      return pose.kind === 'pose' ? pose.trunkDeg : null;
    };
    const ankleDeg = limits.dorsiflexionDeg - limits.bufferDeg + toDeg(link.foot.pitch);
    const [lean, mismatch] = [size('excessLean'), size('trunkShinMismatch')];
    // More lean means a more upright shank: walk back until the fault is as large as asked.
    const walk = (isEnough: (deg: number, trunk: number) => boolean) => {
      for (let deg = ankleDeg; deg > -10; deg -= 0.05) {
        const trunk = trunkAt(deg);
        if (trunk === null) return;
        shankDeg = deg;
        if (isEnough(deg, trunk)) return;
      }
    };
    const least = trunkAt(ankleDeg);
    if (lean !== undefined && least !== null) walk((_, trunk) => trunk - least >= lean);
    if (mismatch !== undefined) walk((deg, trunk) => trunk - deg >= mismatch);
    const pose = poseAt(link, toRad(shankDeg), depth);
    if (pose.kind !== 'pose' || (pose.trunkDeg > FLATTEST_DEG && depthDeg > -45)) continue;
    return {
      hip: { x: pose.joints.hip.x, z: pose.joints.hip.z },
      angles: { shankDeg, trunkDeg: pose.trunkDeg, thighDepthDeg: depthDeg },
    };
  }
  throw new Error('no depth of this squat can be balanced');
}

/** Hip while standing: legs all but straight, and where a nearly upright trunk balances. */
export function standingHip(body: ResolvedBody, link: Linkage): { x: number; z: number } {
  const leg = (body.lengthsMm.thigh + body.lengthsMm.shank) * 0.9994;
  const across = link.ankleY - link.hipY;
  const height = (x: number) =>
    link.ankleZ + Math.sqrt(leg * leg - across * across - (x - link.ankleX) ** 2);
  let x = link.ankleX;
  for (let i = 0; i < 60; i += 1) {
    const kneeX = link.ankleX + (x - link.ankleX) * 0.5;
    const demand = link.demandBase - link.demandPerKnee * kneeX - link.demandPerHip * x;
    if (Math.abs(demand) > link.momentSpan || toDeg(trunkForDemand(link, demand)) > 4) x += 2;
    else break;
  }
  return { x, z: height(x) };
}
