import type {
  CaptureLine,
  Dossier,
  Operation,
  SetupTrial,
  SetupTrialValues,
} from '@zither/contract';
import { schoolValuesSchema, setupTrialValuesSchema, lockValuesSchema } from '@zither/contract';
import {
  BALANCED,
  HOUSE_RULES,
  PROFILES,
  profileOf,
  SEARCH_STEP,
  type ChanceMap,
} from '@zither/core';
import { overlay, schoolsWithPending, withResult, newestOf } from '../features/data/overlay.ts';
import { bySchool } from '../features/lab/labCase.ts';
import {
  clientCase,
  lockOf,
  methodFrom,
  methodOf,
  settledSetup,
  wedgeAngleDeg,
  basisOf,
  chanceOn,
  heelLevels,
  lockedCase,
  versionInForce,
  versionsOf,
  finderQuestion,
  sidesOf,
  answerLoop,
  answerMap,
  cleanTo,
  countingTrials,
  freshCaptures,
  loopQuestion,
  showedIn,
  copyOf,
} from '@zither/visit';
import { sayKit } from '@zither/words/kit';
import { sayChance } from '@zither/words/chance';
import { lockFor } from '@zither/words/locking';
import { sayShowed } from '@zither/words/trials';
import { differingRows, schoolRows } from '@zither/words/schools';
import { AT, dossierOf, five, ID, trial } from '../../../packages/visit/test/trialRows.ts';

const OWN = '33333333-3333-4333-8333-333333333333';
const own = {
  ...schoolValuesSchema.parse({ ...copyOf(BALANCED, []), name: 'Hut way', bufferDeg: 6 }),
  id: OWN,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
};
const setup = {
  stanceWidthMm: 440,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'block', riseMm: 10 } as const,
  hold: 'goblet' as const,
  loadKg: 20,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
const values = (change: Partial<SetupTrialValues> = {}): SetupTrialValues =>
  setupTrialValuesSchema.parse({
    takenOn: '2026-01-05',
    takenAt: '2026-01-05T10:00:00.000Z',
    setup,
    thighDepthDeg: 6,
    profile: 'balanced',
    why: 'own',
    chance: null,
    ...cleanTo(6),
    comfort: 4,
    pain: false,
    ...change,
  });
let count = 0;
const tried = (change: Partial<SetupTrialValues> = {}): SetupTrial => ({
  ...values(change),
  id: `44444444-4444-4444-8444-${String((count += 1)).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
});
const client = (change: Partial<Dossier> = {}): Dossier =>
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
const capture = (change: Partial<CaptureLine>): CaptureLine => ({
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
  heelsRaised: false,
  discarded: false,
  facing: 'left',
  scale: 'none',
  source: 'simulated',
  name: 'Simulated',
  report: {
    reps: [],
    findings: [],
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
const finding = (fault: string, value: number, side: 'left' | 'right' | null = null) =>
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

describe('trials that count', () => {
  it('are those since the ankles were last measured, not taken back, oldest first', () => {
    const old = tried({ takenOn: '2026-01-01', takenAt: '2026-01-01T10:00:00.000Z' });
    const late = tried({ takenAt: '2026-01-05T12:00:00.000Z' });
    const early = tried();
    const back = tried({ undone: true });
    const dossier = client({ setupTrials: [late, back, early, old] });
    expect(countingTrials(dossier).map((t) => t.id)).toEqual([early.id, late.id]);
    const remeasured = {
      ...dossier,
      trials: [
        ...dossier.trials,
        trial('kneeToWall', 'left', 70, { takenOn: '2026-02-01' }),
        trial('kneeToWall', 'right', 95, { takenOn: '2026-02-01' }),
      ],
    };
    expect(countingTrials(remeasured)).toEqual([]);
  });

  it('are asked of the engine with their own school, and the answer is the same twice', () => {
    const dossier = client({
      setupTrials: [tried({ profile: OWN, heelRose: { left: true, right: false } })],
      schools: { own: [own], usual: 'balanced' },
    });
    const question = finderQuestion(dossier, [], HOUSE_RULES)!;
    const ask = loopQuestion(
      dossier,
      question,
      methodOf(dossier),
      '2026-01-05',
      settledSetup(dossier, [], HOUSE_RULES),
    );
    expect(ask.tried[0]?.profile).toMatchObject({ name: 'Hut way', bufferDeg: 6 });
    expect(ask.today).toEqual({ count: 1, hurt: false });
    const answer = answerLoop(ask);
    expect(answer).toEqual(answerLoop(JSON.parse(JSON.stringify(ask)) as typeof ask));
    expect(answer.limits.left.deg).toBeLessThan(question.dorsiflexionDeg.left);
    expect(answer.limits.fold).toBeNull();
    expect(answer.advice!.chance).toBeGreaterThanOrEqual(0.6);
    expect(answer.now!.chance).toBeGreaterThanOrEqual(0);
    // One trial saw the knees: now there is a chance of going clean as well.
    expect(answer.now!.clean).toBeLessThan(answer.now!.chance);
    // What the screen forbids is not tried: no load, whatever the setup in use has.
    const unloaded = finderQuestion(dossier, [{ kind: 'noLoad' }], HOUSE_RULES)!;
    expect(unloaded.safety).toEqual([{ kind: 'noLoad' }]);
    expect(settledSetup(dossier, [{ kind: 'noLoad' }], HOUSE_RULES)?.setup.loadKg).toBe(0);
    // Tried with a goblet while the bar is in use: both stay to choose from.
    const bar = client({ setupTrials: [tried()] });
    bar.setup!.setup = { ...setup, hold: 'lowBar' };
    expect(finderQuestion(bar, [], HOUSE_RULES)?.holds).toEqual([
      'lowBar',
      'highBar',
      'front',
      'goblet',
    ]);
    bar.setup!.setup = { ...setup, hold: 'bodyweight', loadKg: 0 };
    expect(finderQuestion(bar, [], HOUSE_RULES)?.holds).toContain('goblet');
    // On another day the same trial counts, but not for the day.
    expect(loopQuestion(dossier, question, BALANCED, '2026-01-06', null).today.count).toBe(0);
  });
});

describe('a trial filled in from the camera', () => {
  it('each view gives what it can see', () => {
    const side = capture({
      report: {
        ...capture({}).report,
        findings: [finding('depthShort', 8), finding('heelsRise', 14), finding('pelvisTuck', 12)],
      },
    });
    const front = capture({
      view: 'front',
      facing: null,
      report: { ...capture({}).report, findings: [finding('kneesIn', 17, 'right')] },
    });
    expect(showedIn([side, front], 6)).toEqual({
      depthDeg: -2,
      heelRose: { left: true, right: false },
      knees: { left: 'over', right: 'in' },
      tuckFromDeg: -4,
    });
    expect(showedIn([], 6)).toEqual(cleanTo(6));
  });

  it('takes the newest of each view since the last trial, nothing discarded, no baseline; and is no baseline itself', () => {
    const dossier = client({
      setupTrials: [tried()],
      captures: [
        capture({ takenAt: '2026-01-05T12:00:00.000Z' }),
        capture({ takenAt: '2026-01-05T11:00:00.000Z' }),
        capture({ view: 'front', discarded: true }),
        capture({ view: 'rear', condition: 'load' }),
        capture({ view: 'front', takenAt: '2026-01-05T09:30:00.000Z' }),
      ],
    });
    expect(freshCaptures(dossier, '2026-01-05').map((c) => c.takenAt)).toEqual([
      '2026-01-05T12:00:00.000Z',
    ]);
    expect(freshCaptures(dossier, '2026-01-06')).toEqual([]);
    // What a setup on trial showed is no sign of how the client squats unprompted.
    const rose = capture({
      report: { ...capture({}).report, findings: [finding('heelsRise', 14)] },
    });
    expect(basisOf(client({ captures: [rose] }), '2026-01-05', [], []).seen).toEqual([]);
    const baseline = { ...rose, condition: 'load' as const };
    expect(
      basisOf(client({ captures: [baseline] }), '2026-01-05', [], []).seen.map((l) => l.fault),
    ).toEqual(['heelsRise']);
  });

  it('is said in a sentence: only what went wrong', () => {
    expect(sayShowed(values())).toBe('Clean.');
    expect(
      sayShowed(
        values({
          depthDeg: -4,
          heelRose: { left: true, right: true },
          knees: { left: 'in', right: 'over' },
          tuckFromDeg: -10,
          comfort: 1,
        }),
      ),
    ).toBe(
      '10° short, at 4° above parallel, both heels rose, left knee in, pelvis tucked from 10° above parallel, not comfortable.',
    );
  });
});

describe('locked setups', () => {
  const dossier = client({
    setupTrials: [
      tried(),
      tried({ heelRose: { left: true, right: false }, takenAt: '2026-01-05T10:05:00.000Z' }),
    ],
  });
  const question = finderQuestion(dossier, [], HOUSE_RULES)!;
  const answer = answerLoop(loopQuestion(dossier, question, BALANCED, '2026-01-05', null));
  const by = {
    day: '2026-01-05',
    at: '2026-01-05T10:10:00.000Z',
    initials: 'CH',
    why: 'Tried and clean.',
  };
  const lock = lockFor(dossier, { setup, targetDepthDeg: 6 }, by, BALANCED, answer, 0.876);
  const row = (at: string, takenBack = false) => ({
    ...lock,
    at,
    takenBack,
    id: `55555555-5555-4555-8555-${at.slice(17, 19)}0000000000`,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: '',
  });

  it('carry their evidence, as the contract takes it', () => {
    expect(lockValuesSchema.parse(lock)).toEqual(lock);
    expect(lock.evidence.says[0]).toBe('Clean in 1 of 2 trials of it; 2 tried in all.');
    expect(lock.evidence.says[1]).toContain('about 88 of 100');
    expect(lock.evidence.trials).toHaveLength(2);
    const untried = lockFor(client(), { setup, targetDepthDeg: 6 }, by, BALANCED, null, null);
    // Locked as it was tried, whatever method the client follows.
    const other = profileOf('openHip')!;
    expect(lockFor(client(), { setup, targetDepthDeg: 6 }, by, other, null, null)).toMatchObject({
      profile: 'openHip',
      profileName: other.name,
    });
    expect(untried.evidence.says).toEqual(['Locked without a trial of it.']);
  });

  it('are numbered as made; the newest not taken back is in force, and the plan keeps it', () => {
    const locks = [
      row('2026-01-05T10:10:03.000Z', true),
      row('2026-01-05T10:10:01.000Z'),
      row('2026-01-05T10:10:02.000Z'),
    ];
    const held = client({ locks });
    expect(versionsOf(held).map((v) => v.number)).toEqual([1, 2, 3]);
    expect(versionInForce(held)?.number).toBe(2);
    expect(versionInForce(client())).toBeNull();
    const use = settledSetup(held, [], HOUSE_RULES)!;
    if (use.from === 'locked') expect(use.setup).toEqual(setup);
    else expect(use.setAside?.lock.id).toBe(lockOf(held)!.id);
    const asked = lockedCase(held, lockOf(held)!, [{ kind: 'noLoad' }]);
    expect(asked?.setup.loadKg).toBe(0);
    expect(asked?.setup.stanceWidthMm).toBe(440);
  });
});

describe('schools of the practice', () => {
  it('judge a client without a setup by the usual one, and one who follows an own one by that', () => {
    const schools = { own: [own], usual: OWN };
    expect(methodOf({ setup: null, schools })).toMatchObject({ id: OWN, bufferDeg: 6 });
    const dossier = client({ schools });
    expect(methodOf(dossier).id).toBe('balanced');
    dossier.setup!.profile = OWN;
    const found = clientCase(dossier);
    expect(found.kind === 'ready' && found.question.limits.bufferDeg).toBe(6);
  });

  it('are copied whole under a free name, and only what differs is said', () => {
    const copy = copyOf(profileOf('openHip')!, []);
    expect(schoolValuesSchema.safeParse(copy).success).toBe(true);
    expect(copy).toMatchObject({ name: 'Open hip, ours', copiedFrom: 'openHip' });
    const again = copyOf(methodFrom({ ...own, ...copy, id: OWN }), [{ ...own, ...copy }]);
    expect(again).toMatchObject({ copiedFrom: 'openHip' });
    expect(again.name).not.toBe(copy.name);
    expect(differingRows(methodFrom(own), BALANCED).map((r) => r.name)).toEqual([
      'Ankle kept in reserve',
    ]);
    expect(differingRows(BALANCED, BALANCED)).toEqual([]);
    for (const profile of PROFILES)
      for (const { name, value } of schoolRows(profile))
        expect(`${name} ${value}`).not.toMatch(/undefined|NaN/);
  });

  it('unsent changes show at once, on the Shelf and with every client', () => {
    const { id, version: _v, updatedAt: _u, ...schoolValues } = own;
    const base = { operationId: ID, rowId: id, baseVersion: 0 };
    const queue: Operation[] = [
      { ...base, kind: 'school.put', values: schoolValues },
      { ...base, rowId: ID, kind: 'school.choose', values: { at: AT, by: 'CH', profile: id } },
    ];
    const pending = schoolsWithPending({ own: [], usual: 'balanced' }, queue);
    expect(pending).toMatchObject({ own: [{ name: 'Hut way', version: 0 }], usual: id });
    const seen = overlay(client(), queue, ID)!;
    expect(seen.schools).toMatchObject({ usual: id });
    // Once arrived the row has its version, and a late answer does not put the older one back.
    const arrived = withResult(seen, { entity: 'school', row: { ...own, version: 2 } });
    expect(arrived.schools.own).toHaveLength(1);
    expect(
      newestOf(arrived, { ...seen, schools: { own: [own], usual: id } }).schools.own[0]?.version,
    ).toBe(2);
  });

  it('unsent trials and locks show at once; taking back an unsent lock too', () => {
    const base = { operationId: ID, baseVersion: 0, clientId: ID };
    const lockId = '66666666-6666-4666-8666-666666666666';
    const { evidence, ...rest } = lockFor(
      client(),
      { setup, targetDepthDeg: 6 },
      { day: '2026-01-05', at: AT, initials: '', why: 'So.' },
      BALANCED,
      null,
      null,
    );
    const seen = overlay(
      client(),
      [
        { ...base, rowId: OWN, kind: 'setupTrial.put', values: values() },
        { ...base, rowId: lockId, kind: 'lock.put', values: { ...rest, evidence } },
        { ...base, rowId: lockId, kind: 'lock.takeBack', takenBack: true },
      ],
      ID,
    )!;
    expect(seen.setupTrials).toMatchObject([{ id: OWN, version: 0 }]);
    expect(seen.locks).toMatchObject([{ id: lockId, takenBack: true, why: 'So.' }]);
  });
});

describe('the map', () => {
  const map: ChanceMap = {
    stancesMm: [400, 420, 440],
    toesDeg: [10, 15],
    chance: [0, 0.2, 0.4, 0.4, 0.6, 1],
    best: null,
  };

  it('between its points goes in straight lines, and stays at its edges', () => {
    expect(SEARCH_STEP).toEqual({ stanceMm: 20, toeOutDeg: 5 });
    expect(chanceOn(map, { stanceWidthMm: 420, toeOutDeg: 10 })).toBeCloseTo(0.2, 12);
    // By hand: the middle of 0, 0.2, 0.4 and 0.6.
    expect(chanceOn(map, { stanceWidthMm: 410, toeOutDeg: 12.5 })).toBeCloseTo(0.3, 12);
    expect(chanceOn(map, { stanceWidthMm: 900, toeOutDeg: 90 })).toBe(1);
    expect(chanceOn(map, { stanceWidthMm: 0, toeOutDeg: 0 })).toBe(0);
    expect([sayChance(0), sayChance(0.504), sayChance(1)]).toEqual([
      '1 of 100',
      '50 of 100',
      '99 of 100',
    ]);
  });

  it('is answered from the record, trials included', () => {
    const dossier = client();
    const question = finderQuestion(dossier, [], HOUSE_RULES)!;
    const at = { support: setup.support, hold: setup.hold, loadKg: 20, targetDepthDeg: 6 };
    const ask = { question, profile: BALANCED, tried: [], at };
    const before = answerMap(ask);
    const rose = loopQuestion(
      client({ setupTrials: [tried({ heelRose: { left: true, right: true }, depthDeg: -6 })] }),
      question,
      BALANCED,
      '2026-01-05',
      null,
    ).tried;
    const after = answerMap({ ...ask, tried: rose });
    const sum = (m: ChanceMap) => m.chance.reduce((a, b) => a + b, 0);
    expect(sum(after)).toBeLessThan(sum(before));
  });

  it('offers the heels of the kit, lowest first, the one in use always', () => {
    const kit = [
      { kind: 'ramp', angleDeg: 10, pair: true, from: null },
      { kind: 'block', as: 'plate', riseMm: 25 },
      { kind: 'block', as: 'plate', riseMm: 10 },
      { kind: 'box', heightMm: 400 },
    ] as const;
    expect(heelLevels(kit, { kind: 'block', riseMm: 15 })).toEqual([
      { kind: 'floor' },
      { kind: 'block', riseMm: 10 },
      { kind: 'block', riseMm: 15 },
      { kind: 'block', riseMm: 25 },
      { kind: 'ramp', angleDeg: 10, azimuth: 'foot' },
    ]);
    expect(heelLevels([], { kind: 'floor' }).length).toBeGreaterThan(5);
  });
});

describe('kit, sides and the bench', () => {
  it('says each piece so that no two read the same; a wedge’s angle by hand', () => {
    expect(wedgeAngleDeg(60, 300)).toBe(11.3);
    expect(
      sayKit({ kind: 'ramp', angleDeg: 11.3, pair: false, from: { riseMm: 60, lengthMm: 300 } }),
    ).toBe('Wedge board 11.3° (60 on 300 mm)');
    expect(sayKit({ kind: 'ramp', angleDeg: 10, pair: true, from: null })).toBe(
      'Pair of wedges 10°',
    );
    expect(sayKit({ kind: 'box', heightMm: 425 })).toBe('Box 42.5 cm');
  });

  it('a measured difference of hip rotation lets the finder turn that foot further', () => {
    const rotation = [38, 39, 37, 20, 21, 19].map((v, i) =>
      trial('hipRotationIn', i < 3 ? 'left' : 'right', v),
    );
    const dossier = dossierOf([...five({ wall: [110, 110] }), ...rotation]);
    const found = clientCase(dossier);
    if (found.kind !== 'ready') throw new Error('needs ankle');
    expect(sidesOf(dossier, found.question)?.unlike).toMatchObject({
      side: 'right',
      because: 'rotation',
    });
    expect(finderQuestion(dossier, [], HOUSE_RULES)?.turnFurther).toEqual({
      side: 'right',
      mostDeg: 5,
      because: 'rotation',
    });
    expect(sidesOf(dossierOf([]), found.question)).toBeNull();
  });

  it('the bench takes a school’s limits and leaves the body alone', () => {
    const found = clientCase(client());
    if (found.kind !== 'ready') throw new Error('needs ankle');
    const turned = bySchool(found.question, profileOf('shinsUpright')!);
    expect(turned.limits).toMatchObject({ shankDeg: 12, trunkLeanDeg: 55 });
    expect(turned.setup.balance).toBe(0.4);
    expect(turned.body).toEqual(found.question.body);
  });
});
