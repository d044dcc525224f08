import type { FaultId, Phase } from '../faults/table.ts';
import type { CauseId } from './causes.ts';

/** Parts of a lean and readings, as findings beside the faults. */
export const OTHER_FINDINGS = [
  'leanProportions',
  /** No evidence any more: the ankle's part of a lean is the ankle reading again. Practices may have changed its links. */
  'leanAnkle',
  'leanUnused',
  'leanOffBalance',
  'ankleShort',
  'calfShort',
  'foldShort',
  'rotationShort',
  'abductionShort',
  'archLow',
  'archNeverForms',
  'onlyUnderLoad',
  'painSeen',
] as const;
export type OtherFinding = (typeof OTHER_FINDINGS)[number];
export type FindingId = Exclude<FaultId, 'pain'> | OtherFinding;

/** strong ++, some +, weak: how likely a cause shows as this finding. against −: it makes the finding less likely. */
export type Strength = 'strong' | 'some' | 'weak' | 'against';

export interface Link {
  finding: FindingId;
  cause: CauseId;
  strength: Strength;
  /** In plain words, for the page. */
  because: string;
  status: 'house default';
  /** The other side's cause shows as this side's finding. */
  crosses?: boolean;
  /** How likely it shows when the finding was seen in one phase of the rep alone; phases left out, and findings of no or several phases, as `strength`. */
  at?: Readonly<Partial<Record<Phase, Exclude<Strength, 'against'>>>>;
}

/** Chance that a cause alone shows as the finding; of `against`, that it holds it back (house defaults). */
export const STRENGTH: Readonly<Record<Strength, number>> = {
  strong: 0.75,
  some: 0.4,
  weak: 0.15,
  against: 0.6,
};

const link = (
  finding: FindingId,
  cause: CauseId,
  strength: Strength,
  because: string,
  more: Pick<Link, 'crosses' | 'at'> = {},
): Link => ({
  finding,
  cause,
  strength,
  because,
  status: 'house default',
  ...more,
});

/** What a foot or an ankle does shows on the way down; what strength does, on the way up (common practice, no source). */
const EARLY = { descent: 'strong', bottom: 'some', ascent: 'weak' } as const;
const LOW = { descent: 'some', bottom: 'strong', ascent: 'weak' } as const;
const LATE = { descent: 'weak', bottom: 'some', ascent: 'strong' } as const;

/** Every link of the trade between what is seen and what lies behind it. One table, every entry a house default. */
export const LINKS: readonly Link[] = [
  link('heelsRise', 'ankleJoint', 'strong', 'An ankle that ends early lifts the heel.'),
  link('heelsRise', 'gastrocnemius', 'some', 'A short calf lifts the heel.'),
  link('heelsRise', 'habitDives', 'some', 'Diving forward takes the weight off the heel.'),
  link('heelsRise', 'shoeOrSurface', 'weak', 'A soft sole lets the heel move.'),
  link('heelsRise', 'habitSitsBack', 'against', 'Sitting back keeps the heel loaded.'),
  link('weightForward', 'ankleJoint', 'some', 'A stiff ankle sends the weight to the toes.'),
  link('weightForward', 'gastrocnemius', 'weak', 'A short calf sends the weight to the toes.'),
  link('weightForward', 'habitDives', 'strong', 'Diving puts the weight on the toes.'),
  link('weightForward', 'trunkBracing', 'weak', 'A trunk that tips carries the weight along.'),
  link('weightForward', 'habitSitsBack', 'against', 'Sitting back keeps the weight on the heel.'),
  link('toesFloat', 'habitSitsBack', 'strong', 'Sitting back puts the weight on the heels.'),
  link('feetTurnOut', 'gastrocnemius', 'strong', 'A short calf turns the foot out to get past it.'),
  link('feetTurnOut', 'ankleJoint', 'strong', 'A stiff ankle turns the foot out to get past it.'),
  link('feetTurnOut', 'hipInwardRotation', 'some', 'A hip that cannot turn in turns the foot out.'),
  link('feetTurnOut', 'lateralLeg', 'some', 'A tight outer leg turns the foot out.'),
  link('archDrops', 'footControl', 'strong', 'A foot that is not held gives way.', { at: EARLY }),
  link('archDrops', 'lateralLeg', 'strong', 'A tight outer leg pulls the foot flat.', {
    at: { descent: 'strong', bottom: 'strong', ascent: 'some' },
  }),
  link('archDrops', 'structuralFlatFoot', 'strong', 'A foot without an arch lies flat.'),
  link('archDrops', 'ankleJoint', 'some', 'A foot rolls in to borrow range for a stiff ankle.', {
    at: LOW,
  }),
  link('archDrops', 'abductors', 'some', 'A knee that comes in takes the foot along.', {
    at: LATE,
  }),
  link(
    'outerEdge',
    'overCuedKneesOut',
    'strong',
    'Knees pushed out roll the foot to its outer edge.',
  ),
  link('outerEdge', 'shoeOrSurface', 'weak', 'A soft sole tips.'),
  link('kneesIn', 'abductors', 'strong', 'A hip that does not hold lets the knee in.', {
    at: LATE,
  }),
  link('kneesIn', 'footControl', 'strong', 'A foot that gives way takes the knee in.', {
    at: EARLY,
  }),
  link('kneesIn', 'ankleJoint', 'some', 'The shin turns in to find range.', {
    at: { descent: 'some', bottom: 'strong', ascent: 'weak' },
  }),
  link(
    'kneesIn',
    'hipInwardRotation',
    'some',
    'Where a hip cannot turn in, the foot and the knee do it instead.',
    { at: { descent: 'weak', bottom: 'some', ascent: 'weak' } },
  ),
  link('kneesIn', 'loadBeyondControl', 'some', 'Too much load lets the knees in.', {
    at: { descent: 'weak', bottom: 'some', ascent: 'strong' },
  }),
  link('kneesOut', 'overCuedKneesOut', 'strong', 'Knees pushed too far out end outside the foot.'),
  link(
    'kneesOut',
    'hipInwardRotation',
    'some',
    'A hip that cannot turn in finds room further out.',
  ),
  link('kneeWobble', 'footControl', 'strong', 'A foot that is not held makes the knee wander.'),
  link('kneeWobble', 'abductors', 'some', 'A hip that is late makes the knee wander.'),
  link('kneeWobble', 'loadBeyondControl', 'weak', 'Too much load makes the knee wander.'),
  link('depthShort', 'ankleJoint', 'some', 'A stiff ankle ends the way down.'),
  link('depthShort', 'hipFoldRoom', 'some', 'A hip without room ends the way down.'),
  link('depthShort', 'adductors', 'some', 'Short inner thighs end the way down.'),
  link('depthShort', 'quadsWeak', 'weak', 'Weak thighs turn round early.'),
  link('depthShort', 'painGuarding', 'some', 'What hurts is avoided.'),
  link('depthShort', 'loadBeyondControl', 'weak', 'Too much load is not taken down.'),
  link(
    'leanProportions',
    'proportions',
    'strong',
    'Long thighs or a short trunk lean by themselves.',
  ),
  link('leanUnused', 'habitSitsBack', 'strong', 'Ankle is left unused.'),
  link('leanUnused', 'quadsWeak', 'some', 'Weak thighs are spared by sitting back.'),
  link('leanUnused', 'ankleJoint', 'against', 'A stiff ankle would be used up.'),
  link('leanOffBalance', 'trunkBracing', 'strong', 'A trunk that is not held tips.'),
  link('leanOffBalance', 'shoulderLat', 'some', 'Short lats pull the trunk along.'),
  link('leanOffBalance', 'loadBeyondControl', 'some', 'Too much load tips the trunk.'),
  link('excessLean', 'ankleJoint', 'some', 'A stiff ankle costs lean.'),
  link('excessLean', 'gastrocnemius', 'weak', 'A short calf costs lean.'),
  link('excessLean', 'habitSitsBack', 'some', 'Sitting back costs lean.'),
  link('excessLean', 'trunkBracing', 'some', 'A trunk that is not held tips.'),
  link('excessLean', 'quadsWeak', 'weak', 'Weak thighs are spared by leaning.'),
  link(
    'trunkShinMismatch',
    'proportions',
    'strong',
    'This build cannot keep trunk and shin parallel.',
  ),
  link('trunkShinMismatch', 'ankleJoint', 'some', 'A stiff ankle keeps the shin upright.'),
  link('trunkShinMismatch', 'habitSitsBack', 'some', 'Sitting back keeps the shin upright.'),
  link('lowBackArch', 'hipFlexors', 'strong', 'Short hip flexors tip the pelvis forward.'),
  link('lowBackArch', 'trunkBracing', 'some', 'Ribs and pelvis are not held together.'),
  link('lowBackArch', 'hipInwardRotation', 'some', 'A pelvis tips forward to give the hip room.'),
  link('pelvisTuck', 'hipFoldRoom', 'strong', 'A hip without room rounds the back.'),
  link('pelvisTuck', 'adductors', 'some', 'Short inner thighs round the back.'),
  link('pelvisTuck', 'trunkBracing', 'some', 'A trunk that is not held rounds.'),
  link('pelvisTuck', 'ankleJoint', 'some', 'A stiff ankle asks for more fold.'),
  link('hipsRiseEarly', 'quadsWeak', 'strong', 'Weak thighs hand over to the hips.'),
  link('hipsRiseEarly', 'habitSitsBack', 'some', 'Sitting back makes the hips drive the way up.'),
  link('hipsRiseEarly', 'loadBeyondControl', 'some', 'Too much load is taken by the hips.'),
  link('kneesSlideBack', 'quadsWeak', 'strong', 'With weak thighs the knees move back first.'),
  link('kneesSlideBack', 'habitSitsBack', 'some', 'Sitting back takes the knees back first.'),
  link('kneesSlideBack', 'loadBeyondControl', 'some', 'Too much load is taken by the hips.'),
  link('hipsFirst', 'habitSitsBack', 'strong', 'Sitting back begins at the hips.'),
  link('kneesFirst', 'habitDives', 'strong', 'Diving begins at the knees.'),
  link(
    'sideShift',
    'hipInwardRotation',
    'strong',
    'The pelvis goes away from the hip that turns in and folds too little.',
    { crosses: true },
  ),
  link('sideShift', 'ankleJoint', 'some', 'The pelvis leaves the stiffer ankle.', {
    crosses: true,
  }),
  link('sideShift', 'abductors', 'weak', 'A side that does not hold is leaned on less.', {
    crosses: true,
    at: LATE,
  }),
  link(
    'sideShift',
    'quadsWeak',
    'weak',
    'A tired pair of thighs is shared unevenly on the way up.',
    {
      at: { descent: 'weak', bottom: 'weak', ascent: 'some' },
    },
  ),
  link('sideShift', 'painGuarding', 'some', 'What hurts is unloaded.'),
  link(
    'unevenTouch',
    'hipInwardRotation',
    'strong',
    'The hip of the side that touches later turns in and folds too little.',
    { crosses: true },
  ),
  link('unevenTouch', 'ankleJoint', 'some', 'The side of the stiffer ankle stays high.', {
    crosses: true,
  }),
  link('chestDrop', 'trunkBracing', 'strong', 'A trunk that is not held tips.'),
  link('chestDrop', 'loadBeyondControl', 'some', 'Too much load tips the trunk.'),
  link('chestDrop', 'quadsWeak', 'some', 'Weak thighs hand over to the back.'),
  link('armsFall', 'shoulderLat', 'strong', 'Arms that do not reach fall.'),
  link('armsFall', 'trunkBracing', 'some', 'A trunk that tips takes the arms along.'),
  link('noLockout', 'hipFlexors', 'some', 'Short hip flexors keep the hip bent.'),
  link('noLockout', 'loadBeyondControl', 'some', 'Too much load is not finished.'),
  link('dropsIn', 'habitDives', 'strong', 'Dropping fast loses control at the bottom.'),
  link('dropsIn', 'quadsWeak', 'some', 'Weak thighs do not brake.'),
  link(
    'calfShort',
    'gastrocnemius',
    'strong',
    'With the knee straight the ankle ends clearly earlier.',
  ),
  link(
    'rotationShort',
    'hipInwardRotation',
    'strong',
    'This hip turns in less than the other, or than is usual.',
  ),
  link('abductionShort', 'abductors', 'strong', 'The leg cannot be held out to the side for long.'),
  link('archLow', 'footControl', 'strong', 'The arch sinks more than is usual when loaded.'),
  link('archLow', 'structuralFlatFoot', 'strong', 'The arch is low, loaded or not.'),
  link('archNeverForms', 'structuralFlatFoot', 'strong', 'On the toes the arch does not form.'),
  link('painSeen', 'painGuarding', 'strong', 'Something hurts while squatting.'),
  link('onlyUnderLoad', 'loadBeyondControl', 'strong', 'It shows near the top load only.'),
  link('onlyUnderLoad', 'abductors', 'some', 'A side that holds itself does not hold the load.'),
  link('onlyUnderLoad', 'quadsWeak', 'some', 'Thighs that carry the body do not carry the load.'),
  link(
    'onlyUnderLoad',
    'trunkBracing',
    'some',
    'A trunk that holds itself does not hold the load.',
  ),
  link('onlyUnderLoad', 'ankleJoint', 'against', 'A stiff ankle shows without load too.'),
  link('onlyUnderLoad', 'hipFoldRoom', 'against', 'A hip without room shows without load too.'),
];

/** Readings of an end of range, and the causes that end it: how likely it is short in the squat that was looked at comes from the body, not from a link. */
export const RANGE_READINGS: Readonly<
  Partial<Record<FindingId, { causes: readonly CauseId[]; because: string }>>
> = {
  ankleShort: {
    causes: ['ankleJoint', 'ankleBlock'],
    because: 'The ankle was measured short of what this squat asks.',
  },
  foldShort: {
    causes: ['hipFoldRoom'],
    because: 'The back rounds before this depth is folded.',
  },
};

/** Findings said of the left or right. */
export const SIDED_FINDINGS: readonly FindingId[] = [
  'heelsRise',
  'feetTurnOut',
  'archDrops',
  'outerEdge',
  'kneesIn',
  'kneesOut',
  'kneeWobble',
  'sideShift',
  'unevenTouch',
  'ankleShort',
  'calfShort',
  'rotationShort',
  'abductionShort',
  'archLow',
  'archNeverForms',
];
