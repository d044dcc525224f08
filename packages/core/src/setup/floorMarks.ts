import { SIDES, type BothSides, type Setup, type Side } from '../linkage/setup.ts';

/** A point on the floor: mm to the client's left of the centre line, and mm ahead of the line through both heels. */
export interface FloorPoint {
  leftMm: number;
  aheadMm: number;
}

/** Outline of a left foot from above: share of foot length ahead of the heel, share outward of its axis (own drawing, no measure). */
export const FOOT_OUTLINE: readonly (readonly [along: number, aside: number])[] = [
  [0, 0],
  [0.025, -0.075],
  [0.1, -0.115],
  [0.25, -0.11],
  [0.45, -0.1],
  [0.62, -0.155],
  [0.74, -0.19],
  [0.88, -0.165],
  [0.97, -0.11],
  [1.0, -0.03],
  [0.975, 0.05],
  [0.92, 0.11],
  [0.82, 0.165],
  [0.68, 0.195],
  [0.5, 0.165],
  [0.3, 0.13],
  [0.1, 0.115],
  [0.025, 0.075],
];

/**
 * Where a point of one foot lies on the floor. `along` is mm from the back of the heel along the foot's axis (heel to second toe), `aside` mm outward of it.
 */
export function onFloor(
  { toeOutDeg, stanceWidthMm }: Pick<Setup, 'toeOutDeg' | 'stanceWidthMm'>,
  side: Side,
  along: number,
  aside: number,
): FloorPoint {
  const outward = side === 'left' ? 1 : -1;
  const angle = (toeOutDeg[side] * Math.PI) / 180;
  return {
    leftMm: outward * (stanceWidthMm / 2 + along * Math.sin(angle) + aside * Math.cos(angle)),
    aheadMm: along * Math.cos(angle) - aside * Math.sin(angle),
  };
}

/** Marks of one foot on the floor. */
export interface FootMarks {
  /** Back of the heel, on the foot's axis. */
  heel: FloorPoint;
  /** End of the second toe. */
  toe: FloorPoint;
  /** Corner points of the outline, to be joined by a smooth closed curve. */
  outline: FloorPoint[];
  /** Corners of what lies under the foot; empty on the bare floor. */
  support: FloorPoint[];
}

/** Half the width of a block or wedge, and where it starts behind the heel, as shares of foot length. */
const SUPPORT_HALF = 0.24;
const SUPPORT_BEHIND = 0.06;

/** Corners of a block or wedge under one foot: a block ends before the arch, a wedge after the toes. */
export function supportCorners(
  setup: Pick<Setup, 'toeOutDeg' | 'stanceWidthMm' | 'support'>,
  side: Side,
  footMm: number,
): FloorPoint[] {
  const { support } = setup;
  if (support.kind === 'floor') return [];
  const half = SUPPORT_HALF * footMm;
  const end = (support.kind === 'block' ? 0.3 : 1.04) * footMm;
  const isStraight = support.kind === 'ramp' && support.azimuth === 'straight';
  const from = isStraight ? { ...setup, toeOutDeg: { left: 0, right: 0 } } : setup;
  return (
    [
      [-SUPPORT_BEHIND * footMm, -half],
      [-SUPPORT_BEHIND * footMm, half],
      [end, half],
      [end, -half],
    ] as const
  ).map(([along, aside]) => onFloor(from, side, along, aside));
}

/**
 * A setup as marks on the floor, in mm from the centre line and from the line through both heels. Foot lengths in mm from heel to longest toe.
 */
export function floorMarks(
  setup: Pick<Setup, 'toeOutDeg' | 'stanceWidthMm' | 'support'>,
  footMm: BothSides<number>,
): BothSides<FootMarks> {
  const marks = (side: Side): FootMarks => ({
    heel: onFloor(setup, side, 0, 0),
    toe: onFloor(setup, side, footMm[side], 0),
    outline: FOOT_OUTLINE.map(([along, aside]) =>
      onFloor(setup, side, along * footMm[side], aside * footMm[side]),
    ),
    support: supportCorners(setup, side, footMm[side]),
  });
  const [left, right] = SIDES.map(marks) as [FootMarks, FootMarks];
  return { left, right };
}
