import { both, gymPlates, setup, type DemoClient, type DemoDay } from './shapes.ts';

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
      kit: gymPlates,
      notes: 'Hut cook, carries in twice a week. Does the ankle drill, forgets the side leg raise.',
    },
    days: [gainingDay(48, 38), gainingDay(2, 72)],
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
    screen: { purpose: 'strength', answers: {} },
  },
];
