import {
  prescriptionSchema,
  type CaptureLine,
  type Dossier,
  type Prescription,
  type Trial,
} from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import type { Drill, MeasureId, Side } from '@zither/core';
import { emptyDossier } from '@zither/visit';

export const ID = '11111111-1111-4111-8111-111111111111';
export const AT = '2026-01-05T09:00:00.000Z';

let count = 0;

/** A trial as the server gives it; each later than the one before. */
export function trial(
  measure: MeasureId,
  side: Side | null,
  value: number,
  change: Partial<Trial> = {},
): Trial {
  count += 1;
  const takenOn = change.takenOn ?? '2026-01-05';
  return {
    id: `22222222-2222-4222-8222-${String(count).padStart(12, '0')}`,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: '',
    takenOn,
    takenAt: `${takenOn}T09:${String(Math.floor(count / 60) % 60).padStart(2, '0')}:${String(count % 60).padStart(2, '0')}.000Z`,
    measure,
    side,
    value,
    instrument: 'byHand',
    kneeGapMm: null,
    pinch: false,
    state: null,
    struck: null,
    ...change,
  };
}

/** The five that a setup and plan need, one trial each. */
export const five = (
  change: Partial<{
    stance: number;
    toes: [number, number];
    wall: [number, number];
    heel: number;
    travel: number;
  }> = {},
): Trial[] => {
  const { stance = 420, toes = [14, 12], wall = [20, 90], heel = 0, travel = 30 } = change;
  return [
    trial('stanceWidth', null, stance),
    trial('toeOut', 'left', toes[0]),
    trial('toeOut', 'right', toes[1]),
    trial('kneeToWall', 'left', wall[0]),
    trial('kneeToWall', 'right', wall[1]),
    trial('heelRise', null, heel),
    trial('kneeTravel', null, travel),
  ];
};

export const dossierOf = (trials: Trial[], change: Partial<Dossier> = {}): Dossier => ({
  ...emptyDossier({
    id: ID,
    version: 1,
    name: 'Orla Venn',
    statureMm: 1750,
    massKg: 70,
    segmentsMm: { thigh: 440 },
    shoulderWidthMm: null,
    interAsisMm: null,
    kit: [],
    notes: '',
    archivedAt: null,
    createdAt: AT,
    updatedAt: AT,
    saidAt: AT,
    saidBy: '',
  }),
  trials,
  ...change,
});

export const PLAN_ID = '33333333-3333-4333-8333-333333333333';

/** A plan for the left ankle as the server gives it, given on 5 January with a whole week. */
export const planRow = (change: Partial<Prescription> = {}): Prescription =>
  prescriptionSchema.parse({
    id: PLAN_ID,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: 'MB',
    givenOn: '2026-01-05',
    measuredOn: '2026-01-05',
    setup: {
      stanceWidthMm: 420,
      toeOutDeg: { left: 14, right: 12 },
      support: { kind: 'floor' },
      hold: 'goblet',
      loadKg: 0,
      balance: 0.5,
      trackingOffsetDeg: 0,
    },
    thighDepthDeg: 6,
    workingPoint: 'parallelLines',
    reachesWish: true,
    summary: 'A plan.',
    changes: [],
    findings: [{ cause: 'ankleJoint', side: 'left', because: 'the ankle' }],
    cues: [],
    drills: [],
    week: {
      days: ['train', 'routine', 'train', 'routine', 'train', 'routine', 'rest'],
      time: '18:00',
    },
    recheckOn: '2026-01-26',
    ...change,
  });

/** A drill of the table as a plan gives it. */
export const drillRow = ({ id, name, part }: Drill): Prescription['drills'][number] => ({
  id,
  name,
  part,
  how: 'How.',
  feel: '',
  dose: '2 sets',
  sides: 'both',
  steps: [],
  because: 'the ankle',
  precaution: '',
});

/** A loaded capture that named what is given; what it could not judge is listed. */
export const filmed = (
  id: string,
  view: 'side' | 'front',
  loadKg: number | null,
  findings: object[] = [],
  notJudged: object[] = [],
): CaptureLine =>
  ({
    id,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: 'CH',
    takenOn: '2026-01-05',
    takenAt: '2026-01-05T10:30:00.000Z',
    view,
    condition: 'load',
    asks: { ...PLAIN_LOOK, loadKg, belt: true },
    discarded: false,
    facing: null,
    scale: 'none',
    source: 'file',
    name: 'set.csv',
    report: {
      reps: Array.from({ length: 4 }, (_, i) => ({ startS: i, bottomS: i + 0.5, endS: i + 1 })),
      findings,
      measured: [],
      leanBudget: null,
      quality: { rateHz: 60, notJudged },
    },
  }) as unknown as CaptureLine;
