import { PLAIN_LOOK } from '@zither/contract/row';
import { HOUSE_RULES } from '@zither/core';
import type { CaptureLine, Decision, Dossier, Judgement, Tried, LookAsks } from '@zither/contract';
import { sayEvidence, sayReason } from '@zither/words/evidence';
import { AREAS, NODES, testKey, type FaultId, type Severity, type Side } from '@zither/core';
import { overlay } from '../features/data/overlay.ts';
import {
  conclusionOf,
  opine,
  reasonsFor,
  basisOf,
  referredOf,
  workedOn,
  stageViews,
} from '@zither/visit';
import { sayAhead, sayShare, sureWord } from '@zither/words/probe';
import {
  changedEntries,
  groupsOf,
  sayEntry,
  sayValue,
  valueOf,
  withValue,
} from '../features/shelf/entries.ts';
import { AT, dossierOf, five, ID, trial } from '../../../packages/visit/test/trialRows.ts';

const TODAY = '2026-01-05';
/** Both ankles free, so that nothing but what a test is about speaks. */
const free = () => five({ wall: [125, 125] });
const BEFORE = '2025-12-20';
let count = 0;
const row = () => ({
  id: `44444444-4444-4444-8444-${String((count += 1)).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
});

type Fault = [fault: FaultId, severity: Severity, side?: Side];
const look = (on: string) => ({
  ...row(),
  takenOn: on,
  takenAt: `${on}T10:${String(count % 60).padStart(2, '0')}:00.000Z`,
  view: 'front' as const,
  condition: 'bodyweight' as const,
  asks: PLAIN_LOOK,
  discarded: false,
});
const eye = (faults: Fault[], change: Partial<Judgement> = {}, on = TODAY): Judgement => ({
  ...look(on),
  reps: 5,
  loadKg: 0,
  lookedAt: [...AREAS],
  seen: faults.map(([fault, severity, side]) => ({
    fault: fault as Judgement['seen'][number]['fault'],
    severity,
    side: side ?? null,
    phase: null,
    reps: [],
  })),
  ...change,
});
const camera = (faults: Fault[], change: Partial<CaptureLine> = {}, on = TODAY): CaptureLine => ({
  ...look(on),
  facing: null,
  scale: 'none',
  source: 'file',
  name: 'a.csv',
  report: {
    reps: [],
    measured: [],
    findings: faults.map(([fault, severity, side]) => ({
      fault,
      severity,
      side: side ?? null,
      value: 12,
      unit: '°',
      phase: null,
      reps: [1, 2, 3],
      sd: 0,
      worst: { rep: 1, value: 12 },
      sure: 1,
    })),
    leanBudget: null,
    quality: { rateHz: 60, seen: 1, bridged: 0, consistency: 'steady', notes: [], notJudged: [] },
  },
  ...change,
});
const tried = (change: Partial<Tried> = {}): Tried => ({
  ...row(),
  takenOn: TODAY,
  takenAt: AT,
  test: 'footCue',
  side: 'left',
  outcome: 'clears',
  cue: null,
  felt: null,
  results: [],
  undone: false,
  ...change,
});
const alone = (finding: FaultId, side: Side | null, change: object = {}): Decision => ({
  ...row(),
  kind: 'leaveAlone',
  on: BEFORE,
  at: AT,
  takenBack: false,
  finding: finding as 'kneesIn',
  side,
  because: 'Too small to matter.',
  ...change,
});
const basis = (change: Partial<Dossier>, limits: Parameters<typeof basisOf>[2] = []) =>
  basisOf(dossierOf(free(), change), TODAY, limits, []);
const opinion = (change: Partial<Dossier>) => {
  const { signs, circumstances } = basis(change);
  return opine({ signs, circumstances, changes: [] });
};

describe('what a diagnosis rests on', () => {
  it('is the newest day of looking, each fault once, with who saw it and who missed it', () => {
    const { seen, signs, seenOn } = basis({
      captures: [
        camera([['kneesIn', 'clear', 'left']]),
        camera([['kneesIn', 'clear', 'right']], {}, BEFORE),
      ],
      judgements: [
        eye([
          ['kneesIn', 'slight', 'left'],
          ['kneeWobble', 'slight', 'left'],
        ]),
      ],
    });
    expect(seenOn).toBe(TODAY);
    expect(seen).toMatchObject([
      { fault: 'kneesIn', side: 'left', severity: 'clear', by: ['measured', 'eye'] },
      { fault: 'kneeWobble', by: ['eye'] },
    ]);
    expect(signs.findings).toEqual([
      { fault: 'kneesIn', side: 'left', severity: 'clear', by: 'measured' },
      { fault: 'kneesIn', side: 'left', severity: 'slight', by: 'eye' },
      // The camera looked from the same side and did not see it.
      { fault: 'kneeWobble', side: 'left', severity: 'slight', by: 'eye', missedBy: 'measured' },
    ]);
  });

  it('knows what showed only under load, and only when it was looked for without', () => {
    const loaded = eye([['kneesIn', 'clear', 'left']], { condition: 'load' });
    const find = (judgements: Judgement[]) => basis({ judgements }).signs.findings?.[0];
    expect(find([loaded, eye([])])?.onlyUnderLoad).toBe(true);
    expect(find([loaded])?.onlyUnderLoad).toBeUndefined();
    expect(find([loaded, eye([['kneesIn', 'slight', 'left']])])?.onlyUnderLoad).toBeUndefined();
  });

  it('takes the readings of Measure, and tests that Measure answered are not asked for again', () => {
    const dossier = dossierOf(
      [
        ...free(),
        trial('shinAngleStraight', 'left', 14),
        trial('archForms', 'left', 0),
        trial('abductionReps', 'right', 9),
        trial('navicularSitting', 'left', 44),
        trial('navicularStanding', 'left', 30),
      ],
      { judgements: [eye([['archDrops', 'clear', 'left']])] },
    );
    const { signs, circumstances } = basisOf(dossier, TODAY, [], []);
    expect(signs.measures?.navicularDropMm).toEqual({ left: 14, right: null });
    expect(signs.measures?.standingAbductionReps?.right).toBe(9);
    expect(signs.tests).toEqual([{ test: 'archOnHeelRaise', side: 'left', outcome: 'same' }]);
    expect(circumstances.known).toEqual([
      testKey('kneeStraightVsBent', 'left'),
      testKey('standingAbduction', 'right'),
    ]);
    const { diagnosis } = opine({ signs, circumstances, changes: [] });
    expect(diagnosis.causes[0]).toMatchObject({ cause: 'structuralFlatFoot', refer: true });
  });

  it('a pinch in Measure is for a clinician, before anybody concluded it', () => {
    const dossier = dossierOf([...free(), trial('kneeToWall', 'left', 60, { pinch: true })], {
      judgements: [eye([['heelsRise', 'clear']])],
    });
    expect(referredOf(dossier)).toEqual(['ankleBlock']);
    expect(basisOf(dossier, TODAY, [], []).signs.tests).toContainEqual({
      test: 'kneeStraightVsBent',
      side: 'left',
      outcome: 'pain',
      earlier: true,
    });
    expect(referredOf(dossierOf(free()))).toEqual([]);
  });

  it('two looks that differ in one option alone count as the test they are', () => {
    const overhead = (faults: Fault[], heelsRaised: boolean) =>
      eye(faults, {
        view: 'side',
        asks: { ...PLAIN_LOOK, arms: 'up', heelRiseMm: heelsRaised ? 20 : 0 },
      });
    const outcome = (after: Fault[]) =>
      basis({
        judgements: [
          overhead(
            [
              ['heelsRise', 'clear'],
              ['excessLean', 'slight'],
            ],
            false,
          ),
          overhead(after, true),
        ],
      }).signs.tests?.[0]?.outcome;
    expect(outcome([])).toBe('clears');
    expect(outcome([['excessLean', 'slight']])).toBe('helps');
    expect(
      outcome([
        ['heelsRise', 'slight'],
        ['excessLean', 'slight'],
      ]),
    ).toBe('same');
    const tests = (before: Partial<LookAsks>, after: Partial<LookAsks>) =>
      basis({
        judgements: [
          eye(
            [
              ['lowBackArch', 'clear'],
              ['excessLean', 'clear'],
            ],
            { view: 'side', asks: { ...PLAIN_LOOK, ...before } },
          ),
          eye([], { view: 'side', asks: { ...PLAIN_LOOK, ...after } }),
        ],
      }).signs.tests?.map((t) => t.test) ?? [];
    expect(tests({ arms: 'up' }, {})).toEqual(['armsDown']);
    expect(tests({}, { arms: 'weight' })).toEqual(['counterbalance']);
    // Two options at once tell nothing of either.
    expect(tests({ arms: 'up', feet: 'straight' }, {})).toEqual([]);
    expect(tests({}, { heelRiseMm: 20, shod: true })).toEqual([]);
  });

  it('a later look that only tells causes apart leaves the findings, and counts as the test', () => {
    const flat = eye([['heelsRise', 'clear']], { view: 'side' }, '2026-01-02');
    const raised = eye([], { view: 'side', asks: { ...PLAIN_LOOK, heelRiseMm: 20 } });
    const { seenOn, signs } = basis({ judgements: [raised, flat] });
    expect(seenOn).toBe('2026-01-02');
    expect(signs.findings?.map((f) => f.fault)).toEqual(['heelsRise']);
    expect(signs.tests?.map((t) => [t.test, t.outcome])).toEqual([['heelsRaised', 'clears']]);
  });

  it('tests count since the newest looks, and not once taken back', () => {
    const judgements = [eye([['kneesIn', 'clear', 'left']])];
    const tests = (list: Tried[]) => basis({ judgements, tried: list }).signs.tests;
    expect(tests([tried()])).toHaveLength(1);
    expect(tests([tried({ undone: true }), tried({ takenOn: BEFORE })])).toEqual([]);
  });

  it('pain of today stops; limits and a kit without a lift bar tests', () => {
    const pain = { ...row(), on: TODAY, movement: 'Squat', place: 'knee' as const, level: 3 };
    expect(opinion({ judgements: [eye([['heelsRise', 'clear']])], pains: [pain] })).toMatchObject({
      diagnosis: { stop: true },
      tests: [],
    });
    const plain = dossierOf(free(), { judgements: [eye([['heelsRise', 'clear']])] });
    const kit = (riseMm: number) => ({
      ...plain,
      client: { ...plain.client, kit: [{ kind: 'block' as const, as: 'plate' as const, riseMm }] },
    });
    const missing = (d: Dossier) => basisOf(d, TODAY, [], ['lowBox']).circumstances.missing;
    expect(missing(kit(25))).toEqual(['lowBox']);
    expect(missing(kit(10))).toEqual(['lowBox', 'heelLift']);
    const barred = basisOf(plain, TODAY, [{ kind: 'noLoad' }], []);
    const { tests } = opine({ ...barred, changes: [] });
    expect(tests.map((t) => t.next.test)).not.toContain('counterbalance');
  });
});

describe('leaving a finding alone', () => {
  const judgements = [
    eye([['kneeWobble', 'slight', 'right']]),
    eye([['kneeWobble', 'slight', 'right']], {}, BEFORE),
  ];

  it('takes it out of the evidence, says since when it was slight, and can be taken back', () => {
    const counted = basis({ judgements });
    expect(counted.seen[0]?.slightBefore).toEqual([BEFORE]);
    expect(counted.signs.findings).toHaveLength(1);
    const left = basis({ judgements, decisions: [alone('kneeWobble', 'right')] });
    expect(left.seen[0]?.leftAlone?.because).toBe('Too small to matter.');
    expect(left.signs.findings).toEqual([]);
    const back = basis({
      judgements,
      decisions: [alone('kneeWobble', 'right', { takenBack: true })],
    });
    expect(back.signs.findings).toHaveLength(1);
  });

  it('ends as soon as the finding is clear', () => {
    const clear = basis({
      judgements: [eye([['kneeWobble', 'clear', 'right']])],
      decisions: [alone('kneeWobble', 'right')],
    });
    expect(clear.seen[0]?.leftAlone).toBeNull();
    expect(clear.signs.findings).toHaveLength(1);
  });
});

describe('the opinion', () => {
  const judgements = [eye([['kneesIn', 'clear', 'left']])];

  it('moves with each test, settles, and is kept as a conclusion', () => {
    const open = opinion({ judgements });
    const first = open.tests.find((t) => t.isWorth);
    expect(first?.next.test).toBeDefined();
    const foot = NODES.findIndex((n) => n.cause === 'footControl' && n.side === 'left');
    const after = opinion({ judgements, tried: [tried()] });
    expect(after.beliefs[foot]).toBeGreaterThan((open.beliefs[foot] ?? 1) + 0.2);
    expect(conclusionOf(after, sayEvidence)[0]).toMatchObject({
      cause: 'footControl',
      side: 'left',
    });
    expect(conclusionOf(after, sayEvidence)[0]?.because.length).toBeGreaterThan(0);
  });

  it('lays a cause open: each weight with its reason, and what would change the mind', () => {
    const { signs, circumstances } = basis({ judgements, tried: [tried()] });
    const foot = NODES.findIndex((n) => n.cause === 'footControl' && n.side === 'left');
    const reasons = reasonsFor({ signs, circumstances, changes: [] }, foot);
    expect(reasons.prior).toBe(0.1);
    expect(reasons.ledger[0]?.bits).toBeGreaterThan(0.5);
    for (const w of reasons.ledger) expect(sayReason(w)).toMatch(/^[A-Z].+\.$/);
    expect(reasons.changers.length).toBeGreaterThan(0);
    for (const c of reasons.changers)
      expect(Math.abs(c.to - reasons.probability)).toBeGreaterThanOrEqual(0.05);
  });

  it('follows the practice’s own tables', () => {
    const { signs, circumstances } = basis({ judgements });
    const foot = NODES.findIndex((n) => n.cause === 'footControl' && n.side === 'left');
    const own = opine({
      signs,
      circumstances,
      changes: [{ kind: 'prior', cause: 'footControl', to: 0.6 }],
    });
    expect(own.beliefs[foot]).toBeGreaterThan(opinion({ judgements }).beliefs[foot] ?? 1);
  });

  it('is said in words that fit the numbers', () => {
    expect([0.001, 0.3, 0.999].map(sayShare)).toEqual(['under 1 %', '30 %', 'over 99 %']);
    expect([0.9, 0.6, 0.3, 0.1].map(sureWord)).toEqual([
      'very likely',
      'likely',
      'possible',
      'unlikely',
    ]);
    const { tests } = opinion({ judgements });
    const pain = tests[0]?.ahead.find((a) => a.outcome === 'pain');
    expect(pain && sayAhead(pain)).toBe('testing stops.');
  });
});

describe('the stage', () => {
  it('is done once concluded today, partial with tests tried, and in need of attention after pain', () => {
    const judgements = [eye([['kneesIn', 'clear', 'left']])];
    const state = (change: Partial<Dossier>) =>
      stageViews(dossierOf(free(), { judgements, ...change }), TODAY, HOUSE_RULES).probe;
    expect(state({})).toEqual({ state: 'open', note: { kind: 'notTested' } });
    expect(state({ tried: [tried()] })).toEqual({
      state: 'partial',
      note: { kind: 'tested', tests: 1 },
    });
    expect(state({ tried: [tried({ outcome: 'pain' })] }).state).toBe('attention');
    const workOn: Decision = {
      ...row(),
      kind: 'workOn',
      on: TODAY,
      at: AT,
      takenBack: false,
      causes: [{ cause: 'ankleBlock', side: 'left', probability: 0.7, because: [] }],
    };
    expect(state({ decisions: [workOn] })).toEqual({
      state: 'done',
      note: { kind: 'concludedToday' },
    });
    expect(referredOf(dossierOf(free(), { decisions: [workOn] }))).toEqual(['ankleBlock']);
    expect(workedOn(dossierOf(free(), { decisions: [{ ...workOn, takenBack: true }] }))).toBeNull();
    expect(stageViews(dossierOf(free()), TODAY, HOUSE_RULES).probe.note).toEqual({
      kind: 'needsLook',
    });
  });

  it('shows what has not been sent yet', () => {
    const { id: _id, clientId, version: _v, updatedAt: _at, ...values } = tried();
    const put = { kind: 'tried.put' as const, operationId: ID, rowId: ID, baseVersion: 0 };
    const seen = overlay(dossierOf(free()), [{ ...put, clientId, values }], ID);
    expect(seen?.tried).toMatchObject([{ id: ID, version: 0, outcome: 'clears' }]);
  });
});

describe('the shelf', () => {
  it('shows every entry once, and the value in force beside the house’s', () => {
    const entries = (['causes', 'findings', 'tests', 'weights'] as const).flatMap((t) =>
      groupsOf(t).flatMap((g) => g.entries),
    );
    expect(new Set(entries.map((e) => e.key)).size).toBe(entries.length);
    const ankle = entries.find((e) => e.key === 'prior ankleJoint')!;
    const history = [0.2, null, 0.3].map((to, i) => ({
      ...row(),
      at: AT,
      by: 'CH',
      why: `${i}`,
      changes: [{ kind: 'prior' as const, cause: 'ankleJoint' as const, to }],
    }));
    expect(valueOf(ankle, history.slice(0, 1))).toBe(0.2);
    expect(valueOf(ankle, history.slice(0, 2))).toBe(0.12);
    expect(changedEntries(history.slice(0, 2))).toEqual([]);
    expect(changedEntries(history)).toHaveLength(1);
    expect(sayValue(ankle.change, 0.125)).toBe('12.5 %');
    expect(sayEntry(withValue(ankle.change, 0.3))).toBe('Ankle joint or soleus, how common');
  });
});
