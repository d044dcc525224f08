import type { TestId } from '../causes/tests.ts';
import type { FaultId, Phase, Severity } from '../faults/table.ts';
import type { Side } from '../linkage/setup.ts';

/** A fault that may be served by itself: pain stops the work. */
export type ServedFault = Exclude<FaultId, 'pain'>;

/** A fault as it was seen, to be served until a group of causes is acted on. */
export interface ServedFinding {
  fault: ServedFault;
  side: Side | null;
  phase: Phase | null;
  severity: Severity;
}

/** What is done about a fault while nobody knows yet what lies behind it. */
export interface FirstHelp {
  /** Cues by id, the first that may be given is; of one phase those come first. */
  cues: readonly string[];
  cuesAt?: Readonly<Partial<Record<Phase, readonly string[]>>>;
  /** Drills by id, likewise. */
  drills: readonly string[];
  drillsAt?: Readonly<Partial<Record<Phase, readonly string[]>>>;
  /** The tests that would tell what lies behind it, the best first. */
  tests: readonly TestId[];
}

/** The foot’s set-up cue, as the method wants the toes. */
const FOOT = ['tripod', 'big-toes-print', 'toes-light', 'three-prints'] as const;

/** First cue, first drill and the test that would tell, of every fault (common practice, no source; order and choice are house defaults). */
export const FIRST_HELP: Readonly<Record<ServedFault, FirstHelp>> = {
  heelsRise: {
    cues: ['heels-as-heavy', 'weight-before-ankle', 'midfoot-heavy'],
    cuesAt: { bottom: ['weight-before-ankle'], ascent: ['push-through-laces'] },
    drills: ['mid-foot-rock', 'slow-descent', 'hands-help-sit-up'],
    tests: ['heelsRaised', 'counterbalance'],
  },
  toesFloat: {
    cues: ['midfoot-heavy', 'push-through-laces'],
    cuesAt: { bottom: ['weight-before-ankle'], ascent: ['push-through-laces'] },
    drills: ['mid-foot-rock', 'counterbalance-reach', 'hands-help-sit-up'],
    tests: ['counterbalance', 'lowBox'],
  },
  weightForward: {
    cues: ['heels-as-heavy', 'midfoot-heavy'],
    cuesAt: { bottom: ['weight-before-ankle'], ascent: ['push-through-laces'] },
    drills: ['mid-foot-rock', 'slow-descent'],
    tests: ['heelsRaised', 'cueTrial'],
  },
  feetTurnOut: {
    cues: FOOT,
    cuesAt: { bottom: ['three-prints'], ascent: ['toe-joint-until-up'] },
    drills: ['feet-along-the-way', 'mid-foot-rock', 'toe-spread'],
    tests: ['slickFloor', 'kneeStraightVsBent'],
  },
  archDrops: {
    cues: [...FOOT, 'arch-stays-up'],
    cuesAt: { bottom: ['arch-as-high'], ascent: ['toe-joint-until-up'] },
    drills: ['arch-lift', 'feet-along-the-way', 'toe-spread', 'mid-foot-rock'],
    drillsAt: { ascent: ['one-leg-hip-hold'] },
    tests: ['footCue', 'archOnHeelRaise'],
  },
  outerEdge: {
    cues: ['coin-under-toe', 'three-prints'],
    cuesAt: { bottom: ['three-prints'], ascent: ['toe-joint-until-up'] },
    drills: ['feet-along-the-way', 'mid-foot-rock'],
    tests: ['cueTrial'],
  },
  kneesIn: {
    cues: ['knee-over-second-toe', 'kneecaps-over-laces'],
    cuesAt: {
      descent: FOOT,
      bottom: ['knees-at-marks', 'kneecaps-still-over'],
      ascent: ['up-between-posts', 'straighten-over-toes'],
    },
    drills: ['slow-descent', 'one-leg-hip-hold', 'side-leg-raise'],
    drillsAt: {
      descent: ['feet-along-the-way', 'arch-lift'],
      ascent: ['side-leg-raise', 'one-leg-hip-hold'],
    },
    tests: ['footCue', 'standingAbduction', 'kneesOutCue'],
  },
  kneesOut: {
    cues: ['kneecaps-over-laces', 'between-two-posts'],
    cuesAt: { bottom: ['kneecaps-still-over'], ascent: ['straighten-over-toes'] },
    drills: ['slow-descent', 'squat-snacks', 'feet-along-the-way'],
    tests: ['cueTrial', 'openStance'],
  },
  kneeWobble: {
    cues: ['knee-over-second-toe', 'kneecaps-over-laces'],
    cuesAt: { bottom: ['kneecaps-still-over'], ascent: ['straighten-over-toes'] },
    drills: ['slow-descent', 'one-leg-hip-hold', 'arch-lift'],
    tests: ['slowDescent', 'footCue', 'standingAbduction'],
  },
  kneesSlideBack: {
    cues: ['knees-forward-until', 'push-through-laces', 'thighs-carry'],
    drills: ['hands-help-sit-up', 'split-knee-bend', 'slow-descent'],
    tests: ['lowBox', 'lightVsLoad'],
  },
  hipsFirst: {
    cues: ['unlock-together', 'unlock-first', 'knees-reach', 'midfoot-heavy'],
    drills: ['knees-lead-wall', 'counterbalance-reach', 'squat-snacks', 'mid-foot-rock'],
    tests: ['counterbalance', 'cueTrial'],
  },
  kneesFirst: {
    cues: ['unlock-together', 'belt-back-first', 'midfoot-heavy'],
    drills: ['slow-descent', 'squat-snacks', 'mid-foot-rock'],
    tests: ['cueTrial', 'slowDescent'],
  },
  hipsRiseEarly: {
    cues: ['ribs-and-hips-together', 'push-ceiling-away', 'push-through-laces'],
    drills: ['hands-help-sit-up', 'split-knee-bend', 'slow-descent'],
    tests: ['lowBox', 'lightVsLoad'],
  },
  sideShift: {
    cues: [...FOOT, 'midfoot-heavy'],
    cuesAt: { ascent: ['push-through-laces'] },
    drills: ['bottom-shift', 'one-leg-turn', 'slow-descent', 'mid-foot-rock'],
    tests: ['footCue', 'hinge'],
  },
  unevenTouch: {
    cues: [...FOOT, 'midfoot-heavy'],
    drills: ['bottom-shift', 'one-leg-turn', 'slow-descent', 'mid-foot-rock'],
    tests: ['footCue', 'hinge'],
  },
  pelvisTuck: {
    cues: ['fold-at-creases', 'zip-stays-long', 'shirt-same-length'],
    cuesAt: { ascent: ['ribs-and-hips-together'] },
    drills: ['rock-back-on-all-fours', 'lying-knee-pull', 'knee-lift-hold', 'slow-descent'],
    tests: ['openStance', 'supportedSit'],
  },
  lowBackArch: {
    cues: ['breathe-brace', 'ribs-over-pelvis', 'shirt-same-length'],
    cuesAt: {
      bottom: ['stay-tight-below', 'zip-stays-long'],
      ascent: ['ribs-and-hips-together'],
    },
    drills: ['heels-dig-lift', 'wall-press-breath', 'seat-tight-hold', 'slow-descent'],
    tests: ['openStance', 'armsDown'],
  },
  excessLean: {
    cues: ['knees-reach', 'ribs-over-pelvis', 'push-ceiling-away'],
    cuesAt: { ascent: ['push-ceiling-away'] },
    drills: ['counterbalance-reach', 'knees-lead-wall', 'wall-press-breath', 'slow-descent'],
    tests: ['counterbalance', 'heelsRaised'],
  },
  trunkShinMismatch: {
    cues: ['chest-goes-with-shins', 'knees-reach', 'ribs-over-pelvis'],
    drills: ['knees-lead-wall', 'counterbalance-reach', 'slow-descent', 'hands-help-sit-up'],
    tests: ['counterbalance', 'heelsRaised'],
  },
  chestDrop: {
    cues: ['breathe-brace', 'ribs-over-pelvis', 'push-ceiling-away'],
    cuesAt: { ascent: ['push-ceiling-away', 'ribs-and-hips-together'] },
    drills: ['wall-press-breath', 'heels-dig-lift', 'slow-descent'],
    tests: ['cueTrial', 'lightVsLoad'],
  },
  armsFall: {
    cues: ['ribs-over-pelvis', 'breathe-brace'],
    cuesAt: { ascent: ['push-ceiling-away'] },
    drills: ['chest-sink-at-wall', 'wall-hand-lift', 'lying-arm-lift', 'wall-press-breath'],
    tests: ['armsDown'],
  },
  depthShort: {
    cues: ['between-heels', 'thighs-follow-feet', 'soft-arrival'],
    drills: ['supported-deep-sit', 'hands-help-sit-up', 'slow-descent', 'mid-foot-rock'],
    tests: ['supportedSit', 'heelsRaised', 'openStance'],
  },
  noLockout: {
    cues: ['push-ceiling-away', 'push-through-laces'],
    drills: ['seat-tight-hold', 'long-step-opener', 'slow-descent'],
    tests: ['lightVsLoad'],
  },
  dropsIn: {
    cues: ['count-down', 'soft-arrival'],
    cuesAt: { bottom: ['soft-arrival'] },
    drills: ['slow-descent', 'mid-foot-rock'],
    tests: ['slowDescent', 'cueTrial'],
  },
};

/** Ids worth giving for a fault, the best first. */
const inOrder = (
  at: Readonly<Partial<Record<Phase, readonly string[]>>> | undefined,
  all: readonly string[],
  phase: Phase | null,
): string[] => [...new Set([...((phase && at?.[phase]) ?? []), ...all])];

/** Cues for a fault where it was seen, the best first. */
export const firstCues = ({
  fault,
  phase,
}: Pick<ServedFinding, 'fault' | 'phase'>): readonly string[] =>
  inOrder(FIRST_HELP[fault].cuesAt, FIRST_HELP[fault].cues, phase);

/** Drills for a fault where it was seen, the best first. */
export const firstDrills = ({
  fault,
  phase,
}: Pick<ServedFinding, 'fault' | 'phase'>): readonly string[] =>
  inOrder(FIRST_HELP[fault].drillsAt, FIRST_HELP[fault].drills, phase);
