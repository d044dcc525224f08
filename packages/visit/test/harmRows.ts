import type { Dossier, LoadSet, Seen, Tried } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import type { Setup, Side } from '@zither/core';
import { answerOf, loadAnswer, type Answer } from '@zither/visit';
import { AT, dossierOf, five, ID } from './trialRows.ts';

/** More records in the longer run: RECORDS=2000 npm run properties. */
export const RECORDS = Number(process.env['RECORDS'] ?? 24);

export const ON = '2026-01-05';
let n = 0;
export const row = () => {
  n += 1;
  return {
    id: `44444444-4444-4444-8444-${String(n).padStart(12, '0')}`,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: 'CH',
  };
};
/** The nth moment of the day; later ones later. */
export const moment = (k: number, on = ON) => `${on}T10:${String(k).padStart(2, '0')}:00.000Z`;

export type Answers = Dossier['screenings'][number]['answers'];
export type Purpose = Dossier['screenings'][number]['purpose'];
export const screened = (
  answers: Answers,
  purpose: Purpose = 'strength',
): Dossier['screenings'] => [
  { ...row(), takenOn: ON, purpose, asked: [], answers, answeredAt: {} },
];
export const cleared = (
  covers: string[],
  limits: Dossier['clearances'][number]['limits'] = [],
): Dossier['clearances'][number] => ({
  ...row(),
  saidAt: moment(30),
  who: 'A. Clinician',
  licence: 'physiotherapist',
  givenOn: ON,
  expiresOn: null,
  limits,
  covers,
});
export const SETUP: Setup = {
  stanceWidthMm: 430,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'floor' },
  hold: 'highBar',
  loadKg: 100,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
export const chosen = (
  setup: Partial<Setup> = {},
  profile = 'balanced',
  depth = 6,
): Dossier['setup'] => ({
  ...row(),
  setup: { ...SETUP, ...setup },
  thighDepthDeg: depth,
  workingPoint: 'parallelLines',
  profile: profile as 'balanced',
});
export const seenAs = (
  fault: Seen['fault'],
  side: Side | null = null,
  more: Partial<Seen> = {},
): Seen => ({
  fault,
  severity: 'clear',
  side,
  phase: null,
  reps: [],
  ...more,
});
export const look = (
  seen: Seen[],
  change: Partial<Dossier['judgements'][number]> = {},
  k = 1,
): Dossier['judgements'][number] => ({
  ...row(),
  takenOn: ON,
  takenAt: moment(k),
  view: 'side',
  condition: 'bodyweight',
  asks: PLAIN_LOOK,
  discarded: false,
  reps: 5,
  loadKg: 0,
  lookedAt: ['feet', 'knees', 'hips', 'back', 'arms', 'rhythm'],
  seen,
  ...change,
});
export const tried = (
  test: Tried['test'],
  outcome: Tried['outcome'],
  change: Partial<Tried> = {},
): Tried => ({
  ...row(),
  takenOn: ON,
  takenAt: moment(5),
  test,
  side: null,
  outcome,
  felt: null,
  cue: null,
  results: [],
  undone: false,
  ...change,
});
export const set = (loadKg: number, k: number, change: Partial<LoadSet> = {}): LoadSet => ({
  ...row(),
  takenOn: ON,
  takenAt: moment(k),
  rung: 'highBar',
  lockId: null,
  loadKg,
  reps: 5,
  descentS: null,
  pauseS: null,
  watched: 'eye',
  captureId: null,
  faults: [],
  repsLeft: null,
  pain: null,
  heelRiseMm: 0,
  shod: false,
  belt: false,
  undone: false,
  ...change,
});
export const KNEE = {
  fault: 'kneesIn' as const,
  side: 'left' as const,
  severity: 'clear' as const,
  reps: [],
};
export const setupTrial = (
  setup: Partial<Setup>,
  change: Partial<Dossier['setupTrials'][number]> = {},
): Dossier['setupTrials'][number] => ({
  ...row(),
  takenOn: ON,
  takenAt: moment(8),
  setup: { ...SETUP, loadKg: 0, hold: 'bodyweight', ...setup },
  thighDepthDeg: 6,
  profile: 'balanced',
  why: 'own',
  chance: null,
  depthDeg: 6,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  faults: [],
  lookedAt: ['heels', 'foot', 'knees', 'tuck', 'shift', 'balance', 'rise'],
  comfort: 4,
  pain: false,
  captureIds: [],
  undone: false,
  ...change,
});
export type Cause = 'ankleJoint' | 'hipFoldRoom' | 'habitSitsBack' | 'quadsWeak' | 'footControl';
export const worksOn = (...causes: Cause[]): Dossier['decisions'] => [
  {
    ...row(),
    kind: 'workOn',
    on: ON,
    at: moment(9),
    takenBack: false,
    causes: causes.map((cause) => ({ cause, side: null, probability: 0.8, because: ['seen'] })),
  },
];

/** Ankles that reach any depth, so that nothing but the case itself stops the squat. */
export const FREE = five({ wall: [140, 140] });
export const client = (change: Partial<Dossier> = {}, trials = FREE): Dossier =>
  dossierOf(trials, { screenings: screened({}), ...change });
export const answer = (dossier: Dossier): Answer => answerOf({ dossier, on: ON, tables: [] });
export const given = (a: Answer): string[] => [
  ...a.plan!.drills.map((d) => d.drill.id),
  ...a.plan!.cues.map((c) => c.cue.id),
];
export const loadsOf = (dossier: Dossier) => {
  const a = answer(dossier);
  const { ladder } = a.plan!;
  return { ...ladder, log: loadAnswer(dossier, ladder.now, a.limits, a.use!.setup) };
};
