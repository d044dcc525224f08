import type { FirstCause } from './causes.ts';

/** A cue: at most two are given at a time. */
export interface Cue {
  id: string;
  kind: 'external' | 'internal' | 'setUp';
  words: string;
  causes: readonly FirstCause[];
  precaution: string;
}

export const CUES: readonly Cue[] = [
  {
    id: 'heels-print',
    kind: 'external',
    words: 'Leave a heel print in the floor, all the way down.',
    causes: ['ankleJoint', 'habitDives'],
    precaution: 'Not a cue to sit back: the whole foot stays down.',
  },
  {
    id: 'between-heels',
    kind: 'external',
    words: 'Lower the belt buckle between your heels.',
    causes: ['ankleJoint', 'hipFoldRoom', 'stanceOutOfRange'],
    precaution: 'Stop above any hip pinch.',
  },
  {
    id: 'chest-goes-with-shins',
    kind: 'external',
    words: 'Let the chest go with the shins: two parallel lines.',
    causes: ['proportions'],
    precaution: 'Long thighs need this lean. Do not chase an upright chest.',
  },
  {
    id: 'midfoot-heavy',
    kind: 'external',
    words: 'Keep the laces heavy.',
    causes: ['proportions', 'habitSitsBack', 'control'],
    precaution: 'Feel it; do not stare at the mirror.',
  },
  {
    id: 'knees-reach',
    kind: 'external',
    words: 'Let the knees travel to the line in front of your toes.',
    causes: ['habitSitsBack'],
    precaution: 'Only with the whole foot down and no knee pain.',
  },
  {
    id: 'unlock-together',
    kind: 'internal',
    words: 'Unlock knees and hips in the same breath.',
    causes: ['habitSitsBack', 'habitDives'],
    precaution: 'Start without load.',
  },
  {
    id: 'chair-behind',
    kind: 'external',
    words: 'Reach for a chair behind you before the knees go.',
    causes: ['habitDives'],
    precaution: 'Not for somebody who already sits back.',
  },
  {
    id: 'tripod',
    kind: 'setUp',
    words: 'Three points: big toe, little toe, heel.',
    causes: ['control', 'stanceOutOfRange', 'habitDives'],
    precaution: 'Keep a prescribed orthosis in.',
  },
  {
    id: 'feet-same',
    kind: 'setUp',
    words: 'Set both feet to the same mark before you go down.',
    causes: ['hipInwardRotation', 'stanceOutOfRange'],
    precaution: 'If one hip pinches with feet alike, stop and have it measured.',
  },
  {
    id: 'knee-over-second-toe',
    kind: 'internal',
    words: 'Point the knees where the second toes point.',
    causes: ['hipInwardRotation', 'ankleJoint'],
    precaution: 'Not “knees out”: knees that already track are left alone.',
  },
  {
    id: 'breathe-brace',
    kind: 'setUp',
    words: 'Breath in low, ribs over the belt, then move.',
    causes: ['control', 'proportions'],
    precaution: 'No long breath-holds with high blood pressure or in pregnancy.',
  },
];
