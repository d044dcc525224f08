import fc from 'fast-check';
import {
  CAUSE_IDS,
  DAY_KINDS,
  daysExchanged,
  recheckInDays,
  weekFor,
  weekWarnings,
  type DayKind,
} from '../src/index.ts';

const weeks = fc.array(fc.constantFrom<DayKind>(...DAY_KINDS), { minLength: 7, maxLength: 7 });

describe('the week', () => {
  it('has as many training days as asked, Sunday off, and none next to each other up to three', () => {
    for (const trainDays of [1, 2, 3, 4, 5])
      for (const hasRoutine of [true, false])
        for (const mayMicro of [true, false]) {
          const week = weekFor({ trainDays, hasRoutine, mayMicro });
          expect(week).toHaveLength(7);
          expect(week.filter((kind) => kind === 'train')).toHaveLength(trainDays);
          expect(week[6]).toBe('rest');
          expect(week.includes('micro')).toBe(mayMicro && (trainDays > 2 || !hasRoutine));
          if (!hasRoutine) expect(week).not.toContain('routine');
          if (trainDays <= 3) expect(weekWarnings(week)).not.toContain('backToBack');
        }
    expect(weekFor({ trainDays: 3, hasRoutine: true, mayMicro: true })).toEqual([
      'train',
      'micro',
      'train',
      'micro',
      'train',
      'routine',
      'rest',
    ]);
  });

  it('exchanges two days and nothing else; twice is as before', () => {
    fc.assert(
      fc.property(weeks, fc.nat(6), fc.nat(6), (week, one, other) => {
        const moved = daysExchanged(week, one, other);
        expect([...moved].sort()).toEqual([...week].sort());
        expect(daysExchanged(moved, one, other)).toEqual(week);
        expect(moved[one]).toBe(week[other]);
      }),
      { numRuns: 200, seed: 31 },
    );
  });

  it('warns of two training days in a row, over the weekend too, and of a week without rest or training', () => {
    const week = (...days: DayKind[]) => weekWarnings(days);
    expect(week('train', 'rest', 'rest', 'rest', 'rest', 'rest', 'train')).toEqual(['backToBack']);
    expect(week('train', 'micro', 'train', 'micro', 'train', 'routine', 'micro')).toEqual([
      'noRest',
    ]);
    expect(week('rest', 'micro', 'micro', 'micro', 'micro', 'routine', 'micro')).toEqual([
      'noTraining',
    ]);
  });

  it('comes back for a habit in a week, for an ankle in two to four, and takes the sooner one', () => {
    expect(recheckInDays(['habitSitsBack'])).toBe(7);
    for (const cause of ['ankleJoint', 'gastrocnemius'] as const) {
      expect(recheckInDays([cause])).toBeGreaterThanOrEqual(14);
      expect(recheckInDays([cause])).toBeLessThanOrEqual(28);
    }
    expect(recheckInDays(['ankleJoint', 'habitDives'])).toBe(7);
    for (const cause of CAUSE_IDS) expect(recheckInDays([cause])).toBeGreaterThanOrEqual(7);
    expect(recheckInDays([])).toBe(28);
  });
});
