import type { FirstCause } from './causes.ts';

/** Steps of a preparation routine, in working order. */
export const ROUTINE_STEPS = ['release', 'lengthen', 'wakeUp', 'putTogether'] as const;

export type RoutineStep = (typeof ROUTINE_STEPS)[number];

/** A preparation drill. Doses are common practice (no source) and house defaults. */
export interface Drill {
  id: string;
  name: string;
  step: RoutineStep;
  causes: readonly FirstCause[];
  /** How to do it, in the client's words. */
  how: string;
  /** `perSide`: dose for each side, the worse side first and doubled when clearly stiffer. */
  sides: 'perSide' | 'together';
  dose: { amount: number; unit: 'seconds' | 'minutes' | 'reps'; sets: number };
  kit: readonly string[];
  precaution: string;
}

export const DRILLS: readonly Drill[] = [
  {
    id: 'calf-roll',
    name: 'Slow calf press',
    step: 'release',
    causes: ['ankleJoint'],
    how: 'Sit with a roller or firm ball under the calf. Start just above the tendon and work upward. Rest on a sore spot for ten slow counts while the foot draws circles.',
    sides: 'perSide',
    dose: { amount: 90, unit: 'seconds', sets: 1 },
    kit: ['roller or ball'],
    precaution: 'Not on a swollen, hot or newly painful calf: see a clinician.',
  },
  {
    id: 'sole-roll',
    name: 'Sole roll',
    step: 'release',
    causes: ['ankleJoint', 'habitDives', 'control'],
    how: 'Stand with a ball under the arch. Lean your weight in and travel slowly from heel to the ball of the big toe.',
    sides: 'perSide',
    dose: { amount: 60, unit: 'seconds', sets: 1 },
    kit: ['ball'],
    precaution: 'Hold on to something steady if balance is poor.',
  },
  {
    id: 'loaded-ankle-rock',
    name: 'Half-kneeling ankle rock under load',
    step: 'lengthen',
    causes: ['ankleJoint'],
    how: 'Kneel on one knee, front foot flat, a weight resting on the front knee. Rock the knee forward over the second toe, heel down, back flat; pause two seconds at the end of the range.',
    sides: 'perSide',
    dose: { amount: 2, unit: 'minutes', sets: 1 },
    kit: ['light weight'],
    precaution: 'A pinch in front of the ankle means stop: refer, do not stretch it.',
  },
  {
    id: 'bent-knee-calf-stretch',
    name: 'Bent-knee calf stretch at the wall',
    step: 'lengthen',
    causes: ['ankleJoint', 'habitSitsBack'],
    how: 'Foot flat, toes near the wall, sink the knee toward the wall over the second toe with the heel heavy. Breathe out and take up the slack.',
    sides: 'perSide',
    dose: { amount: 60, unit: 'seconds', sets: 2 },
    kit: ['wall'],
    precaution: 'Stretch at the back of the leg is fine; a block in front is not.',
  },
  {
    id: 'straight-knee-calf-stretch',
    name: 'Straight-knee calf stretch',
    step: 'lengthen',
    causes: ['ankleJoint', 'hipInwardRotation'],
    how: 'Long step toward the wall, back knee locked, back heel down, foot straight ahead. Lean until the calf pulls.',
    sides: 'perSide',
    dose: { amount: 60, unit: 'seconds', sets: 1 },
    kit: ['wall'],
    precaution: 'Ease off at any tingling in the foot.',
  },
  {
    id: 'supported-deep-lunge',
    name: 'Supported deep lunge',
    step: 'lengthen',
    causes: ['hipFoldRoom'],
    how: 'Hands on a box, one foot flat beside them, back leg long. Sink the hips with a flat back to where the back wants to round, no further; breathe there.',
    dose: { amount: 60, unit: 'seconds', sets: 2 },
    sides: 'perSide',
    kit: [],
    precaution:
      'A pinch at the front of the hip ends it: stop there, open the knee or leave it out.',
  },
  {
    id: 'hip-switch',
    name: 'Seated hip switch',
    step: 'lengthen',
    causes: ['hipInwardRotation', 'stanceOutOfRange'],
    how: 'Sit tall, feet wide, hands behind. Let both knees fall to one side, then the other, without the seat lifting.',
    sides: 'together',
    dose: { amount: 10, unit: 'reps', sets: 2 },
    kit: [],
    precaution: 'A pinch at the front of the hip ends that range.',
  },
  {
    id: 'wall-hip-lift',
    name: 'Feet-on-wall hip lift with long breaths out',
    step: 'wakeUp',
    causes: ['hipInwardRotation', 'habitDives', 'control'],
    how: 'Lie down, knees and hips square, feet on a wall. Dig the heels down, lift the tailbone a hand’s breadth, breathe out long and slow five times.',
    sides: 'together',
    dose: { amount: 5, unit: 'reps', sets: 3 },
    kit: ['wall'],
    precaution: 'Keep breathing; never hold the breath lying down when pregnant or dizzy.',
  },
  {
    id: 'short-foot',
    name: 'Short-foot hold',
    step: 'wakeUp',
    causes: ['control', 'habitDives', 'hipInwardRotation'],
    how: 'Stand on the whole foot. Draw the ball of the big toe toward the heel so that the arch rises, toes long and quiet. Hold and breathe.',
    sides: 'perSide',
    dose: { amount: 2, unit: 'minutes', sets: 1 },
    kit: [],
    precaution: 'Keep a prescribed orthosis in.',
  },
  {
    id: 'side-leg-raise',
    name: 'Side-lying leg raise',
    step: 'wakeUp',
    causes: ['control', 'stanceOutOfRange'],
    how: 'Lie on your side, body in one line, top leg a little behind. Raise it heel first, no rolling back.',
    sides: 'perSide',
    dose: { amount: 20, unit: 'reps', sets: 2 },
    kit: ['mat'],
    precaution: 'Stop when the waist starts to do the work.',
  },
  {
    id: 'supported-deep-hold',
    name: 'Supported deep hold',
    step: 'putTogether',
    causes: ['ankleJoint', 'hipFoldRoom', 'proportions', 'habitDives', 'stanceOutOfRange'],
    how: 'Hold an upright, stand in your own stance, sit down between the heels as deep as the heels stay heavy. Stay, breathe, shift the weight slowly left and right.',
    sides: 'together',
    dose: { amount: 2, unit: 'minutes', sets: 2 },
    kit: ['upright'],
    precaution: 'Stop above any hip pinch; use the arms as much as you need.',
  },
  {
    id: 'knees-lead-wall',
    name: 'Knees-to-line squat',
    step: 'putTogether',
    causes: ['habitSitsBack'],
    how: 'Stand before a line or a soft box a hand ahead of the toes. Squat slowly so that the knees reach it together with the hips going down; the heels stay heavy.',
    sides: 'together',
    dose: { amount: 5, unit: 'reps', sets: 3 },
    kit: ['line or soft box'],
    precaution: 'Only as far as the knees are comfortable.',
  },
  {
    id: 'slow-descent',
    name: 'Slow descent squat',
    step: 'putTogether',
    causes: ['control', 'habitDives', 'hipInwardRotation', 'proportions'],
    how: 'Bodyweight or a light load. Take seven slow counts down in your own setup, pause one breath, stand up.',
    sides: 'together',
    dose: { amount: 4, unit: 'reps', sets: 2 },
    kit: [],
    precaution: 'End the set when the shape goes, not when the legs do.',
  },
  {
    id: 'counterbalance-reach',
    name: 'Counterbalance reach squat',
    step: 'putTogether',
    causes: ['proportions', 'habitSitsBack', 'habitDives'],
    how: 'Hold 5 kg at arm’s length and squat between the heels. Let the chest lean as far as it likes while the mid-foot stays heavy.',
    sides: 'together',
    dose: { amount: 5, unit: 'reps', sets: 2 },
    kit: ['5 kg plate'],
    precaution: 'Lower the plate at once if the shoulders tire.',
  },
  {
    id: 'foot-position-series',
    name: 'Foot-position series',
    step: 'putTogether',
    causes: ['stanceOutOfRange', 'control', 'hipInwardRotation'],
    how: 'One squat in each position: feet straight, out and in; level, right ahead and left ahead; normal, wide and narrow. Depth is free, the foot shape is not.',
    sides: 'together',
    dose: { amount: 27, unit: 'reps', sets: 1 },
    kit: [],
    precaution: 'Skip the feet-in positions if the knees complain.',
  },
];

/** The 27 positions of the foot-position series: 3 angles × 3 staggers × 3 widths (common practice, no source). */
export function footPositionSeries(): { toeOutDeg: number; ahead: string; width: string }[] {
  const positions = [];
  for (const toeOutDeg of [0, 30, -30])
    for (const ahead of ['level', 'right', 'left'])
      for (const width of ['normal', 'wide', 'narrow']) positions.push({ toeOutDeg, ahead, width });
  return positions;
}
