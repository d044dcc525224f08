import { toDeg } from '../geometry/angles.ts';
import { SIDES, type BothSides } from '../linkage/setup.ts';

/** A mark on the paper, mm; x away from the coach's near edge (forward), y to the client's left. */
export interface PaperPoint {
  x: number;
  y: number;
}

/** The four marks around one foot. */
export const TRACE_POINTS = ['heel', 'secondToe', 'innerBall', 'outerBall'] as const;
export type TracePointName = (typeof TRACE_POINTS)[number];
export type FootTrace = Record<TracePointName, PaperPoint>;

/** What two traced feet say. mm, degrees, toe-out positive outward. */
export interface StanceTrace {
  stanceWidthMm: number;
  toeOutDeg: BothSides<number>;
  /** Heel to second toe. */
  footMm: BothSides<number>;
  /** Width across the ball. */
  ballWidthMm: BothSides<number>;
}

export type TraceResult =
  | { kind: 'stance'; stance: StanceTrace }
  /** A mark cannot be where it is; `packages/words` says which and what to do. */
  | { kind: 'misplaced'; side: 'left' | 'right' | null; because: Misplaced };

/** Why a mark cannot be where it is. mm; `share`: where the ball lies between heel and toe, 0 to 1. */
export type Misplaced =
  | { kind: 'heelsTogether' }
  | { kind: 'exchanged' }
  | { kind: 'length'; footMm: number }
  | { kind: 'ballSides' }
  | { kind: 'ballPlace'; share: number };

const less = (a: PaperPoint, b: PaperPoint): PaperPoint => ({ x: a.x - b.x, y: a.y - b.y });
const cross = (a: PaperPoint, b: PaperPoint) => a.x * b.y - a.y * b.x;
const dot = (a: PaperPoint, b: PaperPoint) => a.x * b.x + a.y * b.y;

/**
 * Stance and foot angles from marks around both feet on one sheet.
 *
 * Straight ahead is square to the line between the two heels, so the sheet need not lie straight: turning or shifting the paper changes
 * nothing. The foot's long axis runs from the heel mark to the second toe. The two ball marks check the others: they must lie on
 * either side of the axis, between half and nine tenths of the way to the toe (house default).
 */
export function stanceFromTrace(traces: BothSides<FootTrace>): TraceResult {
  const across = less(traces.left.heel, traces.right.heel);
  const stanceWidthMm = Math.hypot(across.x, across.y);
  if (stanceWidthMm < 30)
    return {
      kind: 'misplaced',
      side: null,
      because: { kind: 'heelsTogether' },
    };
  // A quarter turn clockwise from "to the left" is "forward".
  const forward = { x: across.y / stanceWidthMm, y: -across.x / stanceWidthMm };
  const left = { x: -forward.y, y: forward.x };
  const ahead = SIDES.reduce(
    (sum, side) => sum + dot(less(traces[side].secondToe, traces[side].heel), forward),
    0,
  );
  if (ahead < 0)
    return {
      kind: 'misplaced',
      side: null,
      because: { kind: 'exchanged' },
    };
  const toeOutDeg = { left: 0, right: 0 };
  const footMm = { left: 0, right: 0 };
  const ballWidthMm = { left: 0, right: 0 };
  for (const side of SIDES) {
    const trace = traces[side];
    const outward = side === 'left' ? 1 : -1;
    const axis = less(trace.secondToe, trace.heel);
    const length = Math.hypot(axis.x, axis.y);
    if (length < 120 || length > 400)
      return {
        kind: 'misplaced',
        side,
        because: { kind: 'length', footMm: length },
      };
    const inner = less(trace.innerBall, trace.heel);
    const outer = less(trace.outerBall, trace.heel);
    // Seen from above, the outer edge of a left foot lies to the left of its axis.
    if (cross(axis, outer) * outward <= 0 || cross(axis, inner) * outward >= 0)
      return {
        kind: 'misplaced',
        side,
        because: { kind: 'ballSides' },
      };
    const along = (dot(inner, axis) + dot(outer, axis)) / 2 / length ** 2;
    if (along < 0.5 || along > 0.9)
      return {
        kind: 'misplaced',
        side,
        because: { kind: 'ballPlace', share: along },
      };
    toeOutDeg[side] = toDeg(Math.atan2(dot(axis, left) * outward, dot(axis, forward)));
    footMm[side] = length;
    const ball = less(trace.outerBall, trace.innerBall);
    ballWidthMm[side] = Math.hypot(ball.x, ball.y);
  }
  return { kind: 'stance', stance: { stanceWidthMm, toeOutDeg, footMm, ballWidthMm } };
}
