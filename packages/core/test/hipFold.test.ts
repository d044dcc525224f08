import fc from 'fast-check';
import { linearRegression, sampleStandardDeviation } from 'simple-statistics';
import {
  abductionAtKneeGapDeg,
  foldLimitOf,
  foldLine,
  hipSeparationFromInterAsisMm,
  kneeGapAtAbductionMm,
  normal,
  resolveBody,
  seededRandom,
  type Trial,
} from '../src/index.ts';
import { bodies, between } from './arbitraries.ts';
import { trial } from './trialRecord.ts';

const average = resolveBody({ statureMm: 1750, massKg: 75 });

const at = (
  measure: 'hipFoldNarrow' | 'hipFoldMiddle' | 'hipFoldWide',
  abduction: number,
  fold: number,
  change: Partial<Trial> = {},
) =>
  trial(measure, null, fold, {
    kneeGapMm: kneeGapAtAbductionMm(average, abduction),
    ...change,
  });

describe('knee gap and abduction', () => {
  it('invert each other, and the gap of 0° is the hip separation', () => {
    fc.assert(
      fc.property(bodies, between(-10, 50), (body, deg) => {
        const own = resolveBody(body);
        expect(abductionAtKneeGapDeg(own, kneeGapAtAbductionMm(own, deg))).toBeCloseTo(deg, 8);
      }),
      { numRuns: 200, seed: 90 },
    );
    expect(kneeGapAtAbductionMm(average, 0)).toBe(average.lengthsMm.hipSeparation);
    expect(abductionAtKneeGapDeg(average, 2000)).toBeNull();
  });

  it('take the hip centres from the pelvis: 14 % of inter-ASIS medial on each side (Bell et al. 1990, from memory)', () => {
    // By hand: 250 · (1 − 2 · 0.14) = 180 mm.
    expect(hipSeparationFromInterAsisMm(250)).toBeCloseTo(180, 9);
  });
});

describe('the fold line', () => {
  it('is the least-squares line of a general-purpose statistics package', () => {
    const fold = between(90, 150);
    fc.assert(
      fc.property(fold, fold, fold, fold, (a, b, c, d) => {
        const list = [
          at('hipFoldNarrow', 0, a),
          at('hipFoldNarrow', 0, b),
          at('hipFoldMiddle', 12, c),
          at('hipFoldWide', 25, d),
        ];
        const { m, b: start } = linearRegression([
          [0, a],
          [0, b],
          [12, c],
          [25, d],
        ]);
        const line = foldLine(average, list);
        expect(line?.perAbductionDeg).toBeCloseTo(m, 7);
        expect(line?.atZeroAbductionDeg).toBeCloseTo(start, 6);
        expect(line?.trials).toBe(4);
      }),
      { numRuns: 200, seed: 91 },
    );
  });

  it('states the standard error that repeating it shows', () => {
    const random = seededRandom(92);
    const slopes: number[] = [];
    const stated: number[] = [];
    for (let i = 0; i < 3000; i += 1) {
      const read = (measure: Parameters<typeof at>[0], deg: number) =>
        at(measure, deg, 120 + 0.5 * deg + 4 * normal(random));
      const line = foldLine(average, [
        read('hipFoldNarrow', 0),
        read('hipFoldMiddle', 12),
        read('hipFoldWide', 25),
      ]);
      slopes.push(line?.perAbductionDeg ?? NaN);
      stated.push(line?.slopeSem ?? NaN);
    }
    expect(sampleStandardDeviation(slopes) / (stated[0] ?? NaN)).toBeCloseTo(1, 1);
  });

  it('says which stance the hip wants only beyond its error', () => {
    const wants = (slope: number) =>
      foldLine(average, [
        ...[0, 0].map(() => at('hipFoldNarrow', 0, 120)),
        ...[0, 0].map(() => at('hipFoldMiddle', 12, 120 + 12 * slope)),
        ...[0, 0].map(() => at('hipFoldWide', 25, 120 + 25 * slope)),
      ])?.wants;
    expect(wants(0.9)).toBe('open');
    expect(wants(-0.9)).toBe('narrow');
    expect(wants(0.05)).toBe('noPreference');
  });

  it('is level after one width, follows the newest day that has two, and remembers a pinch', () => {
    const one = [at('hipFoldNarrow', 0, 118), at('hipFoldNarrow', 0, 122)];
    expect(foldLine(average, one)).toMatchObject({
      atZeroAbductionDeg: 120,
      perAbductionDeg: 0,
      slopeSem: null,
      wants: 'cannotTell',
    });
    const before = { takenOn: '2025-12-01' };
    const two = [at('hipFoldNarrow', 0, 110, before), at('hipFoldWide', 25, 130, before)];
    expect(foldLine(average, [...one, ...two])?.day).toBe('2025-12-01');
    const pinched = [at('hipFoldNarrow', 0, 100, { pinch: true })];
    expect(foldLine(average, pinched)?.pinch).toBe(true);
    expect(foldLine(average, [])).toBeNull();
  });

  it('goes to the linkage as it is, but level where it falls: its floors must not rise as the shank leans', () => {
    expect(foldLimitOf({ atZeroAbductionDeg: 120, perAbductionDeg: 0.5 })).toEqual({
      atZeroAbductionDeg: 120,
      perAbductionDeg: 0.5,
    });
    // By hand: 130 − 0.5 · 12 = 124.
    expect(foldLimitOf({ atZeroAbductionDeg: 130, perAbductionDeg: -0.5 })).toEqual({
      atZeroAbductionDeg: 124,
      perAbductionDeg: 0,
    });
  });
});
