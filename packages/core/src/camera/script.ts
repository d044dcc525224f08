import type { Body } from '../body/resolveBody.ts';
import type { FaultId, Phase } from '../faults/table.ts';
import type { Point } from '../linkage/pose.ts';
import type { Setup, Side } from '../linkage/setup.ts';
import type { Limits } from '../window/limits.ts';
import type { WorkingPoint } from '../window/workingPoint.ts';
import { ramp } from './tempo.ts';

/** A fault the simulated client makes: `size` in the fault's own unit. */
export interface MadeFault {
  fault: Exclude<FaultId, 'pain'>;
  size: number;
  /** Of sided faults; absent = left. */
  side?: Side;
  /** When it shows; absent = growing toward the bottom. */
  phase?: Phase;
  /** 1-based; absent = every rep (of a dropping chest: the last two). */
  reps?: readonly number[];
  /** Of sided faults: on the other side in every second rep. */
  alternates?: boolean;
  /** Depth from which a pelvis tucks; absent = 6° above the bottom. */
  fromDepthDeg?: number;
}

/** Who squats in front of the simulated camera, how they stand, and what goes wrong. */
export interface SquatScript {
  body: Body;
  /** This client's true limits. */
  limits: Limits;
  setup: Setup;
  /** Depth aimed at. */
  targetDepthDeg: number;
  workingPoint: WorkingPoint;
  faults: readonly MadeFault[];
  reps: number;
}

/** Joint centres and marks of one moment, mm in the frame of docs/model.md. */
export type Landmarks = Record<string, Point>;

/** Where in the squat a moment is. */
export interface Moment {
  rep: number;
  isAscent: boolean;
  /** Share of the hip's drop, 0 standing to 1 bottom. */
  drop: number;
  /** Share of the time spent in the lower half of the rep, −1 to 1 about its middle; null in the upper half. */
  inLowerHalf: number | null;
  /** Seconds since the rep began. */
  timeS: number;
}

/** On which side a fault shows in a rep; undefined where it names none. */
export function sideIn({ side, alternates }: MadeFault, rep: number): Side | undefined {
  if (!alternates || rep % 2 === 1) return side;
  return (side ?? 'left') === 'left' ? 'right' : 'left';
}

/** How a fault comes and goes within a rep. */
export function shapeOf(phase: Phase | undefined, { isAscent, drop }: Moment): number {
  const middle = ramp((drop - 0.2) / 0.35) * ramp((0.95 - drop) / 0.35);
  switch (phase) {
    case 'descent':
      return isAscent ? 0 : middle;
    case 'ascent':
      return isAscent ? middle : 0;
    case 'bottom':
      return ramp((drop - 0.7) / 0.25);
    case undefined:
      return ramp((drop - 0.35) / 0.55);
  }
}
