import type {
  ClientSetupValues,
  ClientValues,
  Condition,
  DecisionValues,
  JudgementValues,
  LoadSetValues,
  Operation,
  SchoolValues,
  ScreeningValues,
  SetupTrialValues,
  Stage,
  TriedValues,
} from '@zither/contract';
import type { BothSides, CameraView, MadeFault, MeasureId } from '@zither/core';

/** The door the demo is written through: the same as the app’s. */
export interface SeedTarget {
  send: (operation: Operation) => Promise<void>;
  get: (path: string) => Promise<unknown>;
}

/** True values of one visit: the seeding reads them with the simulated instruments, trial by trial. */
export type Truth = { [K in MeasureId]?: number | BothSides<number> };

/** One visit, so many days before today. */
export interface DemoDay {
  daysAgo: number;
  truth: Truth;
  /** A second coach who reads the same again; left out = one coach alone. */
  alsoBy?: string;
  /** One trial struck out on that day, and why. */
  strikes?: { measure: MeasureId; side: 'left' | 'right'; reason: string };
}

/** A set of squats before the simulated camera, and what the coach's eye made of it. */
export interface DemoLook {
  daysAgo: number;
  view: CameraView;
  condition: Condition;
  /** On the bar in a loaded look, kg; left out = not said. */
  loadKg?: number;
  /** A draw of its own: added later, and the rest of the scenario stays as it was. */
  seed?: number;
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
  /** Of a cue that was tried. */
  cue?: TriedValues['cue'];
  results?: TriedValues['results'];
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

/** What to do in an emergency in the conditioning room. */
export const EMERGENCY_STEPS = [
  'One stays with the client, one calls: the red telephone beside the ski rack dials the valley rescue.',
  'Say: Cairnfold Hut Service, conditioning room, lower door.',
  'Defibrillator: on the wall beside the drying room.',
  'Open the lower gate and switch on the yard light.',
];

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

/** A set of the load log; left out = not said, and `watched` left out = nobody watched. */
export type DemoLoad = { daysAgo: number } & Pick<LoadSetValues, 'rung' | 'loadKg' | 'reps'> &
  Partial<LoadSetValues>;

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
  /** Sets with their load, in the order they were done. */
  loads?: DemoLoad[];
  /** Setup in use; null = none tried yet. */
  setup: ClientSetupValues | null;
  hasPrescription: boolean;
  /** What came back from home: which drills of the plan by their place, from 1. */
  reports?: { daysAgo: number; done: number[]; felt: 'easy' | 'right' | 'hard' | null }[];
  /** Rechecks kept, with the step the coach chose. */
  rechecks?: { daysAgo: number; step: 'keep' | 'refer' | 'changeDrill' | 'nextRung' }[];
  /** Pain noted, with its day. */
  pains?: { daysAgo: number; level: number; movement: string }[];
  /** Where the last visit was left; left out = it was finished. */
  leftAt?: Stage;
  /** Days on which a plan was given; left out = on the last day of measuring. */
  planDaysAgo?: number[];
  /** The screen as taken on the last day of measuring; null = not screened yet. */
  screen: {
    purpose: NonNullable<ScreeningValues['purpose']>;
    answers: ScreeningValues['answers'];
  } | null;
}

export const both = (left: number, right = left): BothSides<number> => ({ left, right });

/** What stands in the rack of the conditioning room. */
export const RACK: ClientValues['kit'] = [5, 10, 15, 25].map((riseMm) => ({
  kind: 'block',
  as: 'plate',
  riseMm,
}));

export const setup = (
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

export const weaningDay = (
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
