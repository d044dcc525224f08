import type { CauseId } from '../diagnose/causes.ts';
import type { BannedCue } from '../diagnose/verdicts.ts';
import type { SafetyLimit } from '../safety/screen.ts';

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
  },
  {
    id: 'unlock-together',
    kind: 'internal',
    words: 'Unlock knees and hips in the same breath.',
    causes: ['habitSitsBack', 'habitDives'],
    precaution: 'Start without load.',
    barredBy: ['verticalShins'],
  },
  {
    id: 'belt-back-first',
    kind: 'external',
    words: 'Let the belt move back a hand’s width, then bend the knees.',
    causes: ['habitDives'],
    precaution: 'Not for clients who already sit back.',
    barredBy: [],
  },
  {
    id: 'tripod',
    kind: 'setUp',
    words: 'Three points: big toe, little toe, heel.',
    causes: ['footControl', 'lateralLeg', 'shoeOrSurface'],
    precaution: 'Keep a prescribed orthosis in.',
    barredBy: [],
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
