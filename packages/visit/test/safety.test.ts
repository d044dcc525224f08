import type { Dossier, Screening, ScreeningValues } from '@zither/contract';
import { QUESTION_IDS, USUAL_LIMITS } from '@zither/core';
import {
  clearanceProblem,
  emptyDossier,
  isHeld,
  limitsOf,
  safetyOf,
  screenToday,
} from '@zither/visit';
import { sayLimit } from '@zither/words/safety';

const ID = '11111111-1111-4111-8111-111111111111';
const AT = '2026-01-05T09:00:00.000Z';
const row = { id: ID, clientId: ID, version: 1, updatedAt: AT };

const screening = (change: Partial<ScreeningValues> = {}): Screening => ({
  ...row,
  takenOn: '2026-01-05',
  purpose: 'strength',
  asked: [...QUESTION_IDS],
  answers: {},
  ...change,
});

const dossier = (change: Partial<Dossier> = {}): Dossier => ({
  ...emptyDossier({
    id: ID,
    version: 1,
    name: 'Ivo Larch',
    statureMm: 1810,
    massKg: 88,
    segmentsMm: {},
    shoulderWidthMm: null,
    interAsisMm: null,
    kit: [],
    notes: '',
    archivedAt: null,
    createdAt: AT,
    updatedAt: AT,
  }),
  ...change,
});

const pain = (level: number, on = '2026-01-05') => ({
  ...row,
  on,
  movement: 'While squatting',
  place: 'knee' as const,
  level,
});

describe('a clearance as typed', () => {
  const form = { who: 'B. Physician', licence: '4711', givenOn: '2026-01-02', expiresOn: '' };
  it.each([
    [{}, null],
    [{ expiresOn: '2026-02-01' }, null],
    [{ who: '' }, /who cleared it/],
    [{ licence: '' }, /which licence/],
    [{ givenOn: '2.1.2026' }, /yyyy-mm-dd/],
    [{ givenOn: '2026-02-30' }, /yyyy-mm-dd/],
    [{ givenOn: '2026-01-06' }, /after today/],
    [{ expiresOn: '2026-13-01' }, /last day/],
    [{ expiresOn: '2026-01-04' }, /already run out/],
  ])('%j', (change, says) => {
    const problem = clearanceProblem({ ...form, ...change }, '2026-01-05');
    if (says === null) expect(problem).toBeNull();
    else expect(problem).toMatch(says);
  });

  it('may carry each kind of limit the later stages obey', () => {
    const kinds = new Set(USUAL_LIMITS.map((l) => l.kind));
    expect(kinds.size).toBe(6);
    expect(new Set(USUAL_LIMITS.map(sayLimit)).size).toBe(USUAL_LIMITS.length);
  });
});

describe('where a client stands', () => {
  it('knows not screened, half screened and screened apart', () => {
    expect(safetyOf(dossier(), '2026-01-05').state).toBe('notScreened');
    const half = dossier({ screening: screening({ asked: ['pain', 'heart'] }) });
    expect(safetyOf(half, '2026-01-05')).toMatchObject({ state: 'partly', answered: 2 });
    expect(safetyOf(dossier({ screening: screening() }), '2026-01-05')).toMatchObject({
      state: 'screened',
      outcome: { kind: 'go' },
    });
  });

  it('is held by pain during work even when nobody asked the ten questions', () => {
    expect(isHeld(safetyOf(dossier({ pains: [pain(6)] }), '2026-01-05'))).toBe(true);
  });

  it('counts pain since the screen and forgets older pain once asked again', () => {
    const old = dossier({ screening: screening({ takenOn: '2026-01-10' }), pains: [pain(6)] });
    expect(isHeld(safetyOf(old, '2026-01-10'))).toBe(false);
    const since = dossier({ screening: screening(), pains: [pain(2, '2026-01-07')] });
    expect(limitsOf(safetyOf(since, '2026-01-08')).map(sayLimit)).toEqual([
      'No load',
      'No deeper than parallel',
      'Shins upright (at most 12°), to a box',
      'No locking out under load',
    ]);
  });

  it('ends a clearance on its last day', () => {
    const cleared = dossier({
      screening: screening({ answers: { swelling: true } }),
      clearance: {
        ...row,
        who: 'B. Physician',
        licence: 'physician',
        givenOn: '2026-01-05',
        expiresOn: '2026-01-20',
        limits: [],
        covers: ['swelling'],
      },
    });
    expect(isHeld(safetyOf(cleared, '2026-01-20'))).toBe(false);
    expect(isHeld(safetyOf(cleared, '2026-01-21'))).toBe(true);
  });

  it('lets an old clearance lift nothing new', () => {
    const cleared = dossier({
      screening: screening({ answers: { swelling: true } }),
      clearance: {
        ...row,
        who: 'B. Physician',
        licence: 'physician',
        givenOn: '2026-01-05',
        expiresOn: null,
        limits: [],
        covers: ['swelling', 'strongPain'],
      },
      pains: [{ ...pain(7, '2026-01-06'), updatedAt: '2026-01-06T09:00:00.000Z' }],
    });
    expect(isHeld(safetyOf(cleared, '2026-01-06'))).toBe(true);
    expect(isHeld(safetyOf({ ...cleared, pains: [] }, '2026-01-06'))).toBe(false);
  });
});

describe('a repeat screen', () => {
  it('asks only what may have changed and keeps the rest', () => {
    const last = dossier({ screening: screening({ answers: { boneOrBalance: true } }) });
    const repeat = screenToday(last, '2026-02-01');
    expect([...repeat.asked].sort()).toEqual(['boneOrBalance', 'under16']);
    expect(repeat).toMatchObject({ purpose: 'strength', answers: { boneOrBalance: true } });
  });

  it('never loosens a hold by merely being started', () => {
    const held = dossier({
      screening: screening({ answers: { swelling: true } }),
      pains: [pain(7)],
    });
    const started = dossier({
      screening: { ...screening(), ...screenToday(held, '2026-02-01') },
      pains: held.pains,
    });
    expect(isHeld(safetyOf(started, '2026-02-01'))).toBe(true);
    expect(screenToday(held, '2026-02-01').answers.pain).toEqual({ place: 'knee', level: 7 });
  });

  it('goes on with today’s own where it was left', () => {
    const half = dossier({ screening: screening({ asked: ['pain'] }) });
    expect(screenToday(half, '2026-01-05').asked).toEqual(['pain']);
  });
});
