import { both, setup, type DemoClient, type DemoDay } from './shapes.ts';

/** Wedges in pairs, so that each can be turned with its foot. */
const wedgePairs: DemoClient['client']['kit'] = [5, 10, 15].map((angleDeg) => ({
  kind: 'ramp',
  angleDeg,
  pair: true,
  from: null,
}));

/** A visit of the client who restores range: the ankles gain, the wedge is still the same. */
const restoringDay = (daysAgo: number, wallMm: number): DemoDay => ({
  daysAgo,
  truth: {
    heelWedge: 10,
    stanceWidth: 430,
    toeOut: both(22, 23),
    kneeTravel: 40,
    kneeToWall: both(wallMm, wallMm + 4),
    hipFoldNarrow: 104,
    hipFoldMiddle: 112,
    hipFoldWide: 120,
  },
});

/** Invented clients, built around what shows in single reps, single cues and squats without load. */
export const CLIENTS_THREE: readonly DemoClient[] = [
  {
    story: 'A pelvis that shifts to the other side from rep to rep; one cue settles the start.',
    client: {
      name: 'Odda Klees',
      statureMm: 1710,
      massKg: 70,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: [],
      notes: 'Path crew. Starts every squat with the hips and then hunts for the middle.',
    },
    days: [
      {
        daysAgo: 4,
        truth: {
          heelRise: 0,
          stanceWidth: 420,
          toeOut: both(16, 15),
          kneeTravel: 35,
          kneeToWall: both(105, 107),
          hipRotationIn: both(34, 35),
        },
      },
    ],
    looks: [
      {
        daysAgo: 4,
        view: 'front',
        condition: 'bodyweight',
        faults: [{ fault: 'sideShift', size: 24, side: 'left', alternates: true }],
        byEye: [
          {
            fault: 'sideShift',
            severity: 'clear',
            side: 'left',
            phase: 'descent',
            reps: [1, 3, 5],
            alternates: true,
          },
          {
            fault: 'sideShift',
            severity: 'clear',
            side: 'right',
            phase: 'descent',
            reps: [2, 4],
            alternates: true,
          },
        ],
      },
      {
        daysAgo: 4,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'hipsFirst', size: 84 }],
      },
    ],
    tried: [
      {
        daysAgo: 4,
        test: 'cueTrial',
        side: null,
        outcome: 'clears',
        cue: { id: 'unlock-together', words: 'Unlock knees and hips in the same breath.' },
        results: [
          { fault: 'hipsFirst', side: null, outcome: 'clears' },
          { fault: 'sideShift', side: 'left', outcome: 'helps' },
          { fault: 'sideShift', side: 'right', outcome: 'helps' },
        ],
      },
    ],
    setup: null,
    leftAt: 'probe',
    hasPrescription: false,
    screen: { purpose: 'strength', answers: {} },
  },
  {
    story: 'Range restored without load, on wedges that come down as the ankles gain.',
    client: {
      name: 'Fenn Aldry',
      statureMm: 1760,
      massKg: 74,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: wedgePairs,
      notes: 'Back from a winter at a desk. Squats without load for now; wants to stand flat.',
    },
    days: [restoringDay(42, 45), restoringDay(21, 62), restoringDay(3, 80)],
    looks: [
      {
        daysAgo: 3,
        view: 'side',
        condition: 'bodyweight',
        faults: [{ fault: 'pelvisTuck', size: 13, fromDepthDeg: 4 }],
      },
      {
        daysAgo: 3,
        view: 'front',
        condition: 'bodyweight',
        faults: [{ fault: 'kneesIn', size: 12, side: 'right', phase: 'ascent' }],
      },
    ],
    setup: {
      ...setup(
        {
          stanceWidthMm: 430,
          toeOutDeg: { left: 20, right: 20 },
          support: { kind: 'ramp', angleDeg: 10, azimuth: 'foot' },
        },
        6,
      ),
      profile: 'restoreRange',
    },
    hasPrescription: false,
    screen: { purpose: 'return', answers: {} },
  },
];
