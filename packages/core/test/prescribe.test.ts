import fc from 'fast-check';
import {
  BALANCED,
  CAUTIONS,
  CUES,
  DRILLS,
  FIRST_CAUSES,
  footPositionSeries,
  prescribe,
  reachesTarget,
  recommendSetup,
  solve,
  type PrescriptionInput,
} from '../src/index.ts';
import { bodies, between, numbersIn } from './arbitraries.ts';

const client = (change: Partial<PrescriptionInput> = {}): PrescriptionInput => ({
  body: { statureMm: 1720, massKg: 70 },
  dorsiflexionDeg: { left: 36, right: 36 },
  habit: { stanceWidthMm: 430, toeOutDeg: { left: 15, right: 15 } },
  heelRiseMm: 0,
  hold: 'highBar',
  loadKg: 40,
  targetDepthDeg: 6,
  kneeTravelMm: null,
  dorsiflexionSemDeg: 1.4,
  ...change,
});

const wishes: fc.Arbitrary<PrescriptionInput> = fc
  .record({
    body: bodies,
    left: between(8, 45),
    right: between(8, 45),
    stanceWidthMm: between(200, 700),
    toeLeft: between(0, 45),
    toeRight: between(0, 45),
    heelRiseMm: fc.constantFrom(0, 10, 20, 30, 60),
    hold: fc.constantFrom(
      'bodyweight' as const,
      'highBar' as const,
      'lowBar' as const,
      'goblet' as const,
    ),
    targetDepthDeg: fc.constantFrom(-20, 0, 6, 25),
    kneeTravelMm: fc.option(between(-80, 150), { nil: null }),
    fold: fc.option(
      fc.record({ atZeroAbductionDeg: between(90, 160), perAbductionDeg: between(0, 1.5) }),
    ),
    kit: fc.option(fc.array(between(5, 40), { maxLength: 4 })),
  })
  .map(({ left, right, stanceWidthMm, toeLeft, toeRight, fold, kit, ...rest }) => ({
    ...(fold ? { hipFold: fold } : {}),
    ...(kit ? { kitRisesMm: kit } : {}),
    ...rest,
    dorsiflexionDeg: { left, right },
    habit: { stanceWidthMm, toeOutDeg: { left: toeLeft, right: toeRight } },
    loadKg: rest.hold === 'bodyweight' ? 0 : 40,
    dorsiflexionSemDeg: 1.4,
  }));

describe('a measured hip fold', () => {
  const stiffHip = (perAbductionDeg: number, change: Partial<PrescriptionInput> = {}) =>
    prescribe(
      client({
        hold: 'bodyweight',
        loadKg: 0,
        dorsiflexionDeg: { left: 42, right: 42 },
        habit: { stanceWidthMm: 300, toeOutDeg: { left: 5, right: 5 } },
        hipFold: { atZeroAbductionDeg: 110, perAbductionDeg },
        ...change,
      }),
      BALANCED,
    );

  it('that stops the squat in the habitual feet is named first, before an ankle that is long enough', () => {
    const { findings } = stiffHip(1);
    expect(findings[0]?.cause).toBe('hipFoldRoom');
    expect(findings[0]?.because).toMatch(
      /rounds from 1\d\d° of fold.*open stance gives this hip more room/,
    );
    expect(findings.map((f) => f.cause)).not.toContain('ankleJoint');
    expect(stiffHip(0).findings[0]?.because).not.toMatch(/open stance/);
  });

  it('is answered by opening the stance when that alone gives the room', () => {
    // No heel on hand, so the feet must open.
    const { recommendation } = stiffHip(1, { kitRisesMm: [] });
    const { setup } = recommendation.question;
    expect(recommendation.reachesWish).toBe(true);
    expect(setup.support.kind).toBe('floor');
    expect(setup.stanceWidthMm > 360 || setup.toeOutDeg.left > 5).toBe(true);
    expect(setup.hold).toBe('bodyweight');
    // A hip that gains nothing from it needs the arms in front as well.
    const closed = stiffHip(0, { kitRisesMm: [] }).recommendation;
    expect(closed.question.setup.hold).toBe('armsForward');
  });

  it('says nothing when there is room, or when it was not measured', () => {
    const roomy = stiffHip(0, { hipFold: { atZeroAbductionDeg: 165, perAbductionDeg: 0 } });
    expect(roomy.findings.map((f) => f.cause)).not.toContain('hipFoldRoom');
    const { hipFold: _hipFold, ...rest } = client();
    expect(prescribe(rest, BALANCED).findings.map((f) => f.cause)).not.toContain('hipFoldRoom');
  });

  it('never lets more be reached with less room', () => {
    fc.assert(
      fc.property(wishes, between(95, 150), between(1, 20), (wish, room, less) => {
        const deepest = (atZeroAbductionDeg: number) => {
          const r = recommendSetup(
            { ...wish, hipFold: { atZeroAbductionDeg, perAbductionDeg: 0.4 } },
            BALANCED,
          );
          return r.reachesWish;
        };
        if (deepest(room - less)) expect(deepest(room)).toBe(true);
      }),
      { numRuns: 60, seed: 130 },
    );
  });
});

describe('a known kit', () => {
  it('is all that is chosen from: flat, what is listed, or what the client stands on already', () => {
    fc.assert(
      fc.property(wishes, fc.array(between(5, 40), { maxLength: 4 }), (wish, kit) => {
        const { setup } = recommendSetup({ ...wish, kitRisesMm: kit }, BALANCED).question;
        const rise = setup.support.kind === 'block' ? setup.support.riseMm : 0;
        expect([0, Math.min(wish.heelRiseMm, BALANCED.heelMostMm), ...kit]).toContain(rise);
      }),
      { numRuns: 60, seed: 131 },
    );
  });
});

describe('the recommended setup', () => {
  it('leaves a setup alone that already works', () => {
    const r = recommendSetup(client(), BALANCED);
    expect(r.reachesWish).toBe(true);
    expect(r.changes).toEqual([]);
  });

  it('opens a shut window with the least change, and half a step less does not', () => {
    const wish = client({ dorsiflexionDeg: { left: 22, right: 30 } });
    const r = recommendSetup(wish, BALANCED);
    expect(r.reachesWish).toBe(true);
    expect(r.changes.length).toBeGreaterThan(0);
    expect(r.changes.every((c) => c.reason === 'opensWindow')).toBe(true);
    const heel = r.question.setup.support;
    if (heel.kind === 'block') {
      const less = solve({
        ...r.question,
        setup: { ...r.question.setup, support: { kind: 'block', riseMm: heel.riseMm - 5 } },
      }).sides.left;
      expect(reachesTarget(less.window, less.deepestThighDepthDeg, 6)).toBe(false);
    }
  });

  it('takes the heel down as far as the ankle now allows, with the weaning buffer', () => {
    const r = recommendSetup(client({ heelRiseMm: 30 }), BALANCED);
    const heel = r.changes.find((c) => c.what === 'heel');
    expect(heel).toMatchObject({ from: 30, reason: 'ankleAllowsLess' });
    expect(Number(heel?.to)).toBeLessThan(30);
  });

  it('stays within the profile, keeps both feet alike and never claims a reach it has not', () => {
    fc.assert(
      fc.property(wishes, (wish) => {
        const r = recommendSetup(wish, BALANCED);
        const { setup, target } = r.question;
        const shoulder = 0.259 * wish.body.statureMm;
        expect(setup.stanceWidthMm).toBeGreaterThanOrEqual(0.8 * shoulder - 1e-9);
        expect(setup.stanceWidthMm).toBeLessThanOrEqual(1.2 * shoulder + 1e-9);
        expect(setup.toeOutDeg.left).toBe(setup.toeOutDeg.right);
        expect(setup.toeOutDeg.left).toBeGreaterThanOrEqual(5);
        expect(setup.toeOutDeg.left).toBeLessThanOrEqual(25);
        if (setup.support.kind === 'block') expect(setup.support.riseMm).toBeLessThanOrEqual(40);
        const { left, right } = solve(r.question).sides;
        if (r.usable)
          for (const side of [left, right])
            expect(
              reachesTarget(side.window, side.deepestThighDepthDeg, target.thighDepthDeg),
            ).toBe(true);
        if (r.reachesWish) expect(target.thighDepthDeg).toBe(wish.targetDepthDeg);
        else if (r.usable) expect(target.thighDepthDeg).toBeLessThan(wish.targetDepthDeg);
      }),
      { numRuns: 150, seed: 30, endOnFailure: true },
    );
  });
});

describe('the first prescription', () => {
  it('sends the stiff side first and doubles it when it is clearly stiffer', () => {
    const p = prescribe(client({ dorsiflexionDeg: { left: 22, right: 34 } }), BALANCED);
    expect(p.findings[0]).toMatchObject({ cause: 'ankleJoint', side: 'left' });
    const ankle = p.drills.find(
      (d) => d.drill.causes.includes('ankleJoint') && d.drill.sides === 'perSide',
    );
    expect(ankle?.sides).toEqual({ first: 'left', doubled: 'left' });
  });

  it('calls long thighs build, not a fault, and tells nobody to stay upright', () => {
    const p = prescribe(
      client({ body: { statureMm: 1880, massKg: 82, segmentsMm: { thigh: 505, trunk: 515 } } }),
      BALANCED,
    );
    expect(p.findings.map((f) => f.cause)).toContain('proportions');
    expect(p.findings.find((f) => f.cause === 'proportions')?.because).toMatch(/not a fault/);
    expect(p.cues.map((c) => c.cue.id)).toContain('chest-goes-with-shins');
  });

  it('sees a client who sits back with ankle to spare, and one who dives beyond the measured ankle', () => {
    const back = prescribe(
      client({ dorsiflexionDeg: { left: 40, right: 40 }, kneeTravelMm: 10 }),
      BALANCED,
    );
    expect(back.findings.map((f) => f.cause)).toContain('habitSitsBack');
    const dive = prescribe(
      client({ dorsiflexionDeg: { left: 24, right: 24 }, kneeTravelMm: 110 }),
      BALANCED,
    );
    expect(dive.findings.map((f) => f.cause)).toContain('habitDives');
  });

  it('always gives three drills in routine order, at most two cues, each with a reason, and only finite numbers', () => {
    fc.assert(
      fc.property(wishes, (wish) => {
        const p = prescribe(wish, BALANCED);
        expect(p.drills).toHaveLength(3);
        expect(new Set(p.drills.map((d) => d.drill.id)).size).toBe(3);
        expect(p.drills.at(-1)?.drill.step).toBe('putTogether');
        expect(p.cues.length).toBeGreaterThanOrEqual(1);
        expect(p.cues.length).toBeLessThanOrEqual(2);
        for (const given of [...p.cues, ...p.drills, ...p.findings])
          expect(given.because.length).toBeGreaterThan(20);
        expect(numbersIn(p).every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 150, seed: 31, endOnFailure: true },
    );
  });

  it('never cues knees out', () => {
    for (const cue of CUES) expect(cue.words.toLowerCase()).not.toMatch(/knees? out/);
  });
});

describe('the tables', () => {
  it('hold at least twelve drills and ten cues, every entry with causes and a precaution', () => {
    expect(DRILLS.length).toBeGreaterThanOrEqual(12);
    expect(CUES.length).toBeGreaterThanOrEqual(10);
    for (const entry of [...DRILLS, ...CUES]) {
      expect(entry.causes.length).toBeGreaterThan(0);
      expect(entry.precaution.length).toBeGreaterThan(10);
    }
    expect(new Set([...DRILLS, ...CUES].map((e) => e.id)).size).toBe(DRILLS.length + CUES.length);
    expect(CAUTIONS.length).toBeGreaterThanOrEqual(3);
  });

  it('answer every cause with a cue and with a drill', () => {
    for (const cause of FIRST_CAUSES) {
      expect(CUES.some((c) => c.causes.includes(cause))).toBe(true);
      expect(DRILLS.some((d) => d.causes.includes(cause))).toBe(true);
    }
  });

  it('hold the 27 foot positions: 3 angles × 3 staggers × 3 widths (common practice, no source)', () => {
    const series = footPositionSeries();
    expect(series).toHaveLength(27);
    expect(new Set(series.map((p) => JSON.stringify(p))).size).toBe(27);
    expect(DRILLS.find((d) => d.id === 'foot-position-series')?.dose.amount).toBe(series.length);
  });
});
