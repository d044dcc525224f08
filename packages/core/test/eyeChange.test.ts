import fc from 'fast-check';
import { eyeChange, type EyeSeen } from '../src/index.ts';

const seen = (severity: EyeSeen['severity'], change: Partial<EyeSeen> = {}): EyeSeen => ({
  severity,
  reps: [],
  of: 5,
  by: 'MB',
  ...change,
});

const anySeen: fc.Arbitrary<EyeSeen> = fc
  .record({
    severity: fc.constantFrom<EyeSeen['severity']>(null, 'slight', 'clear'),
    of: fc.integer({ min: 1, max: 8 }),
    by: fc.constantFrom('MB', 'CH', ''),
  })
  .chain((s) =>
    fc
      .subarray(Array.from({ length: s.of }, (_, i) => i + 1))
      .map((reps) => ({ ...s, reps: s.severity === null ? [] : reps })),
  );

describe('a fault before and after, by eye', () => {
  it('two grades count, whoever watched and however many reps', () => {
    expect(eyeChange(seen('clear', { by: '', of: 2 }), seen(null, { by: 'CH', of: 3 }))).toBe(
      'better',
    );
    expect(eyeChange(seen(null), seen('clear', { by: 'CH' }))).toBe('worse');
  });

  it('one grade counts in at least four of five reps by the same coach', () => {
    const four = { reps: [1, 2, 3, 5] };
    expect(eyeChange(seen('slight', four), seen(null))).toBe('better');
    expect(eyeChange(seen('clear', four), seen('slight', four))).toBe('better');
    expect(eyeChange(seen(null), seen('slight', four))).toBe('worse');
    expect(eyeChange(seen('slight', { reps: [1, 2, 3] }), seen(null))).toBe('unknown');
    expect(eyeChange(seen('slight', four), seen(null, { by: 'CH' }))).toBe('unknown');
    expect(eyeChange(seen('slight', { ...four, by: '' }), seen(null, { by: '' }))).toBe('unknown');
    expect(eyeChange(seen('slight', { of: 4 }), seen(null))).toBe('unknown');
  });

  it('the same grade in nearly all reps of both is no change we can see', () => {
    expect(eyeChange(seen('slight'), seen('slight'))).toBe('noChange');
    expect(eyeChange(seen(null), seen(null))).toBe('noChange');
  });

  it('turns round with before and after, and adding reps that agree never takes a change away', () => {
    const turned = { better: 'worse', worse: 'better', noChange: 'noChange', unknown: 'unknown' };
    fc.assert(
      fc.property(anySeen, anySeen, (a, b) => {
        expect(eyeChange(b, a)).toBe(turned[eyeChange(a, b)]);
      }),
      { numRuns: 500, seed: 61 },
    );
  });
});
