import fc from 'fast-check';
import {
  afterTrial,
  BALANCED,
  beliefAfter,
  boxFor,
  caseFor,
  CHANCE,
  chanceAt,
  chanceMap,
  chanceOf,
  chooseSetup,
  cleanChance,
  HIP_ABOVE_SEAT_MM,
  limitNow,
  loopAfter,
  mapAxes,
  placed,
  profileOf,
  reachOf,
  resolveBody,
  searchSetups,
  seenOf,
  sideDifference,
  solve,
  startBelief,
  TRIALS_A_DAY,
  turnFurtherBy,
  uncertaintyOf,
  UNLIKE_MOST,
  wentClean,
  type MapAt,
  type SetupQuestion,
  type SetupTried,
} from '../src/index.ts';
import { between } from './arbitraries.ts';

const client = (change: Partial<SetupQuestion> = {}): SetupQuestion => ({
  body: { statureMm: 1750, massKg: 75 },
  dorsiflexionDeg: { left: 21, right: 31 },
  hipFold: { atZeroAbductionDeg: 125, perAbductionDeg: 0.5 },
  habit: { stanceWidthMm: 420, toeOutDeg: { left: 14, right: 12 } },
  holds: ['highBar'],
  loadKg: 40,
  targetDepthDeg: 6,
  kit: [
    { kind: 'block', riseMm: 10 },
    { kind: 'block', riseMm: 25 },
  ],
  uncertainty: uncertaintyOf(change.body ?? { statureMm: 1750, massKg: 75 }),
  ...change,
});

const standing = (toeOutDeg = { left: 15, right: 15 }) => ({
  stanceWidthMm: 420,
  toeOutDeg,
  support: { kind: 'floor' } as const,
  hold: 'highBar' as const,
  loadKg: 40,
  balance: 0.5,
  trackingOffsetDeg: 0,
});
const readings = (left: number, right: number, sem = 1) => ({
  left: { deg: left, sem },
  right: { deg: right, sem },
});
const nothing = { left: null, right: null };
const askedOf = (left: number, right: number, depth = 6) =>
  caseFor(client({ dorsiflexionDeg: { left, right }, hipFold: null }), BALANCED, standing(), depth);

describe('left and right', () => {
  it('equal ankles: the same ceiling, no drift, stand alike', () => {
    const { ceilingDeg, drift, unlike } = sideDifference(
      askedOf(30, 30),
      readings(30, 30),
      nothing,
    );
    expect(ceilingDeg.left).toBeCloseTo(ceilingDeg.right!, 9);
    expect(drift).toBeNull();
    expect(unlike).toBeNull();
  });

  it('a stiffer ankle that stops the squat: its heel comes up, the pelvis goes to the freer side, and the foot may help by 5° or 20 mm', () => {
    const question = askedOf(15, 32);
    const found = sideDifference(question, readings(15, 32), nothing);
    const solved = solve(question);
    const { left, right } = solved.sides;
    if (left.window.kind !== 'shut' || right.window.kind === 'stanceTooWide')
      throw new Error('the left ankle was to stop it');
    expect(found.drift?.toward).toBe('right');
    // By hand: the heel turns about the ball by the degrees that are missing beyond what the other side lacks too.
    const missing =
      -left.window.widthDeg - (right.window.kind === 'shut' ? -right.window.widthDeg : 0);
    const foot = resolveBody(question.body).lengthsMm.foot;
    expect(found.drift?.heelMm).toBeCloseTo(0.73 * foot * Math.sin((missing * Math.PI) / 180), 6);
    expect(found.unlike).toMatchObject({ side: 'left', because: 'ankle', isCapped: true });
    expect(found.unlike!.forwardMm).toBe(UNLIKE_MOST.forwardMm);
    expect(turnFurtherBy(found)).toEqual({
      side: 'left',
      mostDeg: UNLIKE_MOST.toeOutDeg,
      because: 'ankle',
    });
  });

  it('a difference that both sides can afford, or that the readings cannot tell, changes nothing', () => {
    const both = sideDifference(askedOf(36, 45), readings(36, 45), nothing);
    expect(both.unlike).toBeNull();
    expect(both.ankle.kind).toBe('different');
    const unsure = sideDifference(askedOf(18, 21), readings(18, 21, 1.4), nothing);
    expect(unsure.ankle.kind).toBe('noDifferenceWeCanSee');
    expect(unsure.unlike).toBeNull();
  });

  it('a hip that turns in less stands turned out further: half the difference, at most 5°', () => {
    const by = (left: number, right: number) =>
      sideDifference(askedOf(36, 36), readings(36, 36), readings(left, right, 1)).unlike;
    expect(by(36, 28)).toMatchObject({ side: 'right', toeOutDeg: 4, isCapped: false });
    expect(by(19, 36)).toMatchObject({ side: 'left', toeOutDeg: 5, isCapped: true });
    expect(by(35, 34)).toBeNull();
  });

  it('never asks for more than the limit, and only where the difference is real (property)', () => {
    fc.assert(
      fc.property(between(8, 40), between(8, 40), between(0.3, 3), (left, right, sem) => {
        const { unlike, ankle } = sideDifference(
          askedOf(left, right),
          readings(left, right, sem),
          nothing,
        );
        if (!unlike) return;
        expect(ankle.kind).toBe('different');
        expect(unlike.side).toBe(left < right ? 'left' : 'right');
        expect(unlike.toeOutDeg).toBeLessThanOrEqual(UNLIKE_MOST.toeOutDeg);
        expect(unlike.forwardMm).toBeLessThanOrEqual(UNLIKE_MOST.forwardMm);
        expect(unlike.forwardMm).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a slightly asymmetric stance in the search', () => {
  const question = client({ dorsiflexionDeg: { left: 19, right: 32 }, kit: [], hipFold: null });
  const allowed = {
    ...question,
    turnFurther: { side: 'left' as const, mostDeg: 5, because: 'ankle' as const },
  };
  const isUneven = (s: { setup: { toeOutDeg: { left: number; right: number } } }) =>
    s.setup.toeOutDeg.left !== s.setup.toeOutDeg.right;
  const search = (q: SetupQuestion) => searchSetups(q, BALANCED, startBelief(q));
  const choose = (q: SetupQuestion) => chooseSetup(q, BALANCED, startBelief(q)).proposals;

  it('is searched only where a measured difference allows it', () => {
    expect(search(question).some(isUneven)).toBe(false);
    const uneven = search(allowed).filter(isUneven);
    expect(uneven.length).toBeGreaterThan(0);
    for (const { setup } of uneven) {
      expect(setup.toeOutDeg.left - setup.toeOutDeg.right).toBe(5);
      expect(setup.toeOutDeg.left).toBeLessThanOrEqual(BALANCED.toeOutDeg.most);
    }
  });

  it('counts each foot by its own geometry: further out asks less of that ankle, so the chance does not fall', () => {
    const belief = startBelief(question);
    for (const s of search(allowed).filter(isUneven)) {
      const toe = s.setup.toeOutDeg.right;
      const even = placed(question, BALANCED, belief, {
        ...s,
        setup: { ...s.setup, toeOutDeg: { left: toe, right: toe } },
      });
      expect(s.chance).toBeGreaterThanOrEqual(even!.chance - 1e-9);
    }
  });

  it('never stands first; for an ankle it is proposed only where turning that foot alone makes it enough likelier', () => {
    const [first] = choose(allowed);
    expect(isUneven(first!)).toBe(false);
    // An ankle with range to spare gains nothing by it.
    const free = { ...allowed, dorsiflexionDeg: { left: 36, right: 44 } };
    expect(choose(free).flatMap((p) => p.kinds)).not.toContain('uneven');
  });

  it('for a hip that turns in less it is proposed beside the first choice, where it costs nothing', () => {
    const hip = {
      ...question,
      dorsiflexionDeg: { left: 36, right: 36 },
      turnFurther: { side: 'right' as const, mostDeg: 4, because: 'rotation' as const },
    };
    const uneven = choose(hip).find((p) => p.kinds.includes('uneven'))!;
    expect(uneven.setup.toeOutDeg.right - uneven.setup.toeOutDeg.left).toBe(4);
  });
});

describe('simplicity of kit', () => {
  it('nobody who gets down flat is put on a heel, and nobody on a higher one than needed', () => {
    const able = client({ dorsiflexionDeg: { left: 34, right: 35 }, hipFold: null });
    const [flat] = chooseSetup(able, BALANCED, startBelief(able)).proposals;
    expect(flat!.setup.support.kind).toBe('floor');
    expect(flat!.chance).toBeGreaterThan(0.9);
    const stiff = client({ dorsiflexionDeg: { left: 17, right: 22 }, hipFold: null });
    const [lifted] = chooseSetup(stiff, BALANCED, startBelief(stiff)).proposals;
    expect(lifted!.setup.support.kind).toBe('block');
  });
});

describe('a box to sit to', () => {
  it('is as high as the hip at that depth, less what lies between hip and seat', () => {
    const question = askedOf(40, 40, 0);
    const { bottom } = solve(question).sides.left;
    if (bottom.kind !== 'pose') throw new Error('no pose');
    const hip = bottom.joints.hip.z;
    // At parallel the hip is as high as the knee: shank and ankle, by hand.
    const { lengthsMm } = resolveBody(question.body);
    const knee =
      lengthsMm.ankleHeight + lengthsMm.shank * Math.cos((bottom.shankDeg * Math.PI) / 180);
    expect(hip).toBeCloseTo(knee, 6);
    expect(boxFor(hip, []).wantedMm).toBe(Math.round((knee - HIP_ABOVE_SEAT_MM) / 5) * 5);
  });

  it('is the nearest of the kit, with what it misses by', () => {
    const kit = [
      { kind: 'box', heightMm: 300 },
      { kind: 'box', heightMm: 450 },
      { kind: 'block', riseMm: 10 },
    ] as const;
    expect(boxFor(530, kit)).toEqual({
      wantedMm: 440,
      nearest: { heightMm: 450, earlyMm: 10 },
      fits: true,
    });
    expect(boxFor(490, kit)).toMatchObject({ nearest: { earlyMm: 50 }, fits: false });
    expect(boxFor(530, []).nearest).toBeNull();
  });

  it('does not lift heels, and comes with the proposals of the school that sits to it', () => {
    const question = client({ kit: [{ kind: 'box', heightMm: 400 }], targetDepthDeg: undefined });
    for (const s of searchSetups(question, BALANCED, startBelief(question)))
      expect(s.setup.support.kind).toBe('floor');
    const shins = profileOf('shinsUpright')!;
    const able = { ...question, dorsiflexionDeg: { left: 35, right: 35 } };
    const [first] = chooseSetup(able, shins, startBelief(able)).proposals;
    expect(first!.bottom.hipHeightMm).toBeGreaterThan(300);
  });
});

describe('the map of chances', () => {
  const question = client();
  const at: MapAt = {
    support: { kind: 'floor' },
    hold: 'highBar',
    loadKg: 40,
    targetDepthDeg: 6,
  };
  const belief = startBelief(question);
  const map = chanceMap(question, BALANCED, belief, at);

  it('holds the chance of every point, the same as asked for one by one', () => {
    const { stancesMm, toesDeg } = mapAxes(question);
    expect(map.chance).toHaveLength(stancesMm.length * toesDeg.length);
    for (const [row, column] of [
      [0, 0],
      [2, 9],
      [8, 20],
    ] as const)
      expect(map.chance[row * stancesMm.length + column]).toBe(
        chanceAt(question, BALANCED, belief, at, stancesMm[column]!, toesDeg[row]!),
      );
    for (const p of map.chance) expect(p >= 0 && p <= 1).toBe(true);
  });

  it('a heel never makes a point less likely; the best point lies within the school and beats none of it', () => {
    const raised = chanceMap(question, BALANCED, belief, {
      ...at,
      support: { kind: 'block', riseMm: 25 },
    });
    const { shoulderWidthMm } = resolveBody(question.body);
    // Far outside the method a lifted ankle stands further out along the foot, and the hip ends first.
    map.chance.forEach((p, i) => {
      const stance = map.stancesMm[i % map.stancesMm.length]!;
      if (stance / shoulderWidthMm <= 1.2)
        expect(raised.chance[i]!).toBeGreaterThanOrEqual(p - 1e-6);
    });
    const best = raised.best!;
    expect(best.stanceWidthMm / shoulderWidthMm).toBeGreaterThanOrEqual(0.8 - 1e-9);
    expect(best.stanceWidthMm / shoulderWidthMm).toBeLessThanOrEqual(1.2 + 1e-9);
    expect(best.toeOutDeg).toBeGreaterThanOrEqual(5);
    raised.stancesMm.forEach((stance, column) =>
      raised.toesDeg.forEach((toe, row) => {
        const per = stance / shoulderWidthMm;
        if (per < 0.8 || per > 1.2 || toe < 5 || toe > 25) return;
        expect(raised.chance[row * raised.stancesMm.length + column]!).toBeLessThanOrEqual(
          best.chance + 0.02,
        );
      }),
    );
  });

  it('wider and more turned out asks less lean of a stiff ankle: Escamilla et al. 2001 (sign, from memory)', () => {
    const p = (stance: number, toe: number) =>
      chanceAt(question, BALANCED, belief, at, stance, toe);
    expect(p(520, 25)).toBeGreaterThan(p(400, 10));
  });
});

const record = (change: Partial<SetupTried> = {}): SetupTried => ({
  setup: { ...standing(), support: { kind: 'block', riseMm: 10 } },
  targetDepthDeg: 6,
  profile: BALANCED,
  depthDeg: 6,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  comfort: null,
  pain: false,
  ...change,
});
const fresh = { count: 0, hurt: false };

describe('the trial loop', () => {
  const loop = (question: SetupQuestion, tried: SetupTried[], today = fresh) =>
    loopAfter(question, BALANCED, tried, today);

  it('reads a record: slightly short still reaches, a tuck at the bottom is the bottom’s own', () => {
    expect(seenOf(record({ depthDeg: 2 })).reached).toBe(true);
    expect(seenOf(record({ depthDeg: 0 })).reached).toBe(false);
    expect(seenOf(record({ tuckFromDeg: 6 })).tucked).toBe(false);
    expect(seenOf(record({ tuckFromDeg: -4 })).tucked).toBe(true);
    expect(wentClean(record())).toBe(true);
    expect(wentClean(record({ knees: { left: 'in', right: 'over' } }))).toBe(false);
    expect(wentClean(record({ comfort: 1 }))).toBe(false);
    expect(wentClean(record({ pain: true }))).toBe(false);
  });

  it('believes less of the ankle whose heel rose; the order of trials does not matter', () => {
    const question = client();
    const up = record({ heelRose: { left: true, right: false }, depthDeg: -5 });
    const good = record({ setup: { ...standing(), support: { kind: 'block', riseMm: 25 } } });
    const before = limitNow(beliefAfter(question, []), 'left')!;
    expect(limitNow(beliefAfter(question, [up]), 'left')!.mean).toBeLessThan(before.mean);
    const one = beliefAfter(question, [up, good]).weight;
    const other = beliefAfter(question, [good, up]).weight;
    one.forEach((w, i) => expect(w).toBeCloseTo(other[i]!, 12));
  });

  it('pain tells nothing of the limits, stops the day, and is not tried again', () => {
    const question = client();
    const hurt = record({ pain: true, depthDeg: -30 });
    expect(limitNow(beliefAfter(question, [hurt]), 'left')).toEqual(
      limitNow(beliefAfter(question, []), 'left'),
    );
    expect(loop(question, [hurt], { count: 1, hurt: true })).toMatchObject({
      advice: null,
      stop: 'pain',
    });
    expect(loop(question, [hurt]).advice?.setup).not.toEqual(hurt.setup);
  });

  it('advises the first choice, is ready to lock once it went clean and is believed, and does not advise a failure twice', () => {
    const question = client();
    const first = loop(question, []).advice!;
    expect(first.kind).toBe('try');
    expect(first.chance).toBeGreaterThanOrEqual(CHANCE.try);
    const { setup, targetDepthDeg } = first;
    const clean = record({ setup, targetDepthDeg, depthDeg: targetDepthDeg, comfort: 4 });
    // One clean trial may not be enough to believe it; two of the same are.
    const after = loop(question, [clean, clean], { count: 2, hurt: false }).advice!;
    if (after.kind === 'lock') expect(after.chance).toBeGreaterThanOrEqual(CHANCE.lock);
    const sure = client({ dorsiflexionDeg: { left: 36, right: 38 }, hipFold: null });
    const easy = loop(sure, []).advice!;
    const done = record({
      setup: easy.setup,
      targetDepthDeg: easy.targetDepthDeg,
      depthDeg: easy.targetDepthDeg,
    });
    expect(loop(sure, [done], { count: 1, hurt: false }).advice).toMatchObject({
      kind: 'lock',
      setup: easy.setup,
    });
    const failed = { ...clean, heelRose: { left: true, right: true } };
    expect(loop(question, [failed], { count: 1, hurt: false }).advice?.setup).not.toEqual(setup);
  });

  it('keeps a coach’s own choice that went clean, unless the first choice truly differs and asks less', () => {
    const question = client({ dorsiflexionDeg: { left: 36, right: 38 }, kit: [] });
    const own = record({
      setup: { ...standing({ left: 15, right: 15 }), stanceWidthMm: 430 },
      comfort: 4,
    });
    expect(loop(question, [own], { count: 1, hurt: false }).advice).toMatchObject({
      kind: 'lock',
      setup: own.setup,
    });
    // On a lift that nobody needs, standing flat is worth a trial.
    const high = {
      ...own,
      comfort: 3,
      setup: { ...own.setup, support: { kind: 'block', riseMm: 60 } as const },
    };
    const other = loop(question, [high], { count: 1, hurt: false }).advice;
    expect(other).toMatchObject({ kind: 'try', setup: { support: { kind: 'floor' } } });
  });

  it('of two clean ones keeps the one that felt better', () => {
    const question = client({ dorsiflexionDeg: { left: 36, right: 38 }, kit: [] });
    const at = (toe: number, comfort: number) =>
      record({ setup: { ...standing({ left: toe, right: toe }), stanceWidthMm: 420 }, comfort });
    const kept = (a: number, b: number) =>
      loop(question, [at(10, a), at(15, b)], { count: 2, hurt: false }).advice!;
    expect(kept(3, 5)).toMatchObject({ kind: 'lock', setup: { toeOutDeg: { left: 15 } } });
    expect(kept(5, 3)).toMatchObject({ kind: 'lock', setup: { toeOutDeg: { left: 10 } } });
  });

  it('keeps away from what was uncomfortable or let the knees go, and from setups like it', () => {
    // Everything is likely for this client: only what was felt and seen moves the advice.
    const question = client({ dorsiflexionDeg: { left: 36, right: 38 }, hipFold: null, kit: [] });
    const { setup, targetDepthDeg } = loop(question, []).advice!;
    const stepsAway = (change: Partial<SetupTried>) => {
      const tried = record({ setup, targetDepthDeg, depthDeg: targetDepthDeg, ...change });
      const next = loop(question, [tried], { count: 1, hurt: false }).advice!;
      return (
        Math.abs(next.setup.stanceWidthMm - setup.stanceWidthMm) / 20 +
        Math.abs(next.setup.toeOutDeg.left - setup.toeOutDeg.left) / 5
      );
    };
    // A trial that was only short is not advised again, but the next one to it may be.
    expect(stepsAway({ depthDeg: targetDepthDeg - 8 })).toBeLessThanOrEqual(1);
    expect(stepsAway({ comfort: 1, knees: { left: 'in', right: 'in' } })).toBeGreaterThanOrEqual(2);
  });

  it('counts what the method watches as soon as trials saw it, and says nothing of it before', () => {
    const setup = standing();
    expect(cleanChance(setup, 0.8, [])).toBeNull();
    const over = record({ setup });
    const inward = record({ setup, knees: { left: 'in', right: 'over' } });
    // By hand: 0.8 × (9 + 1) / (10 + 1) and 0.8 × 9 / 11.
    expect(cleanChance(setup, 0.8, [over])).toBeCloseTo((0.8 * 10) / 11, 12);
    expect(cleanChance(setup, 0.8, [inward])).toBeCloseTo((0.8 * 9) / 11, 12);
  });

  it('stops after a day’s worth, and says when no setup is likely', () => {
    const question = client();
    const many = Array.from({ length: TRIALS_A_DAY }, (_, i) =>
      record({
        setup: { ...standing(), stanceWidthMm: 400 + 20 * i },
        depthDeg: -10,
      }),
    );
    const day = { count: TRIALS_A_DAY, hurt: false };
    expect(['enough', 'none']).toContain(loop(question, many, day).stop);
    expect(loop(question, [], day).stop).toBe('enough');
    const stiff = client({
      dorsiflexionDeg: { left: -10, right: -8 },
      kit: [],
      hipFold: { atZeroAbductionDeg: 40, perAbductionDeg: 0 },
    });
    expect(loop(stiff, []).stop).toBe('none');
  });

  it('a trial weighs lengths and balance too: a heel that rose speaks for longer thighs', () => {
    const question = client();
    const belief = startBelief(question);
    const reach = reachOf(question, BALANCED, record());
    const after = afterTrial(belief, reach, {
      reached: true,
      heelRose: { left: true, right: true },
      tucked: false,
    });
    const mean = (values: Float64Array, w: Float64Array) =>
      values.reduce((sum, v, i) => sum + v * w[i]!, 0);
    expect(mean(after.thigh, after.weight)).toBeGreaterThan(mean(belief.thigh, belief.weight));
    expect(chanceOf(after, reach)).toBeLessThan(chanceOf(belief, reach));
  });
});
