import { PLAIN_LOOK } from '@zither/contract/row';
import type { CaptureLine, Dossier, SetupTrial, SetupTrialValues } from '@zither/contract';
import { schoolValuesSchema, setupTrialValuesSchema } from '@zither/contract';
import { BALANCED } from '@zither/core';
import { cleanTo, copyOf } from '@zither/visit';
import { AT, dossierOf, five, ID } from '../../../packages/visit/test/trialRows.ts';

export const OWN = '33333333-3333-4333-8333-333333333333';
export const own = {
  ...schoolValuesSchema.parse({ ...copyOf(BALANCED, []), name: 'Hut way', bufferDeg: 6 }),
  id: OWN,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
};
export const setup = {
  stanceWidthMm: 440,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'block', riseMm: 10 } as const,
  hold: 'goblet' as const,
  loadKg: 20,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
export const values = (change: Partial<SetupTrialValues> = {}): SetupTrialValues =>
  setupTrialValuesSchema.parse({
    takenOn: '2026-01-05',
    takenAt: '2026-01-05T10:00:00.000Z',
    setup,
    thighDepthDeg: 6,
    profile: 'balanced',
    why: 'own',
    chance: null,
    ...cleanTo(6, BALANCED),
    comfort: 4,
    pain: false,
    ...change,
  });
let count = 0;
export const tried = (change: Partial<SetupTrialValues> = {}): SetupTrial => ({
  ...values(change),
  id: `44444444-4444-4444-8444-${String((count += 1)).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
});
export const client = (change: Partial<Dossier> = {}): Dossier =>
  dossierOf(five({ wall: [60, 90] }), {
    setup: {
      id: OWN,
      clientId: ID,
      version: 1,
      updatedAt: AT,
      saidAt: AT,
      saidBy: '',
      setup,
      thighDepthDeg: 6,
      workingPoint: 'parallelLines',
      profile: 'balanced',
    },
    ...change,
  });
export const capture = (change: Partial<CaptureLine>): CaptureLine => ({
  id: OWN,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
  takenOn: '2026-01-05',
  takenAt: '2026-01-05T11:00:00.000Z',
  view: 'side',
  condition: 'trial',
  asks: PLAIN_LOOK,
  discarded: false,
  facing: 'left',
  scale: 'none',
  source: 'simulated',
  name: 'Simulated',
  report: {
    reps: [],
    findings: [],
    measured: [],
    leanBudget: null,
    quality: {
      rateHz: 60,
      seen: 1,
      bridged: 0,
      consistency: 'steady',
      notes: [],
      notJudged: [],
    },
  },
  ...change,
});
export const finding = (fault: string, value: number, side: 'left' | 'right' | null = null) =>
  ({
    fault,
    severity: 'clear',
    value,
    unit: '°',
    side,
    phase: null,
    reps: [1],
    sd: 0,
    worst: { rep: 1, value },
    sure: 1,
  }) as CaptureLine['report']['findings'][number];
