import fc from 'fast-check';
import { rackHeights, solve, type Case } from '../src/index.ts';

const squat = (change: Partial<Case['setup']> = {}, thighDepthDeg = 0, statureMm = 1750): Case => ({
  body: { statureMm, massKg: 75 },
  limits: { dorsiflexionDeg: { left: 32, right: 32 }, bufferDeg: 3, trunkLeanDeg: 50 },
  setup: {
    stanceWidthMm: 430,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'highBar',
    loadKg: 60,
    balance: 0.5,
    trackingOffsetDeg: 0,
    ...change,
  },
  target: { thighDepthDeg },
  workingPoint: 'parallelLines',
});

describe('hooks and safeties', () => {
  it('come from the linkage: a bar on the upper back stands about 0.82 of the stature high (segments of Winter 2009, from memory)', () => {
    const rack = rackHeights(squat())!;
    // Ankle 0.039, shank 0.246, thigh 0.245, trunk 0.288 and 0.02 of the stature above one another.
    expect(rack.barStandingMm / 1750).toBeCloseTo(0.838, 1);
    expect(rack.barStandingMm - rack.hooksMm).toBeGreaterThanOrEqual(60);
    expect(rack.barStandingMm - rack.hooksMm).toBeLessThan(70);
  });

  it('safeties stand at least 5 cm below the bar at the bottom, for any body, stance and depth', () => {
    fc.assert(
      fc.property(
        fc.record({
          stature: fc.integer({ min: 1500, max: 2000 }),
          stance: fc.integer({ min: 300, max: 600 }),
          depth: fc.integer({ min: -20, max: 25 }),
          hold: fc.constantFrom('front' as const, 'highBar' as const, 'lowBar' as const),
        }),
        ({ stature, stance, depth, hold }) => {
          const question = squat({ stanceWidthMm: stance, hold }, depth, stature);
          const rack = rackHeights(question);
          const { bottom } = solve(question).sides.left;
          if (!rack || bottom.kind !== 'pose') return;
          const bar = bottom.joints.load!.z;
          expect(rack.safetiesMm).toBeLessThanOrEqual(bar - 50);
          expect(rack.safetiesMm).toBeGreaterThan(bar - 61);
          expect(rack.hooksMm).toBeGreaterThan(rack.safetiesMm);
          expect(rack.hooksMm % 10).toBe(0);
        },
      ),
      { numRuns: 300, seed: 91 },
    );
  });

  it('deeper, and taller, moves them; without load, and for what no rack holds, there are none', () => {
    const at = (depth: number, stature = 1750) => rackHeights(squat({}, depth, stature))!;
    expect(at(25).safetiesMm).toBeLessThan(at(0).safetiesMm);
    expect(at(25).hooksMm).toBe(at(0).hooksMm);
    expect(at(0, 1900).hooksMm).toBeGreaterThan(at(0).hooksMm);
    // A bar overhead starts from the hooks of a front bar.
    expect(rackHeights(squat({ hold: 'overhead', loadKg: 30 }))!.hooksMm).toBe(
      rackHeights(squat({ hold: 'front', loadKg: 30 }))!.hooksMm,
    );
    expect(rackHeights(squat({ loadKg: 0 }))).toBeNull();
    expect(rackHeights(squat({ hold: 'goblet', loadKg: 20 }))).toBeNull();
  });
});
