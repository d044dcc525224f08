/** What the measurements and the window can already point at. Fuller diagnosis comes with Watch and Probe. */
export const FIRST_CAUSES = [
  'ankleJoint',
  'hipFoldRoom',
  'proportions',
  'habitSitsBack',
  'habitDives',
  'hipInwardRotation',
  'stanceOutOfRange',
  'control',
] as const;

export type FirstCause = (typeof FIRST_CAUSES)[number];
