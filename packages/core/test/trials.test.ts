import fc from 'fast-check';
import { mean, std, variance } from 'mathjs';
import {
  changeBetween,
  meanOf,
  minimalDetectableChange,
  nextSide,
  OWN_REPEATS_FROM,
  singleReadingError,
  summariseTrials,
  wantsAnotherTrial,
  type TrialSummary,
} from '../src/index.ts';
import { between } from './arbitraries.ts';

const set = fc.array(between(10, 50), { minLength: 2, maxLength: 6 });

const summary = (trials: number[], sem: number): TrialSummary => {
  const s = summariseTrials(trials, sem);
  if (s === null) throw new Error('no trials');
  return s;
};

describe('repeats', () => {
  it('agree with a general-purpose statistics package on mean and spread', () => {
    fc.assert(
      fc.property(fc.array(between(10, 50), { minLength: 5, maxLength: 12 }), (trials) => {
        expect(meanOf(trials)).toBeCloseTo(Number(mean(trials)), 9);
        expect(singleReadingError([trials], 1.4).sem).toBeCloseTo(Number(std(trials)), 9);
      }),
      { numRuns: 300, seed: 60 },
    );
  });

  it('pool the spread of several sets by their degrees of freedom', () => {
    fc.assert(
      fc.property(fc.array(set, { minLength: 3, maxLength: 6 }), (sets) => {
        const freedom = sets.reduce((sum, s) => sum + s.length - 1, 0);
        if (freedom < OWN_REPEATS_FROM) return;
        const pooled =
          sets.reduce((sum, s) => sum + (s.length - 1) * Number(variance(s)), 0) / freedom;
        const error = singleReadingError(sets, 1.4);
        expect(error.own).toBe(true);
        expect(error.sem).toBeCloseTo(Math.sqrt(pooled), 9);
      }),
      { numRuns: 300, seed: 61 },
    );
  });

  it('do not care how far apart the sets are, only how each scatters', () => {
    const here = [
      [30, 31, 32],
      [33, 34, 35],
    ];
    const there = [
      [30, 31, 32],
      [13, 14, 15],
    ];
    expect(singleReadingError(here, 9).sem).toBeCloseTo(singleReadingError(there, 9).sem, 12);
  });

  it('leave the published error in place until there are enough', () => {
    expect(singleReadingError([[30, 34]], 1.4)).toEqual({
      sem: 1.4,
      own: false,
      freedom: Infinity,
    });
    expect(singleReadingError([], 1.4)).toEqual({ sem: 1.4, own: false, freedom: Infinity });
    expect(
      singleReadingError(
        [
          [30, 30],
          [31, 31],
          [29, 29],
          [30, 30],
        ],
        1.4,
      ),
    ).toEqual({ sem: 0, own: true, freedom: 4 });
  });

  it('narrow the error of a mean by the root of their number', () => {
    // By hand: 1.4 / √3 = 0.808; 1.96 · √2 · 0.808 = 2.24.
    const three = summary([33, 34, 35], 1.4);
    expect(three).toMatchObject({ mean: 34, trials: 3 });
    expect(three.sem).toBeCloseTo(0.808, 3);
    expect(three.mdc).toBeCloseTo(2.24, 2);
    expect(summariseTrials([], 1.4)).toBeNull();
  });

  it('ask for another trial while the last two disagree by more than the instrument', () => {
    expect(wantsAnotherTrial([], 1.4)).toBe(true);
    expect(wantsAnotherTrial([33], 1.4)).toBe(true);
    expect(wantsAnotherTrial([33, 38], 1.4)).toBe(true);
    expect(wantsAnotherTrial([28, 33, 36], 1.4)).toBe(false);
  });

  it('go left, right, left, right', () => {
    const order: string[] = [];
    const taken = { left: [] as number[], right: [] as number[] };
    for (let i = 0; i < 6; i += 1) {
      const side = nextSide(taken.left, taken.right);
      taken[side].push(30);
      order.push(side[0] ?? '');
    }
    expect(order.join('')).toBe('lrlrlr');
  });
});

describe('a change', () => {
  it('is real only beyond the detectable change: single inclinometer readings, 1.96 · √2 · 1.4 = 3.9° (Weir 2005, Konor et al. 2012, from memory)', () => {
    const at = (deg: number) => summary([deg], 1.4);
    expect(changeBetween(at(30), at(33)).kind).toBe('noChangeWeCanSee');
    expect(changeBetween(at(30), at(34)).kind).toBe('more');
    expect(changeBetween(at(34), at(30)).kind).toBe('less');
    expect(changeBetween(at(30), at(34)).mdc).toBeCloseTo(minimalDetectableChange(1.4), 3);
  });

  it('mirrors when the occasions are swapped, and never grows more certain with a worse instrument', () => {
    fc.assert(
      fc.property(set, set, between(0.5, 3), (a, b, sem) => {
        const there = changeBetween(summary(a, sem), summary(b, sem));
        const back = changeBetween(summary(b, sem), summary(a, sem));
        expect(back.by).toBeCloseTo(-there.by, 12);
        expect(back.mdc).toBeCloseTo(there.mdc, 12);
        const worse = changeBetween(summary(a, sem * 2), summary(b, sem * 2));
        if (there.kind === 'noChangeWeCanSee') expect(worse.kind).toBe('noChangeWeCanSee');
      }),
      { numRuns: 300, seed: 62 },
    );
  });
});
