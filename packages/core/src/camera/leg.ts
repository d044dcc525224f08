import { toRad } from '../geometry/angles.ts';
import type { Point } from '../linkage/pose.ts';

/** One leg to be placed between a hip and an ankle; lateral directions are outward positive through `out`. */
export interface LegSpan {
  hip: Point;
  ankle: Point;
  thighMm: number;
  shankMm: number;
  /** +1 for the left leg, −1 for the right. */
  out: 1 | -1;
  toeOutDeg: number;
}

/** The swivel of a knee about the line from ankle to hip is sought within this, radians. */
const SWIVEL_MOST = toRad(85);

const dot = (a: Point, b: Point) => a.x * b.x + a.y * b.y + a.z * b.z;
const along = (a: Point, by: number): Point => ({ x: a.x * by, y: a.y * by, z: a.z * by });
const plus = (...list: Point[]): Point =>
  list.reduce((s, p) => ({ x: s.x + p.x, y: s.y + p.y, z: s.z + p.z }));
const unit = (a: Point): Point => along(a, 1 / Math.sqrt(dot(a, a)));

/** The circle on which the knee may lie, by its swivel: 0 straight ahead, positive outward. */
function kneeCircle({ hip, ankle, thighMm, shankMm, out }: LegSpan): (swivel: number) => Point {
  const v = plus(hip, along(ankle, -1));
  const d = Math.min(Math.sqrt(dot(v, v)), (thighMm + shankMm) * 0.99999);
  const axis = unit(v);
  const up = (shankMm * shankMm - thighMm * thighMm + d * d) / (2 * d);
  const radius = Math.sqrt(Math.max(0, shankMm * shankMm - up * up));
  const ahead = unit(plus({ x: 1, y: 0, z: 0 }, along(axis, -axis.x)));
  // axis × ahead points to the client's left for a leg that stands up.
  const left: Point = {
    x: axis.y * ahead.z - axis.z * ahead.y,
    y: axis.z * ahead.x - axis.x * ahead.z,
    z: axis.x * ahead.y - axis.y * ahead.x,
  };
  const centre = plus(ankle, along(axis, up));
  return (swivel) =>
    plus(
      centre,
      along(ahead, radius * Math.cos(swivel)),
      along(left, radius * Math.sin(swivel) * out),
    );
}

/** Swivel at which a value that grows with the swivel reaches 0; the nearer end when it does not. */
function swivelFor(excess: (swivel: number) => number): number {
  let [low, high] = [-SWIVEL_MOST, SWIVEL_MOST];
  if (excess(low) >= 0) return low;
  if (excess(high) <= 0) return high;
  for (let i = 0; i < 30; i += 1) {
    const mid = (low + high) / 2;
    if (excess(mid) > 0) high = mid;
    else low = mid;
  }
  return (low + high) / 2;
}

/** Shank against the line of the foot in the frontal plane, outward positive, radians; as docs/diagnosis.md defines it. */
export function frontalOffset(knee: Point, { ankle, shankMm, out, toeOutDeg }: LegSpan): number {
  const rise = knee.z - ankle.z;
  const lean = Math.acos(Math.min(1, rise / shankMm));
  const seen = Math.atan2(out * (knee.y - ankle.y), rise);
  return seen - Math.atan(Math.tan(lean) * Math.sin(toRad(toeOutDeg)));
}

/**
 * Places the knee of a leg whose hip and ankle are known.
 *
 * @param follow 0: straight between hip and ankle, as in standing; 1: over the line of the foot
 * @param offset how far inside (−) or outside (+) that the shank stands in the frontal plane, radians
 */
export function kneeOf(leg: LegSpan, follow: number, offset: number): Point {
  const circle = kneeCircle(leg);
  const { ankle, out, toeOutDeg } = leg;
  const [sin, cos] = [Math.sin(toRad(toeOutDeg)), Math.cos(toRad(toeOutDeg))];
  const overFoot = swivelFor((swivel) => {
    const knee = circle(swivel);
    return out * (knee.y - ankle.y) * cos - (knee.x - ankle.x) * sin;
  });
  const from = overFoot * follow;
  if (offset === 0) return circle(from);
  const excess = (swivel: number) => frontalOffset(circle(swivel), leg) - wanted;
  const wanted = frontalOffset(circle(from), leg) + offset;
  // Seen from the front a knee swung far round comes back again: the first place on the way is meant.
  const step = toRad(1) * Math.sign(offset);
  let near = from;
  while (Math.abs(near + step) < SWIVEL_MOST && excess(near + step) * step < 0) near += step;
  let far = near + step;
  for (let i = 0; i < 30; i += 1) {
    const mid = (near + far) / 2;
    if (excess(mid) * step < 0) near = mid;
    else far = mid;
  }
  return circle(near);
}
