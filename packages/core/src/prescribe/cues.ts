import { DEEP, END_OF_RANGE_DEG, type Asks } from '../safety/asks.ts';
import type { CauseId } from '../causes/causes.ts';
import type { BannedCue } from '../diagnose/verdicts.ts';
import type { MethodProfile } from '../setup/profiles.ts';

/** Fields of a method by which a cue may be part of it or not. */
type CueFields = Pick<MethodProfile, 'breaks' | 'toes' | 'workingPoint' | 'kneeTravel'>;
/** Where a cue belongs: every field named here must have one of these values. */
export type OnlyIn = { readonly [K in keyof CueFields]?: readonly CueFields[K][] };

/** What a cue points at: something outside the body, a part of the body, or what is done before the squat starts. */
export const CUE_KINDS = ['external', 'internal', 'setUp'] as const;
export type CueKind = (typeof CUE_KINDS)[number];

/** When a cue is thought of: before the squat starts, on the way down, in the bottom, or on the way up. */
export const CUE_PHASES = ['before', 'down', 'bottom', 'up'] as const;
export type CuePhase = (typeof CUE_PHASES)[number];

/** A cue: at most two are given at a time. */
export interface Cue {
  id: string;
  kind: CueKind;
  phase: CuePhase;
  words: string;
  /** What it answers, of the causes that Probe weighs; the first is what it is best at. */
  causes: readonly CauseId[];
  precaution: string;
  /** What it asks of a body: decides under which limits it is not given. */
  asks: Asks;
  /** Methods it belongs to; absent = all. */
  onlyIn?: OnlyIn;
  /** Not given while this is banned for the client. */
  bannedAs?: BannedCue;
  /** Given only to clients of whom this holds. */
  onlyFor?: 'feetDiffer';
}

/** Cues of the house in its own words; of equals the one named first is given (common practice, no source). */
export const CUES: readonly Cue[] = [
  {
    id: 'heels-as-heavy',
    kind: 'external',
    phase: 'down',
    words: 'Keep the heels as heavy as the toes, all the way down.',
    causes: ['ankleJoint', 'gastrocnemius', 'habitDives'],
    precaution: 'Not a cue to sit back: the whole foot stays down.',
    asks: {},
  },
  {
    id: 'between-heels',
    kind: 'external',
    phase: 'down',
    words: 'Lower the belt buckle between your heels.',
    causes: ['hipFoldRoom', 'adductors', 'ankleJoint'],
    precaution: 'Stop above any hip pinch.',
    asks: DEEP,
  },
  {
    id: 'chest-goes-with-shins',
    kind: 'external',
    phase: 'down',
    words: 'Let the chest go with the shins: two parallel lines.',
    causes: ['proportions'],
    precaution: 'Long thighs need this lean. Do not chase an upright chest.',
    asks: { shinDeg: 30 },
    onlyIn: { workingPoint: ['parallelLines'] },
  },
  {
    id: 'midfoot-heavy',
    kind: 'external',
    phase: 'down',
    words: 'Keep the laces heavy.',
    causes: ['habitDives', 'quadsWeak', 'loadBeyondControl'],
    precaution: 'Feel it; do not stare at the mirror.',
    asks: {},
  },
  {
    id: 'knees-reach',
    kind: 'external',
    phase: 'down',
    words: 'Let the knees travel to the line in front of your toes.',
    causes: ['habitSitsBack', 'quadsWeak'],
    precaution: 'Only with the whole foot down and no knee pain.',
    asks: { shinDeg: 35, kneesToLine: true },
    onlyIn: { workingPoint: ['parallelLines', 'kneesForward'], kneeTravel: ['shoeFront', 'free'] },
  },
  {
    id: 'unlock-together',
    kind: 'internal',
    phase: 'down',
    words: 'Unlock knees and hips in the same breath.',
    causes: ['habitSitsBack', 'habitDives'],
    precaution: 'Start without load.',
    asks: { shinDeg: 20 },
    onlyIn: { breaks: ['together'] },
  },
  {
    id: 'belt-back-first',
    kind: 'external',
    phase: 'down',
    words: 'Let the belt move back a hand’s width, then bend the knees.',
    causes: ['habitDives'],
    precaution: 'Not for clients who already sit back.',
    asks: {},
    onlyIn: { breaks: ['together', 'hipsFirst'] },
  },
  {
    id: 'tripod',
    kind: 'setUp',
    phase: 'before',
    words: 'Three points: big toe, little toe, heel.',
    causes: ['footControl', 'lateralLeg', 'shoeOrSurface'],
    precaution: 'Keep a prescribed orthosis in.',
    asks: {},
    onlyIn: { toes: ['left'] },
  },
  {
    id: 'big-toes-print',
    kind: 'setUp',
    phase: 'before',
    words: 'Print both big toes into the floor and leave them there.',
    causes: ['footControl', 'lateralLeg', 'shoeOrSurface'],
    precaution: 'Keep a prescribed orthosis in.',
    asks: {},
    onlyIn: { toes: ['pressed'] },
  },
  {
    id: 'toes-light',
    kind: 'setUp',
    phase: 'before',
    words: 'Toes light, the ball of each big toe and the heel heavy.',
    causes: ['footControl', 'lateralLeg', 'shoeOrSurface'],
    precaution: 'Keep a prescribed orthosis in. Lower the toes again if they cramp.',
    asks: {},
    onlyIn: { toes: ['lifted'] },
  },
  {
    id: 'feet-same',
    kind: 'setUp',
    phase: 'before',
    words: 'Set both feet to the same mark before you go down.',
    onlyFor: 'feetDiffer',
    causes: ['hipInwardRotation'],
    precaution: 'If one hip pinches with feet alike, stop and have it measured.',
    asks: {},
  },
  {
    id: 'knee-over-second-toe',
    kind: 'internal',
    phase: 'down',
    words: 'Point the knees where the second toes point.',
    causes: ['abductors', 'overCuedKneesOut', 'hipInwardRotation'],
    precaution: 'Not “knees out”: knees that already track are left alone.',
    asks: {},
  },
  {
    id: 'breathe-brace',
    kind: 'setUp',
    phase: 'before',
    words: 'Breath in low, ribs over the belt, then move.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat', 'loadBeyondControl'],
    precaution: 'No long breath-holds with high blood pressure or in pregnancy.',
    asks: { bracing: true },
  },
  {
    id: 'heels-on-marks',
    kind: 'setUp',
    phase: 'before',
    words: 'Heels on their marks, weight over the laces, then start.',
    causes: ['ankleJoint', 'gastrocnemius', 'quadsWeak'],
    precaution: 'The marks come from the setup in use: do not step wider to get lower.',
    asks: {},
  },
  {
    id: 'toes-after-heels',
    kind: 'setUp',
    phase: 'before',
    words: 'Set the heels first, then turn the toes to their marks.',
    causes: ['hipFoldRoom', 'adductors', 'hipInwardRotation'],
    precaution: 'The angle comes from the setup in use: do not turn further out to get lower.',
    asks: {},
  },
  {
    id: 'unlock-first',
    kind: 'setUp',
    phase: 'before',
    words: 'Unlock the knees a finger’s width before you start.',
    causes: ['habitSitsBack', 'quadsWeak'],
    precaution: 'Soft knees, no bend yet.',
    asks: { shinDeg: 20 },
    onlyIn: { breaks: ['together', 'kneesFirst'] },
  },
  {
    id: 'count-down',
    kind: 'setUp',
    phase: 'before',
    words: 'Decide on the count before you go: three down.',
    causes: ['habitDives', 'loadBeyondControl'],
    precaution: 'A slower way down is harder: take load off if the count gets lost.',
    asks: {},
  },
  {
    id: 'kneecaps-over-laces',
    kind: 'setUp',
    phase: 'before',
    words: 'Line each kneecap up with its laces before you go.',
    causes: ['abductors', 'hipInwardRotation', 'overCuedKneesOut'],
    precaution: 'Not “knees out”: straight over the laces.',
    asks: {},
  },
  {
    id: 'coin-under-toe',
    kind: 'external',
    phase: 'down',
    words: 'Keep a coin pinned under the ball of each big toe.',
    causes: ['footControl', 'lateralLeg'],
    precaution: 'Keep a prescribed orthosis in. Do not claw the toes.',
    asks: {},
  },
  {
    id: 'between-two-posts',
    kind: 'external',
    phase: 'down',
    words: 'Go down between two posts: the knees touch neither of them.',
    causes: ['abductors', 'hipInwardRotation', 'adductors'],
    precaution: 'The posts stand over the second toes, no wider.',
    asks: {},
  },
  {
    id: 'spread-the-floor',
    kind: 'external',
    phase: 'down',
    words: 'Spread the floor apart between your feet.',
    causes: ['abductors'],
    precaution: 'Only for knees that were seen to come in, and only until they track.',
    asks: {},
    bannedAs: 'kneesOut',
  },
  {
    id: 'shirt-same-length',
    kind: 'external',
    phase: 'down',
    words: 'Keep the front of your shirt the same length all the way down.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat'],
    precaution: 'The same length, not shorter: no forced tuck and no arch.',
    asks: {},
  },
  {
    id: 'soft-arrival',
    kind: 'external',
    phase: 'bottom',
    words: 'Arrive at the bottom without a sound.',
    causes: ['habitDives', 'loadBeyondControl'],
    precaution: 'Take load off if it cannot be slowed down.',
    asks: {},
  },
  {
    id: 'three-prints',
    kind: 'external',
    phase: 'bottom',
    words: 'Leave three equal prints in the floor at the bottom: heel, big toe, little toe.',
    causes: ['footControl', 'lateralLeg', 'ankleJoint'],
    precaution: 'Stop at the depth where a heel gets light.',
    asks: {},
  },
  {
    id: 'knees-at-marks',
    kind: 'external',
    phase: 'bottom',
    words: 'Keep both knees pointed at the marks in front of your toes.',
    causes: ['abductors', 'hipInwardRotation', 'adductors'],
    precaution: 'The marks lie on the line of the second toes.',
    asks: {},
  },
  {
    id: 'belly-between-thighs',
    kind: 'external',
    phase: 'bottom',
    words: 'Let the belly sink between the thighs.',
    causes: ['hipFoldRoom', 'adductors'],
    precaution: 'Stop above any hip pinch.',
    asks: { depthDeg: 25, hipFoldDeg: 120, kneeFlexionDeg: 130 },
  },
  {
    id: 'zip-stays-long',
    kind: 'external',
    phase: 'bottom',
    words: 'Keep the zip of your jacket long at the bottom.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat'],
    precaution: 'Long, not arched: stop at the depth where the low back rounds.',
    asks: {},
  },
  {
    id: 'knees-stay-at-line',
    kind: 'external',
    phase: 'bottom',
    words: 'Leave the knees at the line in front of your toes while you pause.',
    causes: ['habitSitsBack', 'quadsWeak'],
    precaution: 'Only with the whole foot down and no knee pain.',
    asks: { shinDeg: 35, kneesToLine: true },
    onlyIn: { workingPoint: ['parallelLines', 'kneesForward'], kneeTravel: ['shoeFront', 'free'] },
  },
  {
    id: 'push-through-laces',
    kind: 'external',
    phase: 'up',
    words: 'Push the floor away through the laces.',
    causes: ['quadsWeak', 'habitSitsBack', 'footControl', 'lateralLeg'],
    precaution: 'The heels stay down as long as you push.',
    asks: {},
  },
  {
    id: 'push-ceiling-away',
    kind: 'external',
    phase: 'up',
    words: 'Push the ceiling away.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat'],
    precaution: 'Chest and hips rise together: do not throw the head back.',
    asks: {},
  },
  {
    id: 'up-between-posts',
    kind: 'external',
    phase: 'up',
    words: 'Come up between the same two posts.',
    causes: ['abductors', 'hipInwardRotation'],
    precaution: 'The posts stand over the second toes, no wider.',
    asks: {},
  },
  {
    id: 'shins-lean-heels-stay',
    kind: 'internal',
    phase: 'down',
    words: 'The shins lean, the heels stay.',
    causes: ['ankleJoint', 'gastrocnemius', 'quadsWeak'],
    precaution: 'Stop where a heel gets light or the front of the ankle pinches.',
    asks: { shinDeg: 30, ankleDeg: END_OF_RANGE_DEG, kneesToLine: true },
    onlyIn: { workingPoint: ['parallelLines', 'kneesForward'] },
  },
  {
    id: 'arch-stays-up',
    kind: 'internal',
    phase: 'down',
    words: 'Keep the arches up without rolling to the outside.',
    causes: ['footControl', 'lateralLeg'],
    precaution: 'Keep a prescribed orthosis in.',
    asks: {},
  },
  {
    id: 'thighs-follow-feet',
    kind: 'internal',
    phase: 'down',
    words: 'Let the thighs follow the feet, then fold.',
    causes: ['adductors', 'hipFoldRoom', 'hipInwardRotation'],
    precaution: 'The knees follow the feet and go no further out. Stop above any hip pinch.',
    asks: {},
  },
  {
    id: 'ribs-over-pelvis',
    kind: 'internal',
    phase: 'down',
    words: 'Keep the ribs over the pelvis.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat'],
    precaution: 'Stacked, not tucked under.',
    asks: {},
  },
  {
    id: 'weight-before-ankle',
    kind: 'internal',
    phase: 'bottom',
    words: 'Feel the weight just in front of the ankle bone at the bottom.',
    causes: ['ankleJoint', 'habitSitsBack'],
    precaution: 'Feel it; do not stare at the mirror.',
    asks: {},
  },
  {
    id: 'arch-as-high',
    kind: 'internal',
    phase: 'bottom',
    words: 'Feel the arch as high at the bottom as at the top.',
    causes: ['footControl', 'lateralLeg'],
    precaution: 'Come up where the arch gives way: that is the depth for today.',
    asks: {},
  },
  {
    id: 'kneecaps-still-over',
    kind: 'internal',
    phase: 'bottom',
    words: 'Kneecaps still over the second toes.',
    causes: ['abductors', 'hipInwardRotation', 'adductors'],
    precaution: 'Not “knees out”: knees that already track are left alone.',
    asks: {},
  },
  {
    id: 'thighs-carry',
    kind: 'internal',
    phase: 'bottom',
    words: 'Let the thighs carry you; do not rest at the bottom.',
    causes: ['quadsWeak', 'habitDives', 'loadBeyondControl'],
    precaution: 'No bounce out of the bottom.',
    asks: {},
  },
  {
    id: 'fold-at-creases',
    kind: 'internal',
    phase: 'bottom',
    words: 'Fold at the hip creases and stop where the low back wants to help.',
    causes: ['hipFoldRoom', 'adductors'],
    precaution: 'Stop above any hip pinch.',
    asks: { depthDeg: 25, hipFoldDeg: 120, kneeFlexionDeg: 130 },
  },
  {
    id: 'stay-tight-below',
    kind: 'internal',
    phase: 'bottom',
    words: 'Stay tight around the belt at the bottom.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat'],
    precaution: 'No long breath-holds with high blood pressure or in pregnancy.',
    asks: { bracing: true },
  },
  {
    id: 'knees-forward-until',
    kind: 'internal',
    phase: 'up',
    words: 'Keep the knees forward until the hips pass them.',
    causes: ['quadsWeak', 'habitSitsBack'],
    precaution: 'Only with the whole foot down and no knee pain.',
    asks: { shinDeg: 30, kneesToLine: true },
    onlyIn: { workingPoint: ['parallelLines', 'kneesForward'], kneeTravel: ['shoeFront', 'free'] },
  },
  {
    id: 'straighten-over-toes',
    kind: 'internal',
    phase: 'up',
    words: 'Straighten the knees over the second toes.',
    causes: ['abductors', 'hipInwardRotation'],
    precaution: 'Not “knees out”: knees that already track are left alone.',
    asks: {},
  },
  {
    id: 'toe-joint-until-up',
    kind: 'internal',
    phase: 'up',
    words: 'Keep the joint of the big toe down until you stand.',
    causes: ['footControl', 'lateralLeg'],
    precaution: 'Keep a prescribed orthosis in.',
    asks: {},
  },
  {
    id: 'ribs-and-hips-together',
    kind: 'internal',
    phase: 'up',
    words: 'Ribs and hips rise at the same pace.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat'],
    precaution: 'If the hips still shoot up, the load is too much for today.',
    asks: {},
  },
];

/** Demands of a method's words that a limit may rule out; compared without case (the house's words; of a practice's own no demand is known). */
const ASKED_IN_WORDS: Readonly<Record<string, Asks>> = {
  'knees stay forward': { shinDeg: 30, kneesToLine: true },
  'sit between the hips': { depthDeg: 25, hipFoldDeg: 120, kneeFlexionDeg: 130 },
  'drive the upper back into the bar': { load: true, position: 'lowBar' },
};

/** A cue in words of the coach's or the method's own. */
export const cueInWords = (words: string, causes: readonly CauseId[]): Cue => ({
  id: 'own-words',
  kind: 'external',
  phase: 'down',
  words,
  causes,
  precaution: 'The client’s own cue: drop it as soon as it is no longer needed.',
  asks: ASKED_IN_WORDS[words.trim().toLowerCase()] ?? {},
});

const OPENS = 'The hip opens on the way up: there is nothing to cue.';
const SLACK = 'With the knee bent the calf is slack.';

/** Phases in which a cause needs no cue, with the reason (common practice, no source). */
export const NO_CUE: Readonly<Partial<Record<CauseId, Partial<Record<CuePhase, string>>>>> = {
  ankleJoint: { up: 'The ankle needs less range with every step of the way up.' },
  gastrocnemius: { bottom: SLACK, up: SLACK },
  hipFoldRoom: { up: OPENS },
  adductors: { up: OPENS },
  habitDives: { up: 'The habit is over at the bottom.' },
};

/** Whether a cue belongs to a method. */
export const belongsTo = ({ onlyIn = {} }: Pick<Cue, 'onlyIn'>, method: CueFields): boolean =>
  (Object.keys(onlyIn) as (keyof CueFields)[]).every((field) =>
    (onlyIn[field] as readonly string[]).includes(method[field]),
  );
