import type { CauseId } from '../diagnose/causes.ts';
import type { BannedCue } from '../diagnose/verdicts.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import type { MethodProfile } from '../setup/profiles.ts';

/** Fields of a method by which a cue may be part of it or not. */
type CueFields = Pick<MethodProfile, 'breaks' | 'toes' | 'workingPoint' | 'kneeTravel'>;
/** Where a cue belongs: every field named here must have one of these values. */
export type OnlyIn = { readonly [K in keyof CueFields]?: readonly CueFields[K][] };

/** A cue: at most two are given at a time. */
export interface Cue {
  id: string;
  kind: 'external' | 'internal' | 'setUp';
  words: string;
  /** What it answers, of the causes that Probe weighs; the first is what it is best at. */
  causes: readonly CauseId[];
  precaution: string;
  /** Limits of the screen under which it is not given. */
  barredBy: readonly SafetyLimit['kind'][];
  /** Methods it belongs to; absent = all. */
  onlyIn?: OnlyIn;
  /** Not given while this is banned for the client. */
  bannedAs?: BannedCue;
}

export const CUES: readonly Cue[] = [
  {
    id: 'heels-as-heavy',
    kind: 'external',
    words: 'Keep the heels as heavy as the toes, all the way down.',
    causes: ['ankleJoint', 'gastrocnemius', 'habitDives'],
    precaution: 'Not a cue to sit back: the whole foot stays down.',
    barredBy: [],
  },
  {
    id: 'between-heels',
    kind: 'external',
    words: 'Lower the belt buckle between your heels.',
    causes: ['hipFoldRoom', 'adductors', 'ankleJoint'],
    precaution: 'Stop above any hip pinch.',
    barredBy: ['depthCap', 'noDeepFold', 'verticalShins'],
  },
  {
    id: 'chest-goes-with-shins',
    kind: 'external',
    words: 'Let the chest go with the shins: two parallel lines.',
    causes: ['proportions'],
    precaution: 'Long thighs need this lean. Do not chase an upright chest.',
    barredBy: ['verticalShins'],
    onlyIn: { workingPoint: ['parallelLines'] },
  },
  {
    id: 'midfoot-heavy',
    kind: 'external',
    words: 'Keep the laces heavy.',
    causes: ['habitDives', 'quadsWeak', 'loadBeyondControl'],
    precaution: 'Feel it; do not stare at the mirror.',
    barredBy: [],
  },
  {
    id: 'knees-reach',
    kind: 'external',
    words: 'Let the knees travel to the line in front of your toes.',
    causes: ['habitSitsBack', 'quadsWeak'],
    precaution: 'Only with the whole foot down and no knee pain.',
    barredBy: ['verticalShins'],
    onlyIn: { workingPoint: ['parallelLines', 'kneesForward'], kneeTravel: ['shoeFront', 'free'] },
  },
  {
    id: 'unlock-together',
    kind: 'internal',
    words: 'Unlock knees and hips in the same breath.',
    causes: ['habitSitsBack', 'habitDives'],
    precaution: 'Start without load.',
    barredBy: ['verticalShins'],
    onlyIn: { breaks: ['together'] },
  },
  {
    id: 'belt-back-first',
    kind: 'external',
    words: 'Let the belt move back a hand’s width, then bend the knees.',
    causes: ['habitDives'],
    precaution: 'Not for clients who already sit back.',
    barredBy: [],
    onlyIn: { breaks: ['together', 'hipsFirst'] },
  },
  {
    id: 'tripod',
    kind: 'setUp',
    words: 'Three points: big toe, little toe, heel.',
    causes: ['footControl', 'lateralLeg', 'shoeOrSurface'],
    precaution: 'Keep a prescribed orthosis in.',
    barredBy: [],
    onlyIn: { toes: ['left'] },
  },
  {
    id: 'big-toes-print',
    kind: 'setUp',
    words: 'Print both big toes into the floor and leave them there.',
    causes: ['footControl', 'lateralLeg', 'shoeOrSurface'],
    precaution: 'Keep a prescribed orthosis in.',
    barredBy: [],
    onlyIn: { toes: ['pressed'] },
  },
  {
    id: 'toes-light',
    kind: 'setUp',
    words: 'Toes light, the ball of each big toe and the heel heavy.',
    causes: ['footControl', 'lateralLeg', 'shoeOrSurface'],
    precaution: 'Keep a prescribed orthosis in. Lower the toes again if they cramp.',
    barredBy: [],
    onlyIn: { toes: ['lifted'] },
  },
  {
    id: 'feet-same',
    kind: 'setUp',
    words: 'Set both feet to the same mark before you go down.',
    causes: ['hipInwardRotation'],
    precaution: 'If one hip pinches with feet alike, stop and have it measured.',
    barredBy: [],
  },
  {
    id: 'knee-over-second-toe',
    kind: 'internal',
    words: 'Point the knees where the second toes point.',
    causes: ['abductors', 'overCuedKneesOut', 'hipInwardRotation'],
    precaution: 'Not “knees out”: knees that already track are left alone.',
    barredBy: [],
  },
  {
    id: 'breathe-brace',
    kind: 'setUp',
    words: 'Breath in low, ribs over the belt, then move.',
    causes: ['trunkBracing', 'hipFlexors', 'shoulderLat', 'loadBeyondControl'],
    precaution: 'No long breath-holds with high blood pressure or in pregnancy.',
    barredBy: ['noBracing'],
  },
];

/** Whether a cue belongs to a method. */
export const belongsTo = ({ onlyIn = {} }: Pick<Cue, 'onlyIn'>, method: CueFields): boolean =>
  (Object.keys(onlyIn) as (keyof CueFields)[]).every((field) =>
    (onlyIn[field] as readonly string[]).includes(method[field]),
  );
