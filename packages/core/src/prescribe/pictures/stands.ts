import { BALANCED } from '../../setup/profiles.ts';
import type { Hold } from '../../linkage/setup.ts';
import { resolveBody } from '../../body/resolveBody.ts';
import { squatAt, type Case, type SquatMoment } from '../../window/index.ts';
import { figureOf, type Arm, type Figure, type Leg, type Prop, type Stand } from './figure.ts';

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

/** A moment of a solved squat as a picture shows it; null where the linkage has no pose. */
function standOf({ pose, link }: SquatMoment, a: Arms): Stand | null {
  if (pose.kind !== 'pose') return null;
  const { hip, knee, ankle } = pose.joints;
  const { foot } = link;
  const one = leg(
    round(deg(knee.x - hip.x, knee.z - hip.z)),
    round(deg(ankle.x - knee.x, ankle.z - knee.z)),
    -round((Math.asin(Math.min(0.5, foot.heelHeightMm / foot.toeAlongMm)) * 180) / Math.PI),
  );
  return { view: 'side', trunk: round(pose.trunkDeg), legs: two(one), arms: a };
}

/** A squat from the side as the linkage has it: average proportions, free ankles, at the balanced method's working point. */
export function squat(depthDeg: number, a: Arms = REACHING, hold: Hold = 'armsForward'): Stand {
  const moment = squatAt(
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
  return standOf(moment, a) ?? stand(a);
}

/** How the arms are drawn in each load position, from the trunk's own upright. */
const ARMS_IN: Readonly<Record<Hold, (trunkDeg: number) => Arms>> = {
  bodyweight: () => arms(60, 84),
  armsForward: () => arms(86),
  counterbalance: () => arms(88),
  overhead: (trunk) => arms(178 - trunk * 0.4),
  goblet: (trunk) => arms(20 - trunk * 0.3, 138),
  front: () => arms(78, 166),
  highBar: (trunk) => arms(6 - trunk, 150 - trunk),
  lowBar: (trunk) => arms(-6 - trunk, 142 - trunk),
};
const PROP_IN: Readonly<Partial<Record<Hold, Prop>>> = {
  counterbalance: { kind: 'weight', on: 'hands' },
  goblet: { kind: 'weight', on: 'hands' },
  front: { kind: 'bar', on: 'shoulders' },
  highBar: { kind: 'bar', on: 'shoulders' },
  lowBar: { kind: 'bar', on: 'shoulders' },
};

/** A setup as this client takes it, standing and at the bottom, from the side; null where the linkage has no pose for it. */
export function setupPicture(question: Case): readonly [Figure, Figure] | null {
  const { setup, target } = question;
  const body = resolveBody(question.body).lengthsMm;
  const moment = squatAt(question, 'left', target.thighDepthDeg);
  const trunk = moment.pose.kind === 'pose' ? moment.pose.trunkDeg : 0;
  const bottom = standOf(moment, ARMS_IN[setup.hold](trunk));
  if (!bottom) return null;
  const high = moment.link.foot.heelHeightMm;
  const held = PROP_IN[setup.hold];
  const props: Prop[] = [
    ...(high >= 1 ? [{ kind: 'heel', on: 'feet', highMm: high } as const] : []),
    ...(held ? [held] : []),
  ];
  const standing = stand(ARMS_IN[setup.hold](0), {
    legs: two(leg(0, 0, bottom.legs[0].foot)),
  });
  return [figureOf(standing, props, 'all', body), figureOf(bottom, props, 'all', body)];
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
