/** How a cause stands to the two sides of the body. */
export type Sidedness = 'each' | 'none';

/** What a cause leads to: a plan, a referral, or nothing to mend. */
export type CauseKind = 'train' | 'refer' | 'stop' | 'notAFault' | 'change';

export const CAUSE_IDS = [
  'ankleJoint',
  'gastrocnemius',
  'ankleBlock',
  'footControl',
  'lateralLeg',
  'structuralFlatFoot',
  'hipFoldRoom',
  'hipInwardRotation',
  'adductors',
  'abductors',
  'trunkBracing',
  'hipFlexors',
  'shoulderLat',
  'quadsWeak',
  'habitSitsBack',
  'habitDives',
  'overCuedKneesOut',
  'proportions',
  'loadBeyondControl',
  'painGuarding',
  'shoeOrSurface',
] as const;
export type CauseId = (typeof CAUSE_IDS)[number];

export interface Cause {
  id: CauseId;
  name: string;
  sided: Sidedness;
  kind: CauseKind;
  /** How common it is before anything was seen, 0 to 1 (house default, no published likelihood). */
  prior: number;
  /** What it means, in the coach's words. */
  means: string;
}

const cause = (
  id: CauseId,
  name: string,
  sided: Sidedness,
  kind: CauseKind,
  prior: number,
  means: string,
): Cause => ({ id, name, sided, kind, prior, means });

/** Every cause of the trade. Priors are house defaults, not clinical likelihoods. */
export const CAUSES: Readonly<Record<CauseId, Cause>> = {
  ankleJoint: cause(
    'ankleJoint',
    'Ankle joint or soleus',
    'each',
    'train',
    0.12,
    'The ankle ends before the squat does, knee bent or straight.',
  ),
  gastrocnemius: cause(
    'gastrocnemius',
    'Calf (gastrocnemius)',
    'each',
    'train',
    0.08,
    'The calf is short: it limits with the knee straight, less with it bent.',
  ),
  ankleBlock: cause(
    'ankleBlock',
    'Front-of-ankle block',
    'each',
    'refer',
    0.02,
    'A pinch in front of the ankle: bone meets bone. Refer, do not stretch.',
  ),
  footControl: cause(
    'footControl',
    'Foot control',
    'each',
    'train',
    0.1,
    'A flexible flat foot that is not held: the arch can form but gives way.',
  ),
  lateralLeg: cause(
    'lateralLeg',
    'Tight outer leg',
    'each',
    'train',
    0.05,
    'The outer leg pulls the foot flat.',
  ),
  structuralFlatFoot: cause(
    'structuralFlatFoot',
    'Structural flat foot',
    'each',
    'refer',
    0.02,
    'The arch never forms. An orthosis stays in; refer.',
  ),
  hipFoldRoom: cause(
    'hipFoldRoom',
    'Room in the hip',
    'none',
    'change',
    0.1,
    'The hip socket ends the fold in this stance; a more open stance gives it room.',
  ),
  hipInwardRotation: cause(
    'hipInwardRotation',
    'Hip turns in too little',
    'each',
    'train',
    0.09,
    'This hip does not turn in and fold far enough to share the work, so the pelvis goes to the other side.',
  ),
  adductors: cause(
    'adductors',
    'Adductors',
    'each',
    'train',
    0.05,
    'Short inner thighs narrow the way down.',
  ),
  abductors: cause(
    'abductors',
    'Abductor strength or timing',
    'each',
    'train',
    0.11,
    'The side of the hip is weak or late and lets the knee come in.',
  ),
  trunkBracing: cause(
    'trunkBracing',
    'Trunk bracing',
    'none',
    'train',
    0.1,
    'Ribs and pelvis are not held together.',
  ),
  hipFlexors: cause(
    'hipFlexors',
    'Hip flexors and thigh',
    'none',
    'train',
    0.09,
    'They tip the pelvis forward.',
  ),
  shoulderLat: cause(
    'shoulderLat',
    'Shoulder and lat range',
    'none',
    'train',
    0.08,
    'Arms do not reach overhead without the trunk giving way.',
  ),
  quadsWeak: cause(
    'quadsWeak',
    'Thighs weak against hips',
    'none',
    'train',
    0.08,
    'The hips take over on the way up.',
  ),
  habitSitsBack: cause(
    'habitSitsBack',
    'Habit: sits back',
    'none',
    'train',
    0.12,
    'The squat goes back first although ankle is left.',
  ),
  habitDives: cause(
    'habitDives',
    'Habit: dives on the knees',
    'none',
    'train',
    0.07,
    'The squat goes forward onto the toes.',
  ),
  overCuedKneesOut: cause(
    'overCuedKneesOut',
    'Knees pushed out',
    'none',
    'change',
    0.05,
    'The knees are pushed out past the foot.',
  ),
  proportions: cause(
    'proportions',
    'Build',
    'none',
    'notAFault',
    0.15,
    'Long thighs or a short trunk ask for lean. Not a fault.',
  ),
  loadBeyondControl: cause(
    'loadBeyondControl',
    'Load beyond control',
    'none',
    'change',
    0.08,
    'It shows near the top load only.',
  ),
  painGuarding: cause(
    'painGuarding',
    'Guarding because of pain',
    'none',
    'stop',
    0.02,
    'The body avoids something that hurts. Stop.',
  ),
  shoeOrSurface: cause(
    'shoeOrSurface',
    'Shoe or surface',
    'none',
    'change',
    0.03,
    'The surface under the feet gives way.',
  ),
};
