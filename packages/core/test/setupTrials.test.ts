import {
  BALANCED,
  beliefAfter,
  CHANCE,
  chanceAt,
  chanceMap,
  chanceOf,
  asUsed,
  limitNow,
  cleanByUse,
  loopAfter,
  priorOfUse,
  mapAxes,
  reachOf,
  resolveBody,
  seenOf,
  startBelief,
  TRIAL_PARTS,
  TRIALS_A_DAY,
  wentClean,
  type MapAt,
  type SetupQuestion,
  type SetupTried,
} from '../src/index.ts';
import { client, standing } from './setClients.ts';

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
  faults: [],
  lookedAt: TRIAL_PARTS,
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
    const question = client();
    const chance = (...list: SetupTried[]) =>
      asUsed(question, BALANCED, list, { setup, targetDepthDeg: 0 })?.chance ?? null;
    expect(chance()).toBeNull();
    const over = record({ setup });
    const inward = record({ setup, knees: { left: 'in', right: 'over' } });
    // By hand: what is usual counts as four trials, then each as one.
    const clean = cleanByUse([...BALANCED.decides, 'depthShort', 'heelsRise', 'pelvisTuck']);
    const usual = priorOfUse().reduce((sum, p, use) => sum + p * clean[use]!, 0);
    expect(chance(over)).toBeCloseTo((4 * usual + 1) / 5, 12);
    expect(chance(inward)).toBeCloseTo((4 * usual) / 5, 12);
    // One in which nobody looked at what the method judges by tells nothing, unless it went wrong all the same.
    expect(chance(record({ setup, lookedAt: ['heels'] }))).toBeNull();
    expect(chance({ ...inward, lookedAt: ['heels', 'knees'] })).toBeCloseTo((4 * usual) / 5, 12);
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
    const after = beliefAfter(question, [record({ heelRose: { left: true, right: true } })]);
    const mean = (values: Float64Array, w: Float64Array) =>
      values.reduce((sum, v, i) => sum + v * w[i]!, 0);
    expect(mean(after.thigh, after.weight)).toBeGreaterThan(mean(belief.thigh, belief.weight));
    expect(chanceOf(after, reach)).toBeLessThan(chanceOf(belief, reach));
  });
});
