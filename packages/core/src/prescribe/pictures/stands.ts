import { BALANCED } from '../../setup/profiles.ts';
import type { Hold } from '../../linkage/setup.ts';
import { squatAt } from '../../window/index.ts';
import type { Arm, Leg, Stand } from './figure.ts';

export const leg = (thigh: number, shank: number, foot = 0, more: Partial<Leg> = {}): Leg => ({
  thigh,
  shank,
  foot,
  ...more,
});
export const arm = (upper: number, fore: number = upper): Arm => ({ upper, fore });
const two = <T>(one: T): readonly [T, T] => [one, one];

/** Both arms alike. */
export const arms = (upper: number, fore: number = upper) => two(arm(upper, fore));
const HANGING = arms(4, 12);
/** Hands on an upright or a wall at chest height. */
export const REACHING = arms(70, 88);
export const OVERHEAD = arms(176, 178);
type Arms = Stand['arms'];

export const stand = (a: Arms = HANGING, more: Partial<Stand> = {}): Stand => ({
  view: 'side',
  trunk: 0,
  legs: two(leg(0, 0)),
  arms: a,
  ...more,
});

const deg = (x: number, z: number) => (Math.atan2(x, -z) * 180) / Math.PI;
const round = (x: number) => Math.round(x * 10) / 10;

/** A squat from the side as the linkage has it: average proportions, free ankles, at the balanced method's working point. */
export function squat(depthDeg: number, a: Arms = REACHING, hold: Hold = 'armsForward'): Stand {
  const { pose } = squatAt(
    {
      body: { statureMm: 1700, massKg: 70 },
      setup: {
        stanceWidthMm: 400,
        toeOutDeg: { left: 15, right: 15 },
        support: { kind: 'floor' },
        hold,
        loadKg: 0,
        balance: 0.5,
        trackingOffsetDeg: 0,
      },
      limits: {
        dorsiflexionDeg: { left: 42, right: 42 },
        bufferDeg: 0,
        trunkLeanDeg: BALANCED.leanLimitDeg[hold],
      },
      target: { thighDepthDeg: depthDeg },
      workingPoint: 'parallelLines',
    },
    'left',
    depthDeg,
  );
  if (pose.kind !== 'pose') return stand(a);
  const { hip, knee, ankle } = pose.joints;
  const one = leg(
    round(deg(knee.x - hip.x, knee.z - hip.z)),
    round(deg(ankle.x - knee.x, ankle.z - knee.z)),
  );
  return { view: 'side', trunk: round(pose.trunkDeg), legs: two(one), arms: a };
}

/** On the far knee, the near foot flat in front. */
export const halfKneel = (kneeAhead = 0, a: Arms = HANGING, more: Partial<Stand> = {}): Stand => ({
  view: 'side',
  trunk: 0,
  legs: [leg(88, -kneeAhead), leg(-4, -92, 200)],
  arms: a,
  ...more,
});

/** Sitting on the floor, the near leg long. */
export const sit = (near: Leg, far: Leg, a: Arms = arms(-28, -14), trunk = -12): Stand => ({
  view: 'side',
  trunk,
  legs: [near, far],
  arms: a,
});
export const LONG = leg(88, 90, 85);
export const BENT = leg(128, 22, -5);

/** One foot a step ahead of the other. */
export const step = (near: Leg, far: Leg, a: Arms = HANGING, trunk = 2): Stand => ({
  view: 'side',
  trunk,
  legs: [near, far],
  arms: a,
});

/** On the back, legs to the right. */
export const onBack = (near: Leg, far: Leg, a: Arms = arms(84)): Stand => ({
  view: 'side',
  trunk: -90,
  legs: [near, far],
  arms: a,
});

/** On the side, one leg over the other. */
export const onSide = (top: Leg, under: Leg): Stand => ({
  view: 'side',
  trunk: -90,
  legs: [top, under],
  arms: [arm(62, 96), arm(-90)],
});

/** Hands and knees. */
export const allFours = (back: number): Stand => ({
  view: 'side',
  trunk: 84 - back * 0.1,
  legs: two(leg(4 + back, -92, 200)),
  arms: arms(2 + back * 0.9, 2 + back * 0.9),
});

/** From the front. */
export const front = (
  left: Leg,
  right: Leg,
  a: Arms = [arm(10, 6), arm(10, 6)],
  trunk = 0,
): Stand => ({ view: 'front', trunk, legs: [left, right], arms: a });
