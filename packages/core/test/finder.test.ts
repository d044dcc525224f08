import fc from 'fast-check';
import { erf } from 'mathjs';
import {
  BALANCED,
  buildLinkage,
  caseFor,
  deepestThighDepthDeg,
  depthsTo,
  findSetups,
  footingOf,
  limitDraws,
  limitsForSide,
  normalQuantile,
  poseAt,
  PROFILES,
  profileOf,
  radicalInverse,
  reachTables,
  reachesWith,
  resolveBody,
  searchSetups,
  SEARCH_STEP,
  smallestChanges,
  solve,
  supportsOf,
  weaningSteps,
  weeksTo,
  type FoundSetup,
  type KitPiece,
  type MethodProfile,
  type SetupQuestion,
} from '../src/index.ts';
import { bodies, between } from './arbitraries.ts';

const client = (change: Partial<SetupQuestion> = {}): SetupQuestion => ({
  body: { statureMm: 1750, massKg: 75 },
  dorsiflexionDeg: { left: 26, right: 31 },
  hipFold: { atZeroAbductionDeg: 118, perAbductionDeg: 0.5 },
  habit: { stanceWidthMm: 420, toeOutDeg: { left: 14, right: 12 } },
  holds: ['highBar'],
  loadKg: 40,
  targetDepthDeg: 6,
  kit: [
    { kind: 'block', riseMm: 10 },
    { kind: 'block', riseMm: 25 },
    { kind: 'ramp', angleDeg: 10, pair: true },
  ],
  ...change,
});
const clients: fc.Arbitrary<SetupQuestion> = fc
  .record({
    body: bodies,
    left: between(8, 40),
    right: between(8, 40),
    fold: fc.option(
      fc.record({ atZeroAbductionDeg: between(95, 150), perAbductionDeg: between(0, 1) }),
    ),
    hold: fc.constantFrom(
      'highBar' as const,
      'front' as const,
      'lowBar' as const,
      'bodyweight' as const,
    ),
    targetDepthDeg: fc.constantFrom(-20, 0, 6, 25),
  })
  .map(({ body, left, right, fold, hold, targetDepthDeg }) =>
    client({
      body,
      dorsiflexionDeg: { left, right },
      hipFold: fold,
      holds: [hold],
      targetDepthDeg,
      loadKg: hold === 'bodyweight' ? 0 : 40,
    }),
  );
/** A school with a narrow search, so that a property may ask it often. */
const narrow: MethodProfile = {
  ...BALANCED,
  stancePerShoulderWidth: { least: 0.9, most: 1.05 },
  toeOutDeg: { least: 10, most: 20 },
};
const bestScore = (list: readonly FoundSetup[]) => Math.max(...list.map((s) => s.score));

describe('draws', () => {
  it('quantiles are those of the normal distribution (mathjs, and symmetry)', () => {
    for (const p of [0.001, 0.01, 0.1, 0.3, 0.5, 0.8, 0.975, 0.999]) {
      const back = (1 + erf(normalQuantile(p) / Math.SQRT2)) / 2;
      expect(back).toBeCloseTo(p, 7);
      expect(normalQuantile(p)).toBeCloseTo(-normalQuantile(1 - p), 8);
    }
    // From a printed table (from memory): 97.5 % lies at 1.959964.
    expect(normalQuantile(0.975)).toBeCloseTo(1.959964, 5);
  });

  it('mirror their digits at the point, by hand', () => {
    expect([1, 2, 3, 4, 5].map((n) => radicalInverse(n, 2))).toEqual([
      0.5, 0.25, 0.75, 0.125, 0.625,
    ]);
    expect(radicalInverse(5, 3)).toBeCloseTo(2 / 3 + 1 / 9, 12);
  });

  it('have the mean and spread they are asked for, left and right unrelated', () => {
    const draws = limitDraws(256, { dorsiflexionDeg: 2, hipFoldDeg: 5 });
    const mean = (pick: (d: (typeof draws)[number]) => number) =>
      draws.reduce((sum, d) => sum + pick(d), 0) / draws.length;
    for (const [pick, sd] of [
      [(d: (typeof draws)[number]) => d.left, 2],
      [(d: (typeof draws)[number]) => d.fold, 5],
    ] as const) {
      expect(Math.abs(mean(pick))).toBeLessThan(0.05 * sd);
      expect(Math.sqrt(mean((d) => pick(d) ** 2))).toBeCloseTo(sd, 0);
    }
    expect(Math.abs(mean((d) => d.left * d.right))).toBeLessThan(0.15);
  });
});

describe('reach tables', () => {
  it('say what the window says: reached exactly where the descent gets to the target', () => {
    let open = 0;
    let shut = 0;
    fc.assert(
      fc.property(
        clients,
        between(300, 620),
        between(0, 30),
        fc.constantFrom(0, 10, 25),
        (question, stanceWidthMm, toe, riseMm) => {
          const target = question.targetDepthDeg ?? 6;
          const setup = {
            stanceWidthMm,
            toeOutDeg: { left: toe, right: toe },
            support:
              riseMm > 0 ? ({ kind: 'block', riseMm } as const) : ({ kind: 'floor' } as const),
            hold: question.holds[0]!,
            loadKg: question.loadKg,
            balance: 0.5,
            trackingOffsetDeg: 0,
          };
          const base = caseFor(question, { ...BALANCED, bufferDeg: 0 }, setup, target);
          const link = buildLinkage(resolveBody(question.body), setup, 'left');
          const limits = limitsForSide(base.limits, 'left');
          const shanks = Float64Array.from({ length: 131 }, (_, k) => -5 + 0.5 * k);
          const [reach] = reachTables(link, limits, [target], shanks);
          const deepest = deepestThighDepthDeg(link, limits);
          const has = reachesWith(
            reach!,
            limits.dorsiflexionDeg,
            limits.hipFold?.atZeroAbductionDeg ?? Infinity,
          );
          // Right at the edge the coarser depths and the table's straight lines may say either.
          const isNear =
            (deepest !== null && Math.abs(deepest - target) < 1.5) ||
            (reach!.neededDeg !== null &&
              Math.abs(limits.dorsiflexionDeg + reach!.pitchDeg - reach!.neededDeg) < 0.25);
          if (isNear) return;
          if (has) open += 1;
          else shut += 1;
          expect(has).toBe(deepest !== null && deepest >= target);
        },
      ),
      { numRuns: 250, seed: 601 },
    );
    expect(Math.min(open, shut)).toBeGreaterThan(30);
  });

  it('ask the depths on the way, the target last', () => {
    expect(depthsTo(6)).toEqual([-45, -30, -20, -12, -6, -3, 0, 3, 6]);
    expect(depthsTo(-20).at(-1)).toBe(-20);
  });
});

describe('the finder', () => {
  it('brute force on a grid twice as fine never beats it by more than the step is worth', () => {
    fc.assert(
      fc.property(clients, (question) => {
        const own = bestScore(searchSetups(question, narrow));
        const body = resolveBody(question.body);
        let fine = -Infinity;
        const { least, most } = narrow.stancePerShoulderWidth;
        for (
          let stance = least * body.shoulderWidthMm;
          stance <= most * body.shoulderWidthMm;
          stance += SEARCH_STEP.stanceMm / 2
        ) {
          // One stance and one foot angle at a time, by the same search.
          const at = stance / body.shoulderWidthMm;
          for (let toe = 10; toe <= 20; toe += SEARCH_STEP.toeOutDeg / 2) {
            const point = {
              ...narrow,
              stancePerShoulderWidth: { least: at, most: at },
              toeOutDeg: { least: toe, most: toe },
            };
            fine = Math.max(fine, bestScore(atPoint(question, point, stance, toe)));
          }
        }
        // A step is worth at most what room, chance and habit change over half of it.
        expect(fine - own).toBeLessThan(12);
      }),
      { numRuns: 12, seed: 602 },
    );
  });

  it('more dorsiflexion never shrinks what works', () => {
    fc.assert(
      fc.property(clients, between(0.5, 10), (question, more) => {
        const { left, right } = question.dorsiflexionDeg;
        const freer = { left: left + more, right: right + more };
        const before = searchSetups(question, narrow);
        const after = searchSetups({ ...question, dorsiflexionDeg: freer }, narrow);
        before.forEach((s, i) => {
          expect(after[i]?.chance).toBeGreaterThanOrEqual(s.chance - 1e-9);
          if (s.window.kind === 'open') expect(after[i]?.window.kind).toBe('open');
        });
      }),
      { numRuns: 25, seed: 603 },
    );
  });

  it('removing kit never improves the score, and a wider range never does worse', () => {
    fc.assert(
      fc.property(clients, fc.nat(2), (question, gone) => {
        const all = bestScore(searchSetups(question, narrow));
        const less = { ...question, kit: question.kit.filter((_, i) => i !== gone) };
        expect(bestScore(searchSetups(less, narrow))).toBeLessThanOrEqual(all + 1e-9);
        const wide = {
          ...narrow,
          stancePerShoulderWidth: { least: 0.8, most: 1.2 },
          toeOutDeg: { least: 5, most: 25 },
        };
        expect(bestScore(searchSetups(question, wide))).toBeGreaterThanOrEqual(all - 1e-9);
      }),
      { numRuns: 25, seed: 604 },
    );
  });

  it('the chance is the share of draws in which both sides get down, counted the long way', () => {
    const question = client({
      targetDepthDeg: 0,
      hipFold: null,
      dorsiflexionDeg: { left: 24, right: 25 },
    });
    const sem = { dorsiflexionDeg: 3, hipFoldDeg: 4 };
    const found = searchSetups({ ...question, uncertainty: sem }, narrow).filter(
      (s) => s.chance > 0.1 && s.chance < 0.9 && s.targetDepthDeg === 0,
    );
    expect(found.length).toBeGreaterThan(2);
    for (const s of found.slice(0, 4)) {
      let good = 0;
      const draws = limitDraws(256, sem);
      for (const d of draws) {
        const base = caseFor(question, { ...narrow, bufferDeg: 0 }, s.setup, 0);
        const reaches = (['left', 'right'] as const).every((side) => {
          const link = buildLinkage(resolveBody(question.body), s.setup, side);
          const limits = limitsForSide(base.limits, side);
          const deepest = deepestThighDepthDeg(link, {
            ...limits,
            dorsiflexionDeg: limits.dorsiflexionDeg + d[side],
          });
          return deepest !== null && deepest >= -1e-6;
        });
        if (reaches) good += 1;
      }
      expect(Math.abs(s.chance - good / draws.length)).toBeLessThanOrEqual(0.02);
    }
  });

  it('proposes setups that differ in kind, the best first, all within the school and the screen', () => {
    for (const profile of PROFILES) {
      const question = client({
        safety: [{ kind: 'depthCap', thighDepthDeg: 0 }, { kind: 'noLoad' }],
      });
      const { proposals } = findSetups(question, profile);
      const body = resolveBody(question.body);
      expect(proposals[0]?.kinds).toContain('best');
      for (const p of proposals) {
        const perShoulder = p.setup.stanceWidthMm / body.shoulderWidthMm;
        expect(perShoulder).toBeGreaterThanOrEqual(profile.stancePerShoulderWidth.least - 1e-9);
        expect(perShoulder).toBeLessThanOrEqual(profile.stancePerShoulderWidth.most + 1e-9);
        expect(p.setup.toeOutDeg.left).toBe(p.setup.toeOutDeg.right);
        expect(p.targetDepthDeg).toBeLessThanOrEqual(0);
        expect(p.setup.loadKg).toBe(0);
        if (profile.heelMostMm === 0) expect(p.setup.support.kind).toBe('floor');
      }
      const places = proposals.map((p) => JSON.stringify([p.setup, p.targetDepthDeg]));
      expect(new Set(places).size).toBe(places.length);
    }
  });

  it('progress is told and ends at one', () => {
    const told: number[] = [];
    findSetups(client(), BALANCED, (share) => told.push(share));
    expect(told.at(-1)).toBe(1);
    expect(told).toEqual([...told].sort((a, b) => a - b));
  });
});

/** The finder at exactly one stance and one foot angle, off its own grid. */
function atPoint(
  question: SetupQuestion,
  profile: MethodProfile,
  stanceWidthMm: number,
  toeOutDeg: number,
): FoundSetup[] {
  return searchSetups(question, profile, undefined, {
    stances: [stanceWidthMm],
    toes: [toeOutDeg],
  });
}

describe('what the literature says of setups, through the finder (signs; all from memory)', () => {
  const at = (stance: number, toe: number, kit: readonly KitPiece[] = []) => {
    const question = client({
      kit,
      hipFold: null,
      dorsiflexionDeg: { left: 45, right: 45 },
      targetDepthDeg: 0,
    });
    const list = atPoint(question, BALANCED, stance, toe).filter((s) => s.targetDepthDeg === 0);
    return list.at(-1)!.bottom!;
  };

  it('Escamilla et al. 2001: wider and more toe-out → less forward knee and less trunk lean', () => {
    const [narrowStance, wide] = [at(360, 10), at(560, 25)];
    expect(wide.kneecapPastToeMm).toBeLessThan(narrowStance.kneecapPastToeMm);
    expect(wide.trunkDeg).toBeLessThan(narrowStance.trunkDeg);
  });

  it('Sato et al. 2012, Legg et al. 2017: lifted heels → less trunk lean, the more the higher', () => {
    const leans = [5, 15, 25, 35].map(
      (riseMm) => at(420, 15, [{ kind: 'block', riseMm }]).trunkDeg,
    );
    expect(leans).toEqual([...leans].sort((a, b) => b - a));
    expect(leans[0]).toBeLessThan(at(420, 15).trunkDeg);
  });
});

describe('wedges', () => {
  const body = resolveBody({ statureMm: 1750, massKg: 75 });
  it('a straight ramp of 15° under feet 30° out tips them 7.6° inward; turned with the foot, not at all', () => {
    const toeOutDeg = { left: 30, right: 30 };
    const straight = footingOf(body, {
      support: { kind: 'ramp', angleDeg: 15, azimuth: 'straight' },
      toeOutDeg,
    });
    // By hand: tan 15° = 0.26795; × sin 30° = 0.13397, whose angle is 7.63°; × cos 30° = 0.23205, 13.06°.
    expect(straight.feet.left.rollDeg).toBeCloseTo(7.63, 2);
    expect(straight.feet.right.rollDeg).toBeCloseTo(7.63, 2);
    expect(straight.feet.left.pitchDeg).toBeCloseTo(13.06, 2);
    expect(straight.says).toEqual([
      'The straight wedge tips the left foot 7.6° inward: turn it with the foot.',
      'The straight wedge tips the right foot 7.6° inward: turn it with the foot.',
    ]);
    const turned = footingOf(body, {
      support: { kind: 'ramp', angleDeg: 15, azimuth: 'foot' },
      toeOutDeg,
    });
    expect(turned.feet.left).toMatchObject({ rollDeg: 0, toeExtensionDeg: 0 });
    expect(turned.feet.left.pitchDeg).toBeCloseTo(15, 9);
    expect(turned.says).toEqual([]);
  });

  it('a block bends the toes by its pitch, a ramp does not', () => {
    const block = footingOf(body, {
      support: { kind: 'block', riseMm: 45 },
      toeOutDeg: { left: 10, right: 10 },
    });
    // asin(45 / (0.73 × 266 mm)) = 13.4°.
    expect(block.feet.left.toeExtensionDeg).toBeCloseTo(13.4, 1);
    expect(block.says).toEqual([
      'The lift bends the big toes back 13.4°: a ramp under the whole foot would not.',
    ]);
  });
});

describe('weaning', () => {
  const question = caseFor(
    client({ dorsiflexionDeg: { left: 24, right: 27 }, targetDepthDeg: 0 }),
    BALANCED,
    {
      stanceWidthMm: 440,
      toeOutDeg: { left: 20, right: 20 },
      support: { kind: 'block', riseMm: 30 },
      hold: 'goblet',
      loadKg: 16,
      balance: 0.5,
      trackingOffsetDeg: 0,
    },
    0,
  );
  const body = resolveBody(question.body);
  const trend = { deg: 24, sem: 1, perWeekDeg: { mean: 0.5, sem: 0.2 } };
  const steps = weaningSteps(body, question, [5, 10, 20, 25, 40], BALANCED.weanedBufferDeg, trend);

  it('steps down through the heels there are, each asking more of the ankle, flat last', () => {
    expect(steps.map((s) => s.riseMm)).toEqual([25, 20, 10, 5, 0]);
    const asked = steps.map((s) => s.fromDorsiflexionDeg);
    expect(asked).toEqual([...asked].sort((a, b) => a - b));
    for (const s of steps) expect(s.isReached).toBe(24 >= s.fromDorsiflexionDeg);
  });

  it('the threshold is where the lower heel truly opens, plus the buffer', () => {
    for (const { riseMm, fromDorsiflexionDeg } of steps) {
      const needed = fromDorsiflexionDeg - BALANCED.weanedBufferDeg;
      const opens = (deg: number) =>
        solve({
          ...question,
          setup: {
            ...question.setup,
            support: riseMm > 0 ? { kind: 'block', riseMm } : { kind: 'floor' },
          },
          limits: { ...question.limits, bufferDeg: 0, dorsiflexionDeg: { left: deg, right: deg } },
        }).sides.left;
      expect(opens(needed + 0.3).deepestThighDepthDeg).toBeGreaterThanOrEqual(-0.2);
      expect(opens(needed - 0.5).deepestThighDepthDeg ?? -90).toBeLessThan(0);
    }
  });

  it('says when, as a span and only where the ankle gains', () => {
    const open = { riseMm: 0, fromDorsiflexionDeg: 27, isReached: false, chance: 0.01 };
    // 3° missing at 0.5 ± 0.2° a week: 3/0.7 to 3/0.3 weeks.
    expect(weeksTo(open, trend)?.least).toBeCloseTo(4.286, 3);
    expect(weeksTo(open, trend)?.most).toBeCloseTo(10, 9);
    expect(weeksTo(open, { ...trend, perWeekDeg: null })).toBeNull();
    expect(weeksTo(open, { ...trend, perWeekDeg: { mean: 0.1, sem: 0.2 } })?.most).toBeNull();
    expect(weeksTo(open, { ...trend, perWeekDeg: { mean: -0.5, sem: 0.2 } })).toBeNull();
  });
});

describe('when nothing works', () => {
  it('the smallest changes, made, do open a setup', () => {
    let mended = 0;
    fc.assert(
      fc.property(clients, fc.constantFrom(...PROFILES), (from, profile) => {
        const question = { ...from, kit: [] };
        const found = smallestChanges(question, profile);
        if (!found || found.changes.length === 0) return;
        mended += 1;
        const by = (what: string) => {
          const c = found.changes.find((x) => x.what === what);
          return c && 'byDeg' in c ? c.byDeg : 0;
        };
        const ankle = by('ankle');
        const base = caseFor(
          question,
          { ...profile, bufferDeg: 0 },
          found.setup,
          found.targetDepthDeg,
        );
        const { left, right } = question.dorsiflexionDeg;
        const worse = Math.min(left, right) + ankle;
        const solved = solve({
          ...base,
          limits: {
            ...base.limits,
            trunkLeanDeg: base.limits.trunkLeanDeg + by('lean'),
            dorsiflexionDeg: { left: worse, right: worse },
          },
        });
        expect(solved.sides.left.deepestThighDepthDeg ?? -90).toBeGreaterThanOrEqual(
          found.targetDepthDeg - 1.5,
        );
        expect(found.changes.length).toBeLessThanOrEqual(2);
      }),
      { numRuns: 25, seed: 605 },
    );
    expect(mended).toBeGreaterThan(5);
  });

  it('asks nothing where something works already', () => {
    expect(
      smallestChanges(client({ dorsiflexionDeg: { left: 38, right: 38 } }), BALANCED)?.changes,
    ).toEqual([]);
  });
});

describe('the schools', () => {
  it('are six, each with its ranges, and only one is the default', () => {
    expect(PROFILES.map((p) => p.id)).toEqual([
      'balanced',
      'straightFoot',
      'openHip',
      'upright',
      'shinsUpright',
      'footFirst',
    ]);
    expect(profileOf('balanced')).toBe(BALANCED);
    expect(profileOf('somebody')).toBeNull();
    // Lean limits: upright 8° less, open hip 5° more, shins upright 15° more (common practice, no source).
    const lean = (id: string) =>
      profileOf(id)!.leanLimitDeg.highBar - BALANCED.leanLimitDeg.highBar;
    expect([lean('upright'), lean('openHip'), lean('shinsUpright')]).toEqual([-8, 5, 15]);
  });

  it('shins upright keeps the shank under 12° and the weight on the heels', () => {
    const question = client({ dorsiflexionDeg: { left: 40, right: 40 }, targetDepthDeg: 0 });
    const [best] = findSetups(question, profileOf('shinsUpright')!).proposals;
    expect(best?.setup.balance).toBe(0.4);
    expect(best?.bottom?.shankDeg).toBeLessThanOrEqual(12 + 1e-9);
    const link = buildLinkage(resolveBody(question.body), best!.setup, 'left');
    expect(poseAt(link, (best!.bottom!.shankDeg * Math.PI) / 180, 0).kind).toBe('pose');
  });

  it('use of the kit only what they allow: turned wedges for open hip, nothing for straight feet', () => {
    const body = resolveBody({ statureMm: 1750, massKg: 75 });
    const kit: KitPiece[] = [
      { kind: 'block', riseMm: 20 },
      { kind: 'ramp', angleDeg: 8, pair: true },
      { kind: 'ramp', angleDeg: 8, pair: false },
      { kind: 'block', riseMm: 55 },
    ];
    const kinds = (id: string) => supportsOf(kit, profileOf(id)!, body).length;
    expect(supportsOf(kit, profileOf('openHip')!, body)).toEqual([
      { kind: 'floor' },
      { kind: 'ramp', angleDeg: 8, azimuth: 'foot' },
    ]);
    expect([kinds('straightFoot'), kinds('balanced'), kinds('upright')]).toEqual([1, 4, 5]);
  });
});
