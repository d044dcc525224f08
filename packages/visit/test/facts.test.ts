import { PLAIN_LOOK } from '@zither/contract/row';
import { HOUSE_RULES, BALANCED, CAUTIONS, DRILLS } from '@zither/core';
import { clientSetupValuesSchema, prescriptionValuesSchema, type Dossier } from '@zither/contract';
import {
  answerOf,
  bodyOf,
  clientCase,
  factsOf,
  finderQuestion,
  keepsLimits,
  knownOf,
  missingForPlan,
  missingOf,
  setupInUse,
  startingSetup,
} from '@zither/visit';
import { planChanges, writePlan } from '@zither/words/plan';
import { sayBeforeLoad } from '@zither/words/beforeLoad';
import { floorMap, setupCard } from '@zither/words/planPages';
import { planText } from '@zither/words/planText';
import { AT, dossierOf, five, ID, trial } from './trialRows.ts';

describe('from trials to a question', () => {
  it('reads the ankle the way it was taken last', () => {
    // asin((199.5 + 90 − 50) / 430.5) = 33.8°, by hand.
    expect(knownOf(dossierOf(five())).ankle.right).toMatchObject({ by: 'kneeToWall' });
    expect(knownOf(dossierOf(five())).ankle.right?.deg).toBeCloseTo(33.8, 1);
    const again = [...five(), trial('shinAngle', 'right', 31)];
    expect(knownOf(dossierOf(again)).ankle.right).toMatchObject({ deg: 31, by: 'inclinometer' });
    const beyond = dossierOf([trial('kneeToWall', 'left', 300)]);
    expect(knownOf(beyond).ankle.left).toBeNull();
  });

  it('turns the tape’s error into degrees where the reading lies, less with more trials', () => {
    // 6 mm on a 430.5 mm shank at about 23°: 6 / (430.5 · cos 23°) rad = 0.87°.
    expect(knownOf(dossierOf(five())).ankle.left?.sem).toBeCloseTo(0.87, 1);
    const three = [20, 20, 20].map((mm) => trial('kneeToWall', 'left', mm));
    expect(knownOf(dossierOf(three)).ankle.left?.sem).toBeCloseTo(0.87 / Math.sqrt(3), 1);
  });

  it('counts nothing that was struck out, and everything once it is put back', () => {
    const struck = { reason: 'Heel lifted', at: AT };
    const trials = [trial('kneeToWall', 'left', 20), trial('kneeToWall', 'left', 90, { struck })];
    const left = knownOf(dossierOf(trials)).ankle.left;
    expect(left?.trials).toBe(1);
    const back = trials.map((t) => ({ ...t, struck: null }));
    expect(knownOf(dossierOf(back)).ankle.left?.trials).toBe(2);
  });

  it('names what is missing', () => {
    expect(missingOf(dossierOf([]))).toHaveLength(5);
    // Zero is a measurement.
    expect(missingOf(dossierOf(five({ heel: 0, travel: 0 })))).toEqual([]);
    const some = five().filter(
      (t) => t.measure !== 'kneeTravel' && !(t.measure === 'toeOut' && t.side === 'right'),
    );
    expect(missingOf(dossierOf(some))).toEqual(['toeOut', 'kneeTravel']);
  });

  it('starts a setup as the client stands, valid against the contract, block or wedge', () => {
    const onBlock = dossierOf(five({ heel: 20 }));
    const start = startingSetup(onBlock.client, knownOf(onBlock), BALANCED);
    expect(start.setup).toMatchObject({
      stanceWidthMm: 420,
      toeOutDeg: { left: 14, right: 12 },
      support: { kind: 'block', riseMm: 20 },
    });
    expect(clientSetupValuesSchema.safeParse(start).success).toBe(true);
    const onWedge = dossierOf([...five({ heel: 20 }), trial('heelWedge', null, 10)]);
    expect(startingSetup(onWedge.client, knownOf(onWedge), BALANCED).setup.support).toEqual({
      kind: 'ramp',
      angleDeg: 10,
      azimuth: 'foot',
    });
    // The kit says that it is one board under both feet.
    const board = { kind: 'ramp', angleDeg: 10, pair: false, from: null } as const;
    const onBoard = { ...onWedge, client: { ...onWedge.client, kit: [board] } };
    expect(startingSetup(onBoard.client, knownOf(onBoard), BALANCED).setup.support).toMatchObject({
      azimuth: 'straight',
    });
  });

  it('takes of each measure the newest reading, so a recheck of the ankles alone keeps the stance', () => {
    const recheck = [
      trial('kneeToWall', 'left', 60, { takenOn: '2026-02-01' }),
      trial('kneeToWall', 'right', 95, { takenOn: '2026-02-01' }),
    ];
    const known = knownOf(dossierOf([...recheck, ...five()]));
    expect(known.ankle.left?.day).toBe('2026-02-01');
    expect(known.stanceWidthMm).toBe(420);
    expect(clientCase(dossierOf([])).kind).toBe('needsAnkle');
    expect(clientCase(dossierOf(recheck.slice(0, 1))).kind).toBe('needsAnkle');
  });

  it('takes buffer and lean limit from the balanced method and the hold', () => {
    const dossier = dossierOf(five());
    const start = startingSetup(dossier.client, knownOf(dossier), BALANCED);
    const setup = {
      ...start,
      id: ID,
      clientId: ID,
      version: 1,
      updatedAt: AT,
      saidAt: AT,
      saidBy: '',
    };
    setup.setup = { ...setup.setup, hold: 'lowBar', loadKg: 50 };
    const found = clientCase({ ...dossier, setup });
    if (found.kind !== 'ready') throw new Error('needs ankle');
    expect(found.question.limits).toMatchObject({ bufferDeg: 3, trunkLeanDeg: 55 });
    expect(found.question.limits.hipFold).toBeNull();
  });

  it('gives the linkage the fold limit once it was read', () => {
    const fold = (
      [
        ['hipFoldNarrow', 175, 96],
        ['hipFoldWide', 550, 121],
      ] as const
    ).flatMap(([measure, kneeGapMm, deg]) => [
      trial(measure, null, deg, { kneeGapMm }),
      trial(measure, null, deg, { kneeGapMm }),
    ]);
    const found = clientCase(dossierOf([...five(), ...fold]));
    if (found.kind !== 'ready') throw new Error('needs ankle');
    expect(found.question.limits.hipFold?.atZeroAbductionDeg).toBeCloseTo(96, 0);
    expect(found.question.limits.hipFold?.perAbductionDeg).toBeGreaterThan(0.8);
    expect(finderQuestion(dossierOf([...five(), ...fold]), [], HOUSE_RULES)?.hipFold).toEqual(
      found.question.limits.hipFold,
    );
  });

  it('puts the hip centres where the measured pelvis says: 0.72 of inter-ASIS (Bell et al. 1990, from memory)', () => {
    const { client } = dossierOf([]);
    expect(bodyOf({ ...client, interAsisMm: 250 }).segmentsMm?.hipSeparation).toBe(180);
    expect(bodyOf(client).segmentsMm?.hipSeparation).toBeUndefined();
  });

  it('wants stance, feet and ankles before a plan, no more', () => {
    expect(missingForPlan(dossierOf(five().filter((t) => t.measure !== 'heelRise')))).toEqual([]);
    expect(missingForPlan(dossierOf(five().filter((t) => t.measure !== 'stanceWidth')))).toEqual([
      'stanceWidth',
    ]);
  });

  it('proposes only heels of the kit once the kit is said', () => {
    const dossier = dossierOf(five({ wall: [0, 0] }));
    const kit = [
      { kind: 'block', as: 'plate', riseMm: 12 },
      { kind: 'block', as: 'shoe', riseMm: 33 },
    ] as const;
    const heelsOf = (given: typeof dossier) =>
      (finderQuestion(given, [], HOUSE_RULES)?.kit ?? []).flatMap((k) =>
        k.kind === 'block' ? [k.riseMm] : [],
      );
    expect(heelsOf(dossier).length).toBeGreaterThan(4);
    const withKit = { ...dossier, client: { ...dossier.client, kit: [...kit] } };
    expect(heelsOf(withKit)).toEqual([12, 33]);
  });

  it('each fact says value, interval, day, instrument and rows; what was not measured says so', () => {
    const facts = factsOf(dossierOf(five()), HOUSE_RULES);
    const left = facts.find((f) => f.id === 'dorsiflexion' && f.side === 'left')!;
    expect(left).toMatchObject({
      unit: 'deg',
      on: '2026-01-05',
      by: ['byHand'],
      basis: 'measured',
    });
    expect(left.rows).toHaveLength(1);
    // ± 1.96 SEM about the value.
    const sem = knownOf(dossierOf(five())).ankle.left!.sem;
    expect(left.interval!.high - left.value).toBeCloseTo(1.96 * sem, 9);
    const trunk = facts.find((f) => f.id === 'trunk')!;
    expect(trunk).toMatchObject({ basis: 'estimated', value: 0.288 * 1750 });
    // 3 % of the length, by hand.
    expect(trunk.interval!.high - trunk.value).toBeCloseTo(1.96 * 0.03 * 0.288 * 1750, 6);
    expect(facts.find((f) => f.id === 'thigh')).toMatchObject({ basis: 'measured', value: 440 });
  });
});

describe('the plan as written', () => {
  const planOn = (dossier: Dossier) => {
    const { plan } = answerOf({ dossier, on: '2026-01-05', tables: [] });
    if (!plan) throw new Error('no plan');
    return plan;
  };
  const write = (change: Parameters<typeof five>[0] = {}) =>
    writePlan(planOn(dossierOf(five(change))), '2026-01-05');

  it('is accepted by the contract, whatever the client', () => {
    for (const wall of [-20, 20, 90])
      for (const stance of [250, 420, 650])
        for (const heel of [0, 30]) {
          const written = write({ wall: [wall, wall + 10], stance, heel });
          expect(prescriptionValuesSchema.safeParse(written).error?.issues ?? []).toEqual([]);
          expect(JSON.stringify(written)).not.toMatch(/undefined|NaN|instead of instead/);
        }
  });

  it('says how to stand in one sentence with every number, where the setup comes from, and that it was not tried', () => {
    const { summary, setup, why, from, isTried } = write();
    expect(summary).toContain(`Heels ${Math.round(setup.stanceWidthMm / 10)} cm apart`);
    expect(summary).toMatch(/down to .*\.$/);
    expect([from, isTried]).toEqual(['proposed', false]);
    expect(why).toMatch(/^Proposed setup: gets down .*\. Not tried yet\.$/);
  });

  it('without a likely cause there are no drills, and the next test is named', () => {
    const free = write({ wall: [110, 110] });
    expect(free.drills).toEqual([]);
    expect(free.findings[0]!.because).toMatch(/^All that was watched and measured is in order/);
  });

  it('works on what Probe concluded, with the side of its own evidence', () => {
    const dossier = dossierOf(five({ wall: [110, 110] }), {
      decisions: [
        {
          id: ID,
          clientId: ID,
          version: 1,
          updatedAt: AT,
          saidAt: AT,
          saidBy: '',
          kind: 'workOn',
          on: '2026-01-05',
          at: AT,
          takenBack: false,
          causes: [
            { cause: 'abductors', side: 'right', probability: 0.8, because: ['knee in, right'] },
          ],
        },
      ],
    });
    const written = writePlan(planOn(dossier), '2026-01-05');
    expect(written.drills.length).toBeGreaterThan(0);
    expect(written.drills[0]!.because).toMatch(/^Abductor strength or timing, right/);
    expect(written.findings[0]!.because).toContain('knee in, right');
    expect(written.drills.find((d) => d.id === 'side-leg-raise')!.sides).toMatch(/right first/);
    for (const drill of written.drills) expect(drill.dose).toMatch(/\d+ (reps|min|s)$/);
  });

  it('asks for the newest look that showed something before the routine and again after it, and counts its own foot positions', () => {
    const row = { id: ID, clientId: ID, version: 1, updatedAt: AT, saidAt: AT, saidBy: '' };
    const look = (view: 'front' | 'side', seen: Dossier['judgements'][number]['seen']) => ({
      ...row,
      id: view === 'front' ? ID : '77777777-7777-4777-8777-777777777777',
      takenOn: '2026-01-05',
      takenAt: AT,
      view,
      condition: 'bodyweight' as const,
      asks: PLAIN_LOOK,
      discarded: false,
      reps: 5,
      loadKg: 0,
      lookedAt: null,
      seen,
    });
    const dossier = dossierOf(five({ wall: [110, 110] }), {
      judgements: [
        look('front', [
          { fault: 'archDrops', severity: 'clear', side: 'left', phase: null, reps: [] },
        ]),
        look('side', []),
      ],
      decisions: [
        {
          ...row,
          kind: 'workOn',
          on: '2026-01-05',
          at: AT,
          takenBack: false,
          causes: [{ cause: 'lateralLeg', side: 'left', probability: 0.8, because: ['seen'] }],
        },
      ],
    });
    const written = writePlan(planOn(dossier), '2026-01-05');
    expect(written.look).toBe(
      'Three squats seen from the front, bodyweight, before the routine and again after it. Watch for arch drops, foot rolls in, left.',
    );
    const feet = written.drills.find((d) => d.id === 'feet-along-the-way');
    const places = feet?.how.split('Positions: ')[1]?.split('; ') ?? [];
    expect(places.slice(-2)).toEqual(['left foot a little ahead', 'right foot a little ahead.']);
    expect(feet?.dose).toBe(`${places.length} reps`);
    expect(write({ wall: [110, 110] }).look).toBe('');
  });

  it('as plain text says all the client needs, in the order of the page, and names nobody', () => {
    const plan = write({ wall: [40, 60] });
    const text = planText(plan);
    expect(text).toMatch(/^Squat plan, 5 Jan 2026\n\nHOW TO STAND\n/);
    expect(text).toContain(plan.summary);
    for (const [i, drill] of plan.drills.entries())
      expect(text).toContain(`${i + 1}. ${drill.name}: ${drill.dose}.`);
    for (const cue of plan.cues) expect(text).toContain(`“${cue.words}”`);
    for (const caution of CAUTIONS) expect(text).toContain(caution);
    expect(text.indexOf('TRAIN')).toBeLessThan(text.indexOf('DO, IN THIS ORDER'));
    expect(text).not.toMatch(/Orla Venn|undefined|null/);
    // Without drills and load these parts are not there at all.
    const bare = planText({ ...plan, drills: [], beforeLoad: [], cues: [] });
    expect(bare).not.toMatch(/DO, IN THIS ORDER|BEFORE THE LOAD|THINK OF/);
  });

  it('keeps the limits it was made under, and not stricter ones that came after', () => {
    const dossier = dossierOf(five());
    const given = writePlan(planOn(dossier), '2026-01-05');
    const deep = { ...given, thighDepthDeg: 10 };
    expect(keepsLimits(dossier, deep, [])).toBe(true);
    expect(keepsLimits(dossier, deep, [{ kind: 'depthCap', thighDepthDeg: 0 }])).toBe(false);
    const loaded = { ...given, setup: { ...given.setup, loadKg: 60, hold: 'highBar' as const } };
    expect(keepsLimits(dossier, loaded, [{ kind: 'noLoad' }])).toBe(false);
    const { id, part, name, how, feel, precaution } = DRILLS.find((d) => d.asks.load)!;
    const drill = {
      id,
      part,
      name,
      how,
      feel,
      precaution,
      dose: '5 reps',
      sides: 'both',
      steps: [],
      because: '–',
    };
    const bodyweight = {
      ...given,
      setup: { ...given.setup, loadKg: 0, hold: 'bodyweight' as const },
      thighDepthDeg: -30,
      drills: [drill],
    };
    expect(keepsLimits(dossier, bodyweight, [])).toBe(true);
    expect(keepsLimits(dossier, bodyweight, [{ kind: 'noLoad' }])).toBe(false);
  });

  it('puts hook and safety height on the setup card of a racked load, in the units of the plan', () => {
    const dossier = dossierOf(five({ wall: [90, 90] }));
    const given = writePlan(planOn(dossier), '2026-01-05');
    const racked = {
      ...given,
      units: 'imperial' as const,
      setup: { ...given.setup, hold: 'highBar' as const, loadKg: 60 },
      beforeLoad: sayBeforeLoad({
        hold: 'highBar',
        rack: { barStandingMm: 1570, hooksMm: 1510, safetiesMm: 810 },
        mayBrace: true,
        isFree: true,
      } as never),
    };
    const card = setupCard(racked, 'A');
    expect(card.heights.map((h) => h.split(' ')[0])).toEqual(['Hooks', 'Safeties']);
    expect(card.numbers.find((n) => n.label === 'Load')?.value).toMatch(/ lb$/);
    expect(setupCard(given, 'A').heights).toEqual([]);
    const map = floorMap(given, 260, 'A');
    const half = given.setup.stanceWidthMm / 20;
    expect(map.tape.join(' ')).toContain(
      `Left heel, back edge: ${half} cm left of the centre line`,
    );
  });

  it('has changed only where setup, cues or drills have', () => {
    const now = write({ wall: [40, 60] });
    expect(planChanges(now, { ...now, givenOn: '2026-03-01', chance: 0.61 })).toEqual([]);
    const [wider, ...none] = planChanges(now, {
      ...now,
      setup: { ...now.setup, stanceWidthMm: 500 },
      summary: 'Heels 50 cm apart.',
    });
    expect(wider).toMatch(/^Setup: Heels 50 cm apart\. Before: Heels /);
    expect(none).toEqual([]);
    // Each drill that comes or goes is named with its reason.
    const [first, ...rest] = now.drills;
    const without = {
      ...now,
      drills: rest,
      notAdvised: [{ id: first!.id, because: `${first!.name}: it hurt at home; ask.` }],
    };
    expect(planChanges(now, without)).toEqual([`Gone: ${first!.name}: it hurt at home; ask.`]);
    expect(planChanges({ ...now, drills: rest }, now)).toEqual([
      `New: ${first!.name}, for ${first!.because.toLowerCase()}.`,
    ]);
    const dosed = { ...now, drills: [{ ...first!, dose: '3 min' }, ...rest] };
    expect(planChanges(now, dosed)[0]).toContain('3 min');
  });
});

describe('the setup in use', () => {
  const chosen = (riseMm: number) => ({
    id: ID,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: '',
    setup: {
      stanceWidthMm: 440,
      toeOutDeg: { left: 18, right: 18 },
      support: riseMm > 0 ? ({ kind: 'block', riseMm } as const) : ({ kind: 'floor' } as const),
      hold: 'highBar' as const,
      loadKg: 40,
      balance: 0.5,
      trackingOffsetDeg: 0,
    },
    thighDepthDeg: 6,
    workingPoint: 'parallelLines' as const,
    profile: 'balanced' as const,
  });
  const lockOn = (riseMm: number): Dossier['locks'][number] => {
    const { version: _v, ...values } = chosen(riseMm);
    return {
      ...values,
      version: 1,
      on: '2026-01-05',
      at: AT,
      by: 'CH',
      why: 'Tried and clean.',
      profileName: 'Balanced',
      evidence: { chance: null, trials: [], limits: null, says: [] },
      takenBack: false,
    };
  };
  const able = five({ wall: [90, 95] });

  it('is the locked one, else the chosen one, else the proposal, else the unprompted stance', () => {
    const of = (change: Partial<Dossier>) =>
      answerOf({ dossier: dossierOf(able, change), on: '2026-01-05', tables: [] }).use!;
    expect(of({ setup: chosen(0), locks: [lockOn(25)] })).toMatchObject({
      from: 'locked',
      setup: { support: { kind: 'block', riseMm: 25 } },
    });
    expect(of({ setup: chosen(0) })).toMatchObject({ from: 'chosen', setup: chosen(0).setup });
    expect(of({}).from).toBe('proposed');
    const stiff = dossierOf(five({ wall: [-140, -140] }), {});
    stiff.client.kit = [{ kind: 'block', as: 'plate', riseMm: 5 }];
    expect(answerOf({ dossier: stiff, on: '2026-01-05', tables: [] }).use!.from).toBe('habit');
  });

  it('leaves a lock aside that breaks a limit, whose kit is gone, or that is no longer likely, and says why', () => {
    const dossier = dossierOf(able, { setup: chosen(0), locks: [lockOn(25)] });
    const noLoad = setupInUse(dossier, [{ kind: 'noLoad' }], HOUSE_RULES, null)!;
    expect(noLoad.setAside?.because).toBe('limit');
    expect(noLoad.setup.loadKg).toBe(0);
    const bare = { ...dossier, client: { ...dossier.client, kit: [] as typeof kit } };
    const kit: Dossier['client']['kit'] = [{ kind: 'block', as: 'plate', riseMm: 10 }];
    expect(setupInUse(bare, [], HOUSE_RULES, null)!.from).toBe('locked');
    const without = setupInUse(
      { ...bare, client: { ...bare.client, kit } },
      [],
      HOUSE_RULES,
      null,
    )!;
    expect([without.from, without.setAside?.because]).toEqual(['chosen', 'kit']);
    const before = dossierOf(five({ wall: [-40, -40] }), { locks: [lockOn(0)] });
    // Nothing was read since: a new version of the sums sets no lock aside.
    expect(setupInUse(before, [], HOUSE_RULES, null)!.from).toBe('locked');
    const saidAt = '2026-01-06T09:00:00.000Z';
    const stiff = { ...before, trials: before.trials.map((t) => ({ ...t, saidAt })) };
    expect(setupInUse(stiff, [], HOUSE_RULES, null)!.setAside?.because).toBe('chance');
  });
});
