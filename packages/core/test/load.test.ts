import fc from 'fast-check';
import { nelderMead } from 'fmin';
import { jStat } from 'jstat';
import {
  chanceAtLoad,
  FORM_PRIORS,
  formAtLoad,
  formBetween,
  loadAdvice,
  normal,
  seededRandom,
  setsAtLoads,
  trendThrough,
  type FormAtLoad,
  type LoadAsked,
  type LoadedSet,
  type Random,
  type SetsAt,
} from '../src/index.ts';

const logistic = (x: number) => 1 / (1 + Math.exp(-x));
const LOADS = [20, 30, 40, 50, 60];

/** Sets of a client whose fault becomes likely at a load, over the loads given. */
function sets(random: Random, likelyKg: number, steepPerKg: number, each: number): SetsAt[] {
  return LOADS.map((loadKg) => ({
    loadKg,
    watched: each,
    seen: Array.from({ length: each }).filter(
      () => random() < logistic(steepPerKg * (loadKg - likelyKg)),
    ).length,
  }));
}

const estimate = (of: SetsAt[]): FormAtLoad => {
  const found = formAtLoad(of);
  if (found.kind !== 'estimate') throw new Error('Not enough sets.');
  return found;
};

/** A draw of the stated priors, kg and per kg; `unit` is the heaviest load. */
function fromPriors(random: Random, unit: number) {
  const { mean, sd, least, most } = FORM_PRIORS.likelyAt;
  let at = NaN;
  do at = mean + sd * normal(random);
  while (at < least || at > most);
  const { mean: steep, spread } = FORM_PRIORS.steepness;
  return { likelyKg: at * unit, steepPerKg: (steep * Math.exp(spread * normal(random))) / unit };
}

describe('the load at which a fault becomes likely', () => {
  it('says plainly that there are not enough sets', () => {
    expect(formAtLoad([])).toEqual({ kind: 'notEnough', watched: 0, loads: 0 });
    expect(formAtLoad([{ loadKg: 40, watched: 9, seen: 4 }])).toMatchObject({ kind: 'notEnough' });
    expect(
      formAtLoad([
        { loadKg: 40, watched: 2, seen: 0 },
        { loadKg: 60, watched: 2, seen: 2 },
      ]),
    ).toMatchObject({ kind: 'notEnough', watched: 4, loads: 2 });
  });

  it('with very many sets is where an unaided fit by a general-purpose optimiser (fmin) puts it', () => {
    const data = sets(seededRandom(5), 44, 0.25, 400);
    // Greatest likelihood, without any prior.
    const misfit = ([at, steep]: number[]) =>
      -data.reduce((sum, { loadKg, watched, seen }) => {
        const p = Math.min(1 - 1e-12, Math.max(1e-12, logistic(steep! * (loadKg - at!))));
        return sum + seen * Math.log(p) + (watched - seen) * Math.log(1 - p);
      }, 0);
    const [at] = nelderMead(misfit, [40, 0.2]).x;
    const found = estimate(data);
    expect(Math.abs(found.likelyKg - at!)).toBeLessThan(0.6);
    expect(found.highKg - found.lowKg).toBeLessThan(4);
  });

  it('agrees with draws of the prior weighed by the data (densities by jStat), with few sets', () => {
    const data: SetsAt[] = [
      { loadKg: 20, watched: 2, seen: 0 },
      { loadKg: 40, watched: 3, seen: 0 },
      { loadKg: 50, watched: 2, seen: 1 },
      { loadKg: 60, watched: 2, seen: 2 },
    ];
    const random = seededRandom(11);
    const drawn = Array.from({ length: 60_000 }, () => {
      // Uniform draws, weighed by prior and data both.
      const at = 2.5 * random();
      const logSteep = Math.log(8) + 0.6 * 4 * (2 * random() - 1);
      let w = jStat.normal.pdf(at, 1.1, 0.6) * jStat.normal.pdf(logSteep, Math.log(8), 0.6);
      for (const { loadKg, watched, seen } of data) {
        const p = logistic(Math.exp(logSteep) * (loadKg / 60 - at));
        w *= p ** seen * (1 - p) ** (watched - seen);
      }
      return { kg: at * 60, w };
    }).sort((a, b) => a.kg - b.kg);
    const total = drawn.reduce((sum, d) => sum + d.w, 0);
    const at = (share: number) => {
      let sum = 0;
      return drawn.find((d) => (sum += d.w / total) >= share)!.kg;
    };
    const found = estimate(data);
    expect(Math.abs(found.likelyKg - at(0.5))).toBeLessThan(0.5);
    expect(Math.abs(found.lowKg - at(0.025))).toBeLessThan(1);
    expect(Math.abs(found.highKg - at(0.975))).toBeLessThan(1.5);
  });

  it('covers the truth in 93 to 97 % of clients drawn from its priors; at five fixed truths as printed', () => {
    const random = seededRandom(21);
    const CLIENTS = 900;
    const isCovered = (likelyKg: number, steepPerKg: number) => {
      const { lowKg, highKg } = estimate(sets(random, likelyKg, steepPerKg, 3));
      return likelyKg >= lowKg && likelyKg <= highKg;
    };
    let covered = 0;
    for (let i = 0; i < CLIENTS; i += 1) {
      const { likelyKg, steepPerKg } = fromPriors(random, 60);
      if (isCovered(likelyKg, steepPerKg)) covered += 1;
    }
    expect(covered / CLIENTS).toBeGreaterThan(0.93);
    expect(covered / CLIENTS).toBeLessThan(0.97);
    const fixed = [25, 40, 55, 70, 90].map((kg) => {
      const hits = Array.from({ length: 150 }).filter(() => isCovered(kg, 8 / 60)).length;
      return `${kg} kg ${((100 * hits) / 150).toFixed(0)} %`;
    });
    process.stderr.write(`Coverage at fixed truths, loads up to 60 kg: ${fixed.join(', ')}\n`);
  });

  it('reads clean sets as "not up to here": the interval lies above what went clean', () => {
    const clean = LOADS.map((loadKg) => ({ loadKg, watched: 4, seen: 0 }));
    const found = estimate(clean);
    expect(found.lowKg).toBeGreaterThan(50);
    const always = estimate(LOADS.map((loadKg) => ({ loadKg, watched: 4, seen: 4 })));
    expect(always.highKg).toBeLessThan(25);
  });

  it('rises with the load, and its band holds the middle', () => {
    const curve = chanceAtLoad(sets(seededRandom(3), 44, 0.2, 4), [10, 20, 30, 40, 50, 60, 70]);
    for (const [i, { chance, low, high }] of curve.entries()) {
      expect(low).toBeLessThanOrEqual(chance);
      expect(high).toBeGreaterThanOrEqual(chance);
      if (i > 0) expect(chance).toBeGreaterThan(curve[i - 1]!.chance);
    }
  });

  it('draws sets together by load, each set once', () => {
    expect(
      setsAtLoads([
        { loadKg: 60, isSeen: true },
        { loadKg: 40, isSeen: false },
        { loadKg: 60, isSeen: false },
      ]),
    ).toEqual([
      { loadKg: 40, watched: 1, seen: 0 },
      { loadKg: 60, watched: 2, seen: 1 },
    ]);
  });

  it('tells two setups apart only where the sets do', () => {
    const random = seededRandom(8);
    const apart = formBetween(sets(random, 58, 0.4, 12), sets(random, 28, 0.4, 12))!;
    expect(apart.isReal).toBe(true);
    expect(apart.byKg).toBeGreaterThan(20);
    const alike = formBetween(sets(random, 45, 0.2, 3), sets(random, 45, 0.2, 3))!;
    expect(alike.isReal).toBe(false);
    expect(formBetween(sets(random, 45, 0.2, 3), [])).toBeNull();
  });
});

describe('the load to advise', () => {
  const asked = (change: Partial<LoadAsked> = {}): LoadAsked => ({
    sets: [],
    inUseKg: null,
    likelyKg: null,
    isFaultyWithout: false,
    isBarred: false,
    mostInPositionKg: Infinity,
    stepKg: 2.5,
    ...change,
  });
  const set = (
    loadKg: number,
    how: 'clean' | 'fault' | 'pain' = 'clean',
    more = {},
  ): LoadedSet => ({
    loadKg,
    isClean: how !== 'fault',
    hasClearFault: how === 'fault',
    isPainful: how === 'pain',
    isHere: true,
    isLogged: true,
    ...more,
  });
  const advice = (...sets: LoadedSet[]) => loadAdvice(asked({ sets }));

  it('is a step more than what went clean; else the setup in use; else none', () => {
    expect(advice(set(40))).toEqual({ mostKg: 42.5, because: 'step' });
    expect(advice(set(40, 'clean', { isLogged: false }))).toEqual({ mostKg: 40, because: 'clean' });
    expect(advice()).toEqual({ mostKg: null, because: 'none' });
    expect(loadAdvice(asked({ inUseKg: 60 }))).toEqual({ mostKg: 60, because: 'inUse' });
    // Three faulty sets at 40 kg never leave the 60 kg of a setup.
    expect(
      loadAdvice(
        asked({ inUseKg: 60, sets: [set(40, 'fault'), set(40, 'fault'), set(40, 'fault')] }),
      ),
    ).toEqual({ mostKg: null, because: 'none' });
  });

  it('stays below the load at which a fault becomes likely', () => {
    const at = (likelyKg: number) => loadAdvice(asked({ sets: [set(40)], likelyKg }));
    expect(at(41)).toEqual({ mostKg: 40, because: 'formCap' });
    expect(at(40)).toEqual({ mostKg: 37.5, because: 'formCap' });
    expect(at(90).because).toBe('step');
  });

  it('never jumps: after a clear fault or pain it stays below, until that load was clean and painless again', () => {
    expect(advice(set(100), set(60, 'fault'), set(20))).toEqual({
      mostKg: 57.5,
      because: 'clearFault',
    });
    expect(advice(set(100), set(60, 'pain'), set(20))).toEqual({
      mostKg: 57.5,
      because: 'painBefore',
    });
    expect(advice(set(60), set(50, 'fault'))).toEqual({ mostKg: 47.5, because: 'clearFault' });
    // A heavier faulty set after it changes nothing.
    expect(advice(set(60), set(50, 'fault'), set(70, 'fault')).mostKg).toBe(47.5);
    expect(advice(set(60), set(50, 'pain'), set(70, 'fault')).mostKg).toBe(0);
    expect(advice(set(60), set(50, 'pain'), set(20), set(70, 'fault')).mostKg).toBe(47.5);
    expect(advice(set(100), set(60, 'fault'), set(60))).toEqual({ mostKg: 102.5, because: 'step' });
    expect(advice(set(100), set(60, 'fault'), set(60, 'pain')).because).toBe('pain');
    expect(advice(set(40, 'pain'))).toEqual({ mostKg: 0, because: 'pain' });
    // What failed higher on the ladder holds back here, and only a clean set there or here lifts it.
    const above = set(40, 'fault', { isHere: false });
    expect(advice(set(60), above).mostKg).toBe(37.5);
    expect(advice(set(60), above, set(60)).mostKg).toBe(62.5);
  });

  it('obeys the screen, the position and the form without a load, in that order', () => {
    const all = { sets: [set(40)], isBarred: true, isFaultyWithout: true, mostInPositionKg: 0 };
    expect(loadAdvice(asked(all))).toEqual({ mostKg: 0, because: 'limit' });
    expect(loadAdvice(asked({ ...all, isBarred: false }))).toEqual({
      mostKg: 0,
      because: 'position',
    });
    expect(loadAdvice(asked({ sets: [set(40)], isFaultyWithout: true }))).toEqual({
      mostKg: 0,
      because: 'faulty',
    });
    expect(loadAdvice(asked({ sets: [set(50)], mostInPositionKg: 50 }))).toEqual({
      mostKg: 50,
      because: 'position',
    });
    expect(loadAdvice(asked({ sets: [set(10)], mostInPositionKg: 10 })).mostKg).toBe(10);
  });

  const anySet = fc.record({
    loadKg: fc.integer({ min: 0, max: 50 }).map((k) => 2.5 * k),
    isClean: fc.boolean(),
    hasClearFault: fc.boolean(),
    isPainful: fc.boolean(),
    isHere: fc.boolean(),
    isLogged: fc.boolean(),
  });
  const kg = (sets: LoadedSet[]) => loadAdvice(asked({ sets, inUseKg: 80 })).mostKg ?? 0;

  it('a fault or pain more never raises it, and one less never lowers it', () => {
    fc.assert(
      fc.property(
        fc.array(anySet, { maxLength: 8 }),
        fc.nat(),
        fc.boolean(),
        (sets, at, isPain) => {
          const worse = sets.map((s, i) =>
            i === at % sets.length
              ? isPain
                ? { ...s, isPainful: true }
                : { ...s, hasClearFault: true, isClean: false }
              : s,
          );
          if (sets.length > 0) expect(kg(worse)).toBeLessThanOrEqual(kg(sets));
        },
      ),
      { numRuns: 3000, seed: 302 },
    );
    fc.assert(
      fc.property(fc.array(anySet, { maxLength: 8 }), anySet, (sets, more) => {
        const added = { ...more, isClean: false, hasClearFault: true };
        expect(kg([...sets, added])).toBeLessThanOrEqual(kg(sets));
      }),
      { numRuns: 3000, seed: 303 },
    );
  });

  it('never goes above what failed and was not clean again (by brute force over the list)', () => {
    fc.assert(
      fc.property(
        fc.array(
          anySet.map((s) => ({ ...s, isHere: true })),
          { maxLength: 8 },
        ),
        (sets) => {
          const most = kg(sets);
          sets.forEach((s, i) => {
            if (!s.hasClearFault && !s.isPainful) return;
            let isAgain = false;
            for (let k = i + 1; k < sets.length; k += 1) {
              const later = sets[k]!;
              if (
                later.loadKg >= s.loadKg &&
                later.isClean &&
                !later.hasClearFault &&
                !later.isPainful
              )
                isAgain = true;
            }
            if (!isAgain) expect(most === 0 || most < s.loadKg).toBe(true);
          });
        },
      ),
      { numRuns: 3000, seed: 304 },
    );
  });
});

describe('a trend', () => {
  it('is the least-squares line of a general-purpose statistics package (jStat), and its interval that of known errors', () => {
    const points = [0, 2, 3, 5, 9].map((week, i) => ({
      week,
      value: 30 + 0.8 * week + [0.4, -0.6, 0.3, 0.2, -0.3][i]!,
      sem: 1,
    }));
    const fit = jStat.models.ols(
      points.map((p) => p.value),
      points.map((p) => [1, p.week]),
    );
    const found = trendThrough(points)!;
    expect(found.perWeek).toBeCloseTo(fit.coef[1]!, 9);
    expect(found.at(4).value).toBeCloseTo(fit.coef[0]! + 4 * fit.coef[1]!, 9);
    // Known errors of 1: the package's standard error of the slope, without its estimate of the scatter.
    expect(found.errorOf).toBeCloseTo((1.96 * fit.t.se[1]!) / fit.t.sigmaHat, 3);
  });

  it('needs two times, and is as unsure as its two readings', () => {
    expect(trendThrough([{ week: 1, value: 3, sem: 1 }])).toBeNull();
    expect(
      trendThrough([
        { week: 1, value: 3, sem: 1 },
        { week: 1, value: 4, sem: 1 },
      ]),
    ).toBeNull();
    const two = trendThrough([
      { week: 0, value: 30, sem: 1 },
      { week: 4, value: 34, sem: 1 },
    ])!;
    expect(two.perWeek).toBeCloseTo(1, 12);
    expect(two.errorOf).toBeCloseTo((1.96 * Math.SQRT2) / 4, 3);
  });

  it('covers the true pace in 93 to 97 % of clients, and is widened where days scatter more than their errors', () => {
    const random = seededRandom(4);
    const CLIENTS = 2000;
    let covered = 0;
    for (let i = 0; i < CLIENTS; i += 1) {
      const pace = normal(random);
      const points = [0, 1, 3, 6, 8].map((week) => ({
        week,
        value: 30 + pace * week + 1.5 * normal(random),
        sem: 1.5,
      }));
      const { perWeek, errorOf } = trendThrough(points)!;
      if (Math.abs(perWeek - pace) <= errorOf) covered += 1;
    }
    expect(covered / CLIENTS).toBeGreaterThan(0.93);
    expect(covered / CLIENTS).toBeLessThan(0.98);
    const wild = [0, 2, 4, 6].map((week, i) => ({ week, value: i % 2 ? 40 : 20, sem: 1 }));
    const calm = wild.map((p, i) => ({ ...p, value: 30 + (i % 2) }));
    expect(trendThrough(wild)!.errorOf).toBeGreaterThan(5 * trendThrough(calm)!.errorOf);
  });
});
