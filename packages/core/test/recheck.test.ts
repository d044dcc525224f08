import fc from 'fast-check';
import { jStat } from 'jstat';
import {
  aimsOf,
  AIMS_MOST,
  changeBetween,
  changeOf,
  countsFrom,
  FALSE_CALLS,
  MEASURES,
  normal,
  occasionOf,
  proposeNext,
  seededRandom,
  singleReadingError,
  studentQuantile,
  summariseTrials,
  type Measured,
  type MeasureId,
  type Random,
  type RecheckAsked,
} from '../src/index.ts';

describe('quantiles of Student’s t', () => {
  it('agree with a general-purpose statistics package (jStat), from one degree of freedom on', () => {
    for (const freedom of [1, 2, 3, 4, 6, 11, 25, 80, 400])
      for (const p of [0.55, 0.9, 0.975, 0.99, 0.9958, 0.999])
        expect(studentQuantile(p, freedom) / jStat.studentt.inv(p, freedom)).toBeCloseTo(1, 4);
    expect(studentQuantile(0.025, 7)).toBeCloseTo(-studentQuantile(0.975, 7), 12);
    expect(studentQuantile(0.975, Infinity)).toBeCloseTo(jStat.normal.inv(0.975, 0, 1), 6);
  });
});

describe('how large a change has to be', () => {
  it('is 1.96 · √2 · SEM for one reading with a given error (Weir 2005, from memory: SEM 2.0 gives 5.5)', () => {
    const given = { variance: 2 * 2 ** 2, freedom: Infinity };
    expect(countsFrom([given])).toBeCloseTo(5.54, 2);
  });

  it('is wider where several are judged together: four readings, each at 1.25 %, worked by hand', () => {
    // Two-sided 1.25 %: z = 2.4977.
    expect(countsFrom([{ variance: 4, freedom: Infinity }], 4)).toBeCloseTo(2 * 2.4977, 3);
  });

  it('grows with every aim judged beside it, and is never smaller than with an error known exactly', () => {
    const part = fc.record({
      variance: fc.double({ min: 0.01, max: 100, noNaN: true }),
      freedom: fc.constantFrom(2, 4, 9, Infinity),
    });
    fc.assert(
      fc.property(
        fc.array(part, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 8 }),
        (parts, k) => {
          expect(countsFrom(parts, k + 1)).toBeGreaterThan(countsFrom(parts, k));
          const known = parts.map(({ variance }) => ({ variance, freedom: Infinity }));
          expect(countsFrom(parts, k)).toBeGreaterThanOrEqual(countsFrom(known, k) * (1 - 1e-6));
        },
      ),
    );
  });
});

/** One client measured on two days: readings in turn, each day with an occasion of its own; the change is in smallest real changes. */
function readingPair(random: Random, measure: MeasureId, together: number, times: number) {
  const sem = MEASURES[measure].sem!;
  const occasion = sem / 2;
  const day = (truth: number) => {
    const shift = normal(random) * occasion;
    return [1, 2, 3].map(() => truth + shift + normal(random) * sem);
  };
  // Both sides of both days give the client's own error, as in the record.
  const others = [day(30), day(30)];
  const judge = (by: number) => {
    const [before, after] = [day(30), day(30 + by)];
    const own = singleReadingError([before, after, ...others], sem);
    const error = Math.max(own.sem, sem / 2);
    const freedom = own.sem > sem / 2 ? own.freedom : Infinity;
    return changeBetween(
      summariseTrials(before, error, freedom)!,
      summariseTrials(after, error, freedom)!,
      { occasion, together },
    );
  };
  if (times === 0) return judge(0).kind;
  const { mdc } = judge(0);
  return judge(times * mdc).kind;
}

function faultPair(random: Random, together: number, times: number) {
  const occasion = occasionOf('kneesIn', '°');
  const film = (truth: number): Measured => {
    const shift = normal(random) * occasion;
    const reps = [1, 2, 3, 4, 5].map(() => truth + shift + normal(random) * 2);
    const mean = reps.reduce((a, b) => a + b, 0) / reps.length;
    const sd = Math.sqrt(reps.reduce((a, b) => a + (b - mean) ** 2, 0) / (reps.length - 1));
    return { fault: 'kneesIn', side: 'left', unit: '°', mean, sd, n: reps.length };
  };
  const judge = (by: number) => changeOf(film(12), film(12 + by), { together })!;
  if (times === 0) return judge(0).kind;
  const { errorOf } = judge(0);
  return judge(times * errorOf).kind;
}

describe('aims judged together, by simulation', () => {
  const CLIENTS = 1500;
  const AIMS = [2, 4, 6];

  it.each(AIMS)('of %i aims an unchanged client is called changed in at most 1 of 20', (k) => {
    const random = seededRandom(k);
    let called = 0;
    for (let i = 0; i < CLIENTS; i += 1) {
      const half = k / 2;
      const kinds = [
        ...Array.from({ length: half }, () => readingPair(random, 'kneeToWall', k, 0)),
        ...Array.from({ length: half }, () => faultPair(random, k, 0)),
      ];
      if (kinds.some((kind) => kind !== 'noChange' && kind !== 'noChangeWeCanSee')) called += 1;
    }
    // Three standard errors of a share of 0.05 over the clients.
    const slack = 3 * Math.sqrt((FALSE_CALLS * (1 - FALSE_CALLS)) / CLIENTS);
    expect(called / CLIENTS).toBeLessThanOrEqual(FALSE_CALLS + slack);
    // Not by never calling anything: a correction of that kind would be useless.
    expect(called / CLIENTS).toBeGreaterThan(0.005);
  });

  it.each(AIMS)(
    'of %i aims a change of twice the smallest real one is found in 95 %% or more',
    (k) => {
      const random = seededRandom(100 + k);
      let found = 0;
      for (let i = 0; i < CLIENTS; i += 1) {
        if (readingPair(random, 'kneeToWall', k, 2) === 'more') found += 1;
        if (faultPair(random, k, -2) === 'less') found += 1;
      }
      expect(found / (2 * CLIENTS)).toBeGreaterThanOrEqual(0.95);
    },
  );
});

describe('the aims of a plan', () => {
  const all = () => true;

  it('are the readings of its causes and the findings they show as, clear ones first', () => {
    const aims = aimsOf(
      [{ cause: 'ankleJoint', side: 'left' }],
      [
        { fault: 'weightForward', side: null, severity: 'slight' },
        { fault: 'heelsRise', side: null, severity: 'clear' },
        { fault: 'noLockout', side: null, severity: 'clear' },
      ],
      all,
    );
    expect(aims).toEqual([
      { kind: 'reading', measure: 'kneeToWall', side: 'left' },
      { kind: 'finding', fault: 'heelsRise', side: null },
      { kind: 'finding', fault: 'weightForward', side: null },
    ]);
  });

  it('take the measure that was read, both sides where the cause has none, and never pain', () => {
    const aims = aimsOf(
      [{ cause: 'ankleJoint', side: null }],
      [{ fault: 'pain', side: null, severity: 'clear' }],
      (measure) => measure === 'shinAngle',
    );
    expect(aims).toEqual([
      { kind: 'reading', measure: 'shinAngle', side: 'left' },
      { kind: 'reading', measure: 'shinAngle', side: 'right' },
    ]);
  });

  it('are never more than can be judged together, and each is named once', () => {
    const causes = (['ankleJoint', 'gastrocnemius', 'abductors', 'hipInwardRotation'] as const).map(
      (cause) => ({ cause, side: null }),
    );
    const seen = (
      ['heelsRise', 'feetTurnOut', 'kneesIn', 'weightForward', 'sideShift'] as const
    ).map((fault) => ({ fault, side: null, severity: 'slight' as const }));
    const aims = aimsOf(causes, [...seen, ...seen], all);
    expect(aims).toHaveLength(AIMS_MOST);
    expect(new Set(aims.map((a) => JSON.stringify(a))).size).toBe(AIMS_MOST);
    expect(aims.some((a) => a.kind === 'finding')).toBe(true);
  });
});

describe('what to do next', () => {
  const asked = (change: Partial<RecheckAsked> = {}): RecheckAsked => ({
    aims: ['same'],
    wasWorseBefore: false,
    isPainful: false,
    days: 14,
    isHeelReached: false,
    isRungOpen: false,
    kept: null,
    ...change,
  });
  const first = (change: Partial<RecheckAsked>) => proposeNext(asked(change))[0];

  it('goes by pain before anything that was earned', () => {
    expect(
      first({ isPainful: true, aims: ['better'], isRungOpen: true, isHeelReached: true }),
    ).toEqual({
      step: 'refer',
      because: 'pain',
    });
    expect(
      proposeNext(asked({ isPainful: true, isRungOpen: true, isHeelReached: true })).map(
        (p) => p.step,
      ),
    ).toEqual(['refer', 'keep']);
  });

  it('adjusts what got worse, and refers what got worse twice', () => {
    expect(first({ aims: ['better', 'worse'] })?.step).toBe('adjustSetup');
    expect(first({ aims: ['worse'], wasWorseBefore: true })).toEqual({
      step: 'refer',
      because: 'worseTwice',
    });
  });

  it('takes the heel down before the next variation, each once it is earned', () => {
    const steps = proposeNext(asked({ aims: ['better'], isHeelReached: true, isRungOpen: true }));
    expect(steps.map((p) => p.step)).toEqual(['heelDown', 'nextRung', 'keep']);
  });

  it('questions a drill after four weeks without change, unless it was hardly done', () => {
    expect(first({ days: 27 })).toEqual({ step: 'keep', because: 'tooSoon' });
    expect(first({ days: 28 })).toEqual({ step: 'changeDrill', because: 'nothingMoved' });
    expect(first({ days: 28, kept: 0.2 })).toEqual({ step: 'keep', because: 'hardlyDone' });
  });

  it('says plainly that nothing was read again', () => {
    expect(first({ aims: ['unknown'] })).toEqual({ step: 'keep', because: 'notRead' });
  });
});
