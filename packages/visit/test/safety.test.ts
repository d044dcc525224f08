import fc from 'fast-check';
import type { Dossier, Screening, ScreeningValues } from '@zither/contract';
import {
  AFTER_OF,
  QUESTION_IDS,
  STOPS,
  USUAL_LIMITS,
  type AfterStop,
  type StopKind,
} from '@zither/core';
import {
  emptyDossier,
  isHeld,
  limitsOf,
  openStops,
  safetyOf,
  screenToday,
  toldJoint,
} from '@zither/visit';
import { clearanceProblem, sayClearance, stageProblem } from '@zither/words/clearance';
import { emergencyStepsFrom, sayEmergencyProblem } from '@zither/words/emergency';
import { sayLimit } from '@zither/words/safety';
import { STOP_NOW } from '@zither/words/stop';

const ID = '11111111-1111-4111-8111-111111111111';
const OTHER = '22222222-2222-4222-8222-222222222222';
const THIRD = '33333333-3333-4333-8333-333333333333';
const AT = '2026-01-05T09:00:00.000Z';
const row = { id: ID, clientId: ID, version: 1, updatedAt: AT, saidAt: AT, saidBy: '' };

const screening = (change: Partial<ScreeningValues> = {}): Screening => ({
  ...row,
  takenOn: '2026-01-05',
  purpose: 'strength',
  asked: [...QUESTION_IDS],
  answers: {},
  answeredAt: {},
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
    saidAt: AT,
    saidBy: '',
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

const clearance = (
  change: Partial<Dossier['clearances'][number]> = {},
): Dossier['clearances'][number] => ({
  ...row,
  who: 'B. Physician',
  licence: 'physician',
  givenOn: '2026-01-05',
  expiresOn: null,
  limits: [],
  covers: ['swelling'],
  ...change,
});

describe('a clearance as typed', () => {
  const form = {
    who: 'B. Physician',
    licence: '4711',
    givenOn: '2026-01-02',
    expiresOn: '',
    covers: 1,
  };
  it.each([
    [{}, null],
    [{ expiresOn: '2026-02-01' }, null],
    [{ who: '' }, /who cleared it/],
    [{ licence: '' }, /which licence/],
    [{ covers: 0 }, /what it was given for/],
    [{ givenOn: '2.1.2026' }, /^Choose the (day it was given|last day)/],
    [{ givenOn: '2026-02-30' }, /^Choose the (day it was given|last day)/],
    [{ givenOn: '2026-01-06' }, /after today/],
    [{ expiresOn: '2026-13-01' }, /last day/],
    [{ expiresOn: '2026-01-04' }, /already run out/],
  ])('%j', (change, says) => {
    const problem = clearanceProblem({ ...form, ...change }, '2026-01-05');
    if (says === null) expect(problem).toBeNull();
    else expect(problem).toMatch(says);
  });

  it('a stage of a joint’s limit has days that are days, in order; the line says all of it', () => {
    expect(stageProblem({ fromOn: '', untilOn: '' })).toBeNull();
    expect(stageProblem({ fromOn: '2026-01-05', untilOn: '2026-02-05' })).toBeNull();
    expect(stageProblem({ fromOn: '5.1.', untilOn: '' })).toMatch(/^Choose the days of the limit/);
    expect(stageProblem({ fromOn: '2026-02-05', untilOn: '2026-01-05' })).toMatch(
      /before its first/,
    );
    const knee = { kind: 'jointRange', joint: 'knee', side: 'left', mostDeg: 90 } as const;
    expect(
      sayClearance(
        clearance({ limits: [{ ...knee, fromOn: '2026-01-11', untilOn: '2026-02-10' }] }),
      ),
    ).toBe(
      'Clearance by B. Physician, physician, 2026-01-05. Left knee bent no further than 90°, from 2026-01-11, until 2026-02-10.',
    );
  });

  it('starts at the joint the newest screen told of, where it is one joint of one side', () => {
    const told = (answers: Dossier['screenings'][number]['answers']) =>
      toldJoint(dossier({ screenings: [screening({ answers })] }));
    expect(
      told({ recentInjury: { clearedByClinician: true, place: 'ankle', side: 'right' } }),
    ).toEqual({ joint: 'ankle', side: 'right' });
    expect(told({ pain: { place: 'knee', side: 'left', level: 2 } })).toEqual({
      joint: 'knee',
      side: 'left',
    });
    expect(told({ pain: { place: 'knee', side: 'both', level: 2 } })).toBeNull();
    expect(told({ pain: { place: 'lowBack', level: 2 } })).toBeNull();
    expect(told({})).toBeNull();
  });

  it('may carry each kind of limit the later stages obey', () => {
    const kinds = new Set(USUAL_LIMITS.map((l) => l.kind));
    expect(kinds.size).toBe(8);
    expect(new Set(USUAL_LIMITS.map(sayLimit)).size).toBe(USUAL_LIMITS.length);
  });
});

const stop = (what: StopKind, after: AfterStop | null, on = '2026-01-05') => ({
  ...row,
  on,
  at: `${on}T10:00:00.000Z`,
  movement: 'While squatting',
  what,
  after,
});

describe('what stops the work', () => {
  const at = (list: Dossier['stops'], change: Partial<Dossier> = {}, day = '2026-01-05') => {
    const held = dossier({ screenings: [screening()], stops: list, ...change });
    return { safety: safetyOf(held, day), open: openStops(held).length };
  };

  it.each(STOPS)('%s holds as long as nobody has answered it, and is asked about', (what) => {
    const { safety, open } = at([stop(what, null)]);
    expect(isHeld(safety)).toBe(true);
    expect(open).toBe(1);
    // Tomorrow as well.
    expect(isHeld(at([stop(what, null)], {}, '2026-01-06').safety)).toBe(true);
  });

  it('applies its own rule once answered: an alarm holds though it passed, a fall without harm limits the day', () => {
    for (const what of ['alarm', 'numb', 'gaveWay'] as const) {
      const { safety, open } = at([stop(what, 'gone')]);
      expect(isHeld(safety)).toBe(true);
      expect(open).toBe(0);
    }
    const fell = at([stop('fell', 'gone')]).safety;
    expect(limitsOf(fell).map((l) => l.kind)).toEqual(
      expect.arrayContaining(['noLoad', 'supportedOnly']),
    );
    expect(isHeld(at([stop('fell', 'persists')]).safety)).toBe(true);
    // Said as pain, it is the pain that counts; tapped by mistake, nothing.
    expect(isHeld(at([stop('pain', 'painSaid')]).safety)).toBe(false);
    expect(isHeld(at([stop('pain', 'mistake')]).safety)).toBe(false);
  });

  it('is lifted by a clearance given afterwards, never by one from before, and corrected with a reason', () => {
    const alarm = stop('alarm', 'gone');
    const cleared = (saidAt: string, givenOn: string) =>
      at([alarm], { clearances: [{ ...clearance({ covers: ['heart'], givenOn }), saidAt }] })
        .safety;
    expect(isHeld(cleared('2026-01-05T08:00:00.000Z', '2026-01-05'))).toBe(true);
    expect(isHeld(cleared('2026-01-05T11:00:00.000Z', '2026-01-04'))).toBe(true);
    expect(isHeld(cleared('2026-01-05T11:00:00.000Z', '2026-01-05'))).toBe(false);
    const corrected = at([alarm], {
      corrections: [
        {
          ...row,
          saidAt: '2026-01-05T12:00:00.000Z',
          on: '2026-01-05',
          of: 'stop',
          ofId: alarm.id,
          question: null,
          why: 'The wrong client.',
        },
      ],
    });
    expect(isHeld(corrected.safety)).toBe(false);
  });
});

describe('the emergency steps of a gym', () => {
  it('are one a line; too many or too long ones are said', () => {
    expect(emergencyStepsFrom(' Call 0 \n\nOpen the gate')).toEqual(['Call 0', 'Open the gate']);
    expect(sayEmergencyProblem(['Call 0'])).toBeNull();
    expect(sayEmergencyProblem(Array.from({ length: 13 }, () => 'x'))).toMatch(/12 steps/);
    expect(sayEmergencyProblem(['a', 'b'.repeat(201)])).toBe(
      'Step 2 is longer than 200 characters.',
    );
  });

  it('every stop says what to do now and has its answers', () => {
    for (const what of STOPS) {
      expect(STOP_NOW[what].length).toBeGreaterThan(0);
      expect(AFTER_OF[what].length).toBeGreaterThan(0);
    }
  });
});

describe('where a client stands', () => {
  it('knows not screened, half screened and screened apart', () => {
    expect(safetyOf(dossier(), '2026-01-05').state).toBe('notScreened');
    const half = dossier({ screenings: [screening({ asked: ['pain', 'heart'] })] });
    expect(safetyOf(half, '2026-01-05')).toMatchObject({ state: 'partly', answered: 2 });
    expect(safetyOf(dossier({ screenings: [screening()] }), '2026-01-05')).toMatchObject({
      state: 'screened',
      outcome: { kind: 'go' },
    });
  });

  it('is held by pain during work even when nobody asked the ten questions', () => {
    expect(isHeld(safetyOf(dossier({ pains: [pain(6)] }), '2026-01-05'))).toBe(true);
  });

  it('counts limit-level pain since the screen; older such pain ends with the next screen', () => {
    const old = dossier({
      screenings: [screening({ takenOn: '2026-01-10' })],
      pains: [pain(2)],
    });
    expect(limitsOf(safetyOf(old, '2026-01-10'))).toEqual([]);
    const since = dossier({ screenings: [screening()], pains: [pain(2, '2026-01-07')] });
    expect(limitsOf(safetyOf(since, '2026-01-08')).map(sayLimit)).toEqual([
      'No load',
      'No deeper than parallel',
      'Shins upright (at most 12°), to a box',
      'No locking out under load',
    ]);
  });

  it('ends a clearance on its last day', () => {
    const cleared = dossier({
      screenings: [screening({ answers: { swelling: true } })],
      clearances: [clearance({ expiresOn: '2026-01-20' })],
    });
    expect(isHeld(safetyOf(cleared, '2026-01-20'))).toBe(false);
    expect(isHeld(safetyOf(cleared, '2026-01-21'))).toBe(true);
  });
});

describe('by when it was said', () => {
  const clean = (id: string, day: string) => ({
    ...screening({ takenOn: day }),
    id,
    saidAt: `${day}T09:00:00.000Z`,
  });

  it('a hold is not lifted by a clean screen, older or newer, whatever arrives last', () => {
    const held = {
      ...screening({ takenOn: '2026-01-26', answers: { swelling: true } }),
      saidAt: '2026-01-26T09:00:00.000Z',
    };
    const older = clean(OTHER, '2026-01-10');
    const newer = clean(THIRD, '2026-01-28');
    for (const screenings of [
      [held, older],
      [older, held],
      [newer, held, older],
      [older, newer, held],
    ])
      expect(isHeld(safetyOf(dossier({ screenings }), '2026-01-28'))).toBe(true);
  });

  it('hold-level pain stands behind any number of later small ones, and after a clean screen', () => {
    const small = Array.from({ length: 25 }, (_, i) => ({
      ...pain(1, '2026-01-27'),
      id: `44444444-4444-4444-8444-${String(i).padStart(12, '0')}`,
      saidAt: `2026-01-27T09:${String(i).padStart(2, '0')}:00.000Z`,
    }));
    const strong = { ...pain(9, '2026-01-26'), saidAt: '2026-01-26T09:00:00.000Z' };
    const all = dossier({ screenings: [clean(OTHER, '2026-01-28')], pains: [...small, strong] });
    expect(isHeld(safetyOf(all, '2026-01-28'))).toBe(true);
  });

  it('a clearance said before a pain does not cover it, even if it arrives after', () => {
    const strong = { ...pain(9, '2026-01-26'), saidAt: '2026-01-26T09:00:00.000Z' };
    const early = clearance({
      covers: ['strongPain'],
      givenOn: '2026-01-21',
      saidAt: '2026-01-21T09:00:00.000Z',
    });
    const late = { ...early, id: OTHER, givenOn: '2026-01-27', saidAt: '2026-01-27T09:00:00.000Z' };
    const base = dossier({ screenings: [screening()], pains: [strong] });
    expect(isHeld(safetyOf({ ...base, clearances: [early] }, '2026-01-28'))).toBe(true);
    expect(isHeld(safetyOf({ ...base, clearances: [late] }, '2026-01-28'))).toBe(false);
  });

  it('an expired clearance does not replace one in force; the strictest limit of all in force wins', () => {
    const held = [screening({ answers: { swelling: true, medication: true } })];
    const inForce = clearance({ limits: [{ kind: 'depthCap', thighDepthDeg: 0 }] });
    const expired = clearance({
      expiresOn: '2026-01-07',
      saidAt: '2026-01-07T09:00:00.000Z',
      id: OTHER,
    });
    const stricter = clearance({
      id: THIRD,
      limits: [{ kind: 'depthCap', thighDepthDeg: -20 }],
    });
    const on = (clearances: Dossier['clearances']) =>
      safetyOf(dossier({ screenings: held, clearances }), '2026-01-20');
    expect(isHeld(on([expired, inForce]))).toBe(false);
    expect(limitsOf(on([inForce, stricter])).map(sayLimit)).toContain(
      'No deeper than chair height',
    );
  });

  it('a mistaken answer is corrected, not outvoted, and stays on record', () => {
    const held = screening({ answers: { swelling: true } });
    const correction: Dossier['corrections'][number] = {
      ...row,
      id: OTHER,
      on: '2026-01-05',
      of: 'screening',
      ofId: held.id,
      question: 'swelling',
      why: 'Tapped by mistake.',
      saidBy: 'CH',
    };
    const base = dossier({ screenings: [held] });
    expect(isHeld(safetyOf(base, '2026-01-05'))).toBe(true);
    const corrected = { ...base, corrections: [correction] };
    expect(isHeld(safetyOf(corrected, '2026-01-05'))).toBe(false);
    expect(corrected.screenings[0]!.answers).toEqual({ swelling: true });
    // Of another question it corrects nothing.
    const other = { ...correction, question: 'nerve' as const };
    expect(isHeld(safetyOf({ ...base, corrections: [other] }, '2026-01-05'))).toBe(true);
  });

  it('a correction covers what was said before it: the same answer given again holds again', () => {
    const held = screening({
      answers: { swelling: true },
      answeredAt: { swelling: '2026-01-05T08:00:00.000Z' },
    });
    const corrections = [
      {
        ...row,
        id: OTHER,
        on: '2026-01-05',
        of: 'screening' as const,
        ofId: held.id,
        question: 'swelling' as const,
        why: 'Tapped by mistake.',
        saidAt: '2026-01-05T09:00:00.000Z',
      },
    ];
    const on = (at: string) =>
      dossier({ screenings: [{ ...held, answeredAt: { swelling: at } }], corrections });
    expect(isHeld(safetyOf(on('2026-01-05T08:00:00.000Z'), '2026-01-05'))).toBe(false);
    expect(isHeld(safetyOf(on('2026-01-05T10:00:00.000Z'), '2026-01-05'))).toBe(true);
  });

  it('asking again carries over neither a corrected answer nor a corrected pain', () => {
    const held = screening({ answers: { swelling: true } });
    const hurt = { ...pain(7), id: OTHER };
    const fix = (of: 'screening' | 'pain', ofId: string, question: 'swelling' | null) => ({
      ...row,
      on: '2026-01-05',
      of,
      ofId,
      question,
      why: 'Tapped by mistake.',
    });
    const base = dossier({ screenings: [held], pains: [hurt] });
    expect(screenToday(base, '2026-01-06').answers).toEqual({
      swelling: true,
      pain: { place: 'knee', level: 7 },
    });
    const fixed = {
      ...base,
      corrections: [fix('screening', held.id, 'swelling'), fix('pain', OTHER, null)],
    };
    expect(screenToday(fixed, '2026-01-06').answers).toEqual({});
  });

  it('says the same whatever the order of the rows (property)', () => {
    const rows = fc.record({
      screens: fc.array(
        fc.record({
          day: fc.integer({ min: 1, max: 28 }),
          swelling: fc.boolean(),
          level: fc.integer({ min: 0, max: 9 }),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      pains: fc.array(
        fc.record({ day: fc.integer({ min: 1, max: 28 }), level: fc.integer({ min: 1, max: 9 }) }),
        { maxLength: 4 },
      ),
      clear: fc.array(
        fc.record({
          day: fc.integer({ min: 1, max: 28 }),
          covers: fc.subarray(['swelling', 'strongPain'], { minLength: 1 }),
        }),
        { maxLength: 3 },
      ),
      seed: fc.integer(),
    });
    const dayOf = (n: number) => `2026-01-${String(n).padStart(2, '0')}`;
    const idOf = (kind: number, n: number) =>
      `${String(kind).repeat(8)}-1111-4111-8111-${String(n).padStart(12, '0')}`;
    fc.assert(
      fc.property(rows, ({ screens, pains, clear, seed }) => {
        const all = dossier({
          screenings: screens.map((s, i) => ({
            ...screening({
              takenOn: dayOf(s.day),
              answers: {
                ...(s.swelling ? { swelling: true } : {}),
                ...(s.level > 0 ? { pain: { place: 'knee', level: s.level } } : {}),
              },
            }),
            id: idOf(1, i),
            saidAt: `${dayOf(s.day)}T09:00:00.000Z`,
          })),
          pains: pains.map((p, i) => ({
            ...pain(p.level, dayOf(p.day)),
            id: idOf(2, i),
            saidAt: `${dayOf(p.day)}T10:00:00.000Z`,
          })),
          clearances: clear.map((c, i) =>
            clearance({
              id: idOf(3, i),
              covers: c.covers,
              givenOn: dayOf(c.day),
              saidAt: `${dayOf(c.day)}T11:00:00.000Z`,
            }),
          ),
        });
        const turned = <T>(list: readonly T[]): T[] =>
          list.map((_, i) => list[(i + Math.abs(seed)) % list.length]!).reverse();
        const other = {
          ...all,
          screenings: turned(all.screenings),
          pains: turned(all.pains),
          clearances: turned(all.clearances),
        };
        const [a, b] = [safetyOf(all, '2026-01-29'), safetyOf(other, '2026-01-29')];
        expect(b.state).toBe(a.state);
        expect(isHeld(b)).toBe(isHeld(a));
        expect(limitsOf(b)).toEqual(limitsOf(a));
      }),
      { numRuns: 400, seed: 71 },
    );
  });
});

describe('a repeat screen', () => {
  it('asks only what may have changed and keeps the rest', () => {
    const last = dossier({ screenings: [screening({ answers: { boneOrBalance: true } })] });
    const repeat = screenToday(last, '2026-02-01');
    expect([...repeat.asked].sort()).toEqual(['boneOrBalance', 'under16']);
    expect(repeat).toMatchObject({ purpose: 'strength', answers: { boneOrBalance: true } });
  });

  it('never loosens a hold by merely being started', () => {
    const held = dossier({
      screenings: [screening({ answers: { swelling: true } })],
      pains: [pain(7)],
    });
    const started = dossier({
      screenings: [
        {
          ...screening(),
          ...screenToday(held, '2026-02-01'),
          id: OTHER,
          saidAt: '2026-02-01T09:00:00.000Z',
        },
        ...held.screenings,
      ],
      pains: held.pains,
    });
    expect(isHeld(safetyOf(started, '2026-02-01'))).toBe(true);
    expect(screenToday(held, '2026-02-01').answers.pain).toEqual({ place: 'knee', level: 7 });
  });

  it('goes on with today’s own where it was left', () => {
    const half = dossier({ screenings: [screening({ asked: ['pain'] })] });
    expect(screenToday(half, '2026-01-05').asked).toEqual(['pain']);
  });
});
