import { COM_FROM_PROXIMAL, MASS_SHARE } from '../body/anthropometry.ts';
import { resolveBody, type ResolvedBody } from '../body/resolveBody.ts';
import type { FaultId } from '../faults/table.ts';
import { toDeg, toRad } from '../geometry/angles.ts';
import { buildLinkage, type Linkage } from '../linkage/linkage.ts';
import { trunkForDemand, type Point } from '../linkage/pose.ts';
import type { Side } from '../linkage/setup.ts';
import { bottomOf, standingHip } from './bottom.ts';
import { kneeOf, type LegSpan } from './leg.ts';
import { footAt, place } from './marks.ts';
import { shapeOf, sideIn, type Landmarks, type Moment, type SquatScript } from './script.ts';
import { ramp, smoothly } from './tempo.ts';

const WOBBLE_HZ = 2.8;

/** The simulated client, ready to be asked where every landmark is at a moment. */
export interface Squatter {
  script: SquatScript;
  at: (moment: Moment) => Landmarks;
  /** What the bottom of a clean-tempo rep truly shows, degrees: ground truth for tests. */
  bottom: { shankDeg: number; trunkDeg: number; thighDepthDeg: number };
}

/**
 * Builds a client who squats: the bottom is the linkage's own balanced pose, the way there is a smooth path of the hip, knees are placed by
 * the lengths of thigh and shank, and the trunk leans as balance demands at every moment. Faults are laid on with the sizes asked for.
 *
 * @throws never: a depth or shank that cannot be balanced is eased until it can
 */
export function buildSquatter(script: SquatScript): Squatter {
  const body = resolveBody(script.body);
  const side: Side =
    script.limits.dorsiflexionDeg.right < script.limits.dorsiflexionDeg.left ? 'right' : 'left';
  const link = buildLinkage(body, script.setup, side);
  const has = (id: FaultId) => script.faults.find((f) => f.fault === id);
  const bottom = bottomOf(
    script,
    body,
    side,
    script.targetDepthDeg - (has('depthShort')?.size ?? 0),
  );
  const links = {
    left: side === 'left' ? link : buildLinkage(body, script.setup, 'left'),
    right: side === 'right' ? link : buildLinkage(body, script.setup, 'right'),
  };
  const stand = standingHip(body, link);
  const parts = { script, body, link, links, stand, bottom: bottom.hip };
  const wanted = has('hipsFirst')?.size ?? has('kneesFirst')?.size ?? 50;
  const path = bendFor(parts, wanted);
  const slide = has('kneesSlideBack');
  const slideMm = slide ? slideFor(parts, path, slide.size) : 0;
  const late = has('noLockout');
  const topDrop = late ? dropAtFlexion(parts, path, late.size) : 0;
  return {
    script,
    bottom: bottom.angles,
    at: (moment) => {
      const isLate = topDrop > 0 && (moment.rep > 1 || moment.isAscent);
      const drop = isLate ? topDrop + (1 - topDrop) * moment.drop : moment.drop;
      return landmarksAt(parts, path, slideMm, { ...moment, drop });
    },
  };
}

interface Parts {
  script: SquatScript;
  body: ResolvedBody;
  /** Of the side whose ankle governs. */
  link: Linkage;
  links: Record<Side, Linkage>;
  stand: { x: number; z: number };
  bottom: { x: number; z: number };
}

/** A hip path: `back` above 0 sends the hip back early, below 0 late, from −1 to 1. */
type Path = { back: number };

/** How much of its way back the hip has gone at this share of its drop. */
function gone(back: number, drop: number): number {
  const down = Math.min(1, Math.max(0, drop));
  if (back >= 0) {
    // Far back at first, further than the bottom needs, while the knees are still all but straight.
    const beyond = Math.min(1, down / 0.16);
    return 1 - (1 - down) ** (1 + 45 * back * back) + 2.2 * back * back * beyond * (1 - beyond);
  }
  const lead = Math.min(1, down / 0.35);
  return down ** (1 - 1.5 * back) + 1.6 * back * lead * (1 - lead);
}

const hipPath = ({ stand, bottom }: Parts, { back }: Path, drop: number) => ({
  x: stand.x + (bottom.x - stand.x) * gone(back, drop),
  z: stand.z + (bottom.z - stand.z) * drop,
});

const plain = (drop: number): Moment => ({
  rep: 0,
  isAscent: false,
  drop,
  inLowerHalf: null,
  timeS: 0,
});

/** Hip fold and knee flexion of a moment, in the picture of a side view, degrees. */
function flexions(marks: Landmarks): { hip: number; knee: number } {
  const of = (a: string, b: string) => {
    const [p, q] = [marks[a], marks[b]];
    return { x: (q?.x ?? 0) - (p?.x ?? 0), z: (q?.z ?? 0) - (p?.z ?? 0) };
  };
  const angle = (u: { x: number; z: number }, v: { x: number; z: number }) =>
    toDeg(Math.atan2(Math.abs(u.x * v.z - u.z * v.x), u.x * v.x + u.z * v.z));
  const thigh = of('leftHip', 'leftKnee');
  return {
    hip: 180 - angle(of('leftHip', 'leftShoulder'), thigh),
    knee: angle(of('leftKnee', 'leftAnkle'), thigh),
  };
}

function bisect(low: number, high: number, isTooHigh: (x: number) => boolean): number {
  let [a, b] = [low, high];
  for (let i = 0; i < 30; i += 1) {
    const mid = (a + b) / 2;
    if (isTooHigh(mid)) b = mid;
    else a = mid;
  }
  return (a + b) / 2;
}

/** The path on which the hip takes this share of what bends in the first 15 % of the descent's time. */
function bendFor(parts: Parts, sharePercent: number): Path {
  const share = (back: number) => {
    const before = flexions(landmarksAt(parts, { back }, 0, plain(0)));
    const after = flexions(landmarksAt(parts, { back }, 0, plain(smoothly(0.15))));
    const hip = after.hip - before.hip;
    return (100 * hip) / (hip + after.knee - before.knee);
  };
  return { back: bisect(-1, 1, (back) => share(back) > sharePercent) };
}

/** How far the hip must slide back for the knees to lose this share of their travel in the first fifth of the way up. */
function slideFor(parts: Parts, path: Path, percent: number): number {
  const knee = (drop: number, slide: number) =>
    landmarksAt(parts, path, slide, { ...plain(drop), isAscent: true })['leftKnee']?.x ?? 0;
  const travel = knee(1, 0) - knee(0, 0);
  return bisect(0, 300, (slide) => (100 * (knee(1, 0) - knee(0.8, slide))) / travel > percent);
}

/** Drop at which the knee is still bent so far, degrees. */
const dropAtFlexion = (parts: Parts, path: Path, deg: number): number =>
  bisect(0, 0.3, (drop) => flexions(landmarksAt(parts, path, 0, plain(drop))).knee > deg);

function landmarksAt(parts: Parts, path: Path, slideMm: number, moment: Moment): Landmarks {
  const { script, body, link, links } = parts;
  const made = script.faults.filter((f) =>
    f.reps ? f.reps.includes(moment.rep) : f.fault !== 'chestDrop' || moment.rep > script.reps - 2,
  );
  /** Sizes of a fault at this moment, summed; of one side when a side is asked for. */
  const now = (id: FaultId, side?: Side) =>
    made
      .filter(
        (f) => f.fault === id && (side === undefined || (sideIn(f, moment.rep) ?? 'left') === side),
      )
      .reduce((sum, f) => sum + f.size * shapeOf(f.phase, moment), 0);
  const { drop, isAscent } = moment;
  const hip = hipPath(parts, path, drop);
  if (isAscent && slideMm > 0)
    hip.x -= slideMm * ramp((1 - drop) / 0.18) * ramp((drop - 0.3) / 0.4);
  // A heel rises on its side, or both where none is named.
  const heelUp = (side: Side) =>
    made
      .filter((f) => f.fault === 'heelsRise' && (sideIn(f, moment.rep) ?? side) === side)
      .reduce((sum, f) => sum + f.size * shapeOf(f.phase, moment), 0);
  const feet = {
    left: footAt(
      links.left,
      body,
      script.setup.toeOutDeg.left + now('feetTurnOut', 'left'),
      heelUp('left'),
    ),
    right: footAt(
      links.right,
      body,
      script.setup.toeOutDeg.right + now('feetTurnOut', 'right'),
      heelUp('right'),
    ),
  };
  const shift = now('sideShift', 'left') - now('sideShift', 'right');
  const tilt = now('unevenTouch', 'right') - now('unevenTouch', 'left');
  const wobble = (side: Side) => {
    const size = made
      .filter((f) => f.fault === 'kneeWobble' && (sideIn(f, moment.rep) ?? 'left') === side)
      .reduce((sum, f) => sum + f.size, 0);
    const swing = Math.sin(2 * Math.PI * WOBBLE_HZ * moment.timeS);
    return size * Math.SQRT2 * swing * ramp(drop / 0.1);
  };
  const legOf = (side: Side, hipX: number): LegSpan => {
    const out = side === 'left' ? 1 : -1;
    const foot = feet[side];
    const rolledIn = Math.tan(toRad(now('archDrops', side))) * (foot.ankle.z - foot.heel.z);
    return {
      hip: {
        x: hipX,
        y: out * link.hipY + shift,
        z: hip.z + (out * tilt) / 2,
      },
      ankle: { ...foot.ankle, y: out * (foot.ankle.y - rolledIn) },
      thighMm: body.lengthsMm.thigh,
      shankMm: body.lengthsMm.shank,
      out,
      toeOutDeg: foot.toeOutDeg,
    };
  };
  const kneesAt = (hipX: number) => {
    const knee = (side: Side) => {
      const aside = now('kneesOut', side) - now('kneesIn', side);
      const sway = toDeg(Math.atan(wobble(side) / (body.lengthsMm.shank * 0.9)));
      return kneeOf(legOf(side, hipX), ramp(drop / 0.2), toRad(aside + sway));
    };
    return { left: knee('left'), right: knee('right') };
  };
  const ankleX = (feet.left.ankle.x + feet.right.ankle.x) / 2;
  const balanceShift = now('weightForward') - now('toesFloat');
  const demandAt = (hipX: number, knees: { left: Point; right: Point }) =>
    link.demandBase +
    link.totalMassKg * balanceShift -
    2 * MASS_SHARE.shank * body.massKg * COM_FROM_PROXIMAL.shank * (ankleX - link.ankleX) -
    (link.demandPerKnee * (knees.left.x + knees.right.x)) / 2 -
    link.demandPerHip * hipX;
  const lean = (demand: number) =>
    trunkForDemand(link, Math.min(link.momentSpan, Math.max(-link.momentSpan, demand)));
  let knees = kneesAt(hip.x);
  let trunk = lean(demandAt(hip.x, knees));
  const early = made.find((f) => f.fault === 'hipsRiseEarly');
  if (early && isAscent) {
    // The hips go up and back under a trunk that tips over: balance holds, so the hip is where that lean needs it.
    const wanted = trunk + toRad(early.size) * ramp((1 - drop) / 0.2) * ramp((drop - 0.25) / 0.4);
    for (let i = 0; i < 12; i += 1) {
      hip.x += (demandAt(hip.x, knees) - demandOf(link, wanted)) / (link.demandPerHip * 1.6);
      knees = kneesAt(hip.x);
    }
    trunk = lean(demandAt(hip.x, knees));
  }
  const late = made.find((f) => f.fault === 'noLockout');
  const chest = toRad(now('chestDrop'));
  return place(parts, moment, {
    hip,
    knees,
    feet,
    legOf,
    trunk: trunk + chest,
    shift,
    late,
    now,
    made,
  });
}

const demandOf = (link: Linkage, trunk: number): number =>
  link.momentUp * Math.sin(trunk) + link.momentForward * Math.cos(trunk);
