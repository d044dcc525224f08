import { both, setup, type DemoClient, type DemoDay } from './shapes.ts';

/** A visit of the client whose ankle gains while the knee does not. */
const gainingDay = (daysAgo: number, left: number): DemoDay => ({
  daysAgo,
  truth: {
    heelRise: 0,
    stanceWidth: 410,
    toeOut: both(17, 16),
    kneeTravel: 35,
    kneeToWall: both(left, 96),
    abductionReps: both(12, 19),
    abductionAngle: both(31, 36),
  },
});

/** Invented clients whose stories run over months: what followed the plan, and what did not. */
export const CLIENTS_FOUR: readonly DemoClient[] = [
  {
    story: 'Seven weeks on: the ankle gained, the heels did not change, the knee got worse.',
    client: {
      name: 'Sella Wrick',
      statureMm: 1690,
      massKg: 66,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: [],
      notes: 'Hut cook, carries in twice a week. Does the ankle drill, forgets the side leg raise.',
    },
    days: [gainingDay(48, 38), { ...gainingDay(2, 72), alsoBy: 'MB' }],
    looks: [
      {
        daysAgo: 48,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'heelsRise', size: 15 }],
        byEye: [{ fault: 'heelsRise', severity: 'clear', side: null, phase: 'bottom', reps: [] }],
      },
      {
        daysAgo: 48,
        view: 'front',
        condition: 'bodyweight',
        faults: [{ fault: 'kneesIn', size: 12, side: 'left' }],
      },
      {
        daysAgo: 2,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'heelsRise', size: 15 }],
        byEye: [{ fault: 'heelsRise', severity: 'clear', side: null, phase: 'bottom', reps: [] }],
      },
      {
        daysAgo: 2,
        view: 'front',
        condition: 'bodyweight',
        faults: [{ fault: 'kneesIn', size: 23, side: 'left' }],
      },
    ],
    decisions: [{ kind: 'workOn', daysAgo: 48 }],
    setup: setup({ stanceWidthMm: 410, hold: 'goblet', loadKg: 12 }),
    hasPrescription: true,
    planDaysAgo: [48],
    reports: [46, 44, 43, 41, 39, 37, 36, 34, 30, 27, 25, 20, 16, 12, 9, 5].map((daysAgo, i) => ({
      daysAgo,
      done: i % 4 === 3 ? [1, 2] : [1],
      felt: i % 5 === 0 ? ('hard' as const) : ('right' as const),
    })),
    screen: { purpose: 'strength', answers: {} },
  },
  {
    story: 'Gone after two weeks: nobody came back for the recheck.',
    client: {
      name: 'Juno Marrel',
      statureMm: 1750,
      massKg: 74,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: [],
      notes: 'Seasonal carrier. Left the valley in autumn.',
    },
    days: [gainingDay(80, 52)],
    looks: [
      {
        daysAgo: 80,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'heelsRise', size: 11 }],
      },
    ],
    decisions: [{ kind: 'workOn', daysAgo: 80 }],
    setup: setup({ stanceWidthMm: 400, hold: 'goblet', loadKg: 8 }),
    hasPrescription: true,
    planDaysAgo: [80],
    reports: [79, 77, 76, 74, 70, 66].map((daysAgo) => ({
      daysAgo,
      done: [1, 2],
      felt: 'right' as const,
    })),
    screen: { purpose: 'dailyLife', answers: {} },
  },
  {
    story: 'Got worse twice, with pain: referred.',
    client: {
      name: 'Tove Ashlund',
      statureMm: 1660,
      massKg: 61,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: [],
      notes: 'Path crew. The left knee aches on the way down since October.',
    },
    days: [gainingDay(75, 84), gainingDay(40, 70), { ...gainingDay(12, 52), alsoBy: 'MB' }],
    looks: [75, 40, 12].map((daysAgo, i) => ({
      daysAgo,
      view: 'front' as const,
      condition: 'bodyweight' as const,
      faults: [{ fault: 'kneesIn' as const, size: 11 + 7 * i, side: 'left' as const }],
      byEye: [
        {
          fault: 'kneesIn' as const,
          severity: i === 0 ? ('slight' as const) : ('clear' as const),
          side: 'left' as const,
          phase: 'ascent' as const,
          reps: [],
        },
      ],
    })),
    decisions: [{ kind: 'workOn', daysAgo: 75 }],
    setup: setup({ stanceWidthMm: 410, hold: 'goblet', loadKg: 10 }),
    hasPrescription: true,
    planDaysAgo: [75],
    pains: [{ daysAgo: 12, level: 3, movement: 'Coming up out of the squat' }],
    rechecks: [
      { daysAgo: 40, step: 'keep' },
      { daysAgo: 12, step: 'refer' },
    ],
    screen: { purpose: 'return', answers: {} },
  },
];
