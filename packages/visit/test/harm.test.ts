import fc from 'fast-check';
import type { Dossier, LoadSet, Seen, Tried } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import {
  barOf,
  CUES,
  goesBeyond,
  limitOn,
  RUNG_TABLE,
  TESTS,
  USUAL_LIMITS,
  type SafetyLimit,
  type Setup,
  type Side,
} from '@zither/core';
import {
  answerOf,
  barringOf,
  causesNamed,
  cuesOf,
  cuesToTry,
  footLostOf,
  heldLoad,
  heelCourse,
  keepsLimits,
  limitsOf,
  loadAnswer,
  methodById,
  methodOf,
  pinchesOf,
  safetyOf,
  type Answer,
} from '@zither/visit';
import { writeAnswer } from '@zither/words/answer';
import { sayHeelRole } from '@zither/words/heel';
import { sayAdvice } from '@zither/words/loadLog';
import { writePlan } from '@zither/words/plan';
import { setupCard } from '@zither/words/planPages';
import { sayHeldInTrial, sayUse } from '@zither/words/setup';
import { AT, dossierOf, five, ID, trial } from './trialRows.ts';

/** More records in the longer run: RECORDS=2000 npm run properties. */
const RECORDS = Number(process.env['RECORDS'] ?? 24);
const ON = '2026-01-05';
let n = 0;
const row = () => {
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
const moment = (k: number, on = ON) => `${on}T10:${String(k).padStart(2, '0')}:00.000Z`;

type Answers = Dossier['screenings'][number]['answers'];
type Purpose = Dossier['screenings'][number]['purpose'];
const screened = (answers: Answers, purpose: Purpose = 'strength'): Dossier['screenings'] => [
  { ...row(), takenOn: ON, purpose, asked: [], answers, answeredAt: {} },
];
const cleared = (
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
const SETUP: Setup = {
  stanceWidthMm: 430,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'floor' },
  hold: 'highBar',
  loadKg: 100,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
const chosen = (setup: Partial<Setup> = {}, profile = 'balanced', depth = 6): Dossier['setup'] => ({
  ...row(),
  setup: { ...SETUP, ...setup },
  thighDepthDeg: depth,
  workingPoint: 'parallelLines',
  profile: profile as 'balanced',
});
const seenAs = (
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
const look = (
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
const tried = (
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
const set = (loadKg: number, k: number, change: Partial<LoadSet> = {}): LoadSet => ({
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
const KNEE = {
  fault: 'kneesIn' as const,
  side: 'left' as const,
  severity: 'clear' as const,
  reps: [],
};
const setupTrial = (
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
type Cause = 'ankleJoint' | 'hipFoldRoom' | 'habitSitsBack' | 'quadsWeak' | 'footControl';
const worksOn = (...causes: Cause[]): Dossier['decisions'] => [
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
const FREE = five({ wall: [140, 140] });
const client = (change: Partial<Dossier> = {}, trials = FREE): Dossier =>
  dossierOf(trials, { screenings: screened({}), ...change });
const answer = (dossier: Dossier): Answer => answerOf({ dossier, on: ON, tables: [] });
const given = (a: Answer): string[] => [
  ...a.plan!.drills.map((d) => d.drill.id),
  ...a.plan!.cues.map((c) => c.cue.id),
];
const loadsOf = (dossier: Dossier) => {
  const a = answer(dossier);
  const { ladder } = a.plan!;
  return { ...ladder, log: loadAnswer(dossier, ladder.now, a.limits, a.use!.setup) };
};

describe('every limit bars everything it names', () => {
  const DEEP = ['supported-deep-sit', 'supported-deep-lunge', 'wide-supported-sit', 'bottom-shift'];

  it.each(['left', 'right'] as const)('a clinician’s 70° at the %s hip, on every page', (side) => {
    const limit = { kind: 'jointRange' as const, joint: 'hip' as const, side, mostDeg: 70 };
    const free = client({ decisions: worksOn('hipFoldRoom', 'ankleJoint') });
    expect(given(answer(free)).some((id) => DEEP.includes(id))).toBe(true);
    const limited = {
      ...free,
      screenings: screened({ recentInjury: { clearedByClinician: true, place: 'hip', side } }),
      clearances: [cleared(['clearedInjury'], [limit])],
    };
    const a = answer(limited);
    expect(a.limits).toEqual([limit]);
    expect(given(a).filter((id) => DEEP.includes(id))).toEqual([]);
    for (const { drill } of a.plan!.drills)
      expect(drill.asks.hipFoldDeg ?? 0).toBeLessThanOrEqual(70);
    // The plan given before it is neither printed nor on the client's page.
    const before = answer(free);
    expect(keepsLimits(limited, writePlan(before.plan!, ON), a.limits)).toBe(false);
    expect(keepsLimits(free, writePlan(before.plan!, ON), [])).toBe(true);
    // Nor in the shell.
    const written = JSON.stringify(writeAnswer(a).plan!.drills);
    for (const id of DEEP) expect(written).not.toContain(id);
  });

  it.each([
    ['ankle', 10, ['bent-knee-calf-stretch', 'loaded-ankle-rock', 'knee-travel-hold']],
    ['knee', 60, ['rock-back-on-all-fours', 'half-kneeling-turn', 'split-knee-bend']],
  ] as const)('a clinician’s limit of one %s', (joint, mostDeg, bars) => {
    for (const side of ['left', 'right'] as const) {
      const a = answer(
        client({
          screenings: screened({ recentInjury: { clearedByClinician: true } }),
          clearances: [cleared(['clearedInjury'], [{ kind: 'jointRange', joint, side, mostDeg }])],
          decisions: worksOn('ankleJoint', 'hipFoldRoom', 'quadsWeak'),
        }),
      );
      expect(given(a).filter((id) => (bars as readonly string[]).includes(id))).toEqual([]);
    }
  });

  it('without load nobody is told of a light one', () => {
    const a = answer(
      client({ screenings: screened({ pregnancy: true }), decisions: worksOn('habitSitsBack') }),
    );
    for (const { drill } of a.plan!.drills) {
      expect(drill.how).not.toMatch(/light load|training load|half of the usual/i);
      expect(drill.kit).not.toContain('bar');
    }
  });

  it('a pinch in front of an ankle withholds its cues in the trial of cues, the plan and what was given', () => {
    for (const side of ['left', 'right'] as const) {
      const free = client({
        decisions: worksOn('ankleJoint'),
        judgements: [look([seenAs('heelsRise')])],
      });
      const given_ = writePlan(answer(free).plan!, ON);
      const pinched = {
        ...free,
        trials: [...FREE, trial('shinAngle', side, 24, { pinch: true })],
      };
      const a = answer(pinched);
      expect(a.limits).toContainEqual(
        expect.objectContaining({ kind: 'jointRange', joint: 'ankle', side }),
      );
      const ids = CUES.filter((c) => c.causes.includes('ankleJoint')).map((c) => c.id);
      const barring = barringOf(pinched, methodOf(pinched), a.limits, a.opinion, null);
      const offered = cuesToTry(a.opinion, methodOf(pinched), barring, cuesOf(pinched.schools));
      expect(offered.filter((c) => c.id !== null && ids.includes(c.id))).toEqual([]);
      expect(given(a).filter((id) => ids.includes(id))).toEqual([]);
      for (const d of a.plan!.drills) expect(d.drill.works).not.toHaveProperty('ankleJoint');
      expect(keepsLimits(pinched, given_, a.limits)).toBe(false);
    }
  });
});

describe('no load goes on what is clearly faulty without one', () => {
  const FAULTY = [
    seenAs('pelvisTuck'),
    seenAs('chestDrop'),
    seenAs('heelsRise'),
    seenAs('kneesIn', 'left'),
    seenAs('kneesIn', 'right'),
  ];
  it('clear at bodyweight: neither the 100 kg of the setup nor any other load', () => {
    const setup = chosen();
    const clean = loadsOf(client({ setup }));
    expect(clean).toMatchObject({ now: 'highBar', loadKg: 100 });
    for (const seen of [...FAULTY.map((f) => [f]), FAULTY]) {
      const found = loadsOf(client({ setup, judgements: [look(seen)] }));
      expect(found).toMatchObject({ now: 'box', loadKg: null, because: { kind: 'faulty' } });
      expect(
        loadAnswer(client({ setup, judgements: [look(seen)] }), 'highBar', [], SETUP),
      ).toMatchObject({
        mostKg: 0,
        because: 'faulty',
      });
    }
    const plan = writePlan(answer(client({ setup, judgements: [look(FAULTY)] })).plan!, ON);
    expect(plan.training.join(' ')).not.toMatch(/Up to/);
    expect(plan.beforeLoad).toEqual([]);
    // No page of the plan gives it, and the setup in use says why.
    expect(plan.summary).toMatch(/high bar without a load for now/);
    expect(setupCard(plan, 'R').numbers).toContainEqual({ label: 'Load', value: 'None for now' });
    expect(JSON.stringify(setupCard(plan, 'R'))).not.toMatch(/100 kg/);
    expect(plan.setup.loadKg).toBe(0);
    expect(plan.why).toMatch(/The 100 kg wait\. No load: .* are clear without one\./);
    expect(writePlan(answer(client({ setup })).plan!, ON).summary).toMatch(/high bar with 100 kg/);
    // A trial of it starts without, and a setup without a load has none to wait.
    const held = heldLoad(client({ setup, judgements: [look(FAULTY)] }), [], SETUP);
    expect(sayHeldInTrial(SETUP, held!)).toMatch(/^First without the 100 kg\..*only if that goes/);
    expect(heldLoad(client({ setup }), [], SETUP)).toBeNull();
    const light = { ...SETUP, hold: 'bodyweight' as const, loadKg: 0 };
    expect(heldLoad(client({ setup, judgements: [look(FAULTY)] }), [], light)).toBeNull();
    // Only slight, or gone in a later look: the load is back.
    const slight = FAULTY.map((f) => ({ ...f, severity: 'slight' as const }));
    expect(loadsOf(client({ setup, judgements: [look(slight)] })).loadKg).toBe(100);
    expect(
      loadsOf(client({ setup, judgements: [look([], {}, 9), look([seenAs('pelvisTuck')])] }))
        .loadKg,
    ).toBe(100);
    // A view that cannot show it clears nothing.
    const front = look([], { view: 'front' }, 9);
    expect(
      loadsOf(client({ setup, judgements: [front, look([seenAs('pelvisTuck')])] })).loadKg,
    ).toBeNull();
  });

  it('a barefoot heel rise does not bar a squat on lifts in which the heels stay down', () => {
    const setup = chosen({ support: { kind: 'block', riseMm: 25 } });
    const flat = look([seenAs('heelsRise')]);
    const on = (riseMm: number, seen: Seen[] = [], k = 2) =>
      look(seen, { asks: { ...PLAIN_LOOK, heelRiseMm: riseMm } }, k);
    const load = (...judgements: Dossier['judgements']) =>
      loadsOf(client({ setup, judgements })).loadKg;
    expect(load(flat)).toBeNull();
    expect(load(on(25), flat)).toBe(100);
    // Whichever was looked at last: barefoot is another squat.
    expect(load(look([seenAs('heelsRise')], {}, 9), on(25))).toBe(100);
    // Not on a higher one, and not where they rise on it too.
    expect(load(on(40), flat)).toBeNull();
    expect(load(on(25, [seenAs('heelsRise')]), flat)).toBeNull();
    // What a lift does not take away bars on it as well.
    expect(load(on(25), look([seenAs('kneesIn', 'left')], { view: 'front' }))).toBeNull();
    // A clean trial in that setup shows it as well.
    expect(
      loadsOf(
        client({
          setup,
          judgements: [flat],
          setupTrials: [setupTrial({ support: { kind: 'block', riseMm: 25 } })],
        }),
      ).loadKg,
    ).toBe(100);
  });

  it('a failed entry test and the low box stop what is above them', () => {
    const setup = chosen();
    const entryTest = (isClean: boolean): Dossier['decisions'] => [
      {
        ...row(),
        kind: 'entryTest',
        on: ON,
        at: moment(6),
        takenBack: false,
        rung: 'box',
        reps: 5,
        pauseS: 2,
        loadKg: 0,
        isLifted: false,
        isClean,
      },
    ];
    expect(loadsOf(client({ setup, decisions: entryTest(false) })).loadKg).toBeNull();
    expect(loadsOf(client({ setup, decisions: entryTest(true) })).loadKg).toBe(100);
    // The log gives the same number as the plan, and a goblet may not be loaded either.
    for (const rung of ['goblet', 'front', 'highBar'] as const)
      expect(
        loadAnswer(client({ setup, decisions: entryTest(false) }), rung, [], SETUP).mostKg ?? 0,
      ).toBe(0);
    expect(
      loadAnswer(client({ setup, decisions: entryTest(true) }), 'highBar', [], SETUP).mostKg,
    ).toBe(100);
    expect(
      writePlan(answer(client({ setup, decisions: entryTest(false) })).plan!, ON).summary,
    ).toMatch(/without a load for now/);
    expect(loadsOf(client({ setup, tried: [tried('lowBox', 'worse')] }))).toMatchObject({
      loadKg: null,
      because: { kind: 'notClean' },
    });
    expect(loadsOf(client({ setup, tried: [tried('lowBox', 'same')] })).loadKg).toBe(100);
    // Where a deep sit or a counterbalanced squat ended is a finding, not a failed squat.
    for (const test of ['supportedSit', 'counterbalance'] as const)
      expect(loadsOf(client({ setup, tried: [tried(test, 'heelsUp')] })).loadKg).toBe(100);
  });

  it('three faulty sets at 40 kg leave no 60 in the plan; log and plan give one number', () => {
    const setup = chosen({ loadKg: 60 });
    const faulty = [3, 2, 1].map((k) => set(40, k, { faults: [KNEE] }));
    const found = loadsOf(client({ setup, loadSets: faulty }));
    expect(found.loadKg ?? 0).toBeLessThan(40);
    expect(found.loadKg).toBe(found.log.mostKg || null);
    const jumps = [set(20, 3), set(60, 2, { faults: [KNEE] }), set(100, 1)];
    const held = loadsOf(client({ setup: chosen({ loadKg: 100 }), loadSets: jumps }));
    expect(held.loadKg).toBe(held.log.mostKg || null);
    expect(loadAnswer(client({ loadSets: jumps }), 'highBar', [], SETUP).mostKg).toBe(57.5);
    expect(sayAdvice(loadAnswer(client({ loadSets: jumps }), 'highBar', [], SETUP))).toMatch(
      /^Next: up to 57\.5 kg\. A clear fault was seen above this/,
    );
  });

  it('no position carries more than our own table says', () => {
    const log = (rung: LoadSet['rung'], loadKg: number) =>
      loadAnswer(client({ loadSets: [set(loadKg, 1, { rung })] }), rung, [], null).mostKg;
    expect([
      log('goblet', 50),
      log('gobletHeels', 50),
      log('counterweight', 10),
      log('box', 0),
    ]).toEqual([50, 50, 10, 0]);
  });

  const anySet = fc.record({
    loadKg: fc.constantFrom(20, 40, 60, 80, 100),
    isFaulty: fc.boolean(),
    pain: fc.constantFrom<number | null>(null, null, 0, 3),
    rung: fc.constantFrom('goblet' as const, 'front' as const, 'highBar' as const),
    watched: fc.constantFrom('eye' as const, 'eye' as const, null),
  });
  type AnySet = typeof anySet extends fc.Arbitrary<infer T> ? T : never;
  const rows = (sets: readonly AnySet[]): LoadSet[] =>
    sets
      .map(({ loadKg, isFaulty, pain, rung, watched }, k) =>
        set(rung === 'goblet' ? Math.min(loadKg, 40) : loadKg, k + 1, {
          rung,
          pain,
          watched,
          faults: isFaulty && watched ? [KNEE] : [],
        }),
      )
      .reverse();
  it('a fault or pain more never gives a heavier load, on any rung (random logs)', () => {
    fc.assert(
      fc.property(
        fc.array(anySet, { minLength: 1, maxLength: 8 }),
        fc.nat(),
        fc.boolean(),
        fc.constantFrom('goblet' as const, 'front' as const, 'highBar' as const),
        (sets, at, isPain, rung) => {
          const which = at % sets.length;
          const worse = sets.map((s, i) =>
            i === which
              ? { ...s, watched: 'eye' as const, ...(isPain ? { pain: 5 } : { isFaulty: true }) }
              : s,
          );
          const watched = sets.map((s, i) => (i === which ? { ...s, watched: 'eye' as const } : s));
          const kg = (list: readonly AnySet[]) =>
            loadAnswer(client({ loadSets: rows(list) }), rung, [], SETUP).mostKg ?? 0;
          expect(kg(worse)).toBeLessThanOrEqual(kg(watched));
          const added = { ...sets[which]!, watched: 'eye' as const, isFaulty: true };
          expect(kg([...sets, added])).toBeLessThanOrEqual(kg(sets));
        },
      ),
      { numRuns: 10 * RECORDS, seed: 311 },
    );
  });
});

describe('the front of a joint', () => {
  it.each([null, 'pinch', 'tight'] as const)(
    'a sit stopped by the front of the hip, felt: %s',
    (felt) => {
      const dossier = client({
        decisions: worksOn('hipFoldRoom'),
        tried: [tried('supportedSit', 'hipFront', { felt })],
      });
      const a = answer(dossier);
      const stretches = [
        'supported-deep-lunge',
        'rock-back-on-all-fours',
        'supported-deep-sit',
        'lying-knee-pull',
      ];
      if (felt === 'tight') {
        expect(pinchesOf(dossier)).toEqual([]);
        expect(given(a).some((id) => stretches.includes(id))).toBe(true);
        return;
      }
      // Not said counts as a pinch: that range ends, is not stretched, and goes to a clinician.
      expect(given(a).filter((id) => stretches.includes(id))).toEqual([]);
      expect(a.use!.targetDepthDeg).toBeLessThanOrEqual(0);
      expect(a.plan!.referred).toContain('hipFoldRoom');
      expect(a.safety).toMatchObject({ outcome: { kind: 'withinLimits' } });
      // A later sit without it opens the range again.
      const later = tried('supportedSit', 'nothing', { takenAt: moment(20) });
      expect(answer({ ...dossier, tried: [later, ...dossier.tried] }).limits).toEqual([]);
    },
  );

  it('a pinch in front of an ankle in a test ends the range of that ankle', () => {
    for (const side of ['left', 'right'] as const) {
      const dossier = client({
        decisions: worksOn('ankleJoint'),
        tried: [tried('kneeStraightVsBent', 'ankleFront', { side, felt: 'pinch' })],
      });
      const a = answer(dossier);
      expect(a.limits).toEqual([
        expect.objectContaining({ kind: 'jointRange', joint: 'ankle', side }),
      ]);
      for (const { drill } of a.plan!.drills) expect(drill.causes).not.toContain('ankleJoint');
      expect(a.plan!.referred).toContain('ankleBlock');
    }
  });

  it('a pinch in a fold reading ends the fold there', () => {
    const fold = trial('hipFoldMiddle', null, 96, { pinch: true, kneeGapMm: 300 });
    const a = answer(client({ decisions: worksOn('hipFoldRoom') }, [...FREE, fold]));
    expect(a.limits).toContainEqual({ kind: 'noDeepFold', hipFoldDeg: 96 });
    for (const { drill } of a.plan!.drills)
      expect(drill.asks.hipFoldDeg ?? 0).toBeLessThanOrEqual(96);
  });
});

describe('an arch that gave way', () => {
  const lost = (toe: number, stance: number, more = {}) =>
    setupTrial(
      { toeOutDeg: { left: toe, right: toe }, stanceWidthMm: stance },
      { faults: [{ fault: 'archDrops', side: 'left', ...more }] },
    );
  it.each([
    ['balanced', 15, 430],
    ['openHip', 20, 480],
    ['footFirst', 12, 400],
  ] as const)('%s is never wider or further out than where it was lost', (profile, toe, stance) => {
    const setup = chosen({ hold: 'bodyweight', loadKg: 0 }, profile, 6);
    const a = answer(
      client({ setup: { ...setup!, saidAt: moment(1) }, setupTrials: [lost(toe, stance)] }),
    );
    const all = [a.use!, ...a.loop!.choice.proposals, ...(a.loop!.advice ? [a.loop!.advice] : [])];
    for (const { setup: s } of a.use!.from === 'habit' ? all.slice(1) : all) {
      expect(s.stanceWidthMm).toBeLessThanOrEqual(stance + 5);
      expect(Math.max(s.toeOutDeg.left, s.toeOutDeg.right)).toBeLessThanOrEqual(toe + 1);
    }
  });

  it('counts from a look around the unprompted stance, and no longer once it was kept there', () => {
    const front = { view: 'front' as const };
    const dropped = client({ judgements: [look([seenAs('archDrops', 'left')], front)] });
    expect(footLostOf(dropped)).toMatchObject([{ stanceWidthMm: 420, toeOutDeg: 14 }]);
    const kept = client({
      judgements: [look([], front, 9), look([seenAs('archDrops', 'left')], front)],
    });
    expect(footLostOf(kept)).toEqual([]);
    // Kept in a narrower one says nothing of it.
    const narrower = setupTrial({ toeOutDeg: { left: 5, right: 5 }, stanceWidthMm: 380 });
    expect(footLostOf({ ...dropped, setupTrials: [narrower] })).toHaveLength(1);
  });

  it('a method that judges by the foot caps the depth where it gave way', () => {
    const setup = {
      ...chosen({ hold: 'bodyweight', loadKg: 0 }, 'footFirst', 6)!,
      saidAt: moment(1),
    };
    const a = answer(client({ setup, setupTrials: [lost(15, 430, { atDepthDeg: -20 })] }));
    for (const p of a.loop!.choice.proposals) expect(p.targetDepthDeg).toBeLessThanOrEqual(-20);
    const look_ = look([seenAs('archDrops', 'left', { atDepthDeg: 0 })], { view: 'front' });
    const b = answer(client({ setup: null, judgements: [look_] }));
    for (const p of b.loop!.choice.proposals) expect(p.targetDepthDeg).toBeLessThanOrEqual(0);
  });
});

describe('limits never dead-end', () => {
  it.each(['left', 'right', 'both'] as const)(
    'a sore %s knee gets the method and depth that work under it',
    (side) => {
      const a = answer(
        client(
          { screenings: screened({ pain: { place: 'knee', side, level: 2 } }) },
          five({ wall: [90, 95] }),
        ),
      );
      expect(a.loop!.choice.kind).toBe('tryFirst');
      expect(a.loop!.insteadOf?.id).toBe('balanced');
      expect(a.use).toMatchObject({ from: 'proposed', isLikely: true });
      expect(['shinsUpright', 'lowBar']).toContain(a.use!.method.id);
      expect(a.use!.targetDepthDeg).toBeLessThanOrEqual(0);
      const written = writeAnswer(a);
      expect(written.setup!.says).toMatch(/Under today’s limits .* works under them/);
      expect(written.because.every((b) => b.lifts.length > 0)).toBe(true);
    },
  );

  it.each([
    ['pregnancy', { pregnancy: true }],
    ['clearedInjury', { recentInjury: { clearedByClinician: true } }],
    ['child', { under16: { guardianPresent: true } }],
  ] as [string, Answers][])('a clearance that names %s lifts its limits', (rule, answers) => {
    const dossier = client({ screenings: screened(answers), setup: chosen({ loadKg: 40 }) });
    expect(answer(dossier).limits).toContainEqual({ kind: 'noLoad' });
    const lifted = answer({ ...dossier, clearances: [cleared([rule])] });
    expect(lifted.limits).toEqual([]);
    expect(lifted.plan!.ladder.loadKg).toBe(40);
    // One that names something else lifts nothing.
    expect(answer({ ...dossier, clearances: [cleared(['swelling'])] }).limits).toContainEqual({
      kind: 'noLoad',
    });
  });

  it.each(['left', 'right'] as const)(
    'a sore %s shoulder moves the load and leaves the depth',
    (side) => {
      const dossier = client({
        screenings: screened({ pain: { place: 'shoulder', side, level: 2 } }),
        setup: chosen({ hold: 'lowBar', loadKg: 30 }),
      });
      const a = answer(dossier);
      expect(a.use!.targetDepthDeg).toBe(6);
      expect(['goblet', 'front', 'bodyweight']).toContain(a.use!.setup.hold);
      expect(a.plan!.ladder.now).not.toBe('lowBar');
      expect(sayUse(a.use!)).toMatch(/Clear rules out the 30 kg in the low bar position/);
    },
  );

  it('a load the client may not use is refused in words, never dropped in silence', () => {
    const a = answer(
      client({ screenings: screened({ pregnancy: true }), setup: chosen({ loadKg: 60 }) }),
    );
    expect(a.use!.setup).toMatchObject({ loadKg: 0, hold: 'bodyweight' });
    expect(a.use!.barred).toMatchObject({ hold: 'highBar', loadKg: 60 });
    expect(sayUse(a.use!)).toMatch(
      /Clear rules out the 60 kg in the high bar position \(no load\)/,
    );
    expect(writeAnswer(a).setup!.use.barred!.says).toMatch(/60 kg/);
  });

  it('spared knees are sent to no line', () => {
    const drills = (purpose: Purpose) =>
      given(
        answer(
          client({
            screenings: screened({}, purpose),
            decisions: worksOn('habitSitsBack', 'quadsWeak', 'ankleJoint'),
          }),
        ),
      );
    expect(drills('strength')).toContain('knees-lead-wall');
    for (const id of ['knees-lead-wall', 'knee-travel-hold', 'kneeling-lean-back', 'knees-reach'])
      expect(drills('kneeSparing')).not.toContain(id);
  });
});

describe('words that blame nobody wrongly', () => {
  const out = look([seenAs('kneesOut', 'left'), seenAs('kneesOut', 'right')], { view: 'front' });
  it('a cue is blamed only where one is on record', () => {
    const says = (dossier: Dossier) =>
      writeAnswer(answer(dossier))
        .causes.map((c) => `${c.name} ${c.because.join(' ')}`)
        .join(' ');
    const plain = client({ judgements: [out] });
    expect(causesNamed(answer(plain)).map((c) => c.cause)).toContain('overCuedKneesOut');
    expect(says(plain)).not.toMatch(/cue/i);
    const notFault = (dossier: Dossier) =>
      answer(dossier).opinion.diagnosis.notFaults.find((f) => f.what === 'overCuedKneesOut')!
        .because;
    expect(notFault(plain)).toMatchObject({ isCued: false });
    const cued = client({
      judgements: [out],
      tried: [
        tried('cueTrial', 'same', { cue: { id: 'spread-the-floor', words: 'Spread the floor.' } }),
      ],
    });
    expect(notFault(cued)).toMatchObject({ isCued: true });
  });

  it('no load is beyond control where none was ever carried', () => {
    const drops = look([seenAs('dropsIn'), seenAs('chestDrop')]);
    const chance = (dossier: Dossier) =>
      answer(dossier).opinion.diagnosis.causes.find((c) => c.cause === 'loadBeyondControl')!
        .probability;
    expect(chance(client({ judgements: [drops] }))).toBeLessThanOrEqual(0.005);
    expect(chance(client({ judgements: [drops], loadSets: [set(40, 1)] }))).toBeGreaterThan(0.05);
  });

  it('the same mark is named only to feet that differ', () => {
    const feet = (toes: [number, number]) =>
      barOf(
        CUES.find((c) => c.id === 'feet-same')!,
        barringOf(
          client({}, five({ toes })),
          methodById({ usual: 'balanced', own: [] } as never, 'balanced'),
          [],
          null,
          null,
        ),
      );
    expect(feet([14, 14])).toEqual({ kind: 'notNeeded' });
    expect(feet([14, 22])).toBeNull();
    expect(feet([22, 14])).toBeNull();
    expect(TESTS.hinge.how).toMatch(/soft knees/);
  });

  it('a lift that may stay is not weaned, and flat is named only where it is likely', () => {
    const dossier = client({
      screenings: screened({}, 'barbell'),
      setup: chosen({ support: { kind: 'block', riseMm: 20 } }, 'upright', 25),
      decisions: [
        {
          ...row(),
          kind: 'train',
          on: ON,
          at: moment(2),
          takenBack: false,
          rung: null,
          dose: null,
          heelRole: 'primary',
        },
      ],
    });
    const a = answer(dossier);
    const question = {
      body: { statureMm: 1750, massKg: 70 },
      setup: { ...SETUP, support: { kind: 'block' as const, riseMm: 20 } },
      limits: { dorsiflexionDeg: { left: 20, right: 20 }, bufferDeg: 2, trunkLeanDeg: 37 },
      target: { thighDepthDeg: 25 },
      workingPoint: 'kneesForward' as const,
    };
    const course = heelCourse(dossier, question, a.use!.method, false);
    expect(course).toMatchObject({ kind: 'tool', role: 'primary' });
    for (const role of ['warmUp', 'accessory'] as const) {
      expect(sayHeelRole({ role, isFree: false, isFlatLikely: false })).not.toMatch(
        /flat for|sets flat/,
      );
      expect(sayHeelRole({ role, isFree: false, isFlatLikely: true })).toMatch(/flat/);
    }
  });

  it('a ramp stands in the list of changes', () => {
    const ramp = { kind: 'ramp' as const, angleDeg: 10, azimuth: 'foot' as const };
    const a = answer(client({ setup: chosen({ support: ramp, hold: 'bodyweight', loadKg: 0 }) }));
    expect(
      writePlan(a.plan!, ON)
        .changes.map((c) => c.what)
        .join(' '),
    ).toMatch(/10° ramp/);
  });
});

describe('laws over random records', () => {
  const answers: fc.Arbitrary<Answers> = fc.record(
    {
      pain: fc.record({
        place: fc.constantFrom('ankle', 'knee', 'hip', 'lowBack', 'shoulder', 'arm', 'elsewhere'),
        level: fc.integer({ min: 1, max: 3 }),
      }),
      pregnancy: fc.constant(true),
      medication: fc.constant(true),
      boneOrBalance: fc.constant(true),
      under16: fc.constant({ guardianPresent: true }),
    },
    { requiredKeys: [] },
  ) as fc.Arbitrary<Answers>;
  const joint = fc.record({
    kind: fc.constant('jointRange' as const),
    joint: fc.constantFrom('ankle' as const, 'knee' as const, 'hip' as const),
    side: fc.constantFrom('left' as const, 'right' as const),
    mostDeg: fc.integer({ min: 10, max: 140 }),
  });
  const record = fc.record({
    answers,
    joints: fc.array(joint, { maxLength: 2 }),
    wall: fc.tuple(fc.integer({ min: -20, max: 140 }), fc.integer({ min: -20, max: 140 })),
    causes: fc.subarray(
      ['ankleJoint', 'hipFoldRoom', 'habitSitsBack', 'quadsWeak', 'footControl'] as Cause[],
      { minLength: 1 },
    ),
    isPinched: fc.boolean(),
    isFaulty: fc.boolean(),
    loadKg: fc.constantFrom(0, 20, 60),
    purpose: fc.constantFrom('strength' as const, 'kneeSparing' as const, 'dailyLife' as const),
  });
  type Random = typeof record extends fc.Arbitrary<infer T> ? T : never;
  const dossierFrom = (r: Random): Dossier =>
    client(
      {
        screenings: screened(
          r.joints.length > 0
            ? { ...r.answers, recentInjury: { clearedByClinician: true } }
            : r.answers,
          r.purpose,
        ),
        clearances: r.joints.length > 0 ? [cleared(['clearedInjury'], r.joints)] : [],
        decisions: worksOn(...r.causes),
        tried: r.isPinched ? [tried('supportedSit', 'hipFront', { felt: 'pinch' })] : [],
        judgements: r.isFaulty ? [look([seenAs('pelvisTuck')])] : [],
        setup: chosen(r.loadKg > 0 ? { loadKg: r.loadKg } : { loadKg: 0, hold: 'bodyweight' }),
      },
      five({ wall: r.wall }),
    );

  it('nothing barred is offered anywhere, and every limit says what lifts it', () => {
    fc.assert(
      fc.property(record, (r) => {
        const dossier = dossierFrom(r);
        const a = answer(dossier);
        const written = writeAnswer(a);
        for (const b of written.because) expect(b.lifts).toMatch(/lifts|instead/);
        if (!a.plan) return;
        const barring = barringOf(dossier, a.use!.method, a.limits, a.opinion, a.use!.setup);
        const offered = [
          ...a.plan.drills.map((d) => d.drill),
          ...a.plan.cues.map((c) => c.cue),
          RUNG_TABLE[a.plan.ladder.now],
        ];
        for (const entry of offered) expect(barOf(entry, barring)).toBeNull();
        for (const { next } of a.opinion.tests)
          expect(limitOn(TESTS[next.test].asks, a.limits)).toBeNull();
        const cues = cuesToTry(a.opinion, a.use!.method, barring, cuesOf(dossier.schools));
        for (const cue of cues) {
          const house = CUES.find((c) => c.id === cue.id);
          if (house) expect(barOf(house, barring)).toBeNull();
        }
        const { setup, targetDepthDeg } = a.use!;
        for (const l of a.limits) {
          if (l.kind === 'depthCap')
            expect(targetDepthDeg).toBeLessThanOrEqual(l.thighDepthDeg + 1e-9);
          if (l.kind === 'noLoad' || l.kind === 'supportedOnly') {
            expect(setup.loadKg).toBe(0);
            expect(a.plan.ladder.loadKg).toBeNull();
            expect(a.plan.beforeLoad).toBeNull();
          }
          if (l.kind === 'noPositions')
            expect(l.positions.includes(setup.hold) && setup.hold !== 'bodyweight').toBe(false);
        }
        if (r.isFaulty) expect(a.plan.ladder.loadKg).toBeNull();
        const chances = [
          written.setup!.chance,
          ...written.setup!.proposals.map((p) => p.chance),
          ...written.causes.map((c) => c.chance),
        ];
        for (const c of chances) {
          expect(c).toBeGreaterThanOrEqual(0.005);
          expect(c).toBeLessThanOrEqual(0.995);
        }
      }),
      { numRuns: RECORDS >= 2000 ? RECORDS : Math.ceil(RECORDS / 2), seed: 312 },
    );
  });

  it('a limit more never allows what was barred, nor a heavier load', () => {
    fc.assert(
      fc.property(record, fc.constantFrom(...USUAL_LIMITS), (r, more) => {
        const dossier = dossierFrom(r);
        const method = methodOf(dossier);
        const limits: SafetyLimit[] = [...limitsOf(safetyOf(dossier, ON))];
        const before = barringOf(dossier, method, limits, null, null);
        const after = { ...before, limits: [...limits, more] };
        for (const entry of [...CUES, ...Object.values(TESTS), ...Object.values(RUNG_TABLE)])
          if (barOf(entry, before)) expect(barOf(entry, after)).not.toBeNull();
        for (const rung of ['goblet', 'front', 'highBar'] as const) {
          const kg = (l: readonly SafetyLimit[]) => loadAnswer(dossier, rung, l, SETUP).mostKg ?? 0;
          expect(kg([...limits, more])).toBeLessThanOrEqual(kg(limits));
          if (goesBeyond(RUNG_TABLE[rung].asks, more)) expect(kg([...limits, more])).toBe(0);
        }
      }),
      { numRuns: RECORDS, seed: 313 },
    );
  });
});
