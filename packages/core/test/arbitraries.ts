import fc from 'fast-check';
import type { Body, Case, Hold, Setup, Support } from '../src/index.ts';
import { HOLDS } from '../src/index.ts';

/** Uniform over the range; fast-check's own doubles crowd around zero, where few squats live. */
export const between = (min: number, max: number) =>
  fc.integer({ min: 0, max: 1_000_000 }).map((step) => min + ((max - min) * step) / 1_000_000);

/** Bodies over the adult range, some with measured segments off the average. */
export const bodies: fc.Arbitrary<Body> = fc
  .record({
    statureMm: between(1450, 2100),
    massKg: between(45, 140),
    thigh: fc.option(between(0.9, 1.15), { nil: undefined }),
    trunk: fc.option(between(0.88, 1.12), { nil: undefined }),
    shank: fc.option(between(0.92, 1.1), { nil: undefined }),
  })
  .map(({ statureMm, massKg, thigh, trunk, shank }) => ({
    statureMm,
    massKg,
    segmentsMm: {
      thigh: thigh && thigh * 0.245 * statureMm,
      trunk: trunk && trunk * 0.288 * statureMm,
      shank: shank && shank * 0.246 * statureMm,
    },
  }));

export const supports: fc.Arbitrary<Support> = fc.oneof(
  fc.constant<Support>({ kind: 'floor' }),
  fc.record({
    kind: fc.constant('ramp' as const),
    angleDeg: between(1, 25),
    azimuth: fc.constantFrom('foot' as const, 'straight' as const),
  }),
  fc.record({ kind: fc.constant('block' as const), riseMm: between(0, 60) }),
);

export const holds: fc.Arbitrary<Hold> = fc.constantFrom(...HOLDS);

export const setups: fc.Arbitrary<Setup> = fc
  .record({
    stanceWidthMm: between(150, 650),
    left: between(0, 40),
    right: between(0, 40),
    support: supports,
    hold: holds,
    loadKg: between(0, 180),
    balance: between(0.35, 0.6),
    trackingOffsetDeg: between(-10, 10),
  })
  .map(({ left, right, loadKg, ...rest }) => ({
    ...rest,
    toeOutDeg: { left, right },
    loadKg: rest.hold === 'bodyweight' ? 0 : loadKg,
  }));

const maybe = (min: number, max: number) => fc.option(between(min, max), { nil: null });

export const cases: fc.Arbitrary<Case> = fc.record({
  body: bodies,
  setup: setups,
  limits: fc.record({
    dorsiflexionDeg: fc.record({ left: between(5, 50), right: between(5, 50) }),
    bufferDeg: between(0, 6),
    trunkLeanDeg: between(25, 70),
    hipFold: fc.option(
      fc.record({ atZeroAbductionDeg: between(95, 145), perAbductionDeg: between(0, 1) }),
      { nil: null },
    ),
    kneePastToeMm: maybe(-60, 120),
    shankDeg: maybe(8, 45),
    hipAbductionDeg: maybe(10, 50),
    kneeFlexionDeg: maybe(90, 160),
  }),
  target: fc.record({ thighDepthDeg: between(-40, 40) }),
  workingPoint: fc.constantFrom(
    'parallelLines' as const,
    'shinsUpright' as const,
    'kneesForward' as const,
  ),
});

/** Every number reachable inside a value. */
export function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  if (value === null || typeof value !== 'object') return [];
  return Object.values(value).flatMap(numbersIn);
}

/** An average adult in an average setup, to vary one thing at a time. */
export const averageCase = (change: Partial<Setup> = {}, body: Partial<Body> = {}): Case => ({
  body: { statureMm: 1750, massKg: 75, ...body },
  setup: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'highBar',
    loadKg: 60,
    balance: 0.5,
    trackingOffsetDeg: 0,
    ...change,
  },
  limits: {
    dorsiflexionDeg: { left: 35, right: 35 },
    bufferDeg: 0,
    trunkLeanDeg: 60,
  },
  target: { thighDepthDeg: 0 },
  workingPoint: 'parallelLines',
});
