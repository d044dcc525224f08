import { unusualIn } from '@zither/visit';
import { sayUnusualBody } from '@zither/words/clients';

const usual = { statureMm: 1720, massKg: 68, segmentsMm: { thigh: 421, trunk: 495 } };

describe('a body few adults have', () => {
  it('is asked about: stature, mass, and lengths far from what stature would say', () => {
    expect(unusualIn(usual)).toEqual([]);
    expect(unusualIn({ ...usual, segmentsMm: {} })).toEqual([]);
    expect(unusualIn({ ...usual, statureMm: 1400, segmentsMm: {} })).toEqual([]);
    expect(unusualIn({ ...usual, statureMm: 1399, segmentsMm: {} })).toEqual([
      { of: 'stature', value: 1399 },
    ]);
    expect(unusualIn({ ...usual, massKg: 161 })).toEqual([{ of: 'mass', value: 161 }]);
    // 0.04 of the stature off what it would say: 69 mm.
    expect(unusualIn({ ...usual, segmentsMm: { thigh: 421 + 75 } })).toEqual([
      { of: 'thigh', value: 496 },
    ]);
    expect(unusualIn({ ...usual, segmentsMm: { thigh: 421 + 60, trunk: 495 - 85 } })).toEqual([
      { of: 'trunk', value: 410 },
    ]);
  });

  it('is asked about once: what was kept so is not asked again, another value is', () => {
    const heavy = { ...usual, massKg: 170 };
    expect(unusualIn({ ...heavy, statureMm: 1730 }, heavy)).toEqual([]);
    expect(unusualIn({ ...heavy, massKg: 175 }, heavy)).toEqual([{ of: 'mass', value: 175 }]);
    expect(unusualIn(heavy, usual)).toEqual([{ of: 'mass', value: 170 }]);
  });

  it('is asked about in one question', () => {
    expect(
      sayUnusualBody([
        { of: 'mass', value: 161 },
        { of: 'thigh', value: 496 },
      ]),
    ).toBe(
      'Outside the usual adult range: a body mass of 161 kg, a thigh of 49.6 cm for this stature. Is that right?',
    );
  });
});
