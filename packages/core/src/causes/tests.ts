import { DEEP, END_OF_RANGE_DEG, type Asks } from '../safety/asks.ts';
import type { CauseId } from './causes.ts';
import type { FindingId, Strength } from './links.ts';

export const TEST_IDS = [
  'heelsRaised',
  'counterbalance',
  'supportedSit',
  'openStance',
  'narrowStance',
  'slickFloor',
  'kneeStraightVsBent',
  'footCue',
  'kneesOutCue',
  'archOnHeelRaise',
  'hinge',
  'slowDescent',
  'lowBox',
  'lightVsLoad',
  'armsDown',
  'standingAbduction',
  'cueTrial',
] as const;
export type TestId = (typeof TEST_IDS)[number];

/** How a test changed what was seen before. */
const CHANGES = ['clears', 'helps', 'same', 'worse', 'pain'] as const;
/** What stopped the client, or came through all the same: outcomes that name causes by themselves. */
export const NAMED_OUTCOMES = [
  'nothing',
  'heelsUp',
  'hipFront',
  'ankleFront',
  'backRounded',
  'other',
  'clean',
  'pitched',
] as const;
export type NamedOutcome = (typeof NAMED_OUTCOMES)[number];
export const OUTCOMES = [...CHANGES, ...NAMED_OUTCOMES] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** Kit the test needs. */
export const NEEDS = [
  'heelLift',
  'lightWeight',
  'upright',
  'slickFloor',
  'lowBox',
  'loadedBar',
] as const;
export type Need = (typeof NEEDS)[number];

export const NEED_NAMES: Readonly<Record<Need, string>> = {
  heelLift: 'Something 20–35 mm to put under the heels',
  lightWeight: 'A light weight, 5–10 kg',
  upright: 'An upright to hold on to',
  slickFloor: 'A smooth floor',
  lowBox: 'A low box that does not slide',
  loadedBar: 'A bar and the training load',
};

type Pull = readonly [cause: CauseId, strength: Exclude<Strength, 'against'>];

/** A short test that tells causes apart. */
export interface ProbeTest {
  id: TestId;
  name: string;
  minutes: number;
  how: string;
  precaution: string;
  /** Said of one side at a time. */
  sided: boolean;
  /** What it can change: without any of these seen there is nothing to compare with. Empty = always worth a look. */
  about: readonly FindingId[];
  /** Causes that it relieves, so that what was seen clears or helps. */
  relieves: readonly Pull[];
  /** How often it turns out well whatever the cause; absent = hardly ever. */
  usually?: number;
  /** Causes under which it does not turn out well. */
  blocks?: readonly CauseId[];
  /** Causes that it shows more of. */
  worsens: readonly Pull[];
  /** Causes that hurt in it. */
  hurts: readonly Pull[];
  /** Of a test that is told by what stopped it: how often each outcome comes with no cause at work, and which causes it names. They sum to 1. */
  named?: Readonly<Partial<Record<Outcome, { usually: number; causes: readonly Pull[] }>>>;
  /** Kit the test needs; absent = nothing. */
  needs?: Need;
  /** Runs this long, seconds; absent = no clock needed. */
  timerS?: number;
  /** What it asks of a body: decides under which limits it is not done. */
  asks: Asks;
  status: 'house default';
}

const test = (entry: Omit<ProbeTest, 'status'>): ProbeTest => ({
  ...entry,
  status: 'house default',
});

/** How a test may turn out, in the order of its buttons. */
export const outcomesOf = ({ named }: Pick<ProbeTest, 'named'>): readonly Outcome[] =>
  named ? [...(Object.keys(named) as Outcome[]), 'pain'] : CHANGES;

/** What may be recorded of a test: how it may turn out, and where the front of the ankle stopped it. */
export const recordedOutcomesOf = (id: TestId): readonly Outcome[] =>
  id === 'kneeStraightVsBent' ? [...CHANGES, 'ankleFront'] : outcomesOf(TESTS[id]);

/** Every short test of the trade. The strength of each link is a house default. */
export const TESTS: Readonly<Record<TestId, ProbeTest>> = {
  heelsRaised: test({
    id: 'heelsRaised',
    needs: 'heelLift',
    name: 'Heels raised 25–30 mm',
    minutes: 1,
    how: 'A plate under each heel, the same squat three times.',
    precaution: 'The whole foot stays down; step off backward.',
    sided: false,
    about: [
      'heelsRise',
      'weightForward',
      'depthShort',
      'feetTurnOut',
      'kneesIn',
      'archDrops',
      'pelvisTuck',
      'excessLean',
      'trunkShinMismatch',
    ],
    relieves: [
      ['ankleJoint', 'strong'],
      ['gastrocnemius', 'strong'],
      ['ankleBlock', 'some'],
    ],
    worsens: [['habitDives', 'some']],
    hurts: [],
    asks: { shinDeg: 30 },
  }),
  counterbalance: test({
    id: 'counterbalance',
    needs: 'lightWeight',
    name: 'Counterbalance, 5–10 kg at arm’s length',
    minutes: 1,
    how: 'A light plate held out in front, the same squat three times. Note what is left: heels that still lift or a trunk that still pitches forward is an ankle.',
    precaution: 'Only as heavy as the shoulders hold still.',
    sided: false,
    about: [
      'heelsRise',
      'excessLean',
      'leanUnused',
      'toesFloat',
      'depthShort',
      'hipsFirst',
      'trunkShinMismatch',
      'leanOffBalance',
    ],
    relieves: [],
    worsens: [],
    named: {
      clean: {
        usually: 0.2,
        causes: [
          ['habitSitsBack', 'strong'],
          ['habitDives', 'strong'],
          ['trunkBracing', 'some'],
        ],
      },
      heelsUp: {
        usually: 0.1,
        causes: [
          ['ankleJoint', 'strong'],
          ['gastrocnemius', 'some'],
          ['ankleBlock', 'some'],
        ],
      },
      pitched: {
        usually: 0.1,
        causes: [
          ['ankleJoint', 'strong'],
          ['gastrocnemius', 'some'],
        ],
      },
      same: { usually: 0.6, causes: [] },
    },
    hurts: [],
    asks: { load: true, free: true, position: 'counterbalance' },
  }),
  supportedSit: test({
    id: 'supportedSit',
    timerS: 20,
    needs: 'upright',
    name: 'Supported deep sit at an upright',
    minutes: 2,
    how: 'Hold on to an upright, heels down, sink as low as it goes, stay for three breaths. Note what stopped it.',
    precaution: 'A pinch in front of the hip ends it.',
    sided: false,
    about: ['depthShort', 'heelsRise', 'pelvisTuck', 'excessLean', 'leanUnused'],
    relieves: [],
    worsens: [],
    named: {
      nothing: {
        usually: 0.2,
        causes: [
          ['habitSitsBack', 'strong'],
          ['quadsWeak', 'strong'],
          ['trunkBracing', 'some'],
          ['habitDives', 'some'],
          ['loadBeyondControl', 'some'],
        ],
      },
      heelsUp: {
        usually: 0.1,
        causes: [
          ['ankleJoint', 'strong'],
          ['gastrocnemius', 'some'],
        ],
      },
      hipFront: { usually: 0.08, causes: [['hipFoldRoom', 'strong']] },
      ankleFront: { usually: 0.02, causes: [['ankleBlock', 'strong']] },
      backRounded: {
        usually: 0.1,
        causes: [
          ['hipFoldRoom', 'strong'],
          ['adductors', 'some'],
        ],
      },
      other: { usually: 0.5, causes: [] },
    },
    hurts: [
      ['painGuarding', 'some'],
      ['ankleBlock', 'some'],
    ],
    asks: DEEP,
  }),
  openStance: test({
    id: 'openStance',
    name: 'Open stance, toes 15° further out',
    minutes: 1,
    how: 'A hand wider on each side, toes 15° out, the same squat three times.',
    precaution: 'A change of position, not a cure for a stiff hip.',
    sided: false,
    about: ['pelvisTuck', 'depthShort', 'foldShort', 'kneesOut', 'lowBackArch', 'leanProportions'],
    relieves: [
      ['hipFoldRoom', 'strong'],
      ['hipInwardRotation', 'some'],
      ['proportions', 'some'],
    ],
    worsens: [['adductors', 'some']],
    hurts: [],
    asks: {},
  }),
  narrowStance: test({
    id: 'narrowStance',
    name: 'Narrow, straight feet',
    minutes: 1,
    how: 'Feet hip-wide and straight, the same squat three times.',
    precaution: 'Only as low as it stays clean.',
    sided: false,
    about: ['feetTurnOut', 'depthShort', 'archDrops', 'kneesOut'],
    relieves: [
      ['overCuedKneesOut', 'some'],
      ['adductors', 'some'],
    ],
    worsens: [
      ['hipFoldRoom', 'strong'],
      ['ankleJoint', 'some'],
      ['gastrocnemius', 'some'],
      ['hipInwardRotation', 'weak'],
    ],
    hurts: [],
    asks: { hipFoldDeg: 105 },
  }),
  slickFloor: test({
    id: 'slickFloor',
    needs: 'slickFloor',
    name: 'In socks on a slick floor',
    minutes: 1,
    how: 'Socks on, on a smooth floor, three slow squats. See whether the feet spin out at the bottom.',
    precaution: 'Beside something to hold on to.',
    sided: true,
    about: ['feetTurnOut'],
    relieves: [],
    worsens: [
      ['gastrocnemius', 'strong'],
      ['ankleJoint', 'some'],
      ['hipInwardRotation', 'weak'],
    ],
    hurts: [],
    asks: { free: true },
  }),
  kneeStraightVsBent: test({
    id: 'kneeStraightVsBent',
    name: 'Dorsiflexion, knee straight against bent',
    minutes: 2,
    how: 'Lunge at the wall, knee bent, then back knee straight.',
    precaution: 'A pinch in front is a block: stop, do not stretch.',
    sided: true,
    about: ['heelsRise', 'feetTurnOut', 'ankleShort', 'calfShort', 'weightForward'],
    relieves: [['gastrocnemius', 'strong']],
    worsens: [['ankleJoint', 'some']],
    hurts: [['ankleBlock', 'strong']],
    asks: { ankleDeg: END_OF_RANGE_DEG },
  }),
  footCue: test({
    id: 'footCue',
    name: 'Foot cue: tripod, ankle over mid-foot',
    minutes: 1,
    how: 'Three points down, ankle stacked over the middle, three squats.',
    precaution: 'An orthosis stays in.',
    sided: true,
    about: ['kneesIn', 'archDrops', 'kneeWobble'],
    relieves: [['footControl', 'strong']],
    worsens: [],
    hurts: [],
    asks: {},
  }),
  kneesOutCue: test({
    id: 'kneesOutCue',
    name: 'Knees-out cue',
    minutes: 1,
    how: 'Knees toward the little toes, three squats.',
    precaution: 'Only for knees that come in.',
    sided: true,
    about: ['kneesIn'],
    relieves: [
      ['abductors', 'strong'],
      ['habitDives', 'weak'],
    ],
    worsens: [['hipInwardRotation', 'weak']],
    hurts: [],
    asks: {},
  }),
  archOnHeelRaise: test({
    id: 'archOnHeelRaise',
    name: 'Heel raise standing: does the arch form?',
    minutes: 1,
    how: 'Both heels up, looked at from behind.',
    precaution: 'A fingertip on the wall.',
    sided: true,
    about: ['archDrops', 'archLow'],
    relieves: [],
    usually: 0.93,
    blocks: ['structuralFlatFoot'],
    worsens: [],
    hurts: [],
    asks: {},
  }),
  hinge: test({
    id: 'hinge',
    name: 'Hinge instead of squat',
    minutes: 1,
    how: 'Hips back over soft knees, three times, seen from behind. Does the shift stay?',
    precaution: 'Back in its standing shape; unloaded.',
    // The shift is said of the side it goes to, the hip behind it is the other one: the hinge clears the shift, whichever it was.
    sided: false,
    about: ['sideShift', 'unevenTouch'],
    relieves: [
      ['hipInwardRotation', 'strong'],
      ['ankleJoint', 'some'],
      ['quadsWeak', 'weak'],
    ],
    worsens: [],
    hurts: [],
    asks: { hipFoldDeg: 105 },
  }),
  slowDescent: test({
    id: 'slowDescent',
    timerS: 8,
    name: 'Slow descent, 5–10 s, light',
    minutes: 1,
    how: 'Down in a count of eight, three times.',
    precaution: 'No load, or a stick.',
    sided: false,
    about: ['sideShift', 'kneeWobble', 'dropsIn', 'kneesFirst', 'kneesIn'],
    relieves: [
      ['habitDives', 'strong'],
      ['footControl', 'some'],
      ['loadBeyondControl', 'strong'],
      ['abductors', 'weak'],
    ],
    worsens: [['quadsWeak', 'some']],
    hurts: [],
    asks: {},
  }),
  lowBox: test({
    id: 'lowBox',
    needs: 'lowBox',
    name: 'Low seat: settle, then rise from where you are',
    minutes: 2,
    how: 'Sit down on a low box, let all tension go, then stand up from there. Does the trunk have to swing forward first?',
    precaution: 'A box that does not slide.',
    sided: false,
    about: ['depthShort', 'toesFloat', 'hipsRiseEarly', 'leanOffBalance', 'kneesSlideBack'],
    relieves: [],
    worsens: [
      ['quadsWeak', 'strong'],
      ['ankleJoint', 'some'],
      ['trunkBracing', 'some'],
      ['habitSitsBack', 'some'],
    ],
    hurts: [['painGuarding', 'some']],
    asks: { depthDeg: 15, hipFoldDeg: 110, kneeFlexionDeg: 120 },
  }),
  lightVsLoad: test({
    id: 'lightVsLoad',
    needs: 'loadedBar',
    name: 'Light against training load',
    minutes: 3,
    how: 'Three reps with an empty bar beside three with the training load. Does only the load show it?',
    precaution: 'Within the load of the day; spotter or pins.',
    sided: false,
    about: [
      'kneesIn',
      'hipsRiseEarly',
      'chestDrop',
      'kneesSlideBack',
      'kneeWobble',
      'leanOffBalance',
      'noLockout',
      'onlyUnderLoad',
    ],
    relieves: [
      ['loadBeyondControl', 'strong'],
      ['abductors', 'some'],
      ['quadsWeak', 'some'],
      ['trunkBracing', 'some'],
    ],
    worsens: [],
    hurts: [],
    asks: { load: true, free: true, lockout: true },
  }),
  armsDown: test({
    id: 'armsDown',
    name: 'Arms down instead of overhead',
    minutes: 1,
    how: 'The same squat with the arms crossed on the chest.',
    precaution: 'None.',
    sided: false,
    about: ['armsFall', 'leanOffBalance', 'lowBackArch'],
    relieves: [['shoulderLat', 'strong']],
    worsens: [],
    hurts: [],
    asks: { free: true },
  }),
  standingAbduction: test({
    id: 'standingAbduction',
    name: 'Standing hip abduction',
    minutes: 2,
    how: 'Leg out to the side without leaning, to loss of form. Count them.',
    precaution: 'A fingertip on the wall.',
    sided: true,
    about: ['kneesIn', 'kneeWobble', 'sideShift'],
    relieves: [],
    worsens: [['abductors', 'strong']],
    hurts: [],
    asks: {},
  }),
  cueTrial: test({
    id: 'cueTrial',
    name: 'One cue for three reps',
    minutes: 1,
    how: 'Choose one cue, say it once, three reps. For each finding: gone, better, no change, or worse. One cue at a time.',
    precaution:
      'Never knees out for knees that track, no forced tuck, no held breath where Clear forbids it.',
    sided: false,
    about: [
      'kneesIn',
      'kneesOut',
      'kneeWobble',
      'archDrops',
      'weightForward',
      'toesFloat',
      'hipsFirst',
      'kneesFirst',
      'hipsRiseEarly',
      'kneesSlideBack',
      'chestDrop',
      'dropsIn',
      'lowBackArch',
      'leanUnused',
      'leanOffBalance',
      // A foot cue may clear a shift or an uneven touch.
      'sideShift',
      'unevenTouch',
      'heelsRise',
      'feetTurnOut',
      'outerEdge',
      'excessLean',
      'trunkShinMismatch',
      'depthShort',
      'pelvisTuck',
      'armsFall',
      'noLockout',
    ],
    // A cue that works at once points to habit or control, since it lengthens no tissue.
    relieves: [
      ['habitSitsBack', 'strong'],
      ['habitDives', 'strong'],
      ['overCuedKneesOut', 'strong'],
      ['footControl', 'some'],
      ['trunkBracing', 'some'],
      ['abductors', 'weak'],
    ],
    worsens: [],
    hurts: [],
    asks: {},
  }),
};
