import type {
  ClientSetupValues,
  ClientValues,
  MeasurementValues,
  ScreeningValues,
} from '@zither/contract';

/** One day of measuring, so many days before today. True values; the seeding adds reading noise. */
export interface DemoDay {
  daysAgo: number;
  values: Omit<MeasurementValues, 'takenOn'>;
}

/** One invented client, built around one story. */
export interface DemoClient {
  story: string;
  client: ClientValues;
  days: DemoDay[];
  /** Setup in use; null = none tried yet. */
  setup: ClientSetupValues | null;
  hasPrescription: boolean;
  /** The screen as taken on the last day of measuring; null = not screened yet. */
  screen: {
    purpose: NonNullable<ScreeningValues['purpose']>;
    answers: ScreeningValues['answers'];
  } | null;
}

const noSides = { left: null, right: null };

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
});

const weaningDay = (daysAgo: number, wallMm: number, heelRiseMm: number): DemoDay => ({
  daysAgo,
  values: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 18, right: 17 },
    dorsiflexionMethod: 'kneeToWall',
    kneeToWallMm: { left: wallMm, right: wallMm + 5 },
    inclinometerDeg: noSides,
    heelRiseMm,
    kneeTravelMm: 60,
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
      notes: 'Upper hut, winter crew. Left boot laced hard since November. No pain.',
    },
    days: [
      {
        daysAgo: 3,
        values: {
          stanceWidthMm: 400,
          toeOutDeg: { left: 16, right: 12 },
          dorsiflexionMethod: 'kneeToWall',
          kneeToWallMm: { left: 5, right: 85 },
          inclinometerDeg: noSides,
          heelRiseMm: 0,
          kneeTravelMm: 35,
        },
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
      notes: 'Trail crew. Told for years to keep the chest up.',
    },
    days: [
      {
        daysAgo: 9,
        values: {
          stanceWidthMm: 400,
          toeOutDeg: { left: 10, right: 11 },
          dorsiflexionMethod: 'inclinometer',
          kneeToWallMm: noSides,
          inclinometerDeg: { left: 37, right: 38 },
          heelRiseMm: 0,
          kneeTravelMm: 80,
        },
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
      notes: 'Kitchen warden. Learned to squat to a bench.',
    },
    days: [
      {
        daysAgo: 16,
        values: {
          stanceWidthMm: 450,
          toeOutDeg: { left: 20, right: 20 },
          dorsiflexionMethod: 'kneeToWall',
          kneeToWallMm: { left: 120, right: 115 },
          inclinometerDeg: noSides,
          heelRiseMm: 0,
          kneeTravelMm: -20,
        },
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
      notes: 'Rope team. Bought lifted shoes in spring; wants to carry without them.',
    },
    days: [weaningDay(70, 20, 30), weaningDay(35, 45, 30), weaningDay(2, 75, 30)],
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
    story: 'Held by the screen.',
    client: {
      name: 'Ivo Larch',
      statureMm: 1810,
      massKg: 88,
      segmentsMm: {},
      shoulderWidthMm: null,
      notes: 'Lower hut. Slipped on wet planks last week.',
    },
    days: [
      {
        daysAgo: 1,
        values: {
          stanceWidthMm: 430,
          toeOutDeg: { left: 15, right: 15 },
          dorsiflexionMethod: 'kneeToWall',
          kneeToWallMm: { left: 90, right: 85 },
          inclinometerDeg: noSides,
          heelRiseMm: 0,
          kneeTravelMm: 50,
        },
      },
    ],
    setup: null,
    hasPrescription: false,
    screen: {
      purpose: 'dailyLife',
      answers: { swelling: true, pain: { place: 'knee', level: 3 } },
    },
  },
];
