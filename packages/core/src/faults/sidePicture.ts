import { safeAsin, toDeg, toRad } from '../geometry/angles.ts';
import type { Channel, Series } from '../motion/series.ts';
import { sideAngles } from '../motion/sideAngles.ts';
import { balancePointMm, type Carried } from './balancePoint.ts';

/** Everything a side view shows over time; degrees and mm. */
export interface SidePicture {
  shankDeg: Channel;
  thighDepthDeg: Channel;
  trunkDeg: Channel;
  hipFoldDeg: Channel;
  kneeFlexionDeg: Channel;
  /** Knee centre ahead of the toe. */
  kneePastToeMm: Channel;
  heelHeightMm: Channel;
  /** Heel above the toe: what a camera that moves leaves alone. Open without a toe. */
  heelAboveToeMm: Channel;
  hipHeightMm: Channel;
  kneeXMm: Channel;
  hipAheadOfAnkleMm: Channel;
  /** Hip ahead of the plumb through mid-foot; open where heel or toe was not seen. */
  hipAheadOfPlumbMm: Channel;
  /** Ahead of the balance point the method asks for; see {@link balancePointMm}. */
  balanceMm: Channel;
  /** Bar ahead of the plumb through mid-foot; open without a bar, heel or toe. */
  barAheadMm: Channel;
  /** Lumbar line against the trunk line, hollow positive; open without a lumbar landmark. */
  lumbarDeg: Channel;
  /** Arm against the trunk line, forward positive; open without a wrist. */
  armDeg: Channel;
  thighMm: number | null;
}

/** Thigh seen at its longest: while standing it lies in the plane of the picture, in the bottom it points out of it. */
function longestThighMm(series: Series): number | null {
  const [hip, knee] = [series.tracks['hip'], series.tracks['knee']];
  if (!hip || !knee) return null;
  const lengths: number[] = [];
  for (let k = 0; k < series.timesS.length; k += 1) {
    const [hx, hz, kx, kz] = [hip.x[k], hip.z[k], knee.x[k], knee.z[k]];
    if (hx != null && hz != null && kx != null && kz != null)
      lengths.push(Math.sqrt((hx - kx) ** 2 + (hz - kz) ** 2));
  }
  const sorted = Float64Array.from(lengths).sort();
  return sorted[Math.floor(sorted.length * 0.9)] ?? null;
}

/**
 * Reads a cleaned side view.
 *
 * @param toeOutDeg of the leg in the picture: a shank that leans along a turned-out foot looks steeper from the side than it is
 */
export function sidePicture(
  series: Series,
  carried: Carried,
  balance: number,
  toeOutDeg: number,
): SidePicture {
  const angles = sideAngles(series);
  const x = (name: string, k: number) => series.tracks[name]?.x[k] ?? null;
  const z = (name: string, k: number) => series.tracks[name]?.z[k] ?? null;
  const less = (a: number | null, b: number | null) => (a === null || b === null ? null : a - b);
  const lineDeg = (from: string, to: string, k: number) => {
    const [dx, dz] = [less(x(to, k), x(from, k)), less(z(to, k), z(from, k))];
    return dx === null || dz === null ? null : toDeg(Math.atan2(dx, dz));
  };
  const thighMm = longestThighMm(series);
  const narrowing = Math.cos(toRad(toeOutDeg));
  const all = series.timesS.map((_, k) => k);
  return {
    shankDeg: angles.map((a) =>
      a.shankDeg === null ? null : toDeg(Math.atan(Math.tan(toRad(a.shankDeg)) / narrowing)),
    ),
    thighDepthDeg: all.map((k) => {
      const rise = less(z('knee', k), z('hip', k));
      return rise === null || thighMm === null ? null : toDeg(safeAsin(rise / thighMm));
    }),
    trunkDeg: angles.map((a) => a.trunkDeg),
    hipFoldDeg: angles.map((a) => a.hipFoldDeg),
    kneeFlexionDeg: angles.map((a) => a.kneeFlexionDeg),
    kneePastToeMm: angles.map((a) => a.kneePastToeMm),
    heelHeightMm: angles.map((a) => a.heelHeightMm),
    heelAboveToeMm: all.map((k) => less(z('heel', k), z('toe', k))),
    hipHeightMm: angles.map((a) => a.hipHeightMm),
    kneeXMm: all.map((k) => x('knee', k)),
    hipAheadOfAnkleMm: all.map((k) => less(x('hip', k), x('ankle', k))),
    hipAheadOfPlumbMm: all.map((k) => {
      const [hip, heel, toe] = [x('hip', k), x('heel', k), x('toe', k)];
      return hip === null || heel === null || toe === null ? null : hip - (heel + toe) / 2;
    }),
    balanceMm: balancePointMm(series, carried, balance),
    barAheadMm: all.map((k) => {
      const [bar, heel, toe] = [x('bar', k), x('heel', k), x('toe', k)];
      return bar === null || heel === null || toe === null ? null : bar - (heel + toe) / 2;
    }),
    lumbarDeg: all.map((k) => less(lineDeg('hip', 'lumbar', k), lineDeg('hip', 'shoulder', k))),
    armDeg: all.map((k) => less(lineDeg('shoulder', 'wrist', k), lineDeg('hip', 'shoulder', k))),
    thighMm,
  };
}
