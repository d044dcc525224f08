import fc from 'fast-check';
import { BALANCED } from '../src/index.ts';
import {
  bestRoutine,
  COUNTED_AS_IF,
  COUNTED_MOST,
  countedFactor,
  factorFrom,
  DRILLS,
  CUES,
  prescribe,
  type CountedDrill,
  type PrescriptionInput,
} from '../src/index.ts';

const count = fc
  .tuple(fc.nat({ max: 200 }), fc.nat({ max: 200 }))
  .map(([a, b]) => ({ k: Math.min(a, b), n: Math.max(a, b) }));

describe('what the practice’s counts do to a drill', () => {
  it('is worked out by hand: 18 of 24 with it, 6 of 24 without', () => {
    // Share of all (24.5 of 49) is a half. Shrunk: (18 + 10) / 44 and (6 + 10) / 44; their ratio, 1.75, is more than may be.
    expect(countedFactor({ with: { k: 18, n: 24 }, without: { k: 6, n: 24 } })).toBe(COUNTED_MOST);
    // 3 of 4 against 1 of 4: share of all 4.5 of 9, (3 + 10) / 24 over (1 + 10) / 24 = 13/11.
    expect(countedFactor({ with: { k: 3, n: 4 }, without: { k: 1, n: 4 } })).toBeCloseTo(
      13 / 11,
      12,
    );
    expect(COUNTED_AS_IF).toBe(20);
  });

  it('is nothing without clients on both sides, or where both sides did the same', () => {
    expect(countedFactor({ with: { k: 0, n: 0 }, without: { k: 5, n: 9 } })).toBe(1);
    expect(countedFactor({ with: { k: 5, n: 9 }, without: { k: 0, n: 0 } })).toBe(1);
    expect(countedFactor({ with: { k: 5, n: 10 }, without: { k: 5, n: 10 } })).toBe(1);
  });

  it('stays within its bounds, turns over with the sides, and is nearer to nothing with fewer clients', () => {
    fc.assert(
      fc.property(count, count, (own, without) => {
        const factor = countedFactor({ with: own, without });
        expect(factor).toBeGreaterThanOrEqual(1 / COUNTED_MOST - 1e-12);
        expect(factor).toBeLessThanOrEqual(COUNTED_MOST + 1e-12);
        expect(factor * countedFactor({ with: without, without: own })).toBeCloseTo(1, 9);
      }),
      { numRuns: 500, seed: 41 },
    );
    const ratios = [1, 2, 4, 8].map((m) =>
      countedFactor({ with: { k: 2 * m, n: 4 * m }, without: { k: m, n: 4 * m } }),
    );
    expect(ratios).toEqual([...ratios].sort((a, b) => a - b));
    expect(ratios[0]!).toBeLessThan(1.15);
  });
});

describe('a plan that may use them', () => {
  const input: PrescriptionInput = {
    causes: [{ cause: 'ankleJoint', side: 'left', chance: 0.8, because: [] }],
    fills: [],
    findings: [],
    sparesKnees: false,
    feetDiffer: true,
    limits: [],
    referred: [],
    banned: [],
    stifferSide: 'left',
    method: BALANCED,
    wishes: { minutes: 15, kit: null, pinned: [], banned: [] },
    hurt: [],
    drills: DRILLS,
    cues: CUES,
    counted: [],
    cleared: [],
  };
  const won = { with: { k: 28, n: 30 }, without: { k: 3, n: 30 } };
  const lost = { with: won.without, without: won.with };
  const ids = (counted: CountedDrill[]) =>
    prescribe({ ...input, counted }).drills.map((d) => d.drill.id);

  it('gives another drill when the one it would give did worse here, and says by which counts', () => {
    const [plain] = prescribe(input).drills.filter((d) => d.drill.part === 'ownIt');
    expect(plain!.counted).toBeNull();
    const counted: CountedDrill[] = DRILLS.filter((d) => d.works.ankleJoint).map((d) => ({
      drill: d.id,
      cause: 'ankleJoint',
      ...(d === plain!.drill ? lost : won),
    }));
    const given = prescribe({ ...input, counted }).drills;
    expect(given.map((d) => d.drill.id)).not.toContain(plain!.drill.id);
    expect(given.length).toBeGreaterThan(0);
    for (const d of given) expect(d.counted).toMatchObject(won);
  });

  it('is the same plan when the counts say nothing, or speak of another cause', () => {
    const even = { with: { k: 15, n: 30 }, without: { k: 15, n: 30 } };
    expect(ids(DRILLS.map((d) => ({ drill: d.id, cause: 'ankleJoint', ...even })))).toEqual(
      ids([]),
    );
    expect(ids(DRILLS.map((d) => ({ drill: d.id, cause: 'hipFoldRoom', ...lost })))).toEqual(
      ids([]),
    );
  });

  it('is still the best there is: no pair of drills is worth more under the same counts', () => {
    const drills = DRILLS.filter((d) => d.works.ankleJoint).slice(0, 8);
    const counted = drills.map((d, i) => ({
      drill: d.id,
      cause: 'ankleJoint' as const,
      ...(i % 2 === 0 ? won : lost),
    }));
    const question = {
      causes: [{ cause: 'ankleJoint' as const, chance: 0.8 }],
      drills,
      minutes: 5,
      method: BALANCED,
      factorOf: factorFrom(counted),
    };
    const best = bestRoutine(question);
    for (const one of drills)
      for (const other of drills) {
        const pair = bestRoutine({
          ...question,
          drills: drills.filter((d) => d === one || d === other),
        });
        expect(pair.effect - best.effect).toBeLessThan(0.25);
        if (pair.drills.length === best.drills.length && pair.seconds <= best.seconds)
          expect(pair.effect).toBeLessThanOrEqual(best.effect + 1e-9);
      }
  });
});
