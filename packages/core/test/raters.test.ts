import { jStat } from 'jstat';
import { apartOf, normal, PAIRS_LEAST, seededRandom, shareOf } from '../src/index.ts';

describe('two readers', () => {
  it('worked by hand: differences 1, 2, 3, 2 have bias 2, SD 0.816 and limits of agreement 0.4 to 3.6 (Bland & Altman 1986, from memory)', () => {
    const found = apartOf([1, 2, 3, 2].map((d) => ({ one: 30 + d, other: 30 })))!;
    expect(found.bias).toBeCloseTo(2, 12);
    expect(found.low).toBeCloseTo(2 - 1.96 * Math.sqrt(2 / 3), 9);
    expect(found.high).toBeCloseTo(2 + 1.96 * Math.sqrt(2 / 3), 9);
    expect(found.biasErrorOf).toBeCloseTo((jStat.studentt.inv(0.975, 3) * Math.sqrt(2 / 3)) / 2, 4);
  });

  it('find a bias that is there, and the error between them', () => {
    const random = seededRandom(6);
    const pairs = Array.from({ length: 400 }, () => {
      const truth = 80 + 10 * normal(random);
      return { one: truth + 3 + 2 * normal(random), other: truth + 2 * normal(random) };
    });
    const found = apartOf(pairs)!;
    expect(Math.abs(found.bias - 3)).toBeLessThan(found.biasErrorOf * 1.5);
    // Of two readings with SD 2 each and a bias of 3: √((8 + 9) / 2).
    expect(found.between).toBeCloseTo(Math.sqrt(17 / 2), 0);
  });

  it('say nothing of too few', () => {
    expect(
      apartOf(Array.from({ length: PAIRS_LEAST - 1 }, () => ({ one: 1, other: 2 }))),
    ).toBeNull();
  });
});

describe('a share with its interval', () => {
  it('is Jeffreys’ interval by the quantiles of a general-purpose statistics package (jStat)', () => {
    for (const [k, n] of [
      [3, 10],
      [1, 4],
      [18, 20],
      [50, 100],
    ] as const) {
      const { low, high, share } = shareOf(k, n);
      expect(share).toBeCloseTo(k / n, 12);
      expect(low).toBeCloseTo(jStat.beta.inv(0.025, k + 0.5, n - k + 0.5), 2);
      expect(high).toBeCloseTo(jStat.beta.inv(0.975, k + 0.5, n - k + 0.5), 2);
    }
  });

  it('reaches the end where none or all were', () => {
    expect(shareOf(0, 5)).toMatchObject({ share: 0, low: 0 });
    expect(shareOf(0, 5).high).toBeGreaterThan(0.3);
    expect(shareOf(5, 5)).toMatchObject({ share: 1, high: 1 });
    expect(shareOf(0, 0)).toMatchObject({ low: 0, high: 1 });
  });
});
