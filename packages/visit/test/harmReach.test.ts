import type { Dossier } from '@zither/contract';
import {
  barOf,
  beliefAfter,
  buildLinkage,
  caseFor,
  chanceIn,
  CUES,
  HOUSE_RULES,
  limitNow,
  resolveBody,
  SIDES,
  solveSide,
  TESTS,
  type Belief,
  type Placed,
  type Side,
} from '@zither/core';
import {
  barringOf,
  causesNamed,
  footLostOf,
  heelCourse,
  methodById,
  pinchesOf,
  setupBasis,
  type SetupBasis,
} from '@zither/visit';
import { writeAnswer } from '@zither/words/answer';
import { sayHeelRole } from '@zither/words/heel';
import { writePlan } from '@zither/words/plan';
import { sayUse } from '@zither/words/setup';
import { filmed, five, trial } from './trialRows.ts';
import {
  ON,
  row,
  moment,
  type Answers,
  type Purpose,
  screened,
  cleared,
  SETUP,
  chosen,
  seenAs,
  look,
  tried,
  set,
  setupTrial,
  worksOn,
  FREE,
  client,
  answer,
  given,
} from './harmRows.ts';

describe('the front of a joint', () => {
  it.each([null, 'pinch', 'tight'] as const)(
    'a sit stopped by the front of the hip, felt: %s',
    (felt) => {
      const dossier = client({
        decisions: worksOn('hipFoldRoom'),
        tried: [tried('supportedSit', 'hipFront', { felt })],
      });
      const a = answer(dossier);
      const stretches = [
        'supported-deep-lunge',
        'rock-back-on-all-fours',
        'supported-deep-sit',
        'lying-knee-pull',
      ];
      if (felt === 'tight') {
        expect(pinchesOf(dossier)).toEqual([]);
        expect(given(a).some((id) => stretches.includes(id))).toBe(true);
        return;
      }
      // Not said counts as a pinch: that range ends, is not stretched, and goes to a clinician.
      expect(given(a).filter((id) => stretches.includes(id))).toEqual([]);
      expect(a.use!.targetDepthDeg).toBeLessThanOrEqual(0);
      expect(a.plan!.referred).toContain('hipFoldRoom');
      expect(a.safety).toMatchObject({ outcome: { kind: 'withinLimits' } });
      // A later sit without it opens the range again.
      const later = tried('supportedSit', 'nothing', { takenAt: moment(20) });
      expect(answer({ ...dossier, tried: [later, ...dossier.tried] }).limits).toEqual([]);
    },
  );

  it('a pinch in front of an ankle in a test ends the range of that ankle', () => {
    for (const side of ['left', 'right'] as const) {
      const dossier = client({
        decisions: worksOn('ankleJoint'),
        tried: [tried('kneeStraightVsBent', 'ankleFront', { side, felt: 'pinch' })],
      });
      const a = answer(dossier);
      expect(a.limits).toEqual([
        expect.objectContaining({ kind: 'jointRange', joint: 'ankle', side }),
      ]);
      for (const { drill } of a.plan!.drills) expect(drill.causes).not.toContain('ankleJoint');
      expect(a.plan!.referred).toContain('ankleBlock');
    }
  });

  it('a pinch in a fold reading ends the fold there', () => {
    const fold = trial('hipFoldMiddle', null, 96, { pinch: true, kneeGapMm: 300 });
    const a = answer(client({ decisions: worksOn('hipFoldRoom') }, [...FREE, fold]));
    expect(a.limits).toContainEqual({ kind: 'noDeepFold', hipFoldDeg: 96 });
    for (const { drill } of a.plan!.drills)
      expect(drill.asks.hipFoldDeg ?? 0).toBeLessThanOrEqual(96);
  });
});

describe('a clinician’s limit of an ankle', () => {
  /** Dorsiflexion the linkage asks for on one side of a setup, with nothing in the way of it, degrees. */
  const asks = ({ setup, targetDepthDeg }: Placed, dossier: Dossier, side: Side): number => {
    const { question, method } = setupBasis(dossier, [], HOUSE_RULES)!;
    const base = caseFor(question, method, setup, targetDepthDeg);
    const limits = { ...base.limits, dorsiflexionDeg: { left: 80, right: 80 } };
    const { window } = solveSide({ ...base, limits }, side);
    if (window.kind === 'stanceTooWide') throw new Error('no window');
    const link = buildLinkage(resolveBody(base.body), setup, side);
    return window.floorDeg - (link.foot.pitch * 180) / Math.PI;
  };
  const LOOKS = {
    nothing: {},
    'a clean look': { judgements: [look([])] },
    'heels that rise': { judgements: [look([seenAs('heelsRise', 'left')])] },
    'a clean test': { tried: [tried('counterbalance', 'clean')] },
  };
  const limited = (side: Side, mostDeg: number, more: Partial<Dossier>): Dossier =>
    client(
      {
        screenings: screened({ recentInjury: { clearedByClinician: true, place: 'ankle', side } }),
        clearances: [
          cleared(['clearedInjury'], [{ kind: 'jointRange', joint: 'ankle', side, mostDeg }]),
        ],
        ...more,
      },
      five({ wall: [100, 100] }),
    );

  type Asked = SetupBasis & { belief: Belief };

  it.each([20, 24, 28])('of %s° holds whatever is seen and tested', (mostDeg) => {
    let proposed = 0;
    for (const side of SIDES)
      for (const more of Object.values(LOOKS)) {
        const dossier = limited(side, mostDeg, more);
        const a = answer(dossier);
        for (const p of a.loop!.choice.proposals) {
          proposed += 1;
          expect(asks(p, dossier, side)).toBeLessThanOrEqual(mostDeg + 0.01);
        }
      }
    expect(proposed).toBeGreaterThan(4);
  });

  it('never makes a setup likelier, and does not change what is thought of the body', () => {
    for (const more of Object.values(LOOKS)) {
      const [with_, without] = [
        limited('left', 24, more),
        client(more, five({ wall: [100, 100] })),
      ];
      const [a, b] = [with_, without].map((d) => {
        const basis = setupBasis(d, answer(d).limits, HOUSE_RULES)!;
        return { ...basis, belief: beliefAfter(basis.question, basis.tried) };
      }) as [Asked, Asked];
      expect(limitNow(a.belief, 'left')).toEqual(limitNow(b.belief, 'left'));
      for (const stanceWidthMm of [350, 430, 500])
        for (const depth of [-20, 0, 6]) {
          const at = {
            setup: { ...SETUP, hold: 'bodyweight' as const, loadKg: 0, stanceWidthMm },
            targetDepthDeg: depth,
          };
          const chance = (of: Asked) => chanceIn(of.question, of.method, of.belief, at);
          expect(chance(a)).toBeLessThanOrEqual(chance(b) + 1e-12);
        }
    }
  });
});

describe('an arch that gave way', () => {
  const lost = (toe: number, stance: number, more = {}) =>
    setupTrial(
      { toeOutDeg: { left: toe, right: toe }, stanceWidthMm: stance },
      { faults: [{ fault: 'archDrops', side: 'left', ...more }] },
    );
  it.each([
    ['balanced', 15, 430],
    ['openHip', 20, 480],
    ['footFirst', 12, 400],
  ] as const)('%s is never wider or further out than where it was lost', (profile, toe, stance) => {
    const setup = chosen({ hold: 'bodyweight', loadKg: 0 }, profile, 6);
    const a = answer(
      client({ setup: { ...setup!, saidAt: moment(1) }, setupTrials: [lost(toe, stance)] }),
    );
    const all = [a.use!, ...a.loop!.choice.proposals, ...(a.loop!.advice ? [a.loop!.advice] : [])];
    for (const { setup: s } of a.use!.from === 'habit' ? all.slice(1) : all) {
      expect(s.stanceWidthMm).toBeLessThanOrEqual(stance + 5);
      expect(Math.max(s.toeOutDeg.left, s.toeOutDeg.right)).toBeLessThanOrEqual(toe + 1);
    }
  });

  it('counts from a look around the unprompted stance, and no longer once it was kept there', () => {
    const front = { view: 'front' as const };
    const dropped = client({ judgements: [look([seenAs('archDrops', 'left')], front)] });
    expect(footLostOf(dropped)).toMatchObject([{ stanceWidthMm: 420, toeOutDeg: 14 }]);
    const kept = client({
      judgements: [look([], front, 9), look([seenAs('archDrops', 'left')], front)],
    });
    expect(footLostOf(kept)).toEqual([]);
    // Kept in a narrower one says nothing of it.
    const narrower = setupTrial({ toeOutDeg: { left: 5, right: 5 }, stanceWidthMm: 380 });
    expect(footLostOf({ ...dropped, setupTrials: [narrower] })).toHaveLength(1);
  });

  it('a method that judges by the foot caps the depth where it gave way', () => {
    const setup = {
      ...chosen({ hold: 'bodyweight', loadKg: 0 }, 'footFirst', 6)!,
      saidAt: moment(1),
    };
    const a = answer(client({ setup, setupTrials: [lost(15, 430, { atDepthDeg: -20 })] }));
    for (const p of a.loop!.choice.proposals) expect(p.targetDepthDeg).toBeLessThanOrEqual(-20);
    const look_ = look([seenAs('archDrops', 'left', { atDepthDeg: 0 })], { view: 'front' });
    const b = answer(client({ setup: null, judgements: [look_] }));
    for (const p of b.loop!.choice.proposals) expect(p.targetDepthDeg).toBeLessThanOrEqual(0);
    const read = { fault: 'archDrops', side: 'right', severity: 'clear', reps: [1], phase: null };
    const byCamera = {
      ...filmed('c', 'front', null, [{ ...read, atDepthDeg: -8 }]),
      condition: 'bodyweight' as const,
      takenOn: ON,
    };
    const seen = client({ setup: null, captures: [byCamera] });
    expect(footLostOf(seen)).toMatchObject([{ depthDeg: -8 }]);
    const method = client({
      captures: [byCamera],
      setup: { ...setup, saidAt: moment(1) },
    });
    for (const p of answer(method).loop!.choice.proposals)
      expect(p.targetDepthDeg).toBeLessThanOrEqual(-8);
  });
});

describe('limits never dead-end', () => {
  it.each(['left', 'right', 'both'] as const)(
    'a sore %s knee gets the method and depth that work under it',
    (side) => {
      const a = answer(
        client(
          { screenings: screened({ pain: { place: 'knee', side, level: 2 } }) },
          five({ wall: [90, 95] }),
        ),
      );
      expect(a.loop!.choice.kind).toBe('tryFirst');
      expect(a.loop!.insteadOf?.id).toBe('balanced');
      expect(a.use).toMatchObject({ from: 'proposed', isLikely: true });
      expect(['shinsUpright', 'lowBar']).toContain(a.use!.method.id);
      expect(a.use!.targetDepthDeg).toBeLessThanOrEqual(0);
      const written = writeAnswer(a);
      expect(written.setup!.says).toMatch(/Under today’s limits .* works under them/);
      expect(written.because.every((b) => b.lifts.length > 0)).toBe(true);
    },
  );

  it.each([
    ['pregnancy', { pregnancy: true }],
    ['clearedInjury', { recentInjury: { clearedByClinician: true } }],
    ['child', { under16: { guardianPresent: true } }],
  ] as [string, Answers][])('a clearance that names %s lifts its limits', (rule, answers) => {
    const dossier = client({ screenings: screened(answers), setup: chosen({ loadKg: 40 }) });
    expect(answer(dossier).limits).toContainEqual({ kind: 'noLoad' });
    const lifted = answer({ ...dossier, clearances: [cleared([rule])] });
    expect(lifted.limits).toEqual([]);
    expect(lifted.plan!.ladder.loadKg).toBe(40);
    // One that names something else lifts nothing.
    expect(answer({ ...dossier, clearances: [cleared(['swelling'])] }).limits).toContainEqual({
      kind: 'noLoad',
    });
  });

  it.each(['left', 'right'] as const)(
    'a sore %s shoulder moves the load and leaves the depth',
    (side) => {
      const dossier = client({
        screenings: screened({ pain: { place: 'shoulder', side, level: 2 } }),
        setup: chosen({ hold: 'lowBar', loadKg: 30 }),
      });
      const a = answer(dossier);
      expect(a.use!.targetDepthDeg).toBe(6);
      expect(['goblet', 'front', 'bodyweight']).toContain(a.use!.setup.hold);
      expect(a.plan!.ladder.now).not.toBe('lowBar');
      expect(sayUse(a.use!)).toMatch(/Clear rules out the 30 kg in the low bar position/);
    },
  );

  it('a load the client may not use is refused in words, never dropped in silence', () => {
    const a = answer(
      client({ screenings: screened({ pregnancy: true }), setup: chosen({ loadKg: 60 }) }),
    );
    expect(a.use!.setup).toMatchObject({ loadKg: 0, hold: 'bodyweight' });
    expect(a.use!.barred).toMatchObject({ hold: 'highBar', loadKg: 60 });
    expect(sayUse(a.use!)).toMatch(
      /Clear rules out the 60 kg in the high bar position \(no load\)/,
    );
    expect(writeAnswer(a).setup!.use.barred!.says).toMatch(/60 kg/);
  });

  it('spared knees are sent to no line', () => {
    const drills = (purpose: Purpose) =>
      given(
        answer(
          client({
            screenings: screened({}, purpose),
            decisions: worksOn('habitSitsBack', 'quadsWeak', 'ankleJoint'),
          }),
        ),
      );
    expect(drills('strength')).toContain('knees-lead-wall');
    for (const id of ['knees-lead-wall', 'knee-travel-hold', 'kneeling-lean-back', 'knees-reach'])
      expect(drills('kneeSparing')).not.toContain(id);
  });
});

describe('words that blame nobody wrongly', () => {
  const out = look([seenAs('kneesOut', 'left'), seenAs('kneesOut', 'right')], { view: 'front' });
  it('a cue is blamed only where one is on record', () => {
    const says = (dossier: Dossier) =>
      writeAnswer(answer(dossier))
        .causes.map((c) => `${c.name} ${c.because.join(' ')}`)
        .join(' ');
    const plain = client({ judgements: [out] });
    expect(causesNamed(answer(plain)).map((c) => c.cause)).toContain('overCuedKneesOut');
    expect(says(plain)).not.toMatch(/cue/i);
    const notFault = (dossier: Dossier) =>
      answer(dossier).opinion.diagnosis.notFaults.find((f) => f.what === 'overCuedKneesOut')!
        .because;
    expect(notFault(plain)).toMatchObject({ isCued: false });
    const cued = client({
      judgements: [out],
      tried: [
        tried('cueTrial', 'same', { cue: { id: 'spread-the-floor', words: 'Spread the floor.' } }),
      ],
    });
    expect(notFault(cued)).toMatchObject({ isCued: true });
  });

  it('no load is beyond control where none was ever carried', () => {
    const drops = look([seenAs('dropsIn'), seenAs('chestDrop')]);
    const chance = (dossier: Dossier) =>
      answer(dossier).opinion.diagnosis.causes.find((c) => c.cause === 'loadBeyondControl')!
        .probability;
    expect(chance(client({ judgements: [drops] }))).toBeLessThanOrEqual(0.005);
    expect(chance(client({ judgements: [drops], loadSets: [set(40, 1)] }))).toBeGreaterThan(0.05);
  });

  it('the same mark is named only to feet that differ', () => {
    const feet = (toes: [number, number]) =>
      barOf(
        CUES.find((c) => c.id === 'feet-same')!,
        barringOf(
          client({}, five({ toes })),
          methodById({ usual: 'balanced', own: [] } as never, 'balanced'),
          [],
          null,
          null,
        ),
      );
    expect(feet([14, 14])).toEqual({ kind: 'notNeeded' });
    expect(feet([14, 22])).toBeNull();
    expect(feet([22, 14])).toBeNull();
    expect(TESTS.hinge.how).toMatch(/soft knees/);
  });

  it('a lift that may stay is not weaned, and flat is named only where it is likely', () => {
    const dossier = client({
      screenings: screened({}, 'barbell'),
      setup: chosen({ support: { kind: 'block', riseMm: 20 } }, 'upright', 25),
      decisions: [
        {
          ...row(),
          kind: 'train',
          on: ON,
          at: moment(2),
          takenBack: false,
          rung: null,
          dose: null,
          heelRole: 'primary',
        },
      ],
    });
    const a = answer(dossier);
    const question = {
      body: { statureMm: 1750, massKg: 70 },
      setup: { ...SETUP, support: { kind: 'block' as const, riseMm: 20 } },
      limits: { dorsiflexionDeg: { left: 20, right: 20 }, bufferDeg: 2, trunkLeanDeg: 37 },
      target: { thighDepthDeg: 25 },
      workingPoint: 'kneesForward' as const,
    };
    const course = heelCourse(dossier, question, a.use!.method, false);
    expect(course).toMatchObject({ kind: 'tool', role: 'primary' });
    for (const role of ['warmUp', 'accessory'] as const) {
      expect(sayHeelRole({ role, isFree: false, isFlatLikely: false })).not.toMatch(
        /flat for|sets flat/,
      );
      expect(sayHeelRole({ role, isFree: false, isFlatLikely: true })).toMatch(/flat/);
    }
  });

  it('a ramp stands in the list of changes', () => {
    const ramp = { kind: 'ramp' as const, angleDeg: 10, azimuth: 'foot' as const };
    const a = answer(client({ setup: chosen({ support: ramp, hold: 'bodyweight', loadKg: 0 }) }));
    expect(
      writePlan(a.plan!, ON)
        .changes.map((c) => c.what)
        .join(' '),
    ).toMatch(/10° ramp/);
  });
});
