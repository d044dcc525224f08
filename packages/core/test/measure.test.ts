import fc from 'fast-check';
import {
  buildLinkage,
  compareSides,
  dorsiflexionFromKneeToWallDeg,
  kneeToWallFromDorsiflexionMm,
  minimalDetectableChange,
  poseAt,
  resolveBody,
  ruleOfThumbDorsiflexionDeg,
  shankFromKneeTravelDeg,
} from '../src/index.ts';
import { bodies, between, setups } from './arbitraries.ts';

describe('knee-to-wall', () => {
  const average = resolveBody({ statureMm: 1750, massKg: 75 });

  it('gives about 35–36° at 100 mm for average proportions (Bennell et al. 1998: about 3.6° per cm, from memory)', () => {
    // By hand: asin((199.5 + 100 − 50) / 430.5) = asin(0.5796) = 35.4°
    const angle = dorsiflexionFromKneeToWallDeg(average, 100) ?? NaN;
    expect(angle).toBeCloseTo(35.4, 1);
    expect(Math.abs(angle - ruleOfThumbDorsiflexionDeg(100))).toBeLessThan(1);
    // Away from there they part: at 20 mm the rule says 7°, the geometry 23°.
    expect(
      (dorsiflexionFromKneeToWallDeg(average, 20) ?? 0) - ruleOfThumbDorsiflexionDeg(20),
    ).toBeGreaterThan(10);
  });

  it('inverts exactly', () => {
    fc.assert(
      fc.property(bodies, between(-50, 160), (body, mm) => {
        const own = resolveBody(body);
        const deg = dorsiflexionFromKneeToWallDeg(own, mm);
        if (deg !== null) expect(kneeToWallFromDorsiflexionMm(own, deg)).toBeCloseTo(mm, 6);
      }),
      { endOnFailure: true },
    );
  });

  it('says so when the shank cannot reach', () => {
    expect(dorsiflexionFromKneeToWallDeg(average, 600)).toBeNull();
  });
});

describe('error of measurement', () => {
  it('reproduces published SEM → MDC95 pairs (Konor et al. 2012, Weir 2005, from memory) within rounding', () => {
    expect(minimalDetectableChange(0.4)).toBeCloseTo(1.1, 1);
    // 0.6 cm gives 1.66 cm; the published 1.5 cm comes from an unrounded SEM near 0.55.
    expect(minimalDetectableChange(0.55)).toBeCloseTo(1.5, 1);
    expect(minimalDetectableChange(1.35)).toBeCloseTo(3.7, 1);
    expect(minimalDetectableChange(1.8)).toBeCloseTo(5.0, 1);
    expect(minimalDetectableChange(2.78)).toBeCloseTo(7.7, 1);
  });

  it('calls two sides different only beyond the detectable change', () => {
    expect(compareSides(33, 36, 1.4).kind).toBe('noDifferenceWeCanSee');
    expect(compareSides(28, 36, 1.4)).toMatchObject({ kind: 'different', lower: 'left' });
  });
});

describe('knee travel', () => {
  it('is the inverse of the linkage: the pose at that shank puts the kneecap there', () => {
    fc.assert(
      fc.property(bodies, setups, between(5, 40), (body, setup, shank) => {
        const own = resolveBody(body);
        const follows = { ...setup, trackingOffsetDeg: 0 };
        const pose = poseAt(buildLinkage(own, follows, 'left'), (shank * Math.PI) / 180, 0);
        if (pose.kind !== 'pose') return;
        expect(
          shankFromKneeTravelDeg(own, setup.support, setup.toeOutDeg.left, pose.kneecapPastToeMm),
        ).toBeCloseTo(shank, 6);
      }),
      { endOnFailure: true },
    );
  });
});
