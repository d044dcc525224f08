import fc from 'fast-check';
import { cross, dot, norm } from 'mathjs';
import {
  buildLinkage,
  deepestThighDepthDeg,
  limitsForSide,
  poseAt,
  resolveBody,
  solve,
  reaches,
  spareOf,
  windowAt,
  type Case,
  type Pose,
} from '../src/index.ts';
import { averageCase, cases, numbersIn } from './arbitraries.ts';

const rad = (deg: number) => (deg * Math.PI) / 180;
const leftOf = (q: Case) => ({
  link: buildLinkage(resolveBody(q.body), q.setup, 'left'),
  limits: limitsForSide(q.limits, 'left'),
});

/** Chest below the thigh line: no body does that, and the fold in front of the hip would be past 180°. */
function trunkPastThigh(pose: Pose): boolean {
  const { hip, knee, shoulder } = pose.joints;
  return (
    pose.trunkDeg > 0 &&
    (shoulder.x - hip.x) * (knee.z - hip.z) - (shoulder.z - hip.z) * (knee.x - hip.x) > 0
  );
}

/** Every limit, asked of one pose: the plain reading that the window must agree with. */
function keepsAll(q: Case, pose: ReturnType<typeof poseAt>, slackDeg: number): boolean {
  if (pose.kind !== 'pose') return false;
  const l = limitsForSide(q.limits, 'left');
  const fold =
    l.hipFold && l.hipFold.atZeroAbductionDeg + l.hipFold.perAbductionDeg * pose.hipAbductionDeg;
  return (
    pose.trunkDeg <= l.trunkLeanDeg + slackDeg &&
    (fold === null || (pose.hipFoldDeg <= fold + slackDeg && !trunkPastThigh(pose))) &&
    pose.dorsiflexionDeg <= l.dorsiflexionDeg - l.bufferDeg + slackDeg &&
    (l.kneePastToeMm === null || pose.kneePastToeMm <= l.kneePastToeMm + slackDeg * 10) &&
    (l.shankDeg === null || pose.shankDeg <= l.shankDeg + slackDeg) &&
    (l.hipAbductionDeg === null || pose.hipAbductionDeg <= l.hipAbductionDeg + slackDeg) &&
    (l.kneeFlexionDeg === null || pose.kneeFlexionDeg <= l.kneeFlexionDeg + slackDeg)
  );
}

describe('the window', () => {
  it('holds exactly the shin angles at which a pose keeps every limit (grid, 0.25°)', () => {
    let open = 0;
    fc.assert(
      fc.property(cases, (q) => {
        const { link, limits } = leftOf(q);
        const depth = rad(q.target.thighDepthDeg);
        const window = windowAt(link, limits, depth);
        if (window.kind === 'open') open += 1;
        const wrong: unknown[] = [];
        for (let shank = -5; shank <= 60; shank += 0.25) {
          const pose = poseAt(link, rad(shank), depth);
          const inside =
            window.kind === 'open' && shank >= window.floorDeg && shank <= window.ceilingDeg;
          const wellOutside =
            window.kind !== 'open' ||
            shank < window.floorDeg - 0.05 ||
            shank > window.ceilingDeg + 0.05;
          if (inside && !keepsAll(q, pose, 0.02)) wrong.push({ shank, window, pose });
          if (wellOutside && keepsAll(q, pose, -0.02)) wrong.push({ shank, window, pose });
        }
        expect(wrong).toEqual([]);
      }),
      { numRuns: 1500, seed: 4, endOnFailure: true },
    );
    expect(open).toBeGreaterThan(150);
  });

  it('meets the limit it names, exactly, at each end', () => {
    fc.assert(
      fc.property(cases, (q) => {
        const { link, limits } = leftOf(q);
        const window = windowAt(link, limits, rad(q.target.thighDepthDeg));
        if (window.kind !== 'open') return;
        const at = (shank: number) => poseAt(link, rad(shank), rad(q.target.thighDepthDeg));
        const low = at(window.floorDeg);
        const high = at(window.ceilingDeg);
        if (low.kind === 'pose' && window.floorBy === 'trunkLean')
          expect(low.trunkDeg).toBeCloseTo(limits.trunkLeanDeg, 6);
        if (low.kind === 'pose' && window.floorBy === 'hipFold' && limits.hipFold) {
          const { atZeroAbductionDeg, perAbductionDeg } = limits.hipFold;
          const allowed = atZeroAbductionDeg + perAbductionDeg * low.hipAbductionDeg;
          // A generous limit is met where the chest would pass the thigh line instead.
          if (allowed < 150) expect(low.hipFoldDeg).toBeCloseTo(allowed, 6);
          else expect(low.hipFoldDeg).toBeLessThanOrEqual(allowed + 1e-6);
        }
        if (high.kind !== 'pose') return;
        if (window.ceilingBy === 'dorsiflexion' && window.ceilingDeg < 59.99)
          expect(high.dorsiflexionDeg).toBeCloseTo(limits.dorsiflexionDeg - limits.bufferDeg, 6);
        if (window.ceilingBy === 'kneeTravel')
          expect(high.kneePastToeMm).toBeCloseTo(limits.kneePastToeMm ?? NaN, 5);
        if (window.ceilingBy === 'shankLimit')
          expect(high.shankDeg).toBeCloseTo(limits.shankDeg ?? NaN, 6);
        if (window.ceilingBy === 'kneeFlexion')
          expect(high.kneeFlexionDeg).toBeCloseTo(limits.kneeFlexionDeg ?? NaN, 5);
      }),
      { numRuns: 2000, seed: 5, endOnFailure: true },
    );
  });

  it('with its reserve counted as usable is the window of a method that keeps nothing back', () => {
    let [partly, wholly] = [0, 0];
    fc.assert(
      fc.property(cases, (q) => {
        const { link, limits } = leftOf(q);
        const depth = rad(q.target.thighDepthDeg);
        const window = windowAt(link, limits, depth);
        const free = windowAt(link, { ...limits, bufferDeg: 0 }, depth);
        if (window.kind === 'stanceTooWide' || free.kind === 'stanceTooWide') return;
        const { mostDeg, reserveDeg, spareDeg } = spareOf(window);
        expect(mostDeg).toBeCloseTo(free.ceilingDeg, 9);
        expect(reaches(window)).toBe(free.kind === 'open');
        if (free.kind === 'open') expect(spareDeg).toBeCloseTo(free.widthDeg, 6);
        if (reserveDeg > 0.01 && reserveDeg < limits.bufferDeg - 0.01) partly += 1;
        if (reserveDeg > limits.bufferDeg - 0.01) wholly += 1;
      }),
      { numRuns: 600, seed: 7 },
    );
    // Another limit lies inside the reserve in some, and none in others.
    expect(Math.min(partly, wholly)).toBeGreaterThan(3);
  });

  it('never lets a NaN or an infinity out', () => {
    fc.assert(
      fc.property(cases, fc.integer({ min: -90, max: 90 }), (q, shankDeg) => {
        const bad = numbersIn(solve({ ...q, shankDeg })).filter((n) => !Number.isFinite(n));
        expect(bad).toEqual([]);
      }),
      { numRuns: 1000, seed: 6, endOnFailure: true },
    );
  });

  it('never narrows when the ankle gains range or more lean is allowed', () => {
    fc.assert(
      fc.property(cases, (q) => {
        const more: Case = {
          ...q,
          limits: {
            ...q.limits,
            dorsiflexionDeg: {
              left: q.limits.dorsiflexionDeg.left + 2,
              right: q.limits.dorsiflexionDeg.right,
            },
            trunkLeanDeg: q.limits.trunkLeanDeg + 2,
          },
        };
        const a = leftOf(q);
        const b = leftOf(more);
        const before = windowAt(a.link, a.limits, rad(q.target.thighDepthDeg));
        const after = windowAt(b.link, b.limits, rad(q.target.thighDepthDeg));
        if (before.kind !== 'stanceTooWide' && after.kind !== 'stanceTooWide')
          expect(after.widthDeg).toBeGreaterThanOrEqual(before.widthDeg - 1e-6);
        const deep = deepestThighDepthDeg(a.link, a.limits);
        if (deep !== null)
          expect(deepestThighDepthDeg(b.link, b.limits) ?? -99).toBeGreaterThanOrEqual(deep - 1e-4);
      }),
      { numRuns: 1500, seed: 7, endOnFailure: true },
    );
  });

  it('works inside an open window and at the ceiling of a shut one', () => {
    fc.assert(
      fc.property(cases, (q) => {
        const { window, bottom } = solve(q).sides.left;
        if (window.kind === 'stanceTooWide') expect(bottom.kind).toBe('stanceTooWide');
        else if (bottom.kind === 'pose') {
          if (window.kind === 'shut') expect(bottom.shankDeg).toBeCloseTo(window.ceilingDeg, 6);
          else {
            expect(bottom.shankDeg).toBeGreaterThanOrEqual(window.floorDeg - 1e-6);
            expect(bottom.shankDeg).toBeLessThanOrEqual(window.ceilingDeg + 1e-6);
            if (q.workingPoint === 'parallelLines') {
              // Either the lines are parallel or an end of the window stops them.
              const gap = Math.abs(bottom.trunkDeg - bottom.shankDeg);
              const atEnd =
                Math.abs(bottom.shankDeg - window.floorDeg) < 1e-6 ||
                Math.abs(bottom.shankDeg - window.ceilingDeg) < 1e-6;
              expect(gap < 1e-5 || atEnd).toBe(true);
            }
          }
        }
      }),
      { numRuns: 1000, seed: 8, endOnFailure: true },
    );
  });

  it('answers for the right side what a mirrored client gets on the left', () => {
    fc.assert(
      fc.property(cases, (q) => {
        const swap = <T>(v: { left: T; right: T }) => ({ left: v.right, right: v.left });
        const mirrored: Case = {
          ...q,
          setup: { ...q.setup, toeOutDeg: swap(q.setup.toeOutDeg) },
          limits: { ...q.limits, dorsiflexionDeg: swap(q.limits.dorsiflexionDeg) },
        };
        const a = solve(q).sides;
        const b = solve(mirrored).sides;
        expect(b.right.window).toEqual(a.left.window);
        expect(b.left.deepestThighDepthDeg).toEqual(a.right.deepestThighDepthDeg);
      }),
      { numRuns: 500, seed: 9, endOnFailure: true },
    );
  });

  it('says the stance is too wide instead of inventing a number', () => {
    const wide = solve(averageCase({ stanceWidthMm: 1400 })).sides.left;
    expect(wide).toEqual({
      window: { kind: 'stanceTooWide' },
      bottom: { kind: 'stanceTooWide' },
      deepestThighDepthDeg: null,
    });
  });

  it('names the stiffer ankle as the governing side', () => {
    const q = averageCase();
    expect(
      solve({ ...q, limits: { ...q.limits, dorsiflexionDeg: { left: 34, right: 29 } } })
        .governingSide,
    ).toBe('right');
    expect(
      solve({ ...q, limits: { ...q.limits, dorsiflexionDeg: { left: 28, right: 31 } } })
        .governingSide,
    ).toBe('left');
  });
});

describe('the deepest depth', () => {
  it('is the first place a plain scan of windows finds shut, coming down from the top', () => {
    fc.assert(
      fc.property(cases, (q) => {
        const { link, limits } = leftOf(q);
        const deepest = deepestThighDepthDeg(link, limits);
        let last: number | null = null;
        for (let deg = -45; deg <= 45; deg += 0.5) {
          const window = windowAt(link, limits, rad(deg));
          if (window.kind === 'stanceTooWide' && last === null) continue;
          if (window.kind !== 'open') break;
          last = deg;
        }
        if (deepest === null || last === null) {
          // The scan may enter half a degree below the exact top; nothing more.
          if (deepest !== null) expect(deepest).toBeLessThan(-20);
          return;
        }
        expect(deepest).toBeGreaterThanOrEqual(last - 1e-3);
        expect(deepest).toBeLessThanOrEqual(last + 0.5001);
      }),
      { numRuns: 800, seed: 10, endOnFailure: true },
    );
  });

  it('does not jump a gap: a window that reopens lower does not count', () => {
    // Common practice, no source: the ankle is asked most near parallel, and eases below.
    const q = averageCase({}, { segmentsMm: { thigh: 450 } });
    const tight = {
      ...q,
      limits: { ...q.limits, dorsiflexionDeg: { left: 27, right: 27 }, trunkLeanDeg: 40 },
    };
    const { link, limits } = leftOf(tight);
    const deepest = deepestThighDepthDeg(link, limits);
    expect(deepest).not.toBeNull();
    expect(deepest ?? 0).toBeLessThan(0);
    const kinds = [-40, -5, 0, 44].map((deg) => windowAt(link, limits, rad(deg)).kind);
    expect(kinds).toEqual(['open', 'shut', 'shut', 'open']);
  });
});

describe('angles of a pose against a vector package', () => {
  const unit = (v: number[]) => v.map((c) => c / Number(norm(v)));
  const between = (a: number[], b: number[]) =>
    (Math.acos(Math.max(-1, Math.min(1, Number(dot(unit(a), unit(b)))))) * 180) / Math.PI;
  const vec = (from: Pose['joints']['hip'], to: Pose['joints']['hip']) => [
    to.x - from.x,
    to.y - from.y,
    to.z - from.z,
  ];

  it('agrees on fold, knee flexion, abduction and segment lengths', () => {
    fc.assert(
      fc.property(cases, fc.integer({ min: 5, max: 45 }), (q, shank) => {
        const { link } = leftOf(q);
        const pose = poseAt(link, rad(shank), rad(q.target.thighDepthDeg));
        if (pose.kind !== 'pose') return;
        const { ankle, knee, hip, shoulder } = pose.joints;
        const trunk = [shoulder.x - hip.x, 0, shoulder.z - hip.z];
        expect(180 - between(trunk, vec(hip, knee))).toBeCloseTo(pose.hipFoldDeg, 4);
        expect(between(vec(ankle, knee), vec(knee, hip))).toBeCloseTo(pose.kneeFlexionDeg, 4);
        expect(Number(norm(vec(hip, knee)))).toBeCloseTo(link.thighMm, 6);
        expect(Number(norm(vec(ankle, knee)))).toBeCloseTo(link.shankMm, 6);
        expect(90 - between(vec(hip, knee), [0, 1, 0])).toBeCloseTo(pose.hipAbductionDeg, 4);
      }),
      { numRuns: 1000, seed: 11, endOnFailure: true },
    );
  });

  it('reads thigh rotation as Grood & Suntay 1983 do (from memory), built here from its axes', () => {
    fc.assert(
      fc.property(cases, fc.integer({ min: 10, max: 45 }), (q, shank) => {
        const pose = poseAt(leftOf(q).link, rad(shank), rad(q.target.thighDepthDeg));
        if (pose.kind !== 'pose') return;
        const { ankle, knee, hip } = pose.joints;
        const long = unit(vec(knee, hip));
        const hinge = unit(cross(vec(ankle, knee), vec(knee, hip)) as number[]).map((c) => -c);
        const forward = cross(hinge, long) as number[];
        const floating = unit(cross([0, 1, 0], long) as number[]);
        const size = between(floating, forward);
        expect(Math.abs(pose.hipRotationDeg)).toBeCloseTo(size, 3);
      }),
      { numRuns: 500, seed: 12, endOnFailure: true },
    );
  });

  it('turns the thigh outward when the shank swings inward under it, at a bent hip', () => {
    // A foot under the thigh's own plane needs no rotation; the foot further in than that needs outward rotation.
    const q = averageCase({
      trackingOffsetDeg: 12,
      toeOutDeg: { left: 25, right: 25 },
      stanceWidthMm: 300,
    });
    const out = poseAt(leftOf(q).link, rad(30), 0);
    const inward = poseAt(leftOf(averageCase({ trackingOffsetDeg: -12 })).link, rad(30), 0);
    if (out.kind !== 'pose' || inward.kind !== 'pose') throw new Error('no pose');
    expect(out.hipRotationDeg).toBeGreaterThan(inward.hipRotationDeg);
  });
});
