import fc from 'fast-check';
import { erf } from 'mathjs';
import {
  BALANCED,
  buildLinkage,
  caseFor,
  deepestThighDepthDeg,
  depthsTo,
  GUESSES,
  limitsForSide,
  normalQuantile,
  radicalInverse,
  reachTables,
  reachesWith,
  resolveBody,
  SPREADS,
  startBelief,
  uncertaintyOf,
} from '../src/index.ts';
import { between } from './arbitraries.ts';
import { client, clients } from './setupClients.ts';

describe('draws', () => {
  it('quantiles are those of the normal distribution (mathjs, and symmetry)', () => {
    for (const p of [0.001, 0.01, 0.1, 0.3, 0.5, 0.8, 0.975, 0.999]) {
      const back = (1 + erf(normalQuantile(p) / Math.SQRT2)) / 2;
      expect(back).toBeCloseTo(p, 7);
      expect(normalQuantile(p)).toBeCloseTo(-normalQuantile(1 - p), 8);
    }
    // From a printed table (from memory): 97.5 % lies at 1.959964.
    expect(normalQuantile(0.975)).toBeCloseTo(1.959964, 5);
  });

  it('mirror their digits at the point, by hand', () => {
    expect([1, 2, 3, 4, 5].map((n) => radicalInverse(n, 2))).toEqual([
      0.5, 0.25, 0.75, 0.125, 0.625,
    ]);
    expect(radicalInverse(5, 3)).toBeCloseTo(2 / 3 + 1 / 9, 12);
  });

  it('have the mean and spread they are asked for; thigh against trunk; sides alike', () => {
    const question = client();
    const belief = startBelief(question);
    expect(belief.left).toHaveLength(GUESSES);
    const mean = (values: Float64Array) => values.reduce((a, b) => a + b, 0) / GUESSES;
    const sd = (values: Float64Array) =>
      Math.sqrt(mean(values.map((v) => (v - mean(values)) ** 2)));
    const { uncertainty: u } = question;
    // 1.4° of the reading and 1.5° of carrying it over: √(1.4² + 1.5²) = 2.05°, by hand.
    expect(u.dorsiflexionDeg.left).toBeCloseTo(2.05, 2);
    for (const [values, at, spread] of [
      [belief.left, question.dorsiflexionDeg.left, u.dorsiflexionDeg.left],
      [belief.fold!, question.hipFold!.atZeroAbductionDeg, SPREADS.foldDeg],
      [belief.thigh, 0, 0.035],
      [belief.trunk, 0, 0.03],
      [belief.shank, 0, 0.03],
      [belief.balance, 0, 0.03],
    ] as const) {
      expect(Math.abs(mean(values) - at)).toBeLessThan(0.06 * spread);
      expect(sd(values) / spread).toBeCloseTo(1, 1);
    }
    const together = mean(belief.thigh.map((v, i) => v * belief.trunk[i]!)) / (0.035 * 0.03);
    expect(together).toBeCloseTo(-0.5, 1);
    // Every pair of ankles comes twice, once with the sides swapped.
    const off = (i: number) => [
      belief.left[i]! - question.dorsiflexionDeg.left,
      belief.right[i]! - question.dorsiflexionDeg.right,
    ];
    for (const i of [0, 17, 400]) expect(off(i)[0]).toBeCloseTo(off(i + GUESSES / 2)[1]!, 9);
  });

  it('a taped length is known to 10 mm, and frees the other from it', () => {
    const taped = uncertaintyOf({ statureMm: 1750, massKg: 75, segmentsMm: { thigh: 430 } });
    expect(taped.thigh).toBeCloseTo(10 / 430, 9);
    expect(taped).toMatchObject({ trunk: 0.03, shank: 0.03, thighTrunk: 0 });
  });
});

describe('reach tables', () => {
  it('say what the window says: reached exactly where the descent gets to the target', () => {
    let open = 0;
    let shut = 0;
    fc.assert(
      fc.property(
        clients,
        between(300, 620),
        between(0, 30),
        fc.constantFrom(0, 10, 25),
        (question, stanceWidthMm, toe, riseMm) => {
          const target = question.targetDepthDeg ?? 6;
          const setup = {
            stanceWidthMm,
            toeOutDeg: { left: toe, right: toe },
            support:
              riseMm > 0 ? ({ kind: 'block', riseMm } as const) : ({ kind: 'floor' } as const),
            hold: question.holds[0]!,
            loadKg: question.loadKg,
            balance: 0.5,
            trackingOffsetDeg: 0,
          };
          const base = caseFor(question, { ...BALANCED, bufferDeg: 0 }, setup, target);
          const link = buildLinkage(resolveBody(question.body), setup, 'left');
          const limits = limitsForSide(base.limits, 'left');
          const shanks = Float64Array.from({ length: 131 }, (_, k) => -5 + 0.5 * k);
          const [reach] = reachTables(link, limits, [target], shanks);
          const deepest = deepestThighDepthDeg(link, limits);
          const has = reachesWith(
            reach!,
            limits.dorsiflexionDeg,
            limits.hipFold?.atZeroAbductionDeg ?? Infinity,
          );
          // Right at the edge the coarser depths and the table's straight lines may say either.
          const isNear =
            (deepest !== null && Math.abs(deepest - target) < 1.5) ||
            (reach!.neededDeg !== null &&
              Math.abs(limits.dorsiflexionDeg + reach!.pitchDeg - reach!.neededDeg) < 0.25);
          if (isNear) return;
          if (has) open += 1;
          else shut += 1;
          expect(has).toBe(deepest !== null && deepest >= target);
        },
      ),
      { numRuns: 250, seed: 601 },
    );
    expect(Math.min(open, shut)).toBeGreaterThan(30);
  });

  it('ask the depths on the way, the target last', () => {
    expect(depthsTo(6)).toEqual([-45, -30, -20, -12, -6, -3, 0, 3, 6]);
    expect(depthsTo(-20).at(-1)).toBe(-20);
  });
});
