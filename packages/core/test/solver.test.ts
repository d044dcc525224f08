import fc from 'fast-check';
import { smallestSatisfying } from '../src/geometry/smallestSatisfying.ts';
import { clamp, safeAcos, safeAsin, toDeg, toRad } from '../src/geometry/angles.ts';
import {
  buildLinkage,
  limitsForSide,
  poseAt,
  resolveBody,
  windowAt,
  WORKING_POINTS,
  workingShankDeg,
} from '../src/index.ts';
import { averageCase, between } from './arbitraries.ts';

describe('the bracketed solver', () => {
  it('finds the root of falling functions to within rounding, from the side that keeps the limit', () => {
    fc.assert(
      fc.property(between(-0.9, 0.9), between(0.2, 6), (root, steepness) => {
        const shapes = [
          (x: number) => root - x,
          (x: number) => steepness * (Math.exp(root - x) - 1),
          (x: number) => Math.atan(steepness * (root - x)),
          (x: number) => (root - x) ** 3,
          (x: number) => (x < root ? 1 : -1e-9),
        ];
        for (const f of shapes) {
          const found = smallestSatisfying(f, -1, 1);
          if (found === null) throw new Error('no root found');
          expect(f(found)).toBeLessThanOrEqual(0);
          expect(Math.abs(found - root)).toBeLessThan(1e-4);
        }
      }),
      { numRuns: 300, seed: 40 },
    );
  });

  it('answers the low end when the limit holds there, null when it never does', () => {
    expect(smallestSatisfying(() => -1, 2, 5)).toBe(2);
    expect(smallestSatisfying(() => 1, 2, 5)).toBeNull();
  });

  it('needs few evaluations on the smooth limits it serves', () => {
    let calls = 0;
    smallestSatisfying(
      (x) => {
        calls += 1;
        return Math.cos(x) - 0.8;
      },
      0,
      1.2,
    );
    expect(calls).toBeLessThan(15);
  });

  it('survives an excess that is infinite on one side', () => {
    const found = smallestSatisfying((x) => (x < 0.3 ? Infinity : 0.4 - x), 0, 1);
    expect(found).toBeCloseTo(0.4, 6);
  });
});

describe('angles', () => {
  it('turn there and back, and never step outside asin and acos', () => {
    expect(toDeg(toRad(33.3))).toBeCloseTo(33.3, 12);
    expect(safeAsin(1 + 1e-12)).toBe(Math.PI / 2);
    expect(safeAcos(-1 - 1e-12)).toBe(Math.PI);
    expect(clamp(5, 0, 3)).toBe(3);
  });
});

describe('working points', () => {
  it('lie in order: shins upright lowest, knees forward highest, parallel lines between', () => {
    const q = averageCase();
    const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
    const limits = limitsForSide({ ...q.limits, trunkLeanDeg: 50 }, 'left');
    const window = windowAt(link, limits, 0);
    if (window.kind !== 'open') throw new Error(window.kind);
    const at = Object.fromEntries(
      WORKING_POINTS.map((point) => [point, workingShankDeg(link, window, point, 2, 0)]),
    );
    expect(at['shinsUpright']).toBe(window.floorDeg);
    expect(at['kneesForward']).toBeCloseTo(window.ceilingDeg - 2, 9);
    expect(at['parallelLines']).toBeGreaterThan(window.floorDeg);
    const pose = poseAt(link, toRad(at['parallelLines'] ?? 0), 0);
    if (pose.kind !== 'pose') throw new Error(pose.kind);
    expect(pose.trunkDeg).toBeCloseTo(pose.shankDeg, 6);
  });

  it('never leave a window narrower than the buffer', () => {
    const q = averageCase();
    const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
    const window = {
      kind: 'open' as const,
      floorDeg: 30,
      floorBy: 'trunkLean' as const,
      ceilingDeg: 31,
      ceilingBy: 'dorsiflexion' as const,
      freeCeilingDeg: 36,
      widthDeg: 1,
    };
    expect(workingShankDeg(link, window, 'kneesForward', 5, 0)).toBe(30);
  });
});
