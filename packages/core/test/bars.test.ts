import fc from 'fast-check';
import {
  barOf,
  CAUSE_IDS,
  CUES,
  DRILLS,
  goesBeyond,
  HOLDS,
  kindsBarring,
  NO_BARS,
  RUNG_TABLE,
  STATIONS,
  strictest,
  TESTS,
  USUAL_LIMITS,
  WITHHELD_BY_REFERRAL,
  type Asks,
  type Barrable,
  type SafetyLimit,
} from '../src/index.ts';

/** Everything that may be given to a client or asked of one. */
const EVERYTHING: readonly Barrable[] = [
  ...DRILLS,
  ...CUES,
  ...Object.values(TESTS),
  ...Object.values(RUNG_TABLE),
];
const barredBy = (limit: SafetyLimit): string[] =>
  EVERYTHING.filter((e) => barOf(e, { ...NO_BARS, limits: [limit] }) !== null).map((e) => e.id);

/**
 * What each limit must bar, written down by hand from how each entry is done (common practice, no source): an oracle that does not read the
 * demands of the tables.
 */
const MUST_BAR: readonly {
  limit: SafetyLimit;
  bars: readonly string[];
  allows: readonly string[];
}[] = [
  {
    limit: { kind: 'noLoad' },
    bars: [
      'loaded-ankle-rock',
      'one-knee-press',
      'half-kneeling-chop',
      'counterbalance-reach',
      'pause-above-bottom',
      'counterbalance',
      'lightVsLoad',
      'counterweight',
      'goblet',
      'gobletHeels',
      'front',
      'highBar',
      'lowBar',
      'overhead',
    ],
    allows: ['slow-descent', 'supported', 'box', 'squat-snacks', 'heelsRaised', 'until-shape-goes'],
  },
  {
    limit: { kind: 'depthCap', thighDepthDeg: 0 },
    bars: [
      'supported-deep-sit',
      'wide-supported-sit',
      'bottom-shift',
      'supported-deep-lunge',
      'side-to-side-sit',
      'between-heels',
      'belly-between-thighs',
      'fold-at-creases',
      'supportedSit',
      'lowBox',
    ],
    allows: ['slow-descent', 'calf-roll', 'box', 'goblet', 'mid-foot-rock'],
  },
  {
    limit: { kind: 'verticalShins', shankDeg: 12 },
    bars: [
      'knees-lead-wall',
      'knee-travel-hold',
      'loaded-ankle-rock',
      'knee-over-toe-rock',
      'bent-knee-calf-stretch',
      'split-knee-bend',
      'side-step-knee-bend',
      'kneeling-lean-back',
      'supported-deep-sit',
      'knees-reach',
      'knees-stay-at-line',
      'knees-forward-until',
      'shins-lean-heels-stay',
      'chest-goes-with-shins',
      'heelsRaised',
      'supportedSit',
    ],
    allows: ['side-leg-raise', 'belt-back-first', 'box', 'arch-lift'],
  },
  {
    limit: { kind: 'noDeepFold', hipFoldDeg: 100 },
    bars: [
      'supported-deep-sit',
      'supported-deep-lunge',
      'rock-back-on-all-fours',
      'wide-knee-rock',
      'lying-knee-pull',
      'knee-lift-hold',
      'half-kneeling-turn',
      'seated-knee-sway',
      'hinge',
      'narrowStance',
      'lowBox',
      'supportedSit',
      'belly-between-thighs',
    ],
    allows: ['calf-roll', 'arch-lift', 'side-leg-raise', 'slow-descent'],
  },
  {
    limit: { kind: 'noLoadedLockout' },
    bars: ['pause-above-bottom', 'lightVsLoad'],
    allows: ['slow-descent', 'goblet'],
  },
  {
    limit: { kind: 'supportedOnly' },
    bars: [
      'slow-descent',
      'squat-snacks',
      'until-shape-goes',
      'split-knee-bend',
      'knees-lead-wall',
      'tall-reach-squat',
      'feet-along-the-way',
      'counterbalance-reach',
      'slickFloor',
      'counterbalance',
      'armsDown',
      'box',
      'goblet',
      'highBar',
    ],
    allows: ['hands-help-sit-up', 'supported', 'supported-deep-sit', 'mid-foot-rock'],
  },
  {
    limit: { kind: 'noBracing' },
    bars: ['breathe-brace', 'stay-tight-below', 'hands-and-feet-pedal'],
    allows: ['wall-press-breath', 'ribs-over-pelvis', 'straight-knee-calf-stretch'],
  },
  {
    limit: { kind: 'noPositions', positions: ['overhead', 'lowBar'] },
    bars: ['overhead', 'lowBar', 'one-knee-press', 'tall-reach-squat', 'wall-hand-lift'],
    allows: ['front', 'highBar', 'goblet', 'supported-deep-sit', 'slow-descent'],
  },
  // What a clinician allows one hip bars more than the milder limit of the screen, whichever the side.
  ...(['left', 'right'] as const).flatMap((side) => [
    {
      limit: { kind: 'jointRange', joint: 'hip', side, mostDeg: 70 } as const,
      bars: [
        'supported-deep-sit',
        'wide-supported-sit',
        'bottom-shift',
        'supported-deep-lunge',
        'rock-back-on-all-fours',
        'half-kneeling-turn',
        'half-kneeling-chop',
        'calf-roll',
        'supportedSit',
        'lowBox',
        'between-heels',
      ],
      allows: ['side-leg-raise', 'arch-lift', 'toe-spread', 'slow-descent', 'supported'],
    },
    {
      limit: { kind: 'jointRange', joint: 'ankle', side, mostDeg: 10 } as const,
      bars: [
        'bent-knee-calf-stretch',
        'straight-knee-calf-stretch',
        'knee-over-toe-rock',
        'loaded-ankle-rock',
        'hands-and-feet-pedal',
        'knee-travel-hold',
        'seated-foot-pull',
        'supported-deep-sit',
        'shins-lean-heels-stay',
        'kneeStraightVsBent',
      ],
      allows: ['calf-roll', 'arch-lift', 'side-leg-raise', 'slow-calf-lower'],
    },
    {
      limit: { kind: 'jointRange', joint: 'knee', side, mostDeg: 60 } as const,
      bars: [
        'supported-deep-sit',
        'side-to-side-sit',
        'half-kneeling-turn',
        'rock-back-on-all-fours',
        'split-knee-bend',
        'kneeling-lean-back',
        'heels-dig-lift',
        'lowBox',
        'supportedSit',
      ],
      allows: ['side-leg-raise', 'calf-roll', 'straight-knee-calf-stretch', 'slow-descent'],
    },
  ]),
];

const angle = fc.integer({ min: -20, max: 150 });
const anyLimit: fc.Arbitrary<SafetyLimit> = fc.oneof(
  fc.constantFrom(...USUAL_LIMITS),
  angle.map((d): SafetyLimit => ({ kind: 'depthCap', thighDepthDeg: Math.min(45, d) })),
  angle.map((d): SafetyLimit => ({ kind: 'noDeepFold', hipFoldDeg: d })),
  angle.map((d): SafetyLimit => ({ kind: 'verticalShins', shankDeg: d })),
  fc
    .record({
      joint: fc.constantFrom('ankle', 'knee', 'hip'),
      side: fc.constantFrom('left', 'right'),
      mostDeg: angle,
    })
    .map((l) => ({ kind: 'jointRange', ...l }) as SafetyLimit),
  fc
    .subarray([...HOLDS], { minLength: 1 })
    .map((positions): SafetyLimit => ({ kind: 'noPositions', positions })),
);

describe('what a limit bars', () => {
  it.each(MUST_BAR.map((m) => [JSON.stringify(m.limit), m] as const))(
    '%s bars what it names, and leaves the rest',
    (_name, { limit, bars, allows }) => {
      const barred = barredBy(limit);
      const known = EVERYTHING.map((e) => e.id);
      for (const id of [...bars, ...allows]) expect(known).toContain(id);
      expect(bars.filter((id) => !barred.includes(id))).toEqual([]);
      expect(allows.filter((id) => barred.includes(id))).toEqual([]);
    },
  );

  it('bars more the stricter it is, and adding one never allows what was barred', () => {
    fc.assert(
      fc.property(fc.array(anyLimit, { maxLength: 6 }), anyLimit, (limits, more) => {
        for (const entry of EVERYTHING) {
          const before = barOf(entry, { ...NO_BARS, limits });
          const after = barOf(entry, { ...NO_BARS, limits: [...limits, more] });
          if (before) expect(after).not.toBeNull();
          // Each by itself bars what both bar together: none hides another.
          const alone = [...limits, more].some((l) => goesBeyond(entry.asks, l));
          expect(after !== null).toBe(alone);
          // The strictest of each kind says the same as all of them.
          const reduced = barOf(entry, { ...NO_BARS, limits: strictest([...limits, more]) });
          expect(reduced !== null).toBe(alone);
        }
      }),
      { numRuns: 200, seed: 301 },
    );
  });

  it('is named at the stations that would read beyond it, and at no other', () => {
    const named = (limit: SafetyLimit) =>
      STATIONS.filter(({ asks }) => asks && goesBeyond(asks, limit)).map((s) => s.id);
    const joint = (of: 'ankle' | 'knee' | 'hip', mostDeg: number): SafetyLimit => ({
      kind: 'jointRange',
      joint: of,
      side: 'left',
      mostDeg,
    });
    expect(named(joint('ankle', 10))).toEqual(['kneeTravel', 'ankleBent', 'ankleStraight']);
    expect(named(joint('knee', 60))).toEqual(['kneeTravel']);
    expect(named(joint('hip', 70))).toEqual(['kneeTravel', 'hipFold']);
    expect(named({ kind: 'noDeepFold', hipFoldDeg: 95 })).toEqual(['kneeTravel', 'hipFold']);
    expect(named({ kind: 'depthCap', thighDepthDeg: 0 })).toEqual(['kneeTravel']);
    expect(named({ kind: 'noLoad' })).toEqual([]);
  });

  it('is the same for a limit on the left as on the right', () => {
    for (const joint of ['ankle', 'knee', 'hip'] as const)
      for (const mostDeg of [0, 10, 45, 70, 90, 110])
        expect(barredBy({ kind: 'jointRange', joint, side: 'left', mostDeg })).toEqual(
          barredBy({ kind: 'jointRange', joint, side: 'right', mostDeg }),
        );
  });

  it('a form shows every kind under which an entry may be barred', () => {
    for (const { asks } of EVERYTHING)
      for (const limit of USUAL_LIMITS)
        if (goesBeyond(asks, limit) && limit.kind !== 'noPositions')
          expect(
            limit.kind === 'depthCap' && limit.thighDepthDeg < 0
              ? ['depthCap', ...kindsBarring(asks)]
              : kindsBarring(asks),
          ).toContain(limit.kind);
  });

  it('a referral withholds drills and cues alike', () => {
    for (const cause of CAUSE_IDS) {
      const withheld = WITHHELD_BY_REFERRAL[cause];
      const barred = [...DRILLS, ...CUES].filter(
        (e) => barOf(e, { ...NO_BARS, referred: [cause] }) !== null,
      );
      if (!withheld) expect(barred).toEqual([]);
    }
    const ids = (cause: 'ankleBlock' | 'hipFoldRoom' | 'structuralFlatFoot') =>
      [...DRILLS, ...CUES]
        .filter((e) => barOf(e, { ...NO_BARS, referred: [cause] }) !== null)
        .map((e) => e.id);
    expect(ids('ankleBlock')).toEqual(
      expect.arrayContaining(['bent-knee-calf-stretch', 'shins-lean-heels-stay', 'heels-as-heavy']),
    );
    expect(ids('hipFoldRoom')).toEqual(
      expect.arrayContaining(['supported-deep-lunge', 'rock-back-on-all-fours', 'between-heels']),
    );
    expect(ids('structuralFlatFoot')).toEqual(expect.arrayContaining(['arch-lift', 'sole-roll']));
  });

  it('spared knees are sent to no line, by drill or cue', () => {
    const given = [...DRILLS, ...CUES].filter(
      (e) => barOf(e, { ...NO_BARS, sparesKnees: true }) === null,
    );
    // By their words, not by their demands.
    const sends = given.filter((e) =>
      /knees? (travel to the line|reach it|at the line|forward until|over the second toe as far)/i.test(
        'how' in e ? e.how : e.words,
      ),
    );
    expect(sends.map((e) => e.id)).toEqual(['knee-over-toe-rock']);
    const kneesToLine: Asks = { kneesToLine: true };
    expect(goesBeyond(kneesToLine, { kind: 'verticalShins', shankDeg: 60 })).toBe(true);
  });
});
