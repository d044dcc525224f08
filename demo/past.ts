import {
  both,
  weaningDay,
  type DemoClient,
  type DemoDay,
  type DemoLoad,
  type DemoLook,
  type Truth,
} from './shapes.ts';

/** The months before the days a story is told in. */
export interface DemoPast {
  /** Visits, the oldest first; a long gap is weeks missed. */
  days: DemoDay[];
  looks?: DemoLook[];
  loads?: DemoLoad[];
  /** A plan given on one of the days, and what came of it. */
  plan?: { daysAgo: number } & Pick<DemoClient, 'reports' | 'rechecks' | 'pains'>;
}

/** Visits on which each value goes evenly from what it was first to what it was last. */
function going(daysAgo: readonly number[], first: Truth, last: Truth): DemoDay[] {
  const between = (from: number, to: number, part: number) => from + (to - from) * part;
  return daysAgo.map((ago, n) => {
    const part = daysAgo.length < 2 ? 0 : n / (daysAgo.length - 1);
    const truth = Object.fromEntries(
      Object.entries(first).map(([measure, from]) => {
        const to = last[measure as keyof Truth] ?? from;
        if (typeof from === 'number')
          return [measure, between(from, typeof to === 'number' ? to : to.left, part)];
        const sides = typeof to === 'number' ? both(to) : to;
        return [
          measure,
          {
            left: between(from.left, sides.left, part),
            right: between(from.right, sides.right, part),
          },
        ];
      }),
    );
    return { daysAgo: ago, truth };
  });
}

const feet = (stanceWidth: number, left: number, right = left): Truth => ({
  heelRise: 0,
  stanceWidth,
  toeOut: both(left, right),
});

/** A set a week at a load that grows, with some weeks missed and some sets nobody watched. */
const weekly = (
  rung: DemoLoad['rung'],
  fromKg: number,
  stepKg: number,
  daysAgo: readonly number[],
): DemoLoad[] =>
  daysAgo.flatMap((ago, week) =>
    [0, 1].map((set) => ({
      daysAgo: ago,
      rung,
      loadKg: fromKg + stepKg * week,
      reps: set === 0 ? 5 : 6,
      repsLeft: set === 0 ? 3 : 2,
      ...((week + set) % 4 === 3 ? {} : { watched: 'eye' as const, faults: [] }),
    })),
  );

const sideClean = (daysAgo: number): DemoLook => ({
  daysAgo,
  view: 'side',
  condition: 'bodyweight',
  faults: [],
});

/** Heels that lift by so many millimetres. */
const tipping = (daysAgo: number, size: number): DemoLook => ({
  daysAgo,
  view: 'side',
  condition: 'bodyweight',
  faults: [{ fault: 'heelsRise', size }],
});

const shifting = (daysAgo: number): DemoLook => ({
  daysAgo,
  view: 'rear',
  condition: 'bodyweight',
  faults: [{ fault: 'sideShift', size: 26, side: 'right' }],
});

/** What was done at home: the drills of these places of the plan on each of these days. */
const home = (done: number[], daysAgo: readonly number[]) =>
  daysAgo.map((ago) => ({ daysAgo: ago, done, felt: 'right' as const }));

/** By name of the client. Every client has been coming for three months; nobody comes every week. */
export const PASTS: Readonly<Partial<Record<string, DemoPast>>> = {
  'Orla Venn': {
    days: going(
      [89, 61],
      { ...feet(400, 16, 12), kneeToWall: both(8, 84) },
      { kneeToWall: both(3, 83) },
    ),
    loads: weekly('goblet', 6, 2, [88, 81, 74, 60, 53, 37]),
  },
  'Tavi Brask': {
    days: going(
      [88, 67, 37],
      { ...feet(400, 10, 11), shinAngle: both(36, 37) },
      { shinAngle: both(37, 38) },
    ),
    looks: [88, 37].map(sideClean),
    loads: weekly('highBar', 40, 2.5, [87, 80, 73, 66, 52, 36, 29, 15]),
    plan: {
      daysAgo: 67,
      reports: home([1], [65, 62, 58, 55, 51, 44]),
      rechecks: [{ daysAgo: 37, step: 'keep' }],
    },
  },
  'Runa Feld': {
    days: going([86, 58], { ...feet(450, 20), kneeToWall: both(118, 116) }, {}),
  },
  'Pell Ashgrove': {
    days: [weaningDay(91, 17, 15, 30)],
    loads: weekly('goblet', 10, 2, [69, 62, 55, 48, 34, 27, 20, 13]),
    plan: {
      daysAgo: 35,
      reports: home([1, 2], [33, 31, 30, 28, 26, 23, 21, 19, 17, 14, 12, 9, 7, 5]),
    },
  },
  'Maren Sool': {
    days: going(
      [87, 59, 31],
      { ...feet(360, 8, 9), kneeToWall: both(124, 119), hipRotationIn: both(24, 27) },
      { hipRotationIn: both(25, 26) },
    ),
  },
  'Wren Tolvar': {
    days: going(
      [90, 62, 34],
      { ...feet(430, 20, 14), kneeToWall: both(119, 124), hipRotationIn: both(21, 36) },
      { hipRotationIn: both(20, 36) },
    ),
    loads: weekly('goblet', 12, 2, [83, 76, 61, 54, 33, 26, 12]),
    looks: [62, 34].map(shifting),
    plan: {
      daysAgo: 62,
      reports: home([1, 2], [60, 57, 50, 47, 41, 38]),
      rechecks: [{ daysAgo: 34, step: 'changeDrill' }],
    },
  },
  'Hodd Karrin': {
    days: going([84, 55, 27], { ...feet(460, 22), kneeToWall: both(121, 119) }, {}),
  },
  'Brin Ostmoor': {
    days: going([89, 61, 33], { ...feet(420, 16), kneeToWall: both(123, 126) }, {}),
  },
  'Quill Haskamp': {
    days: going([88], { ...feet(430, 15), kneeToWall: both(117, 120) }, {}),
    loads: weekly('goblet', 8, 2, [87, 73, 59, 52, 30, 23, 16]),
  },
  'Nim Farrowe': {
    days: going(
      [85, 50],
      {
        ...feet(430, 18, 17),
        kneeToWall: both(118, 121),
        navicularSitting: both(36, 47),
        navicularStanding: both(22, 41),
      },
      {},
    ),
  },
  'Ivo Larch': {
    days: going(
      [90, 57, 29],
      { ...feet(430, 15), kneeToWall: both(48, 60) },
      { kneeToWall: both(80, 80) },
    ),
    loads: weekly('highBar', 50, 2.5, [82, 75, 68, 56, 49, 42, 21, 14]),
    looks: [90, 57, 29].map((daysAgo, i) => tipping(daysAgo, 17 - 4 * i)),
    plan: {
      daysAgo: 57,
      reports: home([1, 2], [55, 53, 50, 48, 45, 41, 38, 36, 33, 31]),
      rechecks: [{ daysAgo: 29, step: 'keep' }],
    },
  },
  'Odda Klees': {
    days: going([83, 48], { ...feet(420, 16, 15), kneeToWall: both(103, 106) }, {}),
  },
  'Fenn Aldry': {
    days: going(
      [84, 63],
      {
        heelWedge: 15,
        stanceWidth: 430,
        toeOut: both(22, 23),
        kneeToWall: both(37, 40),
      },
      {},
    ),
    looks: [42, 21].map((daysAgo) => tipping(daysAgo, 14)),
    plan: {
      daysAgo: 42,
      reports: home([1, 2], [40, 39, 37, 36, 34, 32, 30, 29, 26, 24, 22]),
      rechecks: [{ daysAgo: 21, step: 'keep' }],
    },
  },
  'Sella Wrick': {
    days: going([90], { ...feet(410, 17, 16), kneeToWall: both(37, 96) }, {}),
    loads: weekly('goblet', 6, 2, [47, 40, 33, 26, 12]),
  },
  'Juno Marrel': {
    days: going([94], { ...feet(400, 17, 16), kneeToWall: both(50, 95) }, {}),
  },
  'Tove Ashlund': {
    days: going([94], { ...feet(410, 17, 16), kneeToWall: both(86, 96) }, {}),
    loads: weekly('goblet', 6, 2, [74, 67, 60, 39, 32]),
  },
};
