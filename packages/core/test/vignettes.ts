import type { CauseId, Signs, Side, TestId } from '../src/index.ts';

/** A case in the trade's terms: what was seen, what leads, which test comes next (common practice, no source). */
export interface Vignette {
  name: string;
  signs: Signs;
  leads: CauseId;
  side?: Side;
  /** The most telling test a minute; null = nothing left worth a minute; absent = not said. */
  next?: TestId | null;
}

const clear = 'clear' as const;
const slight = 'slight' as const;
const both = (left: number, right = left) => ({ left, right });

export const VIGNETTES: readonly Vignette[] = [
  {
    name: 'heels rise and nothing was measured: an ankle leads, and a weight in front would tell it from habit',
    signs: { findings: [{ fault: 'heelsRise', severity: clear }] },
    leads: 'ankleJoint',
    next: 'counterbalance',
  },
  {
    name: 'heels rise, cleared by a heel lift, knee to wall 5 cm: ankle',
    signs: {
      findings: [{ fault: 'heelsRise', severity: clear }],
      measures: { kneeToWallMm: both(50) },
      tests: [{ test: 'heelsRaised', outcome: 'clears' }],
    },
    leads: 'ankleJoint',
  },
  {
    name: 'heels rise, counterbalance clears, knee to wall 12 cm: habit',
    signs: {
      findings: [{ fault: 'heelsRise', severity: clear }],
      measures: { kneeToWallMm: both(120) },
      tests: [{ test: 'counterbalance', outcome: 'clean' }],
    },
    leads: 'habitDives',
  },
  {
    name: 'heels rise, stiff left ankle alone: the left one',
    signs: {
      findings: [{ fault: 'heelsRise', severity: clear }],
      measures: { kneeToWallMm: both(20, 120) },
    },
    leads: 'ankleJoint',
    side: 'left',
  },
  {
    name: 'the same on the right is the right one',
    signs: {
      findings: [{ fault: 'heelsRise', severity: clear }],
      measures: { kneeToWallMm: both(120, 20) },
    },
    leads: 'ankleJoint',
    side: 'right',
  },
  {
    name: 'heels rise, bent knee free, straight knee short: calf',
    signs: {
      findings: [{ fault: 'heelsRise', severity: clear }],
      measures: { dorsiflexionDeg: both(40, 40), dorsiflexionKneeStraightDeg: both(18, 18) },
    },
    leads: 'gastrocnemius',
  },
  {
    name: 'left foot turns out, spins on the slick floor, calf short when straight: left calf',
    signs: {
      findings: [{ fault: 'feetTurnOut', severity: clear, side: 'left' }],
      measures: {
        dorsiflexionDeg: both(40, 40),
        dorsiflexionKneeStraightDeg: both(16, 33),
      },
      tests: [{ test: 'slickFloor', outcome: 'worse', side: 'left' }],
    },
    leads: 'gastrocnemius',
    side: 'left',
  },
  {
    name: 'left foot turns out and nothing else is known: straight against bent, or a slick floor, would tell',
    signs: { findings: [{ fault: 'feetTurnOut', severity: clear, side: 'left' }] },
    leads: 'ankleJoint',
    side: 'left',
    next: 'heelsRaised',
  },
  {
    name: 'a pinch in front of the ankle: refer',
    signs: {
      findings: [{ fault: 'heelsRise', severity: slight }],
      measures: { dorsiflexionDeg: both(24, 38) },
      tests: [{ test: 'kneeStraightVsBent', outcome: 'pain', side: 'left' }],
    },
    leads: 'ankleBlock',
    side: 'left',
    next: null,
  },
  {
    name: 'knees in on the left near the top load only: load or abductors, not the ankle',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'left', onlyUnderLoad: true }],
    },
    leads: 'abductors',
    side: 'left',
  },
  {
    name: 'knees in under load, gone when light: load',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'left', onlyUnderLoad: true }],
      measures: { standingAbductionReps: both(25, 25) },
      tests: [{ test: 'lightVsLoad', outcome: 'clears' }],
    },
    leads: 'loadBeyondControl',
  },
  {
    name: 'knee in on the right, foot cue clears: the foot',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'right' }],
      tests: [{ test: 'footCue', outcome: 'clears', side: 'right' }],
    },
    leads: 'footControl',
    side: 'right',
  },
  {
    name: 'knee in on the right, foot cue changes nothing, leg raise ends at six: the hip',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'right' }],
      measures: { standingAbductionReps: both(20, 6) },
      tests: [{ test: 'footCue', outcome: 'same', side: 'right' }],
    },
    leads: 'abductors',
    side: 'right',
  },
  {
    name: 'knee in with nothing known: hip or foot, and one cue would tell',
    signs: { findings: [{ fault: 'kneesIn', severity: clear, side: 'left' }] },
    leads: 'abductors',
    side: 'left',
    next: 'kneesOutCue',
  },
  {
    name: 'knee in helped by the knees-out cue: late hip muscles',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'left' }],
      tests: [{ test: 'kneesOutCue', outcome: 'helps', side: 'left' }],
    },
    leads: 'abductors',
    side: 'left',
  },
  {
    name: 'knees outside the feet already: over-cued',
    signs: {
      findings: [
        { fault: 'kneesOut', severity: clear, side: 'left' },
        { fault: 'kneesOut', severity: clear, side: 'right' },
      ],
    },
    leads: 'overCuedKneesOut',
  },
  {
    name: 'knees out and weight on the outer edge: over-cued',
    signs: {
      findings: [
        { fault: 'kneesOut', severity: slight, side: 'left' },
        { fault: 'outerEdge', severity: clear, side: 'left' },
      ],
    },
    leads: 'overCuedKneesOut',
  },
  {
    name: 'tuck cleared by opening the stance: room in the hip',
    signs: {
      findings: [{ fault: 'pelvisTuck', severity: clear }],
      tests: [{ test: 'openStance', outcome: 'clears' }],
    },
    leads: 'hipFoldRoom',
  },
  {
    name: 'tuck, fold measured at 105°: room in the hip, and the open stance would tell',
    signs: {
      findings: [{ fault: 'pelvisTuck', severity: clear }],
      measures: { hipFold: { atZeroAbductionDeg: 105, perAbductionDeg: 0.3 } },
    },
    leads: 'hipFoldRoom',
  },
  {
    name: 'tuck with plenty of measured fold and a stiff ankle: the ankle',
    signs: {
      findings: [{ fault: 'pelvisTuck', severity: clear }],
      measures: {
        hipFold: { atZeroAbductionDeg: 140, perAbductionDeg: 0.3 },
        dorsiflexionDeg: both(22, 22),
      },
      tests: [{ test: 'heelsRaised', outcome: 'clears' }],
    },
    leads: 'ankleJoint',
  },
  {
    name: 'right side touches first and shifts right, gone in the hinge: the left hip turns in too little',
    signs: {
      findings: [
        { fault: 'unevenTouch', severity: clear, side: 'right' },
        { fault: 'sideShift', severity: clear, side: 'right' },
      ],
      tests: [{ test: 'hinge', outcome: 'clears' }],
    },
    leads: 'hipInwardRotation',
    side: 'left',
    next: null,
  },
  {
    name: 'shift to the left with nothing known: the right hip, and the hinge would tell',
    signs: { findings: [{ fault: 'sideShift', severity: clear, side: 'left' }] },
    leads: 'hipInwardRotation',
    side: 'right',
    next: 'hinge',
  },
  {
    name: 'shift to the left away from a right ankle measured stiff: both are thought of, the right ankle too',
    signs: {
      findings: [{ fault: 'sideShift', severity: clear, side: 'left' }],
      measures: { dorsiflexionDeg: both(40, 18), hipInwardRotationDeg: both(40, 40) },
    },
    leads: 'ankleJoint',
    side: 'right',
  },
  {
    name: 'long thighs, the lean all build: no fault',
    signs: {
      findings: [{ fault: 'trunkShinMismatch', severity: clear }],
      leanBudget: { proportionsDeg: 38, ankleDeg: 3, unusedAnkleDeg: 1, offBalanceDeg: 0 },
      measures: { dorsiflexionDeg: both(40, 40) },
    },
    leads: 'proportions',
  },
  {
    name: 'lean from the ankle part, ankle short: the ankle',
    signs: {
      findings: [{ fault: 'trunkShinMismatch', severity: clear }],
      leanBudget: { proportionsDeg: 20, ankleDeg: 18, unusedAnkleDeg: 0, offBalanceDeg: 1 },
      measures: { dorsiflexionDeg: both(22, 24) },
    },
    leads: 'ankleJoint',
  },
  {
    name: 'lean from unused ankle, ankle free, hips first: sits back',
    signs: {
      findings: [
        { fault: 'hipsFirst', severity: clear },
        { fault: 'excessLean', severity: clear },
      ],
      leanBudget: { proportionsDeg: 22, ankleDeg: 1, unusedAnkleDeg: 14, offBalanceDeg: 1 },
      measures: { dorsiflexionDeg: both(42, 42) },
    },
    leads: 'habitSitsBack',
  },
  {
    name: 'sits back, cleared by the counterbalance: habit settled',
    signs: {
      findings: [{ fault: 'excessLean', severity: clear }],
      leanBudget: { proportionsDeg: 22, ankleDeg: 1, unusedAnkleDeg: 12, offBalanceDeg: 1 },
      tests: [{ test: 'counterbalance', outcome: 'clean' }],
    },
    leads: 'habitSitsBack',
  },
  {
    name: 'toes float: sits back',
    signs: { findings: [{ fault: 'toesFloat', severity: clear }] },
    leads: 'habitSitsBack',
    next: 'counterbalance',
  },
  {
    name: 'lean off balance and the chest drops: trunk bracing',
    signs: {
      findings: [
        { fault: 'chestDrop', severity: clear },
        { fault: 'excessLean', severity: clear },
      ],
      leanBudget: { proportionsDeg: 22, ankleDeg: 2, unusedAnkleDeg: 1, offBalanceDeg: 13 },
    },
    leads: 'trunkBracing',
  },
  {
    name: 'arms fall, gone with the arms down: shoulder and lat',
    signs: {
      findings: [{ fault: 'armsFall', severity: clear }],
      tests: [{ test: 'armsDown', outcome: 'clears' }],
    },
    leads: 'shoulderLat',
  },
  {
    name: 'arms fall and nothing else is known: arms down would tell',
    signs: { findings: [{ fault: 'armsFall', severity: clear }] },
    leads: 'shoulderLat',
    next: 'armsDown',
  },
  {
    name: 'low back over-arches: hip flexors before bracing',
    signs: { findings: [{ fault: 'lowBackArch', severity: clear }] },
    leads: 'hipFlexors',
  },
  {
    name: 'hips rise early and knees slide back: thighs weak against hips',
    signs: {
      findings: [
        { fault: 'hipsRiseEarly', severity: clear },
        { fault: 'kneesSlideBack', severity: clear },
      ],
    },
    leads: 'quadsWeak',
  },
  {
    name: 'the same only near the top load and gone when light: load',
    signs: {
      findings: [
        { fault: 'hipsRiseEarly', severity: clear, onlyUnderLoad: true },
        { fault: 'chestDrop', severity: clear, onlyUnderLoad: true },
      ],
      tests: [{ test: 'lightVsLoad', outcome: 'clears' }],
    },
    leads: 'loadBeyondControl',
  },
  {
    name: 'arch drops, forms on the toes, foot cue clears: foot control',
    signs: {
      findings: [{ fault: 'archDrops', severity: clear, side: 'left' }],
      tests: [
        { test: 'archOnHeelRaise', outcome: 'clears', side: 'left' },
        { test: 'footCue', outcome: 'clears', side: 'left' },
      ],
    },
    leads: 'footControl',
    side: 'left',
  },
  {
    name: 'arch never forms: structural, keep the orthosis, refer',
    signs: {
      findings: [{ fault: 'archDrops', severity: clear, side: 'left' }],
      measures: { navicularDropMm: both(16, 7) },
      tests: [{ test: 'archOnHeelRaise', outcome: 'same', side: 'left' }],
    },
    leads: 'structuralFlatFoot',
    side: 'left',
  },
  {
    name: 'arch drops on the left, nothing known: the foot',
    signs: { findings: [{ fault: 'archDrops', severity: clear, side: 'left' }] },
    leads: 'footControl',
    side: 'left',
  },
  {
    name: 'knee wobbles on the right: the foot',
    signs: { findings: [{ fault: 'kneeWobble', severity: clear, side: 'right' }] },
    leads: 'footControl',
    side: 'right',
    next: 'footCue',
  },
  {
    name: 'weight forward and knees first: dives',
    signs: {
      findings: [
        { fault: 'weightForward', severity: clear },
        { fault: 'kneesFirst', severity: clear },
      ],
    },
    leads: 'habitDives',
  },
  {
    name: 'drops into the bottom, cleared by a slow descent: dives',
    signs: {
      findings: [{ fault: 'dropsIn', severity: clear }],
      tests: [{ test: 'slowDescent', outcome: 'clears' }],
    },
    leads: 'habitDives',
  },
  {
    name: 'something hurts: guarding, and testing stops',
    signs: {
      findings: [
        { fault: 'pain', severity: clear },
        { fault: 'depthShort', severity: clear },
      ],
    },
    leads: 'painGuarding',
    next: null,
  },
  {
    name: 'depth short, everything measured free, supported hold reaches depth: control, not range',
    signs: {
      findings: [{ fault: 'depthShort', severity: clear }],
      measures: {
        dorsiflexionDeg: both(42, 42),
        hipFold: { atZeroAbductionDeg: 140, perAbductionDeg: 0.3 },
      },
      tests: [{ test: 'supportedSit', outcome: 'nothing' }],
    },
    leads: 'quadsWeak',
  },
  {
    name: 'shift to the right, both hips measured alike and both ankles free: the left hip still',
    signs: {
      findings: [{ fault: 'sideShift', severity: clear, side: 'right' }],
      measures: { hipInwardRotationDeg: both(28, 28), dorsiflexionDeg: both(40, 40) },
    },
    leads: 'hipInwardRotation',
    side: 'left',
  },
  {
    name: 'shift to the right, but the right hip measured short and the left free: the reading outweighs the shift',
    signs: {
      findings: [{ fault: 'sideShift', severity: clear, side: 'right' }],
      measures: { hipInwardRotationDeg: both(40, 16) },
    },
    leads: 'hipInwardRotation',
    side: 'right',
  },
  {
    name: 'shift to the right, left hip measured short: the left hip surely',
    signs: {
      findings: [{ fault: 'sideShift', severity: clear, side: 'right' }],
      measures: { hipInwardRotationDeg: both(18, 40) },
    },
    leads: 'hipInwardRotation',
    side: 'left',
  },
  {
    name: 'hips turn in 32 and 46 degrees: within the usual, and still clearly unlike',
    signs: {
      findings: [{ fault: 'sideShift', severity: slight, side: 'right' }],
      measures: { hipInwardRotationDeg: both(32, 46) },
    },
    leads: 'hipInwardRotation',
    side: 'left',
  },
  {
    name: 'the left side touches the box first: the right hip',
    signs: { findings: [{ fault: 'unevenTouch', severity: clear, side: 'left' }] },
    leads: 'hipInwardRotation',
    side: 'right',
  },
  {
    name: 'the right side touches first and the left ankle is stiff, hips measured free: the left ankle',
    signs: {
      findings: [{ fault: 'unevenTouch', severity: clear, side: 'right' }],
      measures: { dorsiflexionDeg: both(16, 40), hipInwardRotationDeg: both(42, 42) },
    },
    leads: 'ankleJoint',
    side: 'left',
  },
  {
    name: 'shift to the left, right ankle stiff, hips not measured: the right ankle, since it was measured',
    signs: {
      findings: [{ fault: 'sideShift', severity: clear, side: 'left' }],
      measures: { dorsiflexionDeg: both(40, 16) },
    },
    leads: 'ankleJoint',
    side: 'right',
  },
  {
    name: 'shift to the right and the left foot turns out: the left hip explains both',
    signs: {
      findings: [
        { fault: 'sideShift', severity: clear, side: 'right' },
        { fault: 'feetTurnOut', severity: slight, side: 'left' },
      ],
      measures: { dorsiflexionDeg: both(40, 40), dorsiflexionKneeStraightDeg: both(36, 36) },
    },
    leads: 'hipInwardRotation',
    side: 'left',
  },
  {
    name: 'shift to the right that stays in the hinge: less the hip, the ankle is thought of',
    signs: {
      findings: [{ fault: 'sideShift', severity: clear, side: 'right' }],
      measures: { dorsiflexionDeg: both(20, 40) },
      tests: [{ test: 'hinge', outcome: 'same' }],
    },
    leads: 'ankleJoint',
    side: 'left',
  },
  {
    name: 'left foot flat, arch never forms on the left: structural, on the left',
    signs: {
      findings: [{ fault: 'archDrops', severity: clear, side: 'left' }],
      tests: [{ test: 'archOnHeelRaise', outcome: 'same', side: 'left' }],
    },
    leads: 'structuralFlatFoot',
    side: 'left',
  },
  {
    name: 'knee in on the left, arch raised by the foot cue on the left: the left foot',
    signs: {
      findings: [
        { fault: 'kneesIn', severity: clear, side: 'left' },
        { fault: 'archDrops', severity: clear, side: 'left' },
      ],
      tests: [{ test: 'footCue', outcome: 'clears', side: 'left' }],
    },
    leads: 'footControl',
    side: 'left',
  },
  {
    name: 'leg raise aside short on the right, right knee in: the right hip',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'right' }],
      measures: { standingAbductionReps: both(22, 7) },
    },
    leads: 'abductors',
    side: 'right',
  },
  {
    name: 'left calf short when straight, left foot turns out: the left calf',
    signs: {
      findings: [{ fault: 'feetTurnOut', severity: clear, side: 'left' }],
      measures: { dorsiflexionDeg: both(39, 39), dorsiflexionKneeStraightDeg: both(20, 36) },
    },
    leads: 'gastrocnemius',
    side: 'left',
  },
  {
    name: 'a pinch in front of the right ankle: refer the right one',
    signs: {
      findings: [{ fault: 'heelsRise', severity: slight }],
      measures: { dorsiflexionDeg: both(38, 24) },
      tests: [{ test: 'kneeStraightVsBent', outcome: 'pain', side: 'right' }],
    },
    leads: 'ankleBlock',
    side: 'right',
  },
  {
    name: 'knee in on the way down alone: the foot',
    signs: { findings: [{ fault: 'kneesIn', severity: clear, side: 'left', phase: 'descent' }] },
    leads: 'footControl',
    side: 'left',
  },
  {
    name: 'knee in on the way up alone: the side of the hip',
    signs: { findings: [{ fault: 'kneesIn', severity: clear, side: 'left', phase: 'ascent' }] },
    leads: 'abductors',
    side: 'left',
  },
  {
    name: 'knee in at the bottom with a stiff ankle: the ankle',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'right', phase: 'bottom' }],
      measures: { dorsiflexionDeg: both(40, 20) },
    },
    leads: 'ankleJoint',
    side: 'right',
  },
  {
    name: 'knee in on the way up with an ankle a little short: the side of the hip all the same',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'right', phase: 'ascent' }],
      measures: { dorsiflexionDeg: both(40, 33) },
    },
    leads: 'abductors',
    side: 'right',
  },
  {
    name: 'arch lost on the way down alone: the foot',
    signs: {
      findings: [{ fault: 'archDrops', severity: clear, side: 'left', phase: 'descent' }],
      tests: [{ test: 'archOnHeelRaise', outcome: 'clears', side: 'left' }],
    },
    leads: 'footControl',
    side: 'left',
  },
  {
    name: 'arch lost on the way up alone: the side of the hip lets the leg come in',
    signs: {
      findings: [
        { fault: 'archDrops', severity: clear, side: 'left', phase: 'ascent' },
        { fault: 'kneesIn', severity: slight, side: 'left', phase: 'ascent' },
      ],
    },
    leads: 'abductors',
    side: 'left',
  },
  {
    name: 'arch lost at the bottom, ankle stiff: it borrows range',
    signs: {
      findings: [{ fault: 'archDrops', severity: clear, side: 'right', phase: 'bottom' }],
      measures: { dorsiflexionDeg: both(40, 20) },
      tests: [{ test: 'archOnHeelRaise', outcome: 'clears', side: 'right' }],
    },
    leads: 'ankleJoint',
    side: 'right',
  },
  {
    name: 'knees in on the way up under load alone, gone when light, leg raise strong: load',
    signs: {
      findings: [
        { fault: 'kneesIn', severity: clear, side: 'left', phase: 'ascent', onlyUnderLoad: true },
        { fault: 'kneesIn', severity: clear, side: 'right', phase: 'ascent', onlyUnderLoad: true },
      ],
      measures: { standingAbductionReps: both(26, 26) },
      tests: [{ test: 'lightVsLoad', outcome: 'clears' }],
    },
    leads: 'loadBeyondControl',
  },
  {
    name: 'hips rise early: thighs weak against hips',
    signs: { findings: [{ fault: 'hipsRiseEarly', severity: clear, phase: 'ascent' }] },
    leads: 'quadsWeak',
  },
  {
    name: 'heels rise and still lift with a weight in front: a true ankle limit',
    signs: {
      findings: [{ fault: 'heelsRise', severity: clear }],
      tests: [{ test: 'counterbalance', outcome: 'heelsUp' }],
    },
    leads: 'ankleJoint',
  },
  {
    name: 'heels rise, clean with a weight in front: the range was there',
    signs: {
      findings: [{ fault: 'heelsRise', severity: clear }],
      measures: { dorsiflexionDeg: both(39, 39) },
      tests: [{ test: 'counterbalance', outcome: 'clean' }],
    },
    leads: 'habitDives',
  },
  {
    name: 'leans and pitches forward even with a weight in front: a true ankle limit',
    signs: {
      findings: [
        { fault: 'excessLean', severity: clear },
        { fault: 'heelsRise', severity: slight },
      ],
      tests: [{ test: 'counterbalance', outcome: 'pitched' }],
    },
    leads: 'ankleJoint',
  },
  {
    name: 'leans, ankle unused, clean with a weight in front: sits back',
    signs: {
      findings: [
        { fault: 'excessLean', severity: clear },
        { fault: 'hipsFirst', severity: clear },
      ],
      leanBudget: { proportionsDeg: 22, ankleDeg: 1, unusedAnkleDeg: 10, offBalanceDeg: 1 },
      tests: [{ test: 'counterbalance', outcome: 'clean' }],
    },
    leads: 'habitSitsBack',
  },
  {
    name: 'depth short, heels stopped the supported sit: an ankle',
    signs: {
      findings: [{ fault: 'depthShort', severity: clear }],
      tests: [{ test: 'supportedSit', outcome: 'heelsUp' }],
    },
    leads: 'ankleJoint',
  },
  {
    name: 'depth short, the front of the hip stopped it: room in the hip',
    signs: {
      findings: [{ fault: 'depthShort', severity: clear }],
      tests: [{ test: 'supportedSit', outcome: 'hipFront' }],
    },
    leads: 'hipFoldRoom',
  },
  {
    name: 'tucks early, the back rounded in the supported sit: room in the hip',
    signs: {
      findings: [{ fault: 'pelvisTuck', severity: clear }],
      tests: [{ test: 'supportedSit', outcome: 'backRounded' }],
    },
    leads: 'hipFoldRoom',
  },
  {
    name: 'depth short, nothing stopped the supported sit, thighs give out: control, not range',
    signs: {
      findings: [
        { fault: 'depthShort', severity: clear },
        { fault: 'hipsRiseEarly', severity: clear },
      ],
      tests: [{ test: 'supportedSit', outcome: 'nothing' }],
    },
    leads: 'quadsWeak',
  },
  {
    name: 'tucks, the back rounded, but an open stance changes nothing and the ankle is stiff and raised heels clear it: the ankle',
    signs: {
      findings: [
        { fault: 'pelvisTuck', severity: clear },
        { fault: 'heelsRise', severity: slight },
      ],
      measures: {
        dorsiflexionDeg: both(20, 20),
        hipFold: { atZeroAbductionDeg: 138, perAbductionDeg: 0.3 },
      },
      tests: [
        { test: 'openStance', outcome: 'same' },
        { test: 'heelsRaised', outcome: 'clears' },
      ],
    },
    leads: 'ankleJoint',
  },
  {
    name: 'left foot spins out in socks on a slick floor: the left calf before the ankle',
    signs: {
      findings: [{ fault: 'feetTurnOut', severity: clear, side: 'left' }],
      measures: { dorsiflexionDeg: both(40, 40) },
      tests: [{ test: 'slickFloor', outcome: 'worse', side: 'left' }],
    },
    leads: 'gastrocnemius',
    side: 'left',
  },
  {
    name: 'knee in, no change by foot cue nor by knees out: the ankle is thought of when it was measured stiff',
    signs: {
      findings: [{ fault: 'kneesIn', severity: clear, side: 'left', phase: 'bottom' }],
      measures: { dorsiflexionDeg: both(18, 40) },
      tests: [
        { test: 'footCue', outcome: 'same', side: 'left' },
        { test: 'kneesOutCue', outcome: 'same', side: 'left' },
      ],
    },
    leads: 'ankleJoint',
    side: 'left',
  },
  {
    name: 'wobble that a slow descent clears: the foot, or attention',
    signs: {
      findings: [{ fault: 'kneeWobble', severity: clear, side: 'left' }],
      tests: [{ test: 'slowDescent', outcome: 'clears' }],
    },
    leads: 'footControl',
    side: 'left',
  },
  {
    name: 'chest drops and must swing forward off a low box: trunk before thighs',
    signs: {
      findings: [
        { fault: 'chestDrop', severity: clear },
        { fault: 'excessLean', severity: slight },
      ],
      leanBudget: { proportionsDeg: 22, ankleDeg: 1, unusedAnkleDeg: 1, offBalanceDeg: 10 },
      tests: [{ test: 'lowBox', outcome: 'worse' }],
    },
    leads: 'trunkBracing',
  },
];

const otherSide = { left: 'right', right: 'left' } as const;

/** The same client seen in a mirror: every left is a right. */
export function mirrored({ name, signs, side, ...rest }: Vignette): Vignette {
  const turn = <T extends { side?: Side | null | undefined }>(one: T): T =>
    one.side ? { ...one, side: otherSide[one.side] } : one;
  const measures = Object.fromEntries(
    Object.entries(signs.measures ?? {}).map(([key, value]) => {
      const { left, right } = value as { left?: unknown; right?: unknown };
      return [
        key,
        left === undefined && right === undefined ? value : { left: right, right: left },
      ];
    }),
  );
  return {
    ...rest,
    name: `in the mirror: ${name}`,
    signs: {
      ...signs,
      findings: signs.findings?.map(turn),
      tests: signs.tests?.map(turn),
      measures,
    },
    ...(side ? { side: otherSide[side] } : {}),
  };
}
