import type { MeasureId } from '@zither/core';
import type { Target } from '@zither/visit';

/** Ends of the string on which a measure is shown, in its stored unit. */
export const SCALES: Partial<Record<MeasureId, Target>> = {
  stanceWidth: { least: 200, most: 800 },
  toeOut: { least: 0, most: 45 },
  heelRise: { least: 0, most: 60 },
  kneeTravel: { least: -100, most: 200 },
  kneeToWall: { least: -50, most: 200 },
  shinAngle: { least: 10, most: 50 },
  shinAngleStraight: { least: 5, most: 45 },
};
