import fc from 'fast-check';
import {
  ARM_LENGTH_PER_STATURE,
  COM_FROM_PROXIMAL,
  MASS_SHARE,
  hipSeparationFromInterAsisMm,
  resolveBody,
} from '../src/index.ts';
import { between } from './arbitraries.ts';

describe('average proportions (Winter 2009, after Drillis & Contini 1966; from memory)', () => {
  const body = resolveBody({ statureMm: 1750, massKg: 75 });

  it('gives the published lengths of a 1.75 m body', () => {
    // Worked by hand: 1750 × 0.152, 0.039, 0.246, 0.245, 0.288.
    expect(body.lengthsMm.foot).toBeCloseTo(266, 6);
    expect(body.lengthsMm.ankleHeight).toBeCloseTo(68.25, 6);
    expect(body.lengthsMm.shank).toBeCloseTo(430.5, 6);
    expect(body.lengthsMm.thigh).toBeCloseTo(428.75, 6);
    expect(body.lengthsMm.trunk).toBeCloseTo(504, 6);
    expect(body.shoulderWidthMm).toBeCloseTo(453.25, 6);
  });

  it('gives the published masses of a 75 kg body, and they sum to it', () => {
    expect(MASS_SHARE.foot * 75).toBeCloseTo(1.0875, 6);
    expect(MASS_SHARE.shank * 75).toBeCloseTo(3.4875, 6);
    expect(MASS_SHARE.thigh * 75).toBeCloseTo(7.5, 6);
    expect(MASS_SHARE.arm * 75).toBeCloseTo(3.75, 6);
    expect(MASS_SHARE.trunk * 75).toBeCloseTo(43.35, 6);
    const limbs = MASS_SHARE.foot + MASS_SHARE.shank + MASS_SHARE.thigh + MASS_SHARE.arm;
    expect(2 * limbs + MASS_SHARE.trunk).toBeCloseTo(1, 12);
  });

  it('puts the standing centre of mass at 0.58 of stature, as the tables do when stacked upright', () => {
    // Winter's text puts a standing person at 0.53–0.57 H (from memory). Stacked by hand from the table's own
    // numbers it comes to 0.577 H: 0.578·0.720 + 0.1·0.585 + 0.2·0.424 + 0.093·0.178 + 0.029·0.020. The 0.007 above the
    // band is the table's high trunk-head-neck centre; the constants stay as published rather than tuned.
    const { lengthsMm: l } = body;
    const knee = l.ankleHeight + l.shank;
    const hip = knee + l.thigh;
    const height =
      2 * MASS_SHARE.foot * (l.ankleHeight / 2) +
      2 * MASS_SHARE.shank * (knee - COM_FROM_PROXIMAL.shank * l.shank) +
      2 * MASS_SHARE.thigh * (hip - COM_FROM_PROXIMAL.thigh * l.thigh) +
      2 * MASS_SHARE.arm * (hip + l.trunk - 0.53 * ARM_LENGTH_PER_STATURE * 1750) +
      MASS_SHARE.trunk * (hip + COM_FROM_PROXIMAL.trunkFromHip * l.trunk);
    expect(height / 1750).toBeCloseTo(0.577, 3);
  });

  it('lets a measured segment replace its default and remembers which is which', () => {
    fc.assert(
      fc.property(between(300, 600), (thigh) => {
        const own = resolveBody({ statureMm: 1750, massKg: 75, segmentsMm: { thigh } });
        expect(own.lengthsMm.thigh).toBe(thigh);
        expect(own.measured.thigh).toBe(true);
        expect(own.measured.shank).toBe(false);
        expect(own.lengthsMm.shank).toBe(body.lengthsMm.shank);
      }),
    );
  });

  it('takes the hip centres 14 % medial of each ASIS (Bell et al. 1990, from memory)', () => {
    expect(hipSeparationFromInterAsisMm(250)).toBeCloseTo(250 - 2 * 0.14 * 250, 9);
  });
});
