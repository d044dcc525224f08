import { HOUSE_RULES, profileOf } from '@zither/core';
import {
  clientCase,
  methodOf,
  ankleTrend,
  heelCourse,
  askMethod,
  finderQuestion,
} from '@zither/visit';
import { sayStep } from '@zither/words/heel';
import { sayWindow } from '@zither/words/instrument';
import { sayChoice, sayDifference, sayFound, sayProposal, sayReserve } from '@zither/words/setup';
import { AT, dossierOf, five, ID, trial } from './trialRows.ts';

const stiff = dossierOf(five({ wall: [40, 60] }));

describe('what each school would prescribe', () => {
  it('is asked from the newest readings, the habit, the kit and the screen', () => {
    const question = finderQuestion(stiff, [{ kind: 'noLoad' }], HOUSE_RULES)!;
    expect(question.habit).toEqual({ stanceWidthMm: 420, toeOutDeg: { left: 14, right: 12 } });
    expect(question.dorsiflexionDeg.left).toBeLessThan(question.dorsiflexionDeg.right);
    expect(question.holds).toEqual(['bodyweight', 'armsForward', 'counterbalance']);
    expect(question.safety).toEqual([{ kind: 'noLoad' }]);
    // Nothing said of a kit: any usual height may be thought of; said, only those.
    expect(question.kit.length).toBeGreaterThan(4);
    const own = {
      ...stiff,
      client: {
        ...stiff.client,
        kit: [
          { kind: 'ramp' as const, angleDeg: 8, pair: false, from: null },
          { kind: 'box' as const, heightMm: 400 },
        ],
      },
    };
    expect(finderQuestion(own, [], HOUSE_RULES)?.kit).toEqual([
      { kind: 'ramp', angleDeg: 8, pair: false },
      { kind: 'box', heightMm: 400 },
    ]);
    expect(finderQuestion(dossierOf([]), [], HOUSE_RULES)).toBeNull();
  });

  it('the shut-window client is solved by two schools in their own ways, and the difference is said', () => {
    const question = finderQuestion(stiff, [], HOUSE_RULES)!;
    const [balanced, open] = ['balanced', 'openHip'].map((id) => {
      const profile = profileOf(id)!;
      return { profile, ...askMethod({ question, profile, tried: [] }) };
    });
    const [a] = balanced!.proposals;
    const [b] = open!.proposals;
    expect(a!.chance).toBeGreaterThanOrEqual(0.6);
    expect(b!.chance).toBeGreaterThanOrEqual(0.6);
    expect(sayFound(a!)).toMatch(/^\d+ cm · toes \d+° · .* · to crease below knee$/);
    const said = sayDifference([a!, b!], ['Balanced', 'Open hip']);
    expect(said).toContain('Open hip goes 19° deeper.');
    expect(sayDifference([a!, a!], ['Balanced', 'Balanced'])).toEqual([]);
    for (const { profile, proposals } of [balanced!, open!])
      for (const p of proposals)
        for (const r of sayProposal(p, question, profile)) expect(r).toMatch(/^[A-Z0-9].*\.$/);
  });

  it('says what would have to change where a method does not reach its depth', () => {
    const veryStiff = dossierOf(five({ wall: [-40, -30] }));
    const method = profileOf('straightFoot')!;
    const choice = askMethod({
      question: finderQuestion(veryStiff, [], HOUSE_RULES)!,
      profile: method,
      tried: [],
    });
    expect(choice.needed?.changes.length).toBeGreaterThan(0);
    expect(sayChoice(choice, method)).toMatch(
      /What would have to change for the depth asked for: /,
    );
  });

  it('tells the limit from the reserve', () => {
    const window = {
      kind: 'shut' as const,
      floorDeg: 27,
      floorBy: 'trunkLean' as const,
      ceilingDeg: 24,
      ceilingBy: 'dorsiflexion' as const,
      freeCeilingDeg: 27,
      widthDeg: -3,
    };
    // 3° short of a reserve of 3° is no shortage: the ankle itself allows 27°.
    expect(sayReserve(window, 3)).toBe(
      'Lean needs a shin angle of 27°; the ankle allows 27°. It reaches with nothing in reserve; the method wants 3°.',
    );
    // As much room as the sentence under the bar leaves: the reserve is kept, and named.
    const open = {
      ...window,
      kind: 'open' as const,
      floorDeg: 22,
      freeCeilingDeg: 30,
      ceilingDeg: 27,
      widthDeg: 5,
    };
    expect(sayReserve(open, 3)).toBe(
      'Lean needs a shin angle of 22°; the ankle allows 30°. 5° of room, with 3° in reserve.',
    );
    expect(sayWindow(open, 0, 45, 3)).toContain('That leaves 5° of room');
    expect(sayReserve({ ...window, ceilingDeg: 20, freeCeilingDeg: 23, widthDeg: -7 }, 3)).toMatch(
      /Short by 4°\.$/,
    );
    expect(
      sayReserve(
        {
          ...window,
          ceilingDeg: -90,
          freeCeilingDeg: -90,
          widthDeg: -117,
          ceilingBy: 'hipAbduction',
        },
        3,
      ),
    ).toMatch(/rules this setup out/);
  });

  it('a setup taken from a school is judged by that school from then on', () => {
    const able = finderQuestion(dossierOf(five({ wall: [100, 100] })), [], HOUSE_RULES)!;
    const [best] = askMethod({
      question: able,
      profile: profileOf('shinsUpright')!,
      tried: [],
    }).proposals;
    const taken = {
      ...stiff,
      setup: {
        id: ID,
        clientId: ID,
        version: 1,
        updatedAt: AT,
        saidAt: AT,
        saidBy: '',
        setup: best!.setup,
        thighDepthDeg: best!.targetDepthDeg,
        workingPoint: 'shinsUpright' as const,
        profile: 'shinsUpright' as const,
      },
    };
    expect(methodOf(taken).id).toBe('shinsUpright');
    expect(methodOf(stiff).id).toBe('balanced');
    const found = clientCase(taken);
    expect(found.kind === 'ready' && found.question.limits).toMatchObject({
      trunkLeanDeg: 60,
      shankDeg: 12,
    });
  });
});

describe('how the heel comes down', () => {
  const onHeel = dossierOf(
    [
      ...five({ wall: [60, 70] }),
      trial('kneeToWall', 'left', 40, { takenOn: '2025-12-08' }),
      trial('kneeToWall', 'right', 50, { takenOn: '2025-12-08' }),
    ],
    {
      setup: {
        id: ID,
        clientId: ID,
        version: 1,
        updatedAt: AT,
        saidAt: AT,
        saidBy: '',
        setup: {
          stanceWidthMm: 420,
          toeOutDeg: { left: 15, right: 15 },
          support: { kind: 'block', riseMm: 30 },
          hold: 'goblet',
          loadKg: 16,
          balance: 0.5,
          trackingOffsetDeg: 0,
        },
        thighDepthDeg: 6,
        workingPoint: 'parallelLines',
        profile: 'balanced',
      },
    },
  );

  it('hangs on the stiffer ankle, with its pace over the visits', () => {
    const trend = ankleTrend(onHeel)!;
    // By hand: 20 mm over a shank of 0.246 × 1750 mm leaning about 26° is 20 / (430.5 · cos 26°) = 2.96°, in four weeks.
    expect(trend.perWeekDeg?.mean).toBeCloseTo(2.96 / 4, 1);
    expect(ankleTrend(dossierOf([]))).toBeNull();
    expect(ankleTrend(dossierOf(five()))?.perWeekDeg).toBeNull();
  });

  it('says each step by its threshold, and when only as a span', () => {
    const found = clientCase(onHeel);
    if (found.kind !== 'ready') throw new Error('the ankles are known');
    const course = heelCourse(onHeel, found.question, methodOf(onHeel), true);
    if (course?.kind !== 'weaned') throw new Error('a bridge comes down');
    const { trend, steps } = course;
    expect(steps.map((s) => (s.support.kind === 'block' ? s.support.riseMm : 0))).toEqual([
      25, 20, 15, 10, 5, 0,
    ]);
    for (const s of steps)
      expect(sayStep(s, trend)).toMatch(
        /^(\d+ mm|Flat) from \d+° of dorsiflexion: (reached|not yet; \d+ (to \d+ weeks|weeks or more))/,
      );
    const near = { ...steps[0]!, fromDorsiflexionDeg: trend.deg + 0.1, isReached: false };
    const pace = { ...trend, perWeekDeg: { mean: 1, sem: 0.1 } };
    expect(sayStep(near, pace)).toMatch(/not yet; within a week at the pace so far\.$/);
    const flat = {
      ...found.question,
      setup: { ...found.question.setup, support: { kind: 'floor' as const } },
    };
    expect(heelCourse(onHeel, flat, methodOf(onHeel), true)).toBeNull();
  });
});
