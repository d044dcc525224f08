import fc from 'fast-check';
import {
  BALANCED,
  obeying,
  PAIN_HOLDS_FROM,
  PAIN_PLACES,
  nextQuestion,
  QUESTION_IDS,
  chooseSetup,
  searchSetups,
  caseFor,
  startBelief,
  uncertaintyOf,
  SCREEN_QUESTIONS,
  limitsOfRule,
  SCREEN_RULES,
  screenOutcome as outcomeFrom,
  solve,
  strictest,
  type Clearance,
  type LimitedJoint,
  type PainPlace,
  type SafetyLimit,
  type SetupQuestion,
  type ScreenAnswers,
  type ScreenOutcome,
} from '../src/index.ts';
import { cases } from './arbitraries.ts';

const TODAY = '2026-01-05';

const answers: fc.Arbitrary<ScreenAnswers> = fc.record(
  {
    pain: fc.record({
      place: fc.constantFrom(...PAIN_PLACES),
      side: fc.constantFrom('left' as const, 'right' as const, 'both' as const, undefined),
      level: fc.integer({ min: 1, max: 10 }),
    }),
    recentInjury: fc.record({
      clearedByClinician: fc.boolean(),
      place: fc.constantFrom(...PAIN_PLACES, undefined),
      side: fc.constantFrom('left' as const, 'right' as const, 'both' as const, undefined),
    }),
    under16: fc.record({ guardianPresent: fc.boolean() }),
    heart: fc.boolean(),
    nerve: fc.boolean(),
    swelling: fc.boolean(),
    jointGives: fc.boolean(),
    pregnancy: fc.boolean(),
    boneOrBalance: fc.boolean(),
    medication: fc.boolean(),
    heartDisease: fc.record({ clearedByClinician: fc.boolean() }),
    bloodPressure: fc.record({ clearedByClinician: fc.boolean() }),
    hernia: fc.record({ clearedByClinician: fc.boolean() }),
    pelvicFloor: fc.record({ clearedByClinician: fc.boolean() }),
  },
  { requiredKeys: [] },
);

const clearance = (change: Partial<Clearance> = {}): Clearance => ({
  who: 'A. Clinician',
  licence: 'physiotherapist',
  givenOn: '2026-01-01',
  expiresOn: '2026-06-30',
  limits: [{ kind: 'depthCap', thighDepthDeg: -20 }],
  covers: ['swelling'],
  saidAt: `${TODAY}T12:00:00.000Z`,
  ...change,
});

const SEVERITY: Record<ScreenOutcome['kind'], number> = { go: 0, withinLimits: 1, hold: 2 };

/** Whether every limit of `a` is kept by `b`, as strictly or more. */
const covers = (b: readonly SafetyLimit[], a: readonly SafetyLimit[]) =>
  a.every(
    (limit) =>
      strictest([...b, limit]).length === strictest(b).length &&
      JSON.stringify(strictest([...b, limit])) === JSON.stringify(strictest(b)),
  );

/** One screen of today, and pain since it; a clearance said with it, unless the pain came after. */
const outcomeOf = (
  given: ScreenAnswers,
  cleared: Clearance | null,
  today: string,
  pains: { place: PainPlace; level: number; isAfterClearance?: boolean }[] = [],
): ScreenOutcome =>
  outcomeFrom(
    [
      {
        answers: given,
        saidAt: `${TODAY}T08:00:00.000Z`,
        on: TODAY,
        isNewest: true,
        source: null,
      },
      ...pains.map(({ place, level, isAfterClearance = false }) => ({
        answers: { pain: { place, level } },
        saidAt: `${TODAY}T${isAfterClearance ? '20' : '09'}:00:00.000Z`,
        on: cleared ? cleared.givenOn : TODAY,
        isNewest: true,
        source: null,
      })),
    ],
    cleared ? [cleared] : [],
    today,
  );

describe('the rule table', () => {
  it('answers every question, and every rule with a reason in a sentence', () => {
    for (const id of QUESTION_IDS) {
      expect(SCREEN_QUESTIONS.some((q) => q.id === id)).toBe(true);
      expect(SCREEN_RULES.some((r) => r.when.question === id)).toBe(true);
    }
    for (const rule of SCREEN_RULES) {
      expect(rule.because).toMatch(/\.$/);
      if (rule.outcome === 'withinLimits')
        expect(
          limitsOfRule(rule, {
            hipPinch: { atDeg: null },
            anklePinch: { side: 'left', atDeg: 20 },
          }).length,
        ).toBeGreaterThan(0);
    }
    expect(new Set(SCREEN_RULES.map((r) => r.id)).size).toBe(SCREEN_RULES.length);
  });

  it.each<[string, ScreenAnswers, ScreenOutcome['kind'], SafetyLimit['kind'][]]>([
    ['nothing', {}, 'go', []],
    ['heart', { heart: true }, 'hold', []],
    ['nerve', { nerve: true }, 'hold', []],
    ['swelling', { swelling: true }, 'hold', []],
    ['joint gives', { jointGives: true }, 'hold', []],
    ['strong pain', { pain: { place: 'knee', level: PAIN_HOLDS_FROM } }, 'hold', []],
    [
      'some pain elsewhere',
      { pain: { place: 'elsewhere', level: 2 } },
      'withinLimits',
      ['noLoad', 'depthCap'],
    ],
    ['ankle', { pain: { place: 'ankle', level: 1 } }, 'withinLimits', ['noLoad', 'depthCap']],
    [
      'knee',
      { pain: { place: 'knee', level: 3 } },
      'withinLimits',
      ['noLoad', 'depthCap', 'verticalShins', 'noLoadedLockout'],
    ],
    [
      'hip',
      { pain: { place: 'hip', level: 3 } },
      'withinLimits',
      ['noLoad', 'depthCap', 'noDeepFold'],
    ],
    [
      'low back',
      { pain: { place: 'lowBack', level: 3 } },
      'withinLimits',
      ['noLoad', 'depthCap', 'noDeepFold', 'supportedOnly'],
    ],
    ['uncleared injury', { recentInjury: { clearedByClinician: false } }, 'hold', []],
    ['cleared injury', { recentInjury: { clearedByClinician: true } }, 'withinLimits', ['noLoad']],
    ['pregnancy', { pregnancy: true }, 'withinLimits', ['noLoad', 'supportedOnly', 'noBracing']],
    ['uncleared heart', { heartDisease: { clearedByClinician: false } }, 'hold', []],
    [
      'cleared heart',
      { heartDisease: { clearedByClinician: true } },
      'withinLimits',
      ['noLoad', 'noBracing'],
    ],
    ...(['bloodPressure', 'hernia', 'pelvicFloor'] as const).flatMap(
      (id): [string, ScreenAnswers, 'withinLimits', SafetyLimit['kind'][]][] => [
        [
          `uncleared ${id}`,
          { [id]: { clearedByClinician: false } },
          'withinLimits',
          ['noLoad', 'noBracing'],
        ],
        [`cleared ${id}`, { [id]: { clearedByClinician: true } }, 'withinLimits', ['noBracing']],
      ],
    ),
    ['bone or balance', { boneOrBalance: true }, 'withinLimits', ['noLoad', 'supportedOnly']],
    ['medication', { medication: true }, 'withinLimits', ['supportedOnly']],
    ['child alone', { under16: { guardianPresent: false } }, 'hold', []],
    ['child with guardian', { under16: { guardianPresent: true } }, 'withinLimits', ['noLoad']],
  ])('%s', (_name, given, kind, limits) => {
    const outcome = outcomeOf(given, null, TODAY);
    expect(outcome.kind).toBe(kind);
    if (outcome.kind === 'withinLimits') expect(outcome.limits.map((l) => l.kind)).toEqual(limits);
  });

  it.each([
    ['shoulder', ['counterbalance', 'highBar', 'lowBar', 'overhead'], ['front', 'goblet']],
    ['arm', ['counterbalance', 'front', 'goblet', 'lowBar', 'overhead'], ['highBar']],
  ] as const)(
    'pain of the %s limits positions of the load, neither depth nor load itself',
    (place, bars, leaves) => {
      for (const side of ['left', 'right', 'both'] as const) {
        const outcome = outcomeOf({ pain: { place, side, level: 2 } }, null, TODAY);
        expect(outcome).toMatchObject({
          kind: 'withinLimits',
          limits: [{ kind: 'noPositions', positions: bars }],
        });
        const positions: readonly string[] = bars;
        for (const hold of leaves) expect(positions).not.toContain(hold);
      }
      expect(outcomeOf({ pain: { place, level: 4 } }, null, TODAY).kind).toBe('hold');
      // A sore knee besides still caps the depth.
      const two = outcomeOf({ pain: { place, level: 1 } }, null, TODAY, [
        { place: 'knee', level: 1 },
      ]);
      expect(two.kind === 'withinLimits' && two.limits.map((l) => l.kind).sort()).toEqual([
        'depthCap',
        'noLoad',
        'noLoadedLockout',
        'noPositions',
        'verticalShins',
      ]);
    },
  );

  it('caps a sore ankle at chair height, stricter than pain alone', () => {
    const outcome = outcomeOf({ pain: { place: 'ankle', level: 2 } }, null, TODAY);
    expect(outcome).toMatchObject({
      limits: [{ kind: 'noLoad' }, { kind: 'depthCap', thighDepthDeg: -20 }],
    });
  });
});

describe('the order of the screen', () => {
  it('asks every question by itself, in order, and only those not asked', () => {
    const asked: (typeof QUESTION_IDS)[number][] = [];
    for (const [i, id] of QUESTION_IDS.entries()) {
      const { question, left } = nextQuestion(asked);
      expect(question?.id).toBe(id);
      expect(left).toBe(QUESTION_IDS.length - i);
      asked.push(id);
    }
    expect(nextQuestion(asked)).toEqual({ question: null, left: 0 });
    expect(nextQuestion(['pain', 'under16']).question?.id).toBe('heart');
  });
});

describe('laws of the screen', () => {
  it('one more "yes" never loosens the outcome', () => {
    fc.assert(
      fc.property(answers, answers, (some, more) => {
        const before = outcomeOf(some, null, TODAY);
        // What was said stays said; only questions answered "no" so far may turn to "yes".
        const said = Object.fromEntries(
          Object.entries(some).filter(([, v]) => v !== undefined && v !== false),
        );
        const after = outcomeOf({ ...more, ...said }, null, TODAY);
        expect(SEVERITY[after.kind]).toBeGreaterThanOrEqual(SEVERITY[before.kind]);
        if (before.kind === 'withinLimits' && after.kind === 'withinLimits')
          expect(covers(after.limits, before.limits)).toBe(true);
      }),
      { numRuns: 1000, seed: 50 },
    );
  });

  it('more pain in the same place never loosens it', () => {
    for (const place of PAIN_PLACES)
      for (let level = 1; level < 10; level += 1) {
        const before = outcomeOf({ pain: { place, level } }, null, TODAY);
        const after = outcomeOf({ pain: { place, level: level + 1 } }, null, TODAY);
        expect(SEVERITY[after.kind]).toBeGreaterThanOrEqual(SEVERITY[before.kind]);
      }
  });

  it('pain during work never loosens it, and a second sore place adds to the first', () => {
    fc.assert(
      fc.property(
        answers,
        fc.constantFrom(...PAIN_PLACES),
        fc.integer({ min: 1, max: 10 }),
        (given, place, level) => {
          const before = outcomeOf(given, null, TODAY);
          const after = outcomeOf(given, null, TODAY, [{ place, level }]);
          expect(SEVERITY[after.kind]).toBeGreaterThanOrEqual(SEVERITY[before.kind]);
          if (before.kind === 'withinLimits' && after.kind === 'withinLimits')
            expect(covers(after.limits, before.limits)).toBe(true);
        },
      ),
      { numRuns: 500, seed: 54 },
    );
    const two = outcomeOf({ pain: { place: 'knee', level: 2 } }, null, TODAY, [
      { place: 'hip', level: 1 },
    ]);
    expect(two.kind === 'withinLimits' && two.limits.map((l) => l.kind)).toEqual(
      expect.arrayContaining(['verticalShins', 'noDeepFold']),
    );
  });

  it('a hold is lifted only by a clearance in force, into its limits and the rules’ own', () => {
    const held: ScreenAnswers = { swelling: true, medication: true };
    expect(outcomeOf(held, clearance({ expiresOn: '2026-01-04' }), TODAY).kind).toBe('hold');
    expect(outcomeOf(held, clearance({ givenOn: '2026-01-06' }), TODAY).kind).toBe('hold');
    const lifted = outcomeOf(held, clearance(), TODAY);
    expect(lifted).toMatchObject({
      kind: 'withinLimits',
      limits: [{ kind: 'supportedOnly' }, { kind: 'depthCap', thighDepthDeg: -20 }],
    });
    expect(outcomeOf(held, clearance({ expiresOn: null }), TODAY).kind).toBe('withinLimits');
  });

  it('a clearance lifts no hold it was not given for, and no pain that came after it', () => {
    const both: ScreenAnswers = { swelling: true, heart: true };
    expect(outcomeOf(both, clearance(), TODAY)).toMatchObject({
      kind: 'hold',
      holdRules: ['heart', 'swelling'],
    });
    expect(outcomeOf(both, clearance({ covers: ['heart', 'swelling'] }), TODAY).kind).toBe(
      'withinLimits',
    );
    const forPain = clearance({ covers: ['strongPain'] });
    const pain = { place: 'knee' as const, level: 7 };
    expect(outcomeOf({}, forPain, TODAY, [pain]).kind).toBe('withinLimits');
    expect(outcomeOf({}, forPain, TODAY, [{ ...pain, isAfterClearance: true }]).kind).toBe('hold');
    // Little pain after a clearance does not bring the hold back, only its own limits.
    expect(
      outcomeOf({}, forPain, TODAY, [pain, { place: 'hip', level: 2, isAfterClearance: true }]),
    ).toMatchObject({ kind: 'withinLimits' });
  });

  it('a clearance changes nothing where nothing is held', () => {
    fc.assert(
      fc.property(answers, (given) => {
        const plain = outcomeOf(given, null, TODAY);
        if (plain.kind !== 'hold') expect(outcomeOf(given, clearance(), TODAY)).toEqual(plain);
      }),
      { numRuns: 300, seed: 51 },
    );
  });
});

describe('one joint of one side', () => {
  const knee = (mostDeg: number, days: { fromOn?: string; untilOn?: string } = {}) => ({
    kind: 'jointRange' as const,
    joint: 'knee' as const,
    side: 'left' as const,
    mostDeg,
    ...days,
  });

  it('a reason says the joint and side that were told, and none that was not', () => {
    const said = (given: ScreenAnswers) => outcomeOf(given, null, TODAY).reasons.join(' ');
    expect(said({ pain: { place: 'knee', level: 2, side: 'left' } })).toMatch(/A sore left knee:/);
    expect(said({ pain: { place: 'knee', level: 2 } })).toMatch(/A sore knee:/);
    const injury = (place?: PainPlace, side?: 'left' | 'right' | 'both') =>
      said({ recentInjury: { clearedByClinician: true, place, side } });
    expect(injury('knee', 'right')).toMatch(/recent injury \(right knee\) the positions/);
    expect(injury('hip', 'both')).toMatch(/\(both hips\)/);
    expect(injury()).toMatch(/recent injury the positions/);
    expect(said({ recentInjury: { clearedByClinician: false } })).not.toMatch(/[{}]/);
  });

  it('what a clinician allows a joint comes in stages, each from its first day to its last', () => {
    const stages = clearance({
      covers: ['clearedInjury'],
      limits: [
        knee(60, { untilOn: '2026-01-10' }),
        knee(90, { fromOn: '2026-01-11', untilOn: '2026-02-10' }),
        knee(120, { fromOn: '2026-02-11' }),
      ],
    });
    const most = (day: string) => {
      const outcome = outcomeOf(
        { recentInjury: { clearedByClinician: true, place: 'knee', side: 'left' } },
        stages,
        day,
      );
      return outcome.kind === 'withinLimits'
        ? outcome.limits.flatMap((l) => (l.kind === 'jointRange' ? [l.mostDeg] : []))
        : null;
    };
    expect(most(TODAY)).toEqual([60]);
    expect(most('2026-01-10')).toEqual([60]);
    expect(most('2026-01-11')).toEqual([90]);
    expect(most('2026-03-01')).toEqual([120]);
    // After the clearance has run out its joint is free again, and the rules' own limits stay.
    expect(most('2026-07-01')).toEqual([]);
  });

  it('what is allowed after a cleared injury lifts no hold of one that is not cleared', () => {
    const allowed = clearance({ covers: ['clearedInjury'], limits: [knee(90)] });
    const uncleared = { recentInjury: { clearedByClinician: false, place: 'hip' as const } };
    expect(outcomeOf(uncleared, allowed, TODAY).kind).toBe('hold');
  });

  it('counts as long as it runs, though the day’s answers are all no; says by whom', () => {
    const limited = clearance({ limits: [knee(90)] });
    const outcome = outcomeOf({}, limited, TODAY);
    expect(outcome).toMatchObject({ kind: 'withinLimits', limits: [knee(90)] });
    expect(outcome.reasons).toEqual([
      'Joint limits by A. Clinician, physiotherapist, apply for now.',
    ]);
    expect(outcomeOf({}, limited, '2026-07-01').kind).toBe('go');
  });
});

describe('a proposal under the screen', () => {
  it('obeys every limit in the setup it gives', () => {
    const safety: SafetyLimit[] = [
      { kind: 'noLoad' },
      { kind: 'depthCap', thighDepthDeg: 0 },
      { kind: 'noDeepFold', hipFoldDeg: 125 },
    ];
    const body = { statureMm: 1720, massKg: 70 };
    const question: SetupQuestion = {
      body,
      dorsiflexionDeg: { left: 34, right: 34 },
      habit: { stanceWidthMm: 430, toeOutDeg: { left: 15, right: 15 } },
      holds: ['highBar'],
      loadKg: 60,
      kit: [],
      targetDepthDeg: 25,
      uncertainty: uncertaintyOf(body),
      safety,
    };
    const { proposals } = chooseSetup(question, BALANCED, startBelief(question));
    expect(proposals.length).toBeGreaterThan(0);
    for (const { setup, targetDepthDeg } of proposals) {
      expect(setup.loadKg).toBe(0);
      expect(targetDepthDeg).toBeLessThanOrEqual(0);
      const { bottom } = solve(caseFor(question, BALANCED, setup, targetDepthDeg)).sides.left;
      expect(bottom.kind === 'pose' && bottom.hipFoldDeg).toBeLessThanOrEqual(125 + 1e-6);
    }
  });

  it('a fold the screen caps counts in the chance, measured or not', () => {
    const body = { statureMm: 1750, massKg: 75 };
    const question = (hipFoldDeg: number): SetupQuestion => ({
      body,
      dorsiflexionDeg: { left: 38, right: 38 },
      habit: { stanceWidthMm: 430, toeOutDeg: { left: 15, right: 15 } },
      holds: ['highBar'],
      loadKg: 0,
      kit: [],
      uncertainty: uncertaintyOf(body),
      safety: [{ kind: 'noDeepFold', hipFoldDeg }],
    });
    const chance = (hipFoldDeg: number) => {
      const q = question(hipFoldDeg);
      const asked = searchSetups(q, BALANCED, startBelief(q)).filter(
        (s) => s.targetDepthDeg === BALANCED.targetDepthDeg,
      );
      return Math.max(...asked.map((s) => s.chance));
    };
    expect(chance(170)).toBeGreaterThan(0.9);
    expect(chance(60)).toBeLessThan(0.05);
  });
});

describe('obeying the limits', () => {
  const all: SafetyLimit[] = [
    { kind: 'noLoad' },
    { kind: 'depthCap', thighDepthDeg: 0 },
    { kind: 'verticalShins', shankDeg: 12 },
    { kind: 'noDeepFold', hipFoldDeg: 100 },
    { kind: 'noLoadedLockout' },
    { kind: 'supportedOnly' },
  ];

  it('keeps every limit for any question, and the solved bottom keeps them too', () => {
    fc.assert(
      fc.property(cases, fc.subarray(all), (question, limits) => {
        const kept = obeying(question, limits);
        const has = (kind: SafetyLimit['kind']) => limits.some((l) => l.kind === kind);
        if (has('noLoad')) expect(kept.setup.loadKg).toBe(0);
        if (has('depthCap')) expect(kept.target.thighDepthDeg).toBeLessThanOrEqual(0);
        const { window, bottom } = solve(kept).sides.left;
        if (window.kind !== 'open' || bottom.kind !== 'pose') return;
        if (has('verticalShins')) expect(bottom.shankDeg).toBeLessThanOrEqual(12 + 1e-6);
        if (has('noDeepFold')) expect(bottom.hipFoldDeg).toBeLessThanOrEqual(100 + 1e-6);
      }),
      { numRuns: 500, seed: 52, endOnFailure: true },
    );
  });

  it('never loosens what the question already keeps, and twice is once', () => {
    fc.assert(
      fc.property(cases, fc.subarray(all), (question, limits) => {
        const kept = obeying(question, limits);
        expect(kept.target.thighDepthDeg).toBeLessThanOrEqual(question.target.thighDepthDeg);
        expect(kept.setup.loadKg).toBeLessThanOrEqual(question.setup.loadKg);
        if (typeof question.limits.shankDeg === 'number')
          expect(kept.limits.shankDeg ?? Infinity).toBeLessThanOrEqual(question.limits.shankDeg);
        expect(obeying(kept, limits)).toEqual(kept);
      }),
      { numRuns: 500, seed: 53, endOnFailure: true },
    );
  });
});

describe('a limit of one joint', () => {
  const question = {
    body: { statureMm: 1750, massKg: 75 },
    dorsiflexionDeg: { left: 36, right: 38 },
    hipFold: null,
    habit: { stanceWidthMm: 430, toeOutDeg: { left: 15, right: 15 } },
    holds: ['bodyweight' as const],
    loadKg: 0,
    targetDepthDeg: 6,
    kit: [],
    uncertainty: uncertaintyOf({ statureMm: 1750, massKg: 75 }, {}),
  };
  const limit = (joint: LimitedJoint, mostDeg: number): SafetyLimit => ({
    kind: 'jointRange',
    joint,
    side: 'right',
    mostDeg,
  });
  const deepest = (limits: SafetyLimit[]) => {
    const safe = { ...question, safety: limits };
    const setups = searchSetups(safe, BALANCED, startBelief(safe)).filter((s) => s.chance >= 0.6);
    return Math.max(-90, ...setups.map((s) => s.targetDepthDeg));
  };

  it('is obeyed by the linkage on its side, and by the chance of every setup', () => {
    const setup = {
      stanceWidthMm: 430,
      toeOutDeg: { left: 15, right: 15 },
      support: { kind: 'floor' as const },
      hold: 'bodyweight' as const,
      loadKg: 0,
      balance: 0.5,
      trackingOffsetDeg: 0,
    };
    const base = caseFor(question, BALANCED, setup, 6);
    expect(obeying(base, [limit('ankle', 12)]).limits.dorsiflexionDeg).toEqual({
      left: 36,
      right: 12,
    });
    expect(obeying(base, [limit('knee', 90)]).limits.kneeFlexionDeg).toBe(90);
    expect(obeying(base, [limit('hip', 80)]).limits.hipFold?.atZeroAbductionDeg).toBe(80);
    const free = deepest([]);
    expect(free).toBe(6);
    for (const [joint, deg] of [
      ['ankle', 8],
      ['knee', 70],
      ['hip', 70],
    ] as const)
      expect(deepest([limit(joint, deg)])).toBeLessThan(free);
  });

  it('the strictest of one joint and side applies; two joints stand beside each other', () => {
    const kept = strictest([
      limit('knee', 110),
      limit('knee', 90),
      { ...limit('knee', 70), side: 'left' } as SafetyLimit,
      limit('hip', 90),
    ]);
    expect(kept.map((l) => l.kind === 'jointRange' && [l.joint, l.side, l.mostDeg])).toEqual([
      ['knee', 'right', 90],
      ['knee', 'left', 70],
      ['hip', 'right', 90],
    ]);
  });
});

describe('what a clearance replaces', () => {
  type Screen = { at: string; answers: ScreenAnswers; asked?: readonly string[] };
  /** Screens in the order they were said, the last the newest. */
  const after = (screens: readonly Screen[], cleared: readonly Clearance[]) =>
    outcomeFrom(
      screens.map(({ at, answers: given, asked = QUESTION_IDS }, i) => ({
        answers: given,
        saidAt: at,
        answeredAt: Object.fromEntries(asked.map((q) => [q, at])),
        asked,
        on: at.slice(0, 10),
        isNewest: i === screens.length - 1,
        source: { of: 'screening' as const, ofId: `screen-${i}` },
      })),
      cleared,
      TODAY,
    );
  const kinds = (outcome: ScreenOutcome) =>
    outcome.kind === 'withinLimits' ? outcome.limits.map((l) => l.kind).sort() : outcome.kind;
  const EARLY = '2026-01-02T08:00:00.000Z';
  const given = (covers: string[], limits: SafetyLimit[] = [], change: Partial<Clearance> = {}) =>
    clearance({
      covers,
      limits,
      givenOn: '2026-01-02',
      saidAt: '2026-01-02T12:00:00.000Z',
      ...change,
    });

  it.each([
    ['pregnancy', { pregnancy: true }, ['noBracing', 'noLoad', 'supportedOnly']],
    ['boneOrBalance', { boneOrBalance: true }, ['noLoad', 'supportedOnly']],
    ['medication', { medication: true }, ['supportedOnly']],
    ['clearedInjury', { recentInjury: { clearedByClinician: true } }, ['noLoad']],
    ['child', { under16: { guardianPresent: true } }, ['noLoad']],
    ['heartCleared', { heartDisease: { clearedByClinician: true } }, ['noBracing', 'noLoad']],
    ['herniaUncleared', { hernia: { clearedByClinician: false } }, ['noBracing', 'noLoad']],
    ['bloodPressureCleared', { bloodPressure: { clearedByClinician: true } }, ['noBracing']],
    [
      'kneePain',
      { pain: { place: 'knee', level: 2 } },
      ['depthCap', 'noLoad', 'noLoadedLockout', 'verticalShins'],
    ],
  ] as [string, ScreenAnswers, string[]][])('%s', (rule, told, before) => {
    const screens = [{ at: EARLY, answers: told }];
    expect(kinds(after(screens, []))).toEqual(before);
    // It replaces what it names: by nothing, or by its own limits.
    const rest = rule === 'kneePain' ? ['depthCap', 'noLoad'] : [];
    expect(kinds(after(screens, [given([rule])]))).toEqual(rest);
    expect(kinds(after(screens, [given([rule], [{ kind: 'noBracing' }])]))).toEqual(
      [...rest, 'noBracing'].sort(),
    );
    // Not what it does not name, not what was told after it, not once it has run out.
    expect(kinds(after(screens, [given(['swelling'])]))).toEqual(before);
    expect(
      kinds(after([{ at: '2026-01-03T08:00:00.000Z', answers: told }], [given([rule])])),
    ).toEqual(before);
    expect(kinds(after(screens, [given([rule], [], { expiresOn: '2026-01-04' })]))).toEqual(before);
  });

  it('goes on while the answer is asked again and stays, and ends with a "no" in between', () => {
    const yes = (at: string) => ({ at: `${at}T08:00:00.000Z`, answers: { pregnancy: true } });
    const no = (at: string) => ({ at: `${at}T08:00:00.000Z`, answers: {} });
    const cleared = [given(['pregnancy'])];
    expect(kinds(after([yes('2026-01-02'), yes('2026-01-04')], cleared))).toEqual([]);
    expect(kinds(after([yes('2026-01-02'), no('2026-01-03'), yes('2026-01-04')], cleared))).toEqual(
      ['noBracing', 'noLoad', 'supportedOnly'],
    );
    // A screen that has not come to the question yet says nothing of it.
    const unfinished = { ...no('2026-01-03'), asked: ['pain'] };
    expect(kinds(after([yes('2026-01-02'), unfinished, yes('2026-01-04')], cleared))).toEqual([]);
  });

  it('an injury cleared before its answer was updated stays cleared; another injury does not', () => {
    const injury = (clearedByClinician: boolean, place: PainPlace, at: string): Screen => ({
      at,
      answers: { recentInjury: { clearedByClinician, place, side: 'left' } },
    });
    const later = '2026-01-04T08:00:00.000Z';
    const cleared = [given(['uncleared'], [{ kind: 'noBracing' }])];
    expect(kinds(after([injury(false, 'knee', EARLY)], cleared))).toEqual(['noBracing']);
    expect(
      kinds(after([injury(false, 'knee', EARLY), injury(true, 'knee', later)], cleared)),
    ).toEqual(['noBracing']);
    expect(
      kinds(after([injury(false, 'knee', EARLY), injury(true, 'hip', later)], cleared)),
    ).toEqual(['noBracing', 'noLoad']);
    expect(kinds(after([injury(false, 'knee', EARLY), injury(false, 'hip', later)], cleared))).toBe(
      'hold',
    );
  });

  it('never lifts a hold it does not name, nor another clinician’s limit; the strictest wins', () => {
    const screens = [{ at: EARLY, answers: { pregnancy: true, swelling: true } }];
    expect(kinds(after(screens, [given(['pregnancy'])]))).toBe('hold');
    const both = given(['pregnancy', 'swelling'], [{ kind: 'depthCap', thighDepthDeg: 0 }]);
    const other = given(['pregnancy', 'swelling'], [{ kind: 'depthCap', thighDepthDeg: -20 }], {
      who: 'B. Other',
      saidAt: '2026-01-03T12:00:00.000Z',
    });
    for (const list of [
      [both, other],
      [other, both],
    ])
      expect(after(screens, list)).toMatchObject({
        limits: [{ kind: 'depthCap', thighDepthDeg: -20 }],
      });
    // The same clinician, later and for the same: the newer word counts.
    const newer = { ...other, who: ' a. clinician ', limits: [] };
    expect(kinds(after(screens, [both, newer]))).toEqual([]);
    const forLess = { ...newer, covers: ['pregnancy'] };
    expect(kinds(after(screens, [both, forLess]))).toEqual(['depthCap']);
  });

  it('a joint’s range is replaced by the same clinician alone, and only for that joint and side', () => {
    const range = (mostDeg: number, side: 'left' | 'right' = 'left'): SafetyLimit => ({
      kind: 'jointRange',
      joint: 'knee',
      side,
      mostDeg,
    });
    const first = given(['clearedInjury'], [range(60), range(70, 'right')]);
    const wider = given(['clearedInjury'], [range(100)], { saidAt: '2026-01-03T12:00:00.000Z' });
    const screens = [{ at: EARLY, answers: { recentInjury: { clearedByClinician: true } } }];
    expect(after(screens, [first, wider])).toMatchObject({
      limits: expect.arrayContaining([range(100), range(70, 'right')]),
    });
    expect(after(screens, [first, { ...wider, who: 'B. Other' }])).toMatchObject({
      limits: expect.arrayContaining([range(60), range(70, 'right')]),
    });
  });

  it('a pinch limits its range until it is named by a clearance given after it', () => {
    const told = (saidAt: string) => ({
      answers: { hipPinch: { atDeg: null }, anklePinch: { side: 'right' as const, atDeg: 24 } },
      saidAt,
      on: saidAt.slice(0, 10),
      isNewest: true,
      source: null,
    });
    const limits = (cleared: Clearance[], at = EARLY) =>
      kinds(outcomeFrom([told(at)], cleared, TODAY));
    expect(limits([])).toEqual(['depthCap', 'jointRange', 'noDeepFold']);
    expect(limits([given(['hipPinch'])])).toEqual(['jointRange']);
    expect(limits([given(['anklePinch'])])).toEqual(['depthCap', 'noDeepFold']);
    expect(limits([given(['hipPinch'])], '2026-01-03T08:00:00.000Z')).toContain('noDeepFold');
  });
});
