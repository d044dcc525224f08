import type {
  ClientSetupValues,
  ClientValues,
  Condition,
  DecisionValues,
  JudgementValues,
  SchoolValues,
  ScreeningValues,
  SetupTrialValues,
  TriedValues,
} from '@zither/contract';
import type { BothSides, CameraView, MadeFault, MeasureId } from '@zither/core';

/** True values of one visit: the seeding reads them with the simulated instruments, trial by trial. */
export type Truth = { [K in MeasureId]?: number | BothSides<number> };

/** One visit, so many days before today. */
export interface DemoDay {
  daysAgo: number;
  truth: Truth;
  /** One trial struck out on that day, and why. */
  strikes?: { measure: MeasureId; side: 'left' | 'right'; reason: string };
}

/** A set of squats before the simulated camera, and what the coach's eye made of it. */
export interface DemoLook {
  daysAgo: number;
  view: CameraView;
  condition: Condition;
  /** What the client truly does. */
  faults: MadeFault[];
  /** What the eye saw; left out = nobody judged. */
  byEye?: JudgementValues['seen'];
}

/** A short test done on a day, against the looks of that day. */
export interface DemoTried {
  daysAgo: number;
  test: TriedValues['test'];
  side: TriedValues['side'];
  outcome: TriedValues['outcome'];
}

/** A finding left alone, or the causes of that day taken as what to work on. */
export type DemoDecision =
  | {
      kind: 'leaveAlone';
      daysAgo: number;
      finding: Extract<DecisionValues, { kind: 'leaveAlone' }>['finding'];
      side: TriedValues['side'];
      because: string;
    }
  | { kind: 'workOn'; daysAgo: number };

/** Three to five reps in a setup: what differs from the setup in use, and what was not clean. */
export interface DemoTry {
  daysAgo: number;
  setup?: Partial<ClientSetupValues['setup']>;
  showed?: Partial<Pick<SetupTrialValues, 'depthDeg' | 'heelRose' | 'knees' | 'tuckFromDeg'>>;
  comfort: number;
}

/** The practice's own school: one of the house's, copied and changed. */
export const OWN_SCHOOL: { from: string; change: Partial<SchoolValues> } = {
  from: 'balanced',
  change: {
    name: 'Loaded carry',
    holds:
      'As balanced, but to parallel and with little under the heels: what a warden does with a pack on the path.',
    targetDepthDeg: 0,
    heelMostMm: 15,
    cueWords: ['pack over mid-foot', 'knees over the second toe'],
  },
};

/** One invented client, built around one story. */
export interface DemoClient {
  story: string;
  client: ClientValues;
  days: DemoDay[];
  looks: DemoLook[];
  tried?: DemoTried[];
  decisions?: DemoDecision[];
  /** Setups tried, in order; each is the setup in use from then on. */
  tries?: DemoTry[];
  /** The last one tried, locked. */
  lock?: { daysAgo: number; why: string };
  /** Follows the practice's own school. */
  followsOwnSchool?: boolean;
  /** Setup in use; null = none tried yet. */
  setup: ClientSetupValues | null;
  hasPrescription: boolean;
  /** The screen as taken on the last day of measuring; null = not screened yet. */
  screen: {
    purpose: NonNullable<ScreeningValues['purpose']>;
    answers: ScreeningValues['answers'];
  } | null;
}

const both = (left: number, right = left): BothSides<number> => ({ left, right });

const gymPlates: ClientValues['kit'] = [5, 10, 15, 25].map((riseMm) => ({
  kind: 'block',
  as: 'plate',
  riseMm,
}));

const setup = (
  change: Partial<ClientSetupValues['setup']>,
  thighDepthDeg = 6,
): ClientSetupValues => ({
  setup: {
    stanceWidthMm: 430,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'bodyweight',
    loadKg: 0,
    balance: 0.5,
    trackingOffsetDeg: 0,
    ...change,
  },
  thighDepthDeg,
  workingPoint: 'parallelLines',
  profile: 'balanced',
});

const weaningDay = (
  daysAgo: number,
  wallMm: number,
  straightDeg: number,
  heelRiseMm: number,
): DemoDay => ({
  daysAgo,
  truth: {
    heelRise: heelRiseMm,
    stanceWidth: 420,
    toeOut: both(18, 17),
    kneeTravel: 60,
    kneeToWall: both(wallMm, wallMm + 5),
    shinAngleStraight: both(straightDeg, straightDeg + 1),
  },
});

/** Cairnfold Hut Service: an invented conditioning room for hut wardens and trail crews. Nobody here exists. */
export const SCENARIO: readonly DemoClient[] = [
  {
    story: 'A stiff left ankle after a winter in boots.',
    client: {
      name: 'Orla Venn',
      statureMm: 1720,
      massKg: 68,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Upper hut, winter crew. Left boot laced hard since November. No pain.',
    },
    days: [
      {
        daysAgo: 38,
        truth: {
          heelRise: 0,
          stanceWidth: 400,
          toeOut: both(17, 12),
          kneeTravel: 30,
          kneeToWall: both(0, 83),
        },
      },
      {
        daysAgo: 3,
        truth: {
          heelRise: 0,
          stanceWidth: 400,
          toeOut: both(16, 12),
          kneeTravel: 35,
          shankAtBottom: 23,
          navicularStanding: both(41, 43),
          archForms: both(1),
          abductionAngle: both(34, 36),
          abductionReps: both(14, 18),
          kneeToWall: both(5, 85),
          shinAngleStraight: both(12, 27),
          navicularSitting: both(47, 49),
          hipRotationIn: both(33, 36),
          hipRotationOut: both(42, 40),
          hipFoldNarrow: 147,
          hipFoldMiddle: 148,
          hipFoldWide: 150,
        },
        strikes: { measure: 'kneeToWall', side: 'left', reason: 'Heel lifted' },
      },
    ],
    looks: [
      {
        daysAgo: 3,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'heelsRise', size: 17 }],
        byEye: [{ fault: 'heelsRise', severity: 'clear', side: null, phase: 'bottom', reps: [] }],
      },
      {
        daysAgo: 3,
        view: 'front',
        condition: 'bodyweight',
        faults: [
          { fault: 'feetTurnOut', size: 8, side: 'left' },
          { fault: 'kneesIn', size: 11, side: 'left', phase: 'ascent', reps: [3, 4, 5] },
        ],
        byEye: [
          { fault: 'kneesIn', severity: 'slight', side: 'left', phase: 'ascent', reps: [4, 5] },
        ],
      },
    ],
    setup: setup({
      stanceWidthMm: 400,
      toeOutDeg: { left: 14, right: 14 },
      hold: 'highBar',
      loadKg: 40,
    }),
    hasPrescription: false,
    screen: { purpose: 'return', answers: {} },
  },
  {
    story: 'Long thighs that everyone “corrected”.',
    client: {
      name: 'Tavi Brask',
      statureMm: 1880,
      massKg: 83,
      segmentsMm: { thigh: 500, trunk: 520, shank: 468, foot: 284 },
      shoulderWidthMm: 470,
      interAsisMm: 255,
      kit: gymPlates,
      notes: 'Trail crew. Told for years to keep the chest up.',
    },
    days: [
      {
        daysAgo: 9,
        truth: {
          heelRise: 0,
          stanceWidth: 400,
          toeOut: both(10, 11),
          kneeTravel: 80,
          shinAngle: both(37, 38),
          shinAngleStraight: both(31, 32),
          hipRotationIn: both(38, 39),
          hipRotationOut: both(41, 43),
        },
      },
    ],
    looks: [
      { daysAgo: 9, view: 'side', condition: 'load', faults: [] },
      {
        daysAgo: 9,
        view: 'front',
        condition: 'bodyweight',
        faults: [],
        byEye: [],
      },
    ],
    setup: setup({
      stanceWidthMm: 400,
      toeOutDeg: { left: 11, right: 11 },
      hold: 'highBar',
      loadKg: 60,
    }),
    hasPrescription: true,
    screen: { purpose: 'strength', answers: {} },
  },
  {
    story: 'Sits back with ankle to spare.',
    client: {
      name: 'Runa Feld',
      statureMm: 1650,
      massKg: 61,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Kitchen warden. Learned to squat to a bench.',
    },
    days: [
      {
        daysAgo: 16,
        truth: {
          heelRise: 0,
          stanceWidth: 450,
          toeOut: both(20),
          kneeTravel: -20,
          kneeToWall: both(120, 115),
          navicularStanding: both(31, 38),
          archForms: both(1),
          navicularSitting: both(43, 45),
        },
      },
    ],
    looks: [
      {
        daysAgo: 16,
        view: 'side',
        condition: 'bodyweight',
        faults: [
          { fault: 'hipsFirst', size: 74 },
          { fault: 'excessLean', size: 9 },
        ],
      },
    ],
    setup: null,
    hasPrescription: false,
    screen: null,
  },
  {
    story: 'Heel height being weaned over ten weeks.',
    client: {
      name: 'Pell Ashgrove',
      statureMm: 1790,
      massKg: 77,
      segmentsMm: { thigh: 447 },
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Rope team. Bought lifted shoes in spring; wants to carry without them.',
    },
    days: [weaningDay(70, 20, 15, 30), weaningDay(35, 45, 18, 30), weaningDay(2, 75, 21, 30)],
    looks: [
      {
        daysAgo: 35,
        view: 'side',
        condition: 'bodyweight',
        faults: [
          { fault: 'heelsRise', size: 20 },
          { fault: 'depthShort', size: 9 },
        ],
      },
      {
        daysAgo: 2,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'heelsRise', size: 8 }],
      },
    ],
    setup: setup(
      {
        stanceWidthMm: 420,
        toeOutDeg: { left: 18, right: 18 },
        support: { kind: 'block', riseMm: 30 },
        hold: 'goblet',
        loadKg: 20,
      },
      6,
    ),
    hasPrescription: true,
    screen: { purpose: 'sport', answers: {} },
  },
  {
    story: 'A hip that wants an open stance.',
    client: {
      name: 'Maren Sool',
      statureMm: 1690,
      massKg: 66,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: 240,
      kit: [],
      notes: 'Bridge crew. Back rounds early with the feet close; says wide feels free.',
    },
    days: [
      {
        daysAgo: 6,
        truth: {
          heelRise: 0,
          stanceWidth: 360,
          toeOut: both(8, 9),
          kneeTravel: 60,
          kneeToWall: both(125, 120),
          hipRotationIn: both(24, 26),
          hipRotationOut: both(52, 50),
          hipFoldNarrow: 108,
          hipFoldMiddle: 121,
          hipFoldWide: 136,
        },
      },
    ],
    looks: [
      {
        daysAgo: 6,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'pelvisTuck', size: 15, fromDepthDeg: -9 }],
      },
    ],
    setup: null,
    hasPrescription: false,
    screen: { purpose: 'strength', answers: {} },
  },
  {
    story: 'Pelvis shift seen only in squats.',
    client: {
      name: 'Wren Tolvar',
      statureMm: 1740,
      massKg: 70,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Carries the post bag on one shoulder. Sits to the right when it gets heavy.',
    },
    days: [
      {
        daysAgo: 4,
        truth: {
          heelRise: 0,
          stanceWidth: 430,
          toeOut: both(14, 21),
          kneeTravel: 55,
          kneeToWall: both(125, 120),
          hipRotationIn: both(36, 19),
          hipRotationOut: both(41, 48),
        },
      },
    ],
    looks: [
      {
        daysAgo: 4,
        view: 'rear',
        condition: 'bodyweight',
        faults: [
          { fault: 'sideShift', size: 27, side: 'right' },
          { fault: 'unevenTouch', size: 15, side: 'right' },
        ],
        byEye: [
          { fault: 'sideShift', severity: 'clear', side: 'right', phase: 'bottom', reps: [] },
        ],
      },
    ],
    tried: [{ daysAgo: 4, test: 'hinge', side: 'right', outcome: 'clears' }],
    decisions: [{ kind: 'workOn', daysAgo: 4 }],
    tries: [
      {
        daysAgo: 4,
        setup: { stanceWidthMm: 440, toeOutDeg: { left: 15, right: 15 } },
        showed: { knees: { left: 'over', right: 'in' } },
        comfort: 3,
      },
      {
        daysAgo: 4,
        setup: { stanceWidthMm: 440, toeOutDeg: { left: 15, right: 20 } },
        comfort: 4,
      },
    ],
    lock: { daysAgo: 4, why: 'Tried and clean; the right hip turns in less.' },
    setup: setup({ stanceWidthMm: 440 }),
    hasPrescription: false,
    screen: { purpose: 'strength', answers: {} },
  },
  {
    story: 'Over-cued knees.',
    client: {
      name: 'Hodd Karrin',
      statureMm: 1800,
      massKg: 84,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: [
        { kind: 'ramp', angleDeg: 10, pair: true, from: null },
        { kind: 'ramp', angleDeg: 9.5, pair: false, from: { riseMm: 50, lengthMm: 300 } },
        { kind: 'block', as: 'shoe', riseMm: 20 },
        { kind: 'box', heightMm: 430 },
      ],
      notes: 'Was told “knees out” for two winters and took it to heart.',
    },
    days: [
      {
        daysAgo: 2,
        truth: {
          heelRise: 0,
          stanceWidth: 460,
          toeOut: both(22),
          kneeTravel: 50,
          kneeToWall: both(120, 120),
          hipRotationIn: both(37, 38),
        },
      },
    ],
    looks: [
      {
        daysAgo: 2,
        view: 'front',
        condition: 'bodyweight',
        faults: [
          { fault: 'kneesOut', size: 13, side: 'left' },
          { fault: 'kneesOut', size: 13, side: 'right' },
        ],
      },
    ],
    setup: null,
    hasPrescription: false,
    screen: { purpose: 'sport', answers: {} },
  },
  {
    story: 'Faults only under load.',
    client: {
      name: 'Brin Ostmoor',
      statureMm: 1680,
      massKg: 64,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Winch crew. Clean until the bar is heavy.',
    },
    days: [
      {
        daysAgo: 5,
        truth: {
          heelRise: 0,
          stanceWidth: 420,
          toeOut: both(16),
          kneeTravel: 65,
          kneeToWall: both(125, 125),
        },
      },
    ],
    looks: [
      { daysAgo: 5, view: 'front', condition: 'bodyweight', faults: [], byEye: [] },
      {
        daysAgo: 5,
        view: 'front',
        condition: 'load',
        faults: [{ fault: 'kneesIn', size: 18, side: 'left', phase: 'ascent' }],
      },
    ],
    tries: [
      { daysAgo: 5, comfort: 3 },
      { daysAgo: 5, setup: { toeOutDeg: { left: 20, right: 20 } }, comfort: 5 },
    ],
    lock: { daysAgo: 5, why: 'Best of what was tried.' },
    followsOwnSchool: true,
    setup: setup({ stanceWidthMm: 420, hold: 'highBar', loadKg: 70 }, 0),
    hasPrescription: false,
    screen: { purpose: 'barbell', answers: {} },
  },
  {
    story: 'A finding rightly left alone.',
    client: {
      name: 'Quill Haskamp',
      statureMm: 1720,
      massKg: 72,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Radio warden. The right knee wanders a little, always has; nothing hurts.',
    },
    days: [60, 31, 3].map((daysAgo, i) => ({
      daysAgo,
      truth: {
        heelRise: 0,
        stanceWidth: 430,
        toeOut: both(15),
        kneeTravel: 60,
        kneeToWall: both(118 + 2 * i, 120),
      },
    })),
    looks: [60, 31, 3].map((daysAgo) => ({
      daysAgo,
      view: 'front' as const,
      condition: 'bodyweight' as const,
      faults: [{ fault: 'kneeWobble' as const, size: 5.5, side: 'right' as const }],
    })),
    decisions: [
      {
        kind: 'leaveAlone',
        daysAgo: 3,
        finding: 'kneeWobble',
        side: 'right',
        because: 'Stable and painless for weeks.',
      },
    ],
    setup: null,
    hasPrescription: false,
    screen: { purpose: 'dailyLife', answers: {} },
  },
  {
    story: 'An arch that never forms: the orthosis stays, a clinician is asked.',
    client: {
      name: 'Nim Farrowe',
      statureMm: 1770,
      massKg: 79,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Stores warden. Insole in the left shoe since school.',
    },
    days: [
      {
        daysAgo: 7,
        truth: {
          heelRise: 0,
          stanceWidth: 430,
          toeOut: both(18, 17),
          kneeTravel: 60,
          kneeToWall: both(118, 122),
          navicularSitting: both(36, 47),
          navicularStanding: both(22, 41),
          archForms: both(0, 1),
        },
      },
    ],
    looks: [
      {
        daysAgo: 7,
        view: 'front',
        condition: 'bodyweight',
        faults: [{ fault: 'archDrops', size: 14, side: 'left' }],
      },
    ],
    setup: null,
    hasPrescription: false,
    screen: { purpose: 'return', answers: {} },
  },
  {
    story: 'Held by the screen.',
    client: {
      name: 'Ivo Larch',
      statureMm: 1810,
      massKg: 88,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: gymPlates,
      notes: 'Lower hut. Slipped on wet planks last week.',
    },
    days: [
      {
        daysAgo: 1,
        truth: {
          heelRise: 0,
          stanceWidth: 430,
          toeOut: both(15),
          kneeToWall: both(90, 85),
        },
      },
    ],
    looks: [],
    setup: null,
    hasPrescription: false,
    screen: {
      purpose: 'dailyLife',
      answers: { swelling: true, pain: { place: 'knee', level: 3 } },
    },
  },
];
