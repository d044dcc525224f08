import { toDeg, toRad } from '../geometry/angles.ts';
import { lowerSide, type Side } from '../linkage/setup.ts';
import { levelled, scaled, seenDistanceMm } from '../motion/frame.ts';
import { middleOf } from '../motion/middle.ts';
import type { Series } from '../motion/series.ts';
import type { Case } from '../window/solve.ts';
import type { AnalysisQuestion, NoAnalysis } from './analyse.ts';

/** Diameter of a full-size bumper plate, mm (common practice; the length is the sport's own standard, from memory). */
export const PLATE_MM = 450;

/** A tilt below this is the picture's own unsteadiness, degrees. */
const TILT_LEAST_DEG = 0.2;

const flipped = (series: Series, axis: 'x' | 'y'): Series => ({
  timesS: series.timesS,
  tracks: Object.fromEntries(
    Object.entries(series.tracks).map(([name, track]) => [
      name,
      { ...track, [axis]: track[axis].map((v) => (v === null ? null : -v)) },
    ]),
  ),
});

/** Middle difference of two landmarks along an axis; null when they are never seen together. */
function middleGap(
  series: Series,
  axis: 'x' | 'y' | 'z',
  one: string,
  other: string,
): number | null {
  const [a, b] = [series.tracks[one]?.[axis], series.tracks[other]?.[axis]];
  const gaps: number[] = [];
  for (let k = 0; a && b && k < series.timesS.length; k += 1) {
    const [p, q] = [a[k] ?? null, b[k] ?? null];
    if (p !== null && q !== null) gaps.push(p - q);
  }
  return middleOf(gaps);
}

/** Length of the client's measured foot as a side view shows it: a foot turned out looks shorter. null when it was not measured. */
function footAcrossMm({ body, setup, limits }: Case, facing: Side | null): number | null {
  const foot = body.segmentsMm?.foot;
  if (foot === undefined) return null;
  return foot * Math.cos(toRad(setup.toeOutDeg[facing ?? lowerSide(limits.dorsiflexionDeg)]));
}

/** Upright, in millimetres, the right way round; says what was done to it. */
export function setRight(
  raw: Series,
  { view, scale, subject, facing }: AnalysisQuestion,
): { series: Series; notes: string[] } | NoAnalysis {
  let series = raw;
  const notes: string[] = [];
  const across = view === 'side' ? 'x' : 'y';
  const [lean, rise] = [
    middleGap(series, across, 'plumbTop', 'plumbBottom'),
    middleGap(series, 'z', 'plumbTop', 'plumbBottom'),
  ];
  if (lean !== null && rise !== null) {
    const tilt = toDeg(Math.atan2(lean, rise));
    if (Math.abs(tilt) >= TILT_LEAST_DEG) {
      series = levelled(series, across, tilt);
      notes.push(`Turned upright by ${Math.abs(tilt).toFixed(1)}°, from the plumb in the picture.`);
    }
  }
  if (scale !== 'none') {
    const [one, other] = scale === 'plate' ? ['plateTop', 'plateBottom'] : ['heel', 'toe'];
    const known = scale === 'plate' ? PLATE_MM : subject && footAcrossMm(subject, facing ?? null);
    const seen = one && other ? seenDistanceMm(series, one, other) : null;
    if (seen === null || seen <= 0 || !known)
      return { kind: 'noAnalysis', because: 'noScale', missing: [one ?? '', other ?? ''] };
    series = scaled(series, seen, known);
    notes.push(
      scale === 'plate'
        ? `Scaled by a plate of ${PLATE_MM} mm.`
        : `Scaled by the client’s foot, ${known.toFixed(0)} mm as seen.`,
    );
  }
  const isBackward =
    view === 'side'
      ? (middleGap(series, 'x', 'toe', 'heel') ?? middleGap(series, 'x', 'knee', 'hip') ?? 1) < 0
      : (middleGap(series, 'y', 'leftHip', 'rightHip') ?? 1) < 0;
  if (isBackward) {
    series = flipped(series, across);
    notes.push(
      view === 'side'
        ? 'The client faces the other way in the file; turned round.'
        : 'Left and right were mirrored in the file; turned round.',
    );
  }
  return { series, notes };
}
