import type { BothSides, Setup, Side } from '../linkage/setup.ts';

/** One place for the feet: both alike, or one of them a little ahead. mm and degrees. */
export interface FootPosition {
  stanceWidthMm: number;
  toeOutDeg: BothSides<number>;
  ahead: Side | null;
}

/** From one position to the next the feet move by no more (house defaults). */
const STEP = { widthMm: 25, toeDeg: 5 } as const;
/** More would be a workout, fewer no series (house defaults). */
const STEPS = { least: 2, most: 4 } as const;

type Feet = Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'>;

/**
 * Positions to squat in so that the foot learns to keep its shape: from where this client stands unprompted to the setup in use, evenly, and
 * there once with each foot a little ahead. Where habit and setup are the same, a step to either side of it instead.
 */
export function footPositions(habit: Feet, use: Feet): FootPosition[] {
  const apart = Math.max(
    Math.abs(use.stanceWidthMm - habit.stanceWidthMm) / STEP.widthMm,
    ...(['left', 'right'] as const).map(
      (side) => Math.abs(use.toeOutDeg[side] - habit.toeOutDeg[side]) / STEP.toeDeg,
    ),
  );
  const at = (from: Feet, to: Feet, share: number, ahead: Side | null = null): FootPosition => {
    const between = (a: number, b: number) => Math.round(a + (b - a) * share);
    return {
      stanceWidthMm: between(from.stanceWidthMm, to.stanceWidthMm),
      toeOutDeg: {
        left: between(from.toeOutDeg.left, to.toeOutDeg.left),
        right: between(from.toeOutDeg.right, to.toeOutDeg.right),
      },
      ahead,
    };
  };
  const last = [at(use, use, 0, 'left'), at(use, use, 0, 'right')];
  if (apart < 0.5) {
    const moved = (by: 1 | -1): Feet => ({
      stanceWidthMm: use.stanceWidthMm + by * STEP.widthMm,
      toeOutDeg: {
        left: Math.max(0, use.toeOutDeg.left + by * STEP.toeDeg),
        right: Math.max(0, use.toeOutDeg.right + by * STEP.toeDeg),
      },
    });
    return [at(moved(-1), use, 0), at(moved(1), use, 0), at(use, use, 0), ...last];
  }
  const steps = Math.min(STEPS.most, Math.max(STEPS.least, Math.ceil(apart - 1e-9)));
  return [...Array.from({ length: steps + 1 }, (_, k) => at(habit, use, k / steps)), ...last];
}
