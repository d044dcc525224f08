/** Two setups are the same by what the client stands in, however the row was written. */
import fc from 'fast-check';
import {
  isSame,
  isSameSupport,
  isWithinReading,
  SIDES,
  supportKey,
  type Placed,
  type Support,
} from '../src/index.ts';

const AT: Placed = {
  setup: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'ramp', angleDeg: 10, azimuth: 'foot' },
    hold: 'highBar',
    loadKg: 40,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  targetDepthDeg: 6,
};
const withSetup = (change: Partial<Placed['setup']>): Placed => ({
  ...AT,
  setup: { ...AT.setup, ...change },
});

describe('the same setup', () => {
  it('does not depend on the order of fields, nor on the balance and knee line of the method', () => {
    const turned = { azimuth: 'foot', angleDeg: 10, kind: 'ramp' } as const satisfies Support;
    expect(isSame(AT, withSetup({ support: turned }))).toBe(true);
    expect(isSame(AT, withSetup({ balance: 0.48, trackingOffsetDeg: 2 }))).toBe(true);
    expect(isSame(AT, withSetup({ toeOutDeg: { right: 15, left: 15 } }))).toBe(true);
  });

  it('takes rounding for the same, and every step that can be entered for another', () => {
    expect(isSame(AT, withSetup({ stanceWidthMm: 420.4 }))).toBe(true);
    expect(isSame(AT, { ...AT, targetDepthDeg: 6.0000001 })).toBe(true);
    const others = [
      withSetup({ stanceWidthMm: 421 }),
      ...SIDES.map((s) => withSetup({ toeOutDeg: { ...AT.setup.toeOutDeg, [s]: 16 } })),
      withSetup({ support: { kind: 'ramp', angleDeg: 10, azimuth: 'straight' } }),
      withSetup({ support: { kind: 'floor' } }),
      withSetup({ hold: 'front' }),
      withSetup({ loadKg: 42.5 }),
      { ...AT, targetDepthDeg: 7 },
    ];
    for (const other of others) expect(isSame(AT, other)).toBe(false);
  });

  it('within the error of a reading a tape cannot tell two apart, but a scale and an eye for the heel can', () => {
    expect(isWithinReading(AT, withSetup({ stanceWidthMm: 425 }))).toBe(true);
    expect(isWithinReading(AT, withSetup({ stanceWidthMm: 440 }))).toBe(false);
    expect(isWithinReading(AT, withSetup({ loadKg: 42.5 }))).toBe(false);
    expect(isWithinReading(AT, withSetup({ support: { kind: 'block', riseMm: 10 } }))).toBe(false);
  });

  it('goes both ways, and supports are the same where their keys are', () => {
    const supports = fc.oneof(
      fc.constant<Support>({ kind: 'floor' }),
      fc.integer({ min: 5, max: 50 }).map((riseMm): Support => ({ kind: 'block', riseMm })),
      fc
        .record({
          angleDeg: fc.integer({ min: 1, max: 25 }),
          azimuth: fc.constantFrom('foot' as const, 'straight' as const),
        })
        .map((ramp): Support => ({ kind: 'ramp', ...ramp })),
    );
    fc.assert(
      fc.property(supports, supports, (a, b) => {
        expect(isSameSupport(a, b)).toBe(isSameSupport(b, a));
        expect(isSameSupport(a, b)).toBe(supportKey(a) === supportKey(b));
        expect(isSameSupport(a, { ...a })).toBe(true);
        expect(isSame(withSetup({ support: a }), withSetup({ support: b }))).toBe(
          isSameSupport(a, b),
        );
      }),
    );
  });
});
