import { SOLE } from '../body/anthropometry.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import type { FaultId } from '../faults/table.ts';
import { safeAsin, toDeg, toRad } from '../geometry/angles.ts';
import type { Linkage } from '../linkage/linkage.ts';
import type { Point } from '../linkage/pose.ts';
import { SIDES, type Side } from '../linkage/setup.ts';
import type { LegSpan } from './leg.ts';
import { sideIn, type Landmarks, type MadeFault, type Moment, type SquatScript } from './script.ts';
import { ramp } from './tempo.ts';

const BALL_LIFT_MM = 9;
/** Lumbar mark: this share up the trunk and so far behind its line, mm. */
const LUMBAR = { up: 0.3, behindMm: 45 } as const;
const NAVICULAR_HEIGHT_MM = 45;

export interface PlacedFoot {
  toeOutDeg: number;
  heel: Point;
  ankle: Point;
  toe: Point;
}

/** One foot as if it were the left; y is outward. */
export function footAt(
  link: Linkage,
  body: ResolvedBody,
  toeOutDeg: number,
  heelUpMm: number,
): PlacedFoot {
  const [sin, cos] = [Math.sin(toRad(toeOutDeg)), Math.cos(toRad(toeOutDeg))];
  const { foot } = link;
  const ball = SOLE.ball * body.lengthsMm.foot;
  const more = safeAsin(heelUpMm / ball);
  const along = (mm: number, z: number): Point => ({ x: mm * cos, y: link.heelY + mm * sin, z });
  // The heel comes up about the ball; the ankle with it and a little forward.
  return {
    toeOutDeg,
    heel: along(ball * (1 - Math.cos(more)), foot.heelHeightMm + heelUpMm),
    ankle: along(
      foot.ankleAlongMm + body.lengthsMm.ankleHeight * Math.sin(more),
      foot.ankleHeightMm + heelUpMm * (1 - SOLE.ankle / SOLE.ball),
    ),
    toe: along(foot.toeAlongMm, 0),
  };
}

/** Every landmark, once legs and trunk are known. */
export function place(
  { body, link, script }: { body: ResolvedBody; link: Linkage; script: SquatScript },
  moment: Moment,
  known: {
    hip: { x: number; z: number };
    knees: Record<Side, Point>;
    feet: Record<Side, PlacedFoot>;
    legOf: (side: Side, hipX: number) => LegSpan;
    trunk: number;
    shift: number;
    late: MadeFault | undefined;
    now: (id: FaultId, side?: Side) => number;
    made: readonly MadeFault[];
  },
): Landmarks {
  const { hip, knees, feet, legOf, trunk, shift, now, made } = known;
  const marks: Landmarks = {};
  for (const side of SIDES) {
    const out = side === 'left' ? 1 : -1;
    const leg = legOf(side, hip.x);
    const foot = feet[side];
    const toOwn = (p: Point): Point => ({ ...p, y: out * p.y });
    marks[`${side}Hip`] = leg.hip;
    marks[`${side}Knee`] = knees[side];
    marks[`${side}Ankle`] = leg.ankle;
    marks[`${side}Heel`] = toOwn(foot.heel);
    marks[`${side}Toe`] = toOwn(foot.toe);
    const inside = toOwn({ ...foot.toe, y: foot.toe.y - 25 });
    const held = made.find(
      (f) => f.fault === 'outerEdge' && (sideIn(f, moment.rep) ?? 'left') === side,
    );
    const isHeld =
      held && moment.inLowerHalf !== null && Math.abs(moment.inLowerHalf) <= held.size / 100;
    marks[`${side}BigToeBall`] = { ...inside, z: isHeld ? BALL_LIFT_MM : 0 };
    marks[`${side}Navicular`] = {
      x: (leg.ankle.x + foot.toe.x) / 2,
      y: leg.ankle.y - out * 20,
      z: NAVICULAR_HEIGHT_MM + foot.heel.z / 2 - now('archDrops', side),
    };
    marks[`${side}Shoulder`] = {
      x: hip.x + body.lengthsMm.trunk * Math.sin(trunk),
      y: (out * body.shoulderWidthMm) / 2 + shift,
      z: hip.z + body.lengthsMm.trunk * Math.cos(trunk),
    };
  }
  const shoulder = marks['leftShoulder'] ?? { x: 0, y: 0, z: 0 };
  const off = (deg: number, up: number, ahead: number, from: { x: number; z: number }): Point => {
    const angle = trunk + toRad(deg);
    return {
      x: from.x + up * Math.sin(angle) + ahead * Math.cos(angle),
      y: shift,
      z: from.z + up * Math.cos(angle) - ahead * Math.sin(angle),
    };
  };
  const tuck = made.find((f) => f.fault === 'pelvisTuck');
  const depth = toDeg(safeAsin(((marks['leftKnee']?.z ?? 0) - hip.z) / body.lengthsMm.thigh));
  const from = tuck?.fromDepthDeg ?? script.targetDepthDeg - 6;
  // Half the rounding is there a little after it began.
  const rounded = tuck ? tuck.size * ramp((depth - from) / 7) : 0;
  marks['lumbar'] = off(
    now('lowBackArch') - rounded,
    LUMBAR.up * body.lengthsMm.trunk,
    -LUMBAR.behindMm,
    hip,
  );
  if (link.holdPoint) {
    const { upMm, forwardMm } = link.holdPoint;
    const held = off(now('armsFall'), upMm, forwardMm, shoulder);
    marks['wrist'] = held;
    if (script.setup.hold !== 'armsForward') marks['bar'] = held;
  } else marks['wrist'] = { x: shoulder.x, y: shift, z: shoulder.z - 0.33 * body.statureMm };
  return marks;
}
