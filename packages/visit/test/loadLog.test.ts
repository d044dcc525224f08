import {
  loadSetValuesSchema,
  type CaptureLine,
  type Dossier,
  type LoadSet,
  type Lock,
} from '@zither/contract';
import { BALANCED, type SafetyLimit } from '@zither/core';
import {
  sayAdvice,
  sayBetween,
  sayCleanLoads,
  sayFaultAtLoad,
  saySet,
} from '@zither/words/loadLog';
import {
  cleanLoads,
  filmedSets,
  formOf,
  ladderOf,
  loadAnswer,
  mayRepeat,
  rungsLifted,
} from '../src/index.ts';
import { AT, dossierOf, filmed, five, ID } from './trialRows.ts';

let n = 0;
const set = (loadKg: number, change: Partial<LoadSet> = {}): LoadSet => {
  n += 1;
  const takenOn = change.takenOn ?? '2026-01-05';
  return {
    id: `set ${n}`,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: 'MB',
    takenOn,
    takenAt: `${takenOn}T10:${String(n % 60).padStart(2, '0')}:00.000Z`,
    rung: 'front',
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
  };
};
const KNEE = {
  fault: 'kneesIn' as const,
  side: 'left' as const,
  severity: 'clear' as const,
  reps: [],
};
const newestFirst = (sets: LoadSet[]) => [...sets].reverse();
const dossier = (sets: LoadSet[], change: Partial<Dossier> = {}): Dossier =>
  dossierOf(five(), { loadSets: newestFirst(sets), ...change });

/** Clean up to 50 kg, knees in from 60 on. */
const ABOVE = [20, 30, 40, 40, 50, 50].map((kg) => set(kg));
const CLEAR = [60, 60, 70].map((kg) => set(kg, { faults: [KNEE] }));

describe('form at load', () => {
  it('finds a fault that appears only above a load', () => {
    const [found] = formOf(dossier([...ABOVE, ...CLEAR]), 'front');
    expect(found).toMatchObject({ fault: 'kneesIn', side: 'left', form: { watched: 9, seen: 3 } });
    if (found!.form.kind !== 'estimate') throw new Error('no estimate');
    expect(found!.form.likelyKg).toBeGreaterThan(48);
    expect(found!.form.likelyKg).toBeLessThan(63);
    expect(sayFaultAtLoad(found!)).toMatch(
      /^Knee in, left: likely from about 5\d kg \(\d\d kg to \d\d kg\)\. Seen in 3 of 9 sets watched\.$/,
    );
  });

  it('takes sets nobody watched for missing, not for clean', () => {
    const unwatched = Array.from({ length: 20 }, () => set(70, { watched: null }));
    const [alone] = formOf(dossier([...ABOVE, ...CLEAR]), 'front');
    const [beside] = formOf(dossier([...ABOVE, ...CLEAR, ...unwatched]), 'front');
    expect(beside!.form).toEqual(alone!.form);
    // The same sets watched and clean would say otherwise.
    const clean = Array.from({ length: 20 }, () => set(70));
    expect(formOf(dossier([...ABOVE, ...CLEAR, ...clean]), 'front')[0]!.form).not.toEqual(
      alone!.form,
    );
  });

  it('says when there are not enough sets, and takes none of another variation or taken back', () => {
    const few = [set(40), set(60, { faults: [KNEE] })];
    const others = ABOVE.map((s) => ({ ...s, rung: 'highBar' as const }));
    const back = ABOVE.map((s) => ({ ...s, undone: true }));
    const [found] = formOf(dossier([...few, ...others, ...back]), 'front');
    expect(sayFaultAtLoad(found!)).toBe(
      'Knee in, left: not enough sets. It takes 5 watched sets at 2 loads or more; there are 2 at 2.',
    );
  });

  it('compares two locked setups where each has sets enough', () => {
    const lock = (id: string, at: string) =>
      ({ id, at, on: at.slice(0, 10), takenBack: false, by: 'MB', why: '' }) as unknown as Lock;
    const [one, two] = [
      lock('one', '2026-01-01T09:00:00.000Z'),
      lock('two', '2026-01-03T09:00:00.000Z'),
    ];
    const sets = (lockId: string, from: number) =>
      [20, 20, 30, 30, 40, 40, 50, 50, 60, 60, 70, 70].map((kg) =>
        set(kg, { lockId, faults: kg >= from ? [KNEE] : [] }),
      );
    const [found] = formOf(
      dossier([...sets('one', 30), ...sets('two', 60)], { locks: [two, one] }),
      'front',
    );
    expect(found!.between?.apart.isReal).toBe(true);
    expect(sayBetween(found!)).toMatch(/^Setup version 2 moves this by \d\d kg against version 1/);
    expect(formOf(dossier(sets('one', 30), { locks: [one] }), 'front')[0]!.between).toBeNull();
  });
});

describe('what to load next', () => {
  const next = (sets: LoadSet[], limits: SafetyLimit[] = []) =>
    loadAnswer(dossier(sets), 'front', limits, null);

  it('goes one step up from what went clean, and stops below the load at which a fault becomes likely', () => {
    expect(sayAdvice(next(ABOVE))).toBe('Next: up to 52.5 kg. One step more than what went clean.');
    const capped = next([...ABOVE, ...CLEAR, set(50)]);
    expect(capped.mostKg!).toBeLessThanOrEqual(52.5);
    const tight = next([
      ...[20, 30, 44, 44, 44, 44].map((kg) => set(kg)),
      ...[46, 46, 46, 46].map((kg) => set(kg, { faults: [KNEE] })),
      set(45),
    ]);
    expect(tight).toMatchObject({ because: 'formCap' });
    expect(sayAdvice(tight)).toMatch(
      /^Next: up to 4\d(\.\d)? kg\. Knee in, left becomes likely from about 4\d kg\.$/,
    );
  });

  it('never jumps after pain or a clear fault, and never goes against the screen', () => {
    expect(next([...ABOVE, set(55, { pain: 3 })])).toMatchObject({ mostKg: 0, because: 'pain' });
    expect(next([...ABOVE, set(60, { faults: [KNEE] })])).toMatchObject({
      mostKg: 50,
      because: 'clearFault',
    });
    const noLoad = [{ kind: 'noLoad' }] as unknown as SafetyLimit[];
    expect(next(ABOVE, noLoad)).toMatchObject({ mostKg: 0, because: 'limit' });
    expect(sayAdvice(next([set(40, { watched: null })]))).toBe(
      'No watched set went clean yet, so no load is advised.',
    );
  });

  it('offers the last set again only within what is advised', () => {
    expect(mayRepeat(set(50), next(ABOVE))).toBe(true);
    const fault = set(60, { faults: [KNEE] });
    expect(mayRepeat(fault, next([...ABOVE, fault]))).toBe(false);
    expect(mayRepeat(set(40), next([...ABOVE, set(40, { pain: 2 })]))).toBe(false);
    expect(mayRepeat(set(40), next([]))).toBe(true);
  });

  it('is the load the ladder gives, too: one answer', () => {
    const asked = (sets: LoadSet[]) =>
      ladderOf(
        dossier(sets, {
          decisions: [
            {
              id: 'd',
              clientId: ID,
              version: 1,
              updatedAt: AT,
              saidAt: AT,
              saidBy: '',
              kind: 'train',
              on: '2026-01-05',
              at: AT,
              takenBack: false,
              rung: 'front',
              dose: null,
              heelRole: null,
            },
          ],
        }),
        {
          isLikely: true,
          setup: {
            stanceWidthMm: 420,
            toeOutDeg: { left: 14, right: 14 },
            support: { kind: 'floor' },
            hold: 'front',
            loadKg: 30,
            balance: 0.5,
            trackingOffsetDeg: 0,
          },
        },
        BALANCED,
        [],
      ).loadKg;
    expect(asked([])).toBe(30);
    expect(asked(ABOVE)).toBe(52.5);
    expect(asked([...ABOVE, set(60, { faults: [KNEE] })])).toBe(50);
  });
});

describe('a filmed set', () => {
  const inUse = {
    setup: {
      id: 'setup',
      version: 1,
      saidAt: '2026-01-04T10:00:00.000Z',
      setup: { hold: 'front', support: { kind: 'block', riseMm: 10 } },
    },
  } as unknown as Pick<Dossier, 'setup'>;
  const finding = { fault: 'kneesIn', side: 'left', severity: 'clear', reps: [2, 3] };

  it('is offered as the camera read it, until it is logged, once', () => {
    const capture = filmed('c1', 'front', 55, [finding]);
    const before = dossier([], { ...inUse, captures: [capture] });
    const [offered, ...others] = filmedSets(before);
    expect(others).toEqual([]);
    expect(offered).toMatchObject({
      rung: 'front',
      loadKg: 55,
      reps: 4,
      watched: 'camera',
      captureId: 'c1',
      heelRiseMm: 10,
      belt: true,
      faults: [finding],
    });
    expect(loadSetValuesSchema.parse({ ...offered, captureId: ID })).toBeTruthy();
    const logged = set(55, { captureId: 'c1', undone: true });
    expect(filmedSets({ ...before, loadSets: [logged] })).toEqual([]);
  });

  it('is none without a load, without a setup chosen by then, or once it is put aside', () => {
    const of = (capture: CaptureLine, change: Partial<Dossier> = inUse) =>
      filmedSets(dossier([], { captures: [capture], ...change }));
    expect(of(filmed('c1', 'front', null))).toEqual([]);
    expect(of(filmed('c1', 'front', 55), {})).toEqual([]);
    expect(of({ ...filmed('c1', 'front', 55), condition: 'bodyweight' })).toEqual([]);
    expect(of({ ...filmed('c1', 'front', 55), discarded: true })).toEqual([]);
  });

  it('says nothing of what its view does not show, or could not judge', () => {
    const camera = (captureId: string) => set(60, { watched: 'camera', captureId });
    const seen = [...ABOVE, ...CLEAR];
    const count = (more: LoadSet[], captures: CaptureLine[]) => {
      const [found] = formOf(dossier([...seen, ...more], { captures }), 'front');
      return found!.form.watched;
    };
    expect(count([], [])).toBe(9);
    // A side view shows no knees that come in; a front view that could not tell them says nothing either.
    expect(count([camera('c1')], [filmed('c1', 'side', 60)])).toBe(9);
    expect(
      count(
        [camera('c1')],
        [filmed('c1', 'front', 60, [], [{ fault: 'kneesIn', because: 'marks' }])],
      ),
    ).toBe(9);
    expect(count([camera('c1')], [filmed('c1', 'front', 60)])).toBe(10);
  });

  it('is clean only once it was filmed from the side and from the front or behind', () => {
    const side = set(60, { watched: 'camera', captureId: 'c1' });
    const front = set(60, { watched: 'camera', captureId: 'c2' });
    const captures = [filmed('c1', 'side', 60), filmed('c2', 'front', 60)];
    const of = (sets: LoadSet[]) => dossier([set(40), ...sets], { captures });
    const most = (sets: LoadSet[]) => loadAnswer(of(sets), 'front', [], null).mostKg;
    expect(most([])).toBe(42.5);
    expect(most([side])).toBe(42.5);
    expect(most([front])).toBe(42.5);
    expect(most([side, front])).toBe(62.5);
    const now = (sets: LoadSet[]) => cleanLoads(of(sets), '2026-01-05')[0]!.nowKg;
    expect([now([side]), now([side, front])]).toEqual([40, 60]);
    // A clear fault counts from one side alone.
    expect(most([side, { ...front, faults: [KNEE] }])).toBe(40);
  });

  it('opens no rung a second time: it is among the looks already', () => {
    const own = dossier([set(30, { watched: 'camera', captureId: 'c1' })]);
    expect(rungsLifted(own)).toEqual([]);
    expect(rungsLifted(dossier([set(30)]))).toHaveLength(1);
  });
});

it('a set reads as a coach would say it, and clean loads compare the client with themselves', () => {
  expect(saySet(set(42.5, { faults: [KNEE], repsLeft: 2, belt: true, pauseS: 2 }))).toBe(
    'Front squat · 42.5 kg × 5 · 2 s held · knee in, left (clear) · 2 left · belt',
  );
  const list = cleanLoads(
    dossier([
      set(40, { takenOn: '2025-11-01' }),
      set(50, { takenOn: '2026-01-01' }),
      set(60, { takenOn: '2026-01-02', faults: [KNEE] }),
    ]),
    '2026-01-05',
  );
  expect(sayCleanLoads(list)).toEqual([
    'Front squat: 50 kg in the last 6 weeks, 40 kg in the 6 before.',
  ]);
});
