import { toDeg } from '../geometry/angles.ts';
import type { Series } from './series.ts';

/** What a side view shows in one frame. Degrees and mm, signs as in docs/model.md; null where a landmark was not seen. */
export interface SideAngles {
  shankDeg: number | null;
  thighDepthDeg: number | null;
  trunkDeg: number | null;
  /** Negative when the trunk leans back behind the line of the thigh. */
  hipFoldDeg: number | null;
  /** Negative when the knee is past straight. */
  kneeFlexionDeg: number | null;
  /** Knee centre ahead of the toe, mm. */
  kneePastToeMm: number | null;
  heelHeightMm: number | null;
  /** Hip and shoulder height, mm. */
  hipHeightMm: number | null;
  shoulderHeightMm: number | null;
}

type Point = { x: number; z: number };

/** How far two segments that meet are from one straight line, −60 to 180°: positive in a squat's direction, negative past straight. The inverse tangent stays exact where an inverse cosine would not. */
function bendOf(a: Point, b: Point): number {
  const deg = toDeg(Math.atan2(b.x * a.z - b.z * a.x, -(a.x * b.x + a.z * b.z)));
  // Nobody bends so far backward: beyond it the segments have been folded past each other.
  return deg < -60 ? -deg : deg;
}

const from = (a: Point, b: Point): Point => ({ x: b.x - a.x, z: b.z - a.z });

/** Angles of one frame of a side view, from the landmarks ankle, knee, hip, shoulder, heel and toe. */
export function sideAnglesAt(series: Series, frame: number): SideAngles {
  const at = (name: string): Point | null => {
    const track = series.tracks[name];
    const [x, z] = [track?.x[frame] ?? null, track?.z[frame] ?? null];
    return x === null || z === null ? null : { x, z };
  };
  const [ankle, knee, hip, shoulder] = [at('ankle'), at('knee'), at('hip'), at('shoulder')];
  const [heel, toe] = [at('heel'), at('toe')];
  const shank = ankle && knee && from(ankle, knee);
  const thigh = hip && knee && from(hip, knee);
  const trunk = hip && shoulder && from(hip, shoulder);
  const lean = (v: Point) => toDeg(Math.atan2(v.x, v.z));
  return {
    shankDeg: shank && lean(shank),
    // Hip below knee is positive: the thigh's way from hip to knee then points upward.
    thighDepthDeg: thigh && toDeg(Math.atan2(thigh.z, thigh.x)),
    trunkDeg: trunk && lean(trunk),
    hipFoldDeg: trunk && thigh && bendOf(trunk, thigh),
    kneeFlexionDeg: shank && thigh && bendOf(shank, thigh),
    kneePastToeMm: knee && toe && knee.x - toe.x,
    heelHeightMm: heel && heel.z,
    hipHeightMm: hip && hip.z,
    shoulderHeightMm: shoulder && shoulder.z,
  };
}

/** Angles of every frame. */
export const sideAngles = (series: Series): SideAngles[] =>
  series.timesS.map((_, frame) => sideAnglesAt(series, frame));
