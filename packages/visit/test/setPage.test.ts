import { HOUSE_RULES, reaches, spareOf, type Window } from '@zither/core';
import { assessSetup, methodOf, setupHistory, setupInUse } from '@zither/visit';
import { sayEvent } from '@zither/words/history';
import { sayLooked, sayUseHere } from '@zither/words/setup';
import { AT, dossierOf, five, ID } from './trialRows.ts';

const setup = {
  stanceWidthMm: 420,
  toeOutDeg: { left: 14, right: 14 },
  support: { kind: 'floor' as const },
  hold: 'bodyweight' as const,
  loadKg: 0,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
const row = (n: number, said = AT, by = 'CH') => ({
  id: `44444444-4444-4444-8444-${String(n).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: said,
  saidAt: said,
  saidBy: by,
});
const chosen = {
  ...row(1, '2026-01-06T10:00:00.000Z'),
  setup,
  thighDepthDeg: 6,
  workingPoint: 'parallelLines' as const,
  profile: 'balanced' as const,
};
const tried = (n: number, takenAt: string, change: { undone?: boolean } = {}) => ({
  ...row(n, takenAt),
  takenOn: takenAt.slice(0, 10),
  takenAt,
  setup,
  thighDepthDeg: 6,
  profile: 'balanced' as const,
  why: 'own' as const,
  chance: 0.4,
  depthDeg: 0,
  heelRose: { left: true, right: false },
  faults: [],
  lookedAt: null,
  knees: { left: 'over' as const, right: 'over' as const },
  tuckFromDeg: null,
  comfort: null,
  pain: false,
  captureIds: [],
  undone: false,
  ...change,
});

describe('a setup that is looked at before it is used', () => {
  const dossier = dossierOf(five({ wall: [60, 70] }), { setup: chosen });

  it('is assessed by the same belief as the one in use', () => {
    const use = setupInUse(dossier, [], HOUSE_RULES, null)!;
    const same = assessSetup(dossier, [], HOUSE_RULES, use, methodOf(dossier))!;
    expect(same.chance).toBe(use.chance);
    const lifted = assessSetup(
      dossier,
      [],
      HOUSE_RULES,
      {
        setup: { ...setup, support: { kind: 'block', riseMm: 30 } },
        targetDepthDeg: 6,
      },
      methodOf(dossier),
    )!;
    expect(lifted.chance).toBeGreaterThan(use.chance);
    expect(sayLooked(lifted, use)).toMatch(/^Gets down .*; the setup in use .* Not tried yet\.$/);
    expect(sayUseHere(use)).toMatch(/^Gets down /);
  });

  it('obeys the limits of the day', () => {
    const loaded = {
      setup: { ...setup, hold: 'highBar' as const, loadKg: 60 },
      targetDepthDeg: 25,
    };
    const at = assessSetup(
      dossier,
      [{ kind: 'noLoad' }, { kind: 'depthCap', thighDepthDeg: 0 }],
      HOUSE_RULES,
      loaded,
      methodOf(dossier),
    )!;
    expect(at.setup.loadKg).toBe(0);
    expect(at.targetDepthDeg).toBe(0);
  });

  it('needs both ankles', () => {
    expect(
      assessSetup(dossierOf([]), [], HOUSE_RULES, { setup, targetDepthDeg: 6 }, methodOf(dossier)),
    ).toBeNull();
  });
});

describe('the history of a setup', () => {
  const lock = {
    ...row(7, '2026-01-08T10:00:00.000Z'),
    on: '2026-01-08',
    at: '2026-01-08T10:00:00.000Z',
    by: 'CH',
    why: 'Tried and clean.',
    setup,
    thighDepthDeg: 6,
    profile: 'balanced' as const,
    workingPoint: 'parallelLines' as const,
    profileName: 'Balanced',
    evidence: { chance: null, trials: [], limits: null, says: [] },
    takenBack: true,
  };
  const dossier = dossierOf(five(), {
    setup: chosen,
    setupTrials: [
      tried(2, '2026-01-04T08:00:00.000Z'),
      tried(3, '2026-01-07T09:00:00.000Z'),
      tried(4, '2026-01-07T08:00:00.000Z', { undone: true }),
    ],
    locks: [lock],
  });
  const events = setupHistory(dossier);

  it('is told newest first, whatever order the rows came in', () => {
    expect(events.map((e) => `${e.kind} ${e.on}`)).toEqual([
      'locked 2026-01-08',
      'tried 2026-01-07',
      'tried 2026-01-07',
      'chosen 2026-01-06',
      'tried 2026-01-04',
    ]);
    const shuffled = { ...dossier, setupTrials: [...dossier.setupTrials].reverse() };
    expect(setupHistory(shuffled)).toEqual(events);
  });

  it('says what no longer counts and why, and what was taken back', () => {
    const says = events.map((e) => sayEvent(e, '2026-01-09'));
    expect(says[0]).toMatchObject({
      title: 'Locked as version 1',
      note: 'Tried and clean. Withdrawn.',
    });
    expect(says[0]?.when).toBe('1 day ago, 8 Jan 2026 · CH');
    expect(says[1]?.note).toBe(
      '6° short, at parallel, left heel rose. The parts watched were not recorded. Predicted: gets down in about 40 of 100.',
    );
    expect(says[2]?.note).toMatch(/Withdrawn\.$/);
    // Ankles were measured on the 5th.
    expect(says[4]?.note).toMatch(/Does not count: the ankles were measured again since\.$/);
  });

  it('is empty for a client for whom nothing was chosen', () => {
    expect(setupHistory(dossierOf(five()))).toEqual([]);
  });
});

describe('the limit and the reserve', () => {
  const shut: Exclude<Window, { kind: 'stanceTooWide' }> = {
    kind: 'shut',
    floorDeg: 20,
    floorBy: 'trunkLean',
    ceilingDeg: 18,
    ceilingBy: 'dorsiflexion',
    freeCeilingDeg: 21,
    widthDeg: -2,
  };

  it('are told apart: only the ankle has a reserve', () => {
    expect(spareOf(shut)).toEqual({ mostDeg: 21, reserveDeg: 3, spareDeg: 1 });
    expect(reaches(shut)).toBe(true);
    expect(reaches({ ...shut, freeCeilingDeg: 19 })).toBe(false);
    expect(reaches({ ...shut, ceilingBy: 'kneeTravel', freeCeilingDeg: 18 })).toBe(false);
    expect(reaches({ kind: 'stanceTooWide' })).toBe(false);
  });
});
