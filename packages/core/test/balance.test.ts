import fc from 'fast-check';
import { rotate } from 'mathjs';
import newtonRaphson from 'newton-raphson-method';
import {
  HOLD_POINT,
  MASS_SHARE,
  SOLE,
  buildLinkage,
  poseAt,
  resolveBody,
  type Pose,
  type Setup,
} from '../src/index.ts';
import { between, bodies, setups } from './arbitraries.ts';

const G = 9.80665;
const RUNS = 10_000;

interface Mass {
  kg: number;
  x: number;
  z: number;
  part: 'foot' | 'shank' | 'thigh' | 'upper';
}

/**
 * The point masses of both legs, trunk, arms and load, worked out again from the joints and the tables, without the
 * closed form's B, C and R. `trunk` (radians) may differ from the pose's, to ask what another lean would do.
 */
function massesOf(
  body: ReturnType<typeof resolveBody>,
  setup: Setup,
  pose: Pose,
  trunk: number,
): Mass[] {
  const { ankle, knee, hip } = pose.joints;
  const kg = body.massKg;
  const along = (a: number, b: number, share: number) => a + share * (b - a);
  const pitch = (pose.footPitchDeg * Math.PI) / 180;
  const ballX =
    SOLE.ball *
    body.lengthsMm.foot *
    Math.cos(pitch) *
    Math.cos((setup.toeOutDeg.left * Math.PI) / 180);
  const upper = (up: number, forward: number, mass: number): Mass => {
    // A point in the trunk's frame, turned forward by the trunk's lean.
    const [x, z] = rotate([forward, up], -trunk) as unknown as [number, number];
    return { kg: mass, x: hip.x + x, z: hip.z + z, part: 'upper' };
  };
  const length = body.lengthsMm.trunk;
  const hold = HOLD_POINT[setup.hold];
  const list: Mass[] = [
    { kg: 2 * MASS_SHARE.foot * kg, x: (ankle.x + ballX) / 2, z: 0, part: 'foot' },
    {
      kg: 2 * MASS_SHARE.shank * kg,
      x: along(knee.x, ankle.x, 0.433),
      z: along(knee.z, ankle.z, 0.433),
      part: 'shank',
    },
    {
      kg: 2 * MASS_SHARE.thigh * kg,
      x: along(hip.x, knee.x, 0.433),
      z: along(hip.z, knee.z, 0.433),
      part: 'thigh',
    },
    upper(0.66 * length, 0, MASS_SHARE.trunk * kg),
  ];
  if (hold === null) {
    // Hanging arms: straight below the shoulder in the world, whatever the lean.
    const shoulder = upper(length, 0, 2 * MASS_SHARE.arm * kg);
    list.push(shoulder);
  } else {
    const up = hold.up * body.statureMm;
    const forward = hold.forward * body.statureMm;
    list.push(upper(length + up / 2, forward / 2, 2 * MASS_SHARE.arm * kg));
    list.push(upper(length + up, forward, setup.loadKg));
  }
  return list;
}

const comX = (list: Mass[]) =>
  list.reduce((sum, m) => sum + m.kg * m.x, 0) / list.reduce((sum, m) => sum + m.kg, 0);

const poses = fc.record({
  body: bodies,
  setup: setups,
  shankDeg: between(0, 45),
  depthDeg: between(-40, 30),
});

const rad = (deg: number) => (deg * Math.PI) / 180;

function poseFor(q: {
  body: Parameters<typeof resolveBody>[0];
  setup: Setup;
  shankDeg: number;
  depthDeg: number;
}) {
  const body = resolveBody(q.body);
  const link = buildLinkage(body, q.setup, 'left');
  return { body, link, pose: poseAt(link, rad(q.shankDeg), rad(q.depthDeg)) };
}

describe(`balance, over ${RUNS} random bodies and setups`, () => {
  it('agrees with a general-purpose root finder that moves the combined centre of mass over the balance point', () => {
    let compared = 0;
    fc.assert(
      fc.property(poses, (q) => {
        const { body, link, pose } = poseFor(q);
        if (pose.kind !== 'pose') return;
        const miss = (trunk: number) => comX(massesOf(body, q.setup, pose, trunk)) - link.balanceX;
        const root = newtonRaphson(miss, rad(pose.trunkDeg) + 0.05, {
          tolerance: 1e-10,
          maxIterations: 60,
        });
        // The root finder may wander off near the edge of balance; there only the residual is compared.
        expect(Math.abs(miss(rad(pose.trunkDeg)))).toBeLessThan(1e-6);
        // Near the edge of balance the curve is flat: two roots crowd together and Newton may take the other.
        if (root !== false && rad(pose.trunkDeg) + link.momentPhase < rad(80)) {
          compared += 1;
          expect((root * 180) / Math.PI).toBeCloseTo(pose.trunkDeg, 5);
        }
      }),
      { numRuns: RUNS, seed: 1, endOnFailure: true },
    );
    expect(compared).toBeGreaterThan(RUNS * 0.3);
  });

  it('gives moments equal to −∂V/∂q of the potential energy (central differences)', () => {
    fc.assert(
      fc.property(poses, (q) => {
        const { body, pose } = poseFor(q);
        if (pose.kind !== 'pose') return;
        const list = massesOf(body, q.setup, pose, rad(pose.trunkDeg));
        const slope = (pivot: { x: number; z: number }, parts: Mass['part'][]) => {
          const h = 1e-4;
          const energy = (turn: number) =>
            list
              .filter((m) => parts.includes(m.part))
              .reduce((sum, m) => {
                const [, z] = rotate([m.x - pivot.x, m.z - pivot.z], -turn) as unknown as number[];
                return sum + (m.kg * G * (pivot.z + (z ?? 0))) / 1000;
              }, 0);
          return -(energy(h) - energy(-h)) / (2 * h);
        };
        const { hip, knee } = pose.joints;
        expect(pose.hipMomentNm).toBeCloseTo(slope(hip, ['upper']), 3);
        expect(pose.kneeMomentNm).toBeCloseTo(-slope(knee, ['upper', 'thigh']), 3);
      }),
      { numRuns: RUNS, seed: 2, endOnFailure: true },
    );
  });

  it('says which way it falls when no lean balances', () => {
    const link = buildLinkage(
      resolveBody({ statureMm: 1750, massKg: 75, segmentsMm: { thigh: 520, trunk: 420 } }),
      {
        stanceWidthMm: 300,
        toeOutDeg: { left: 0, right: 0 },
        support: { kind: 'floor' },
        hold: 'bodyweight',
        loadKg: 0,
        balance: 0.5,
        trackingOffsetDeg: 0,
      },
      'left',
    );
    expect(poseAt(link, rad(-5), 0).kind).toBe('fallsBack');
    expect(poseAt({ ...link, balanceX: 0, demandBase: -1e9 }, rad(20), 0).kind).toBe(
      'fallsForward',
    );
  });

  it('makes the joint moments depend on where the joints are, not on how the load is held', () => {
    fc.assert(
      fc.property(poses, (q) => {
        const withHold = (hold: Setup['hold']) =>
          poseFor({ ...q, setup: { ...q.setup, hold, loadKg: 40 } }).pose;
        const front = withHold('front');
        const low = withHold('lowBar');
        if (front.kind !== 'pose' || low.kind !== 'pose') return;
        expect(front.hipMomentNm).toBeCloseTo(low.hipMomentNm, 6);
        expect(front.kneeMomentNm).toBeCloseTo(low.kneeMomentNm, 6);
        expect(front.trunkDeg).toBeLessThan(low.trunkDeg);
      }),
      { numRuns: 2000, seed: 3, endOnFailure: true },
    );
  });
});
