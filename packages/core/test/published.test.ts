import {
  buildLinkage,
  limitsForSide,
  poseAt,
  resolveBody,
  solve,
  windowAt,
  workingShankDeg,
  type Case,
  type Pose,
  type Setup,
} from '../src/index.ts';
import { averageCase } from './arbitraries.ts';

const rad = (deg: number) => (deg * Math.PI) / 180;

function poseOf(q: Case, shankDeg: number, depthDeg: number): Pose {
  const pose = poseAt(
    buildLinkage(resolveBody(q.body), q.setup, 'left'),
    rad(shankDeg),
    rad(depthDeg),
  );
  if (pose.kind !== 'pose') throw new Error(`no pose: ${pose.kind}`);
  return pose;
}

/** The free working point: trunk parallel to shank, no ankle in the way. */
function parallelLines(q: Case, depthDeg: number): Pose {
  const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
  const free = limitsForSide(
    { dorsiflexionDeg: { left: 55, right: 55 }, bufferDeg: 0, trunkLeanDeg: 80 },
    'left',
  );
  const window = windowAt(link, free, rad(depthDeg));
  if (window.kind !== 'open') throw new Error(window.kind);
  return poseOf(q, workingShankDeg(link, window, 'parallelLines', 0, rad(depthDeg)), depthDeg);
}

describe('against published work (all from memory)', () => {
  it('Fry, Smith & Schilling 2003: stopping the knees at the toes raises hip moment and lean, lowers knee moment', () => {
    const q = averageCase({ loadKg: 75 });
    const free = parallelLines(q, 0);
    const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
    const held = windowAt(
      link,
      limitsForSide({ ...q.limits, trunkLeanDeg: 80, kneePastToeMm: 0 }, 'left'),
      0,
    );
    if (held.kind !== 'open') throw new Error(held.kind);
    const restricted = poseOf(q, held.ceilingDeg, 0);
    expect(free.kneePastToeMm).toBeGreaterThan(0);
    expect(restricted.kneePastToeMm).toBeCloseTo(0, 6);
    expect(restricted.trunkDeg).toBeGreaterThan(free.trunkDeg);
    expect(restricted.kneeMomentNm).toBeLessThan(free.kneeMomentNm);
    expect(restricted.hipMomentNm / free.hipMomentNm).toBeGreaterThan(1);
  });

  it('Hemmerich et al. 2006: a heels-down full squat asks 38.5 ± 5.9° of ankle; the model falls within ± 2 SD', () => {
    const full = parallelLines(averageCase({ hold: 'armsForward', loadKg: 0 }), 25);
    expect(full.dorsiflexionDeg).toBeGreaterThan(38.5 - 2 * 5.9);
    expect(full.dorsiflexionDeg).toBeLessThan(38.5 + 2 * 5.9);
  });

  it('Escamilla et al. 2001: a wider, more open stance needs less forward knee and less trunk lean', () => {
    const change = (setup: Partial<Setup>) => parallelLines(averageCase(setup), 0);
    const narrow = change({ stanceWidthMm: 320, toeOutDeg: { left: 5, right: 5 } });
    const wide = change({ stanceWidthMm: 560, toeOutDeg: { left: 30, right: 30 } });
    expect(wide.trunkDeg).toBeLessThan(narrow.trunkDeg);
    const kneeForward = (p: Pose) => p.joints.knee.x - p.joints.ankle.x;
    expect(kneeForward(wide)).toBeLessThan(kneeForward(narrow));
  });

  it('Sato et al. 2012, Legg et al. 2017: heel wedges and lifted shoes reduce trunk lean, the more the higher', () => {
    const q = averageCase();
    const limited = {
      ...q,
      limits: { ...q.limits, dorsiflexionDeg: { left: 26, right: 26 }, trunkLeanDeg: 80 },
    };
    const leans = [0, 10, 20, 30, 40].map((riseMm) => {
      const solved = solve({
        ...limited,
        workingPoint: 'kneesForward',
        setup: { ...q.setup, support: { kind: 'block', riseMm } },
      }).sides.left.bottom;
      if (solved.kind !== 'pose') throw new Error(solved.kind);
      return solved.trunkDeg;
    });
    for (let i = 1; i < leans.length; i += 1) expect(leans[i]).toBeLessThan(leans[i - 1] ?? 0);
    const ramps = [0, 5, 10, 15].map((angleDeg) => {
      const solved = solve({
        ...limited,
        workingPoint: 'kneesForward',
        setup: { ...q.setup, support: { kind: 'ramp', angleDeg, azimuth: 'foot' } },
      }).sides.left.bottom;
      if (solved.kind !== 'pose') throw new Error(solved.kind);
      return solved.trunkDeg;
    });
    for (let i = 1; i < ramps.length; i += 1) expect(ramps[i]).toBeLessThan(ramps[i - 1] ?? 0);
  });
});

describe('facts of the trade (common practice, no source)', () => {
  it('asks most of the ankle near parallel', () => {
    // Least dorsiflexion that keeps a 45° lean, by depth.
    const q = averageCase({ hold: 'bodyweight', loadKg: 0 });
    const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
    const limits = limitsForSide({ ...q.limits, trunkLeanDeg: 45 }, 'left');
    const floors = [-40, -20, 0, 20, 40].map((deg) => {
      const w = windowAt(link, limits, rad(deg));
      if (w.kind === 'stanceTooWide') throw new Error(w.kind);
      return w.floorDeg;
    });
    expect(Math.max(...floors)).toBe(floors[2]);
  });

  it('needs more lean with longer thighs and with a shorter trunk', () => {
    const at = (segmentsMm: object) => poseOf(averageCase({}, { segmentsMm }), 30, 0).trunkDeg;
    expect(at({ thigh: 460 })).toBeGreaterThan(at({}));
    expect(at({ trunk: 460 })).toBeGreaterThan(at({}));
  });

  it('leans most with a low bar, less with a high bar, least with the bar in front', () => {
    const lean = (hold: Setup['hold']) => poseOf(averageCase({ hold }), 30, 0).trunkDeg;
    expect(lean('lowBar')).toBeGreaterThan(lean('highBar'));
    expect(lean('highBar')).toBeGreaterThan(lean('front'));
  });

  it('relieves a stiff ankle with 25 mm under the heels', () => {
    const q = averageCase();
    const stiff = {
      ...q,
      limits: { ...q.limits, dorsiflexionDeg: { left: 21, right: 21 }, trunkLeanDeg: 45 },
    };
    const flat = solve(stiff).sides.left;
    const raised = solve({
      ...stiff,
      setup: { ...stiff.setup, support: { kind: 'block', riseMm: 25 } },
    }).sides.left;
    expect(flat.window.kind).toBe('shut');
    expect(raised.window.kind).toBe('open');
    expect(raised.deepestThighDepthDeg ?? -99).toBeGreaterThan(flat.deepestThighDepthDeg ?? -99);
  });
});
