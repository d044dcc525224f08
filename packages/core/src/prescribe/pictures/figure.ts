import { LENGTH_PER_STATURE } from '../../body/anthropometry.ts';

/** A point of a picture, mm: to the right, and up from the floor. */
export interface At {
  x: number;
  z: number;
}

/** A leg as directions in degrees: hip to knee and knee to ankle from straight down, ankle to toes from straight ahead. Positive is forward, or outward when seen from the front. */
export interface Leg {
  thigh: number;
  shank: number;
  foot: number;
  /** Seen from the front a thigh that points at the viewer is drawn shorter: share of its length. */
  seen?: number;
  /** Height of the arch, 1 as usual. */
  arch?: number;
  /** Toes lifted so far, mm. */
  toes?: number;
}

/** An arm: shoulder to elbow and elbow to hand, degrees from straight down. */
export interface Arm {
  upper: number;
  fore: number;
}

/** A posture: directions of the limbs, near side (or left) first. */
export interface Stand {
  view: 'side' | 'front';
  /** Hip to shoulder from straight up, positive forward (in the front view to the right). */
  trunk: number;
  legs: readonly [Leg, Leg];
  arms: readonly [Arm, Arm];
  /** So much the whole figure stands above the floor, mm. */
  raised?: number;
}

/** What is drawn beside the body; `on` names what it is placed by. */
export type Prop =
  | { kind: 'wall'; on: 'hands' | 'back' | 'feet' | 'line' }
  | { kind: 'upright'; on: 'hands' }
  | { kind: 'box'; on: 'hands' }
  | { kind: 'weight'; on: 'hands' | 'knee' }
  | { kind: 'bar'; on: 'shoulders' }
  | { kind: 'heel'; on: 'feet'; highMm: number }
  | { kind: 'ball' | 'roller'; on: 'calf' | 'shin' | 'sole'; at: number };

/** One picture, ready to be drawn: limbs from far to near, each a chain of points. */
export interface Figure {
  limbs: { points: At[]; width: number; isFar: boolean; isClosed?: true }[];
  head: At & { radius: number };
  /** Lines and circles that are no body. */
  things: (
    | { kind: 'line'; from: At; to: At }
    | { kind: 'circle'; at: At; radius: number; isFilled: boolean }
    | { kind: 'box'; from: At; to: At }
  )[];
  /** What the picture shows, mm. */
  box: { left: number; right: number; top: number };
}

/** Lengths of the person in a picture, mm. */
export interface Lengths {
  shank: number;
  thigh: number;
  trunk: number;
  foot: number;
}

/** The person of the drills' pictures: average proportions. */
const STATURE = 1700;
const AVERAGE: Lengths = {
  shank: LENGTH_PER_STATURE.shank * STATURE,
  thigh: LENGTH_PER_STATURE.thigh * STATURE,
  trunk: LENGTH_PER_STATURE.trunk * STATURE,
  foot: LENGTH_PER_STATURE.foot * STATURE,
};
const ARM = { upper: 0.186 * STATURE, fore: 0.19 * STATURE } as const;
const HEAD = 105;
const ANKLE_HIGH = 75;
const HIP_HALF = 85;
const SHOULDER_HALF = 170;
/** Half thickness of what may rest on the floor. */
const ROUND = { hip: 75, knee: 45, elbow: 28, hand: 28, shoulder: 55 } as const;

const rad = (deg: number) => (deg * Math.PI) / 180;
/** From a point, so far in a direction measured from straight down; positive to the right. */
const down = ({ x, z }: At, deg: number, mm: number): At => ({
  x: x + mm * Math.sin(rad(deg)),
  z: z - mm * Math.cos(rad(deg)),
});
const shifted = ({ x, z }: At, dx: number, dz: number): At => ({ x: x + dx, z: z + dz });
const between = (a: At, b: At, share: number): At => ({
  x: a.x + share * (b.x - a.x),
  z: a.z + share * (b.z - a.z),
});

interface LegAt {
  hip: At;
  knee: At;
  ankle: At;
  sole: At[];
}

function footOf(ankle: At, { foot, arch = 1, toes = 0 }: Leg, length: number): At[] {
  const along = { x: Math.cos(rad(foot)), z: Math.sin(rad(foot)) };
  const at = (u: number, v: number): At => ({
    x: ankle.x + u * along.x - v * along.z,
    z: ankle.z + u * along.z + v * along.x,
  });
  return [
    at(-0.25 * length, -ANKLE_HIGH + 12),
    at(-0.22 * length, -ANKLE_HIGH),
    at(0.05 * length, -ANKLE_HIGH + 6 + 16 * arch),
    at(0.2 * length, -ANKLE_HIGH + 4 + 14 * arch),
    at(0.42 * length, -ANKLE_HIGH),
    at(0.74 * length, -ANKLE_HIGH + toes),
    at(0.74 * length, -ANKLE_HIGH + 28 + toes),
    at(0.45 * length, -ANKLE_HIGH + 46),
    at(0.12 * length, 12),
    at(-0.14 * length, 12),
  ];
}

/** Seen from the front a foot points at the viewer: a short shape below the ankle. */
const footFront = (ankle: At, outward: number): At[] => [
  shifted(ankle, -38, 0),
  shifted(ankle, -44 + outward * 8, -ANKLE_HIGH),
  shifted(ankle, 44 + outward * 8, -ANKLE_HIGH),
  shifted(ankle, 38, 0),
];

/** Places a figure so that its lowest point rests on the floor, and draws what it holds or leans on. */
export function figureOf(
  stand: Stand,
  props: readonly Prop[],
  show: 'all' | 'foot' = 'all',
  lengths: Lengths = AVERAGE,
): Figure {
  const isFront = stand.view === 'front';
  const hip: At = { x: 0, z: 0 };
  const across = isFront ? [-1, 1] : [1, 1];
  const shoulder = down(hip, 180 - stand.trunk, lengths.trunk);
  const legs = stand.legs.map((leg, i): LegAt => {
    const sign = across[i]!;
    const from = isFront ? shifted(hip, sign * HIP_HALF, 0) : hip;
    const knee = down(from, sign * leg.thigh, lengths.thigh * (leg.seen ?? 1));
    const ankle = down(knee, sign * leg.shank, lengths.shank);
    return {
      hip: from,
      knee,
      ankle,
      sole: isFront ? footFront(ankle, sign) : footOf(ankle, leg, lengths.foot),
    };
  });
  const arms = stand.arms.map((arm, i) => {
    const sign = across[i]!;
    const from = isFront ? shifted(shoulder, sign * SHOULDER_HALF, 0) : shoulder;
    const elbow = down(from, sign * arm.upper, ARM.upper);
    return { from, elbow, hand: down(elbow, sign * arm.fore, ARM.fore) };
  });
  const head = down(shoulder, 180 - stand.trunk, HEAD * 1.75);
  const lowest = Math.min(
    hip.z - ROUND.hip,
    shoulder.z - ROUND.shoulder,
    head.z - HEAD,
    ...legs.flatMap((l) => [l.knee.z - ROUND.knee, ...l.sole.map((p) => p.z)]),
    ...arms.flatMap((a) => [a.elbow.z - ROUND.elbow, a.hand.z - ROUND.hand]),
  );
  const lift = (stand.raised ?? 0) - lowest;
  const up = (p: At): At => shifted(p, 0, lift);
  const limbs: Figure['limbs'] = [];
  // Far limbs first, so that near ones lie over them.
  for (const i of [1, 0] as const) {
    const isFar = i === 1 && !isFront;
    const leg = legs[i]!;
    const arm = arms[i]!;
    const armLimb = { points: [arm.from, arm.elbow, arm.hand].map(up), width: 48, isFar };
    if (isFar) limbs.push(armLimb);
    limbs.push(
      { points: leg.sole.map(up), width: 10, isFar, isClosed: true },
      { points: [leg.hip, leg.knee].map(up), width: 84, isFar },
      { points: [leg.knee, leg.ankle].map(up), width: 64, isFar },
    );
    if (isFront) limbs.push(armLimb);
  }
  limbs.push({ points: [hip, shoulder].map(up), width: isFront ? 170 : 120, isFar: false });
  if (isFront) {
    limbs.push({
      points: [legs[0]!.hip, legs[1]!.hip].map(up),
      width: 90,
      isFar: false,
    });
    limbs.push({ points: [arms[0]!.from, arms[1]!.from].map(up), width: 60, isFar: false });
  } else {
    const arm = arms[0]!;
    limbs.push({ points: [arm.from, arm.elbow, arm.hand].map(up), width: 48, isFar: false });
  }
  const body = {
    hip: up(hip),
    shoulder: up(shoulder),
    legs: legs.map((l) => ({
      hip: up(l.hip),
      knee: up(l.knee),
      ankle: up(l.ankle),
      sole: l.sole.map(up),
    })),
    hands: arms.map((a) => up(a.hand)),
  };
  const things = props.flatMap((prop) => thingsOf(prop, body));
  const xs = [
    ...limbs.flatMap((l) => l.points.map((p) => p.x)),
    ...things.flatMap((t) =>
      t.kind === 'circle' ? [t.at.x - t.radius, t.at.x + t.radius] : [t.from.x, t.to.x],
    ),
  ];
  const tops = [...limbs.flatMap((l) => l.points.map((p) => p.z)), up(head).z + HEAD];
  const near = body.legs[0]!;
  const box =
    show === 'foot'
      ? { left: near.ankle.x - 260, right: near.ankle.x + 360, top: 420 }
      : {
          left: Math.min(...xs, up(head).x - HEAD) - 70,
          right: Math.max(...xs, up(head).x + HEAD) + 70,
          top: Math.max(...tops) + 60,
        };
  return { limbs, head: { ...up(head), radius: HEAD }, things, box };
}

function thingsOf(
  prop: Prop,
  body: { hip: At; shoulder: At; legs: LegAt[]; hands: At[] },
): Figure['things'] {
  const near = body.legs[0]!;
  const [hand] = body.hands as [At, At];
  // Seen from the front, a wall may be on either side.
  const [away] = [...body.hands].sort(
    (a, b) => Math.abs(b.x - body.hip.x) - Math.abs(a.x - body.hip.x),
  ) as [At, At];
  const furthest = Math.max(...body.hands.map((h) => h.x));
  const top =
    Math.max(
      body.shoulder.z,
      ...body.hands.map((h) => h.z),
      ...body.legs.flatMap((l) => l.sole.map((p) => p.z)),
    ) + 260;
  switch (prop.kind) {
    case 'wall': {
      const toes = Math.max(...body.legs.flatMap((l) => l.sole.map((p) => p.x)));
      const x =
        prop.on === 'hands'
          ? away.x + 30 * Math.sign(away.x - body.hip.x)
          : prop.on === 'back'
            ? Math.min(body.hip.x, body.shoulder.x) - 75
            : prop.on === 'feet'
              ? toes + 6
              : toes + 90;
      return [{ kind: 'line', from: { x, z: 0 }, to: { x, z: prop.on === 'line' ? 620 : top } }];
    }
    case 'upright':
      return [{ kind: 'line', from: { x: furthest, z: 0 }, to: { x: furthest, z: top } }];
    case 'box':
      return [
        {
          kind: 'box',
          from: { x: furthest - 150, z: 0 },
          to: { x: furthest + 220, z: Math.max(60, hand.z - 28) },
        },
      ];
    case 'weight':
      return [
        {
          kind: 'circle',
          at: prop.on === 'hands' ? shifted(hand, 20, 0) : shifted(near.knee, 10, 95),
          radius: 75,
          isFilled: true,
        },
      ];
    case 'heel': {
      const heel = near.sole[1]!;
      return [
        { kind: 'box', from: { x: heel.x - 10, z: 0 }, to: { x: heel.x + 70, z: prop.highMm } },
      ];
    }
    case 'bar':
      return [
        { kind: 'circle', at: shifted(body.shoulder, -60, 30), radius: 225, isFilled: false },
        { kind: 'circle', at: shifted(body.shoulder, -60, 30), radius: 22, isFilled: true },
      ];
    case 'ball':
    case 'roller': {
      const radius = prop.kind === 'ball' ? 40 : 65;
      if (prop.on === 'sole') {
        const heel = near.sole[1]!;
        const toe = near.sole[5]!;
        const on = between(heel, toe, prop.at);
        return [{ kind: 'circle', at: shifted(on, 0, -radius), radius, isFilled: true }];
      }
      const on = between(near.knee, near.ankle, prop.at);
      const dx = near.ankle.x - near.knee.x;
      const dz = near.ankle.z - near.knee.z;
      const length = Math.hypot(dx, dz);
      // Below the calf, or in front of the shin.
      const sign = prop.on === 'calf' ? 1 : -1;
      const off = sign * (32 + radius);
      return [
        {
          kind: 'circle',
          at: shifted(on, (off * dz) / length, (-off * dx) / length),
          radius,
          isFilled: true,
        },
      ];
    }
  }
}
