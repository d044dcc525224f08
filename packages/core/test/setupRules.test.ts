import fc from 'fast-check';
import {
  BALANCED,
  buildLinkage,
  caseFor,
  CHANCE,
  chooseSetup,
  footingOf,
  neededChanges,
  placed,
  poseAt,
  PROFILES,
  profileOf,
  resolveBody,
  solve,
  startBelief,
  supportsOf,
  weaningSteps,
  weeksTo,
  type KitPiece,
} from '../src/index.ts';
import { client, clients } from './setupClients.ts';

describe('wedges', () => {
  const body = resolveBody({ statureMm: 1750, massKg: 75 });
  it('a straight ramp of 15° under feet 30° out tips them 7.6° inward; turned with the foot, not at all', () => {
    const toeOutDeg = { left: 30, right: 30 };
    const straight = footingOf(body, {
      support: { kind: 'ramp', angleDeg: 15, azimuth: 'straight' },
      toeOutDeg,
    });
    // By hand: tan 15° = 0.26795; × sin 30° = 0.13397, whose angle is 7.63°; × cos 30° = 0.23205, 13.06°.
    expect(straight.left.rollDeg).toBeCloseTo(7.63, 2);
    expect(straight.right.rollDeg).toBeCloseTo(7.63, 2);
    expect(straight.left.pitchDeg).toBeCloseTo(13.06, 2);
    const turned = footingOf(body, {
      support: { kind: 'ramp', angleDeg: 15, azimuth: 'foot' },
      toeOutDeg,
    });
    expect(turned.left).toMatchObject({ rollDeg: 0, toeExtensionDeg: 0 });
    expect(turned.left.pitchDeg).toBeCloseTo(15, 9);
  });

  it('a block bends the toes by its pitch, a ramp does not', () => {
    const block = footingOf(body, {
      support: { kind: 'block', riseMm: 45 },
      toeOutDeg: { left: 10, right: 10 },
    });
    // asin(45 / (0.73 × 266 mm)) = 13.4°.
    expect(block.left.toeExtensionDeg).toBeCloseTo(13.4, 1);
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
  const blocks = [5, 10, 20, 25, 40].map((riseMm) => ({ kind: 'block', riseMm }) as const);
  const steps = weaningSteps(body, question, blocks, BALANCED.weanedBufferDeg, trend);

  it('steps down through the heels there are, each asking more of the ankle, flat last', () => {
    expect(steps.map((s) => (s.support.kind === 'block' ? s.support.riseMm : 0))).toEqual([
      25, 20, 10, 5, 0,
    ]);
    const asked = steps.map((s) => s.fromDorsiflexionDeg);
    expect(asked).toEqual([...asked].sort((a, b) => a - b));
    for (const s of steps) expect(s.isReached).toBe(24 >= s.fromDorsiflexionDeg);
  });

  it('the threshold is where the lower heel truly opens, plus the buffer', () => {
    for (const { support, fromDorsiflexionDeg } of steps) {
      const needed = fromDorsiflexionDeg - BALANCED.weanedBufferDeg;
      const opens = (deg: number) =>
        solve({
          ...question,
          setup: { ...question.setup, support },
          limits: { ...question.limits, bufferDeg: 0, dorsiflexionDeg: { left: deg, right: deg } },
        }).sides.left;
      expect(opens(needed + 0.3).deepestThighDepthDeg).toBeGreaterThanOrEqual(-0.2);
      expect(opens(needed - 0.5).deepestThighDepthDeg ?? -90).toBeLessThan(0);
    }
  });

  it('a wedge comes down through wedges; of two that tip the foot alike one is enough', () => {
    const onWedge = {
      ...question,
      setup: {
        ...question.setup,
        support: { kind: 'ramp', angleDeg: 10, azimuth: 'foot' } as const,
      },
    };
    const wedge = (angleDeg: number) => ({ kind: 'ramp', angleDeg, azimuth: 'foot' }) as const;
    const down = weaningSteps(body, onWedge, [wedge(5), wedge(5), wedge(15)], 3, trend);
    expect(down.map((s) => s.support)).toEqual([wedge(5), { kind: 'floor' }]);
    expect(down[0]!.fromDorsiflexionDeg).toBeLessThan(down[1]!.fromDorsiflexionDeg);
  });

  it('says when, as a span and only where the ankle gains', () => {
    const open = {
      support: { kind: 'floor' } as const,
      fromDorsiflexionDeg: 27,
      isReached: false,
      chance: 0.01,
    };
    // 3° missing at 0.5 ± 0.2° a week: 3/0.7 to 3/0.3 weeks.
    expect(weeksTo(open, trend)?.least).toBeCloseTo(4.286, 3);
    expect(weeksTo(open, trend)?.most).toBeCloseTo(10, 9);
    expect(weeksTo(open, { ...trend, perWeekDeg: null })).toBeNull();
    expect(weeksTo(open, { ...trend, perWeekDeg: { mean: 0.1, sem: 0.2 } })?.most).toBeNull();
    expect(weeksTo(open, { ...trend, perWeekDeg: { mean: -0.5, sem: 0.2 } })).toBeNull();
  });
});

describe('what would have to change', () => {
  it('made, does make the setup likely enough, and is of at most two kinds', () => {
    let mended = 0;
    fc.assert(
      fc.property(clients, fc.constantFrom(...PROFILES), (from, profile) => {
        const question = { ...from, kit: [] };
        const found = neededChanges(question, profile, startBelief(question), CHANCE.try);
        if (!found) return;
        mended += 1;
        expect(found.changes.length).toBeGreaterThan(0);
        expect(found.changes.length).toBeLessThanOrEqual(2);
        const ankle = found.changes.find((c) => c.what === 'ankle');
        const by = ankle?.what === 'ankle' ? ankle.byDeg : { left: 0, right: 0 };
        const { left, right } = question.dorsiflexionDeg;
        const trained = {
          ...question,
          dorsiflexionDeg: { left: left + by.left, right: right + by.right },
        };
        const made = placed(trained, profile, startBelief(trained), found.placed);
        expect(made!.chance).toBeGreaterThanOrEqual(CHANCE.try - 0.02);
      }),
      { numRuns: 14, seed: 605 },
    );
    expect(mended).toBeGreaterThan(5);
  });

  it('names both ankles where both must rise, the stiffer alone where it alone is short', () => {
    const ankleOf = (left: number, right: number) => {
      const question = client({
        dorsiflexionDeg: { left, right },
        hipFold: null,
        kit: [],
        holds: ['front'],
        // Too much for a goblet, so no other load position is a way out.
        loadKg: 60,
      });
      const profile = { ...BALANCED, heelMostMm: 0 };
      const step = neededChanges(
        question,
        profile,
        startBelief(question),
        CHANCE.try,
      )?.changes.find((c) => c.what === 'ankle');
      return step?.what === 'ankle' ? step.byDeg : null;
    };
    const both = ankleOf(14, 14);
    expect(both!.left).toBeGreaterThan(0);
    expect(both!.right).toBe(both!.left);
    const one = ankleOf(14, 36);
    expect(one!.left).toBeGreaterThan(0);
    expect(one!.right).toBe(0);
  });

  it('asks nothing where something works already, and names only what the method would stand on', () => {
    const able = client({ dorsiflexionDeg: { left: 38, right: 38 } });
    expect(neededChanges(able, BALANCED, startBelief(able), CHANCE.try)).toBeNull();
    const open = client({ dorsiflexionDeg: { left: 12, right: 12 }, hipFold: null });
    const found = neededChanges(open, profileOf('openHip')!, startBelief(open), CHANCE.try);
    for (const c of found?.changes ?? [])
      if (c.what === 'heel') expect(c.support).toMatchObject({ kind: 'ramp', azimuth: 'foot' });
  });
});

describe('the methods', () => {
  it('are nine, each with its ranges, and only one is the default', () => {
    expect(PROFILES.map((p) => p.id)).toEqual([
      'balanced',
      'straightFoot',
      'openHip',
      'upright',
      'shinsUpright',
      'footFirst',
      'lowBar',
      'heelTool',
      'restoreRange',
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
    const [best] = chooseSetup(
      question,
      profileOf('shinsUpright')!,
      startBelief(question),
    ).proposals;
    expect(best?.setup.balance).toBe(0.4);
    expect(best?.bottom.shankDeg).toBeLessThanOrEqual(12 + 1e-9);
    const link = buildLinkage(resolveBody(question.body), best!.setup, 'left');
    expect(poseAt(link, (best!.bottom.shankDeg * Math.PI) / 180, 0).kind).toBe('pose');
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
