import { normal, type Random } from '../chance/seeded.ts';
import type { CameraView } from '../faults/table.ts';
import { toRad } from '../geometry/angles.ts';
import type { Side } from '../linkage/setup.ts';
import type { Series } from '../motion/series.ts';
import type { Landmarks, Moment, SquatScript } from './script.ts';
import { inPerspective, NO_ROOM, skinAndCloth, swayAt, type Room } from './room.ts';
import { buildSquatter } from './squat.ts';
import { dropping, smoothly } from './tempo.ts';

/** How a camera looks on, and how badly. */
export interface Lens extends Room {
  view: CameraView;
  /** Leg nearest the camera in a side view. */
  facing: Side;
  framesPerSecond: number;
  /** SD of every coordinate, mm. */
  noiseMm: number;
  /** Camera rolled by so much, degrees; a plumb in the picture rolls with it. */
  tiltDeg: number;
  /** Chance a frame that a landmark is lost for a few frames. */
  lossChance: number;
}

/** A pose camera on a good day, without perspective and with its marks on the joint centres (house defaults). */
export const USUAL_LENS: Lens = {
  ...NO_ROOM,
  view: 'side',
  facing: 'left',
  framesPerSecond: 60,
  noiseMm: 3,
  tiltDeg: 1,
  lossChance: 0.004,
};

const STAND_S = 1;
const REST_S = 0.8;
const BOTTOM_S = 0.15;
const LOST_MOST_S = 0.12;

interface Beat {
  rep: number;
  fromS: number;
  downS: number;
  upS: number;
  /** Depth of this rep against the first, share of the drop. */
  reach: number;
}

/** Before anything happens. */
const STANDING: Moment = { rep: 1, isAscent: false, drop: 0, inLowerHalf: null, timeS: 0 };

/** When each rep begins and how long it takes; no two are alike. */
function beatsOf(reps: number, idleS: number, random: Random): { beats: Beat[]; endS: number } {
  const beats: Beat[] = [];
  let fromS = idleS + STAND_S;
  for (let rep = 1; rep <= reps; rep += 1) {
    const downS = 1.7 * (1 + 0.04 * normal(random));
    const upS = 1.4 * (1 + 0.04 * normal(random));
    beats.push({ rep, fromS, downS, upS, reach: 1 + 0.006 * normal(random) });
    fromS += downS + BOTTOM_S + upS + REST_S;
  }
  return { beats, endS: fromS + 0.2 + idleS };
}

const halfways = new WeakMap<(share: number) => number, number>();

/** Share of the time at which a way down is half done. */
function halfwayOf(down: (share: number) => number): number {
  let share = halfways.get(down);
  if (share === undefined) {
    share = 0;
    while (down(share) < 0.5 && share < 1) share += 0.005;
    halfways.set(down, share);
  }
  return share;
}

function momentAt(t: number, beats: readonly Beat[], down: (share: number) => number): Moment {
  const beat = [...beats].reverse().find((b) => t >= b.fromS) ?? beats[0];
  const rep = beat?.rep ?? 1;
  if (!beat || t < beat.fromS)
    return { rep, isAscent: false, drop: 0, inLowerHalf: null, timeS: 0 };
  const { downS, upS, reach } = beat;
  const s = t - beat.fromS;
  const isAscent = s > downS + BOTTOM_S;
  const drop =
    s <= downS ? down(s / downS) : isAscent ? 1 - smoothly((s - downS - BOTTOM_S) / upS) : 1;
  const [from, to] = [halfwayOf(down) * downS, downS + BOTTOM_S + upS / 2];
  const middle = (from + to) / 2;
  const inLowerHalf = s >= from && s <= to ? (s - middle) / (to - middle) : null;
  return { rep, isAscent, drop: drop * reach, inLowerHalf, timeS: s };
}

/** What a view shows of the whole, by the names of docs/formats.md. */
function seenFrom(marks: Landmarks, { view, facing }: Lens): Landmarks {
  const seen: Landmarks = {};
  if (view === 'side') {
    for (const name of ['Hip', 'Knee', 'Ankle', 'Heel', 'Toe', 'Shoulder']) {
      const mark = marks[facing + name];
      if (mark) seen[name.toLowerCase()] = mark;
    }
    for (const name of ['bar', 'wrist', 'lumbar']) {
      const mark = marks[name];
      if (mark) seen[name] = mark;
    }
  } else
    for (const [name, mark] of Object.entries(marks))
      if (/^(left|right)/.test(name) && !(view === 'rear' && name.endsWith('BigToeBall')))
        seen[name] = mark;
  return seen;
}

/** A door frame behind the client. */
const PLUMB: Landmarks = {
  plumbTop: { x: -400, y: 700, z: 1900 },
  plumbBottom: { x: -400, y: 700, z: 100 },
};

/**
 * A capture of a squat by the simulated camera: the stand-in for a pose camera, the source of the demo's captures and the ground truth of
 * tests. The lens says whether it has perspective, how far its marks lie off the joints, and how long the client stands about.
 *
 * @param random decides tempo, noise and losses; the same seed gives the same capture
 */
export function simulateCapture(script: SquatScript, lens: Lens, random: Random): Series {
  const squatter = buildSquatter(script);
  const { beats, endS } = beatsOf(script.reps, lens.idleS, random);
  const off = skinAndCloth(lens, lens.framesPerSecond, random);
  // The plane that is measured: of a side view the one of the leg that is looked at.
  const planeMm =
    lens.view === 'side' ? Math.abs(squatter.at(STANDING)[`${lens.facing}Ankle`]?.y ?? 0) : 0;
  const isIdle = (t: number) => t < lens.idleS || t > endS - lens.idleS;
  const drops = script.faults.find((f) => f.fault === 'dropsIn');
  const dropped = drops ? dropping(drops.size) : null;
  const isDropped = (rep: number) => drops !== undefined && (drops.reps?.includes(rep) ?? true);
  const frames = Math.floor(endS * lens.framesPerSecond);
  const timesS = Array.from({ length: frames }, (_, k) => k / lens.framesPerSecond);
  const across = lens.view === 'side' ? 'x' : 'y';
  const [sin, cos] = [Math.sin(toRad(lens.tiltDeg)), Math.cos(toRad(lens.tiltDeg))];
  const tracks: Record<
    string,
    { x: (number | null)[]; y: (number | null)[]; z: (number | null)[]; confidence: number[] }
  > = {};
  const lostUntil: Record<string, number> = {};
  // Half of a capture is standing about, and standing looks the same every time.
  const stood = new Map<string, Landmarks>();
  const marksAt = (moment: Moment): Landmarks => {
    if (moment.drop > 0) return squatter.at(moment);
    const key = `${moment.isAscent} ${moment.rep}`;
    const known = stood.get(key) ?? squatter.at(moment);
    stood.set(key, known);
    return known;
  };
  timesS.forEach((t, k) => {
    const beat = [...beats].reverse().find((b) => t >= b.fromS);
    const moment = momentAt(t, beats, beat && dropped && isDropped(beat.rep) ? dropped : smoothly);
    const marks = { ...seenFrom(marksAt(moment), lens), ...PLUMB };
    for (const [name, mark] of Object.entries(marks)) {
      const track = (tracks[name] ??= {
        x: new Array<number | null>(frames).fill(null),
        y: new Array<number | null>(frames).fill(null),
        z: new Array<number | null>(frames).fill(null),
        confidence: new Array<number>(frames).fill(0),
      });
      if (random() < lens.lossChance)
        lostUntil[name] = k + 1 + Math.floor(random() * LOST_MOST_S * lens.framesPerSecond);
      const noise = [lens.noiseMm * normal(random), lens.noiseMm * normal(random)] as const;
      if (k < (lostUntil[name] ?? 0)) continue;
      const shifted = off(name, moment.drop);
      const own = { ...mark };
      own[across] += shifted.across + (isIdle(t) && !(name in PLUMB) ? swayAt(mark.z, t) : 0);
      own.z += shifted.up;
      const seen = inPerspective(own, lens, name in PLUMB ? null : lens.distanceMm, planeMm);
      const aside = seen[across];
      track[across][k] = aside * cos + seen.z * sin + noise[0];
      track.z[k] = seen.z * cos - aside * sin + noise[1];
      track.confidence[k] = 0.85 + 0.1 * random();
    }
  });
  return { timesS, tracks };
}
