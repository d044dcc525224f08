import fc from 'fast-check';
import {
  BALANCED,
  goesBeyond,
  WITHHELD_BY_REFERRAL,
  CAUSE_IDS,
  CAUSES,
  CAUTIONS,
  CUES,
  DRILL_KIT,
  DRILLS,
  FAULTS,
  FIRST_HELP,
  firstCues,
  firstDrills,
  footPositions,
  IN_EVERY_ROOM,
  prescribe,
  PHASES,
  PROFILES,
  ROUTINE_PARTS,
  SIDES,
  swapFor,
  TEST_IDS,
  USUAL_LIMITS,
  type BannedCue,
  type CauseId,
  type PrescriptionInput,
  type ServedFault,
  type Side,
  type WorkedCause,
} from '../src/index.ts';

const worked = (cause: CauseId, side: Side | null = null, chance = 0.8): WorkedCause => ({
  cause,
  side,
  chance,
  because: [`${cause} was seen`],
});
const input = (
  causes: WorkedCause[],
  change: Partial<PrescriptionInput> = {},
): PrescriptionInput => ({
  causes,
  limits: [],
  fills: [],
  findings: [],
  sparesKnees: false,
  feetDiffer: true,
  referred: [],
  banned: [],
  stifferSide: 'left',
  method: BALANCED,
  wishes: { minutes: 10, kit: null, pinned: [], banned: [] },
  hurt: [],
  drills: DRILLS,
  cues: CUES,
  counted: [],
  cleared: [],
  ...change,
});

const SERVED = Object.keys(FIRST_HELP) as ServedFault[];
const BANNED: BannedCue[] = ['kneesOut', 'chestUp', 'forcedTuck', 'stretchAnkle'];
/** Causes a plan works on: neither for a clinician nor a reason to stop. */
const TRAINED = CAUSE_IDS.filter((id) => !['refer', 'stop'].includes(CAUSES[id].kind));
const causesOf = fc
  .uniqueArray(
    fc.record({
      cause: fc.constantFrom(...TRAINED),
      side: fc.constantFrom<Side | null>('left', 'right', null),
      chance: fc.double({ min: 0.5, max: 1, noNaN: true }),
    }),
    { maxLength: 5, selector: (c) => `${c.cause} ${c.side}` },
  )
  .map((list) =>
    list
      .map(({ cause, side, chance }) =>
        worked(cause, CAUSES[cause].sided === 'each' ? (side ?? 'left') : null, chance),
      )
      .sort((a, b) => b.chance - a.chance),
  );
const someDrills = fc.oneof(
  { arbitrary: fc.constant([]), weight: 2 },
  {
    arbitrary: fc.uniqueArray(fc.constantFrom(...DRILLS.map((d) => d.id)), { maxLength: 3 }),
    weight: 1,
  },
);
const someCount = fc
  .tuple(fc.nat({ max: 60 }), fc.nat({ max: 60 }))
  .map(([a, b]) => ({ k: Math.min(a, b), n: Math.max(a, b) }));
const inputs = fc
  .record({
    causes: causesOf,
    limits: fc.subarray([...USUAL_LIMITS]),
    referred: fc.subarray<CauseId>(['ankleBlock', 'structuralFlatFoot']),
    banned: fc.subarray(BANNED),
    method: fc.constantFrom(...PROFILES),
    stifferSide: fc.constantFrom<Side>('left', 'right'),
    wishes: fc.record({
      minutes: fc.constantFrom(5, 10, 15),
      kit: fc.option(fc.subarray([...DRILL_KIT]), { nil: null }),
      pinned: someDrills,
      banned: someDrills,
    }),
    hurt: someDrills,
    fills: causesOf,
    findings: fc.uniqueArray(
      fc.record({
        fault: fc.constantFrom(...SERVED),
        side: fc.constantFrom<Side | null>('left', 'right', null),
        phase: fc.constantFrom(null, ...PHASES),
        severity: fc.constantFrom('slight' as const, 'clear' as const),
        test: fc.constant(null),
      }),
      { maxLength: 4, selector: (f) => f.fault },
    ),
    // Whatever a practice counted, the limits hold.
    sparesKnees: fc.boolean(),
    feetDiffer: fc.boolean(),
    counted: fc.array(
      fc.record({
        drill: fc.constantFrom(...DRILLS.map((d) => d.id)),
        cause: fc.constantFrom(...TRAINED),
        with: someCount,
        without: someCount,
      }),
      { maxLength: 20 },
    ),
  })
  .map((o): PrescriptionInput => ({ ...o, drills: DRILLS, cues: CUES, cleared: [] }));
/** How many random clients; the longer command asks for more. */
const CLIENTS = Number(process.env['CLIENTS'] ?? 400);

describe('a plan for the causes found', () => {
  it('gives at most two cues and six drills in routine order, each for a cause of the list', () => {
    fc.assert(
      fc.property(inputs, (given) => {
        const plan = prescribe(given);
        expect(plan.cues.length).toBeLessThanOrEqual(2);
        expect(plan.drills.length).toBeLessThanOrEqual(6);
        if (given.wishes.pinned.length === 0)
          expect(plan.seconds).toBeLessThanOrEqual(60 * given.wishes.minutes);
        const steps = plan.drills.map((d) => ROUTINE_PARTS.indexOf(d.drill.part));
        expect(steps).toEqual([...steps].sort((a, b) => a - b));
        for (const { drill, for: of } of plan.drills)
          if (of.kind === 'finding') expect(firstDrills(of)).toContain(drill.id);
          else {
            const { kind: _kind, ...cause } = of;
            expect([...given.causes, ...given.fills]).toContainEqual(cause);
            expect(drill.causes).toContain(of.cause);
          }
        for (const { cue, for: of } of plan.cues)
          if (of.kind === 'finding') expect(firstCues(of)).toContain(cue.id);
          else expect(cue.causes).toContain(of.cause);
        // Every fault is served, or listed with the reason.
        for (const f of given.findings)
          expect(
            plan.unserved.some((u) => u.finding === f) ||
              plan.cues.some((c) => firstCues(f).includes(c.cue.id)) ||
              plan.drills.some((d) => firstDrills(f).includes(d.drill.id)),
          ).toBe(true);
        expect(new Set(plan.drills.map((d) => d.drill.id)).size).toBe(plan.drills.length);
      }),
      { numRuns: CLIENTS, seed: 31 },
    );
  });

  it('gives nothing that a limit, a referral or a banned cue rules out, and names what it leaves out', () => {
    fc.assert(
      fc.property(inputs, (given) => {
        const plan = prescribe(given);
        for (const e of [...plan.drills.map((d) => d.drill), ...plan.cues.map((c) => c.cue)]) {
          expect(given.limits.some((l) => goesBeyond(e.asks, l))).toBe(false);
          expect(given.sparesKnees && e.asks.kneesToLine === true).toBe(false);
          expect(e.bannedAs !== undefined && given.banned.includes(e.bannedAs)).toBe(false);
          for (const cause of given.referred) {
            expect(WITHHELD_BY_REFERRAL[cause]?.entries ?? []).not.toContain(e.id);
            expect(e.causes.some((c) => WITHHELD_BY_REFERRAL[cause]?.causes.includes(c))).toBe(
              false,
            );
          }
        }
        for (const { drill } of plan.drills) {
          const { kit, banned } = given.wishes;
          expect([...banned, ...given.hurt]).not.toContain(drill.id);
          for (const k of drill.kit)
            expect(kit === null || kit.includes(k) || IN_EVERY_ROOM.includes(k)).toBe(true);
        }
        // Knees-out never where it is banned, in whatever words.
        if (given.banned.includes('kneesOut'))
          for (const { cue } of plan.cues) expect(cue.words).not.toMatch(/knees out|spread/i);
        for (const left of plan.notAdvised) {
          const entry = [...DRILLS, ...CUES].find((e) => e.id === left.id)!;
          expect(
            given.causes.some((c) => entry.causes.includes(c.cause)) ||
              given.findings.some((f) => [firstCues(f)[0], firstDrills(f)[0]].includes(entry.id)),
          ).toBe(true);
        }
      }),
      { numRuns: CLIENTS, seed: 32 },
    );
  });

  it('without a cause or a fault there is nothing to drill or cue', () => {
    expect(prescribe(input([]))).toEqual({
      cues: [],
      drills: [],
      seconds: 0,
      minutes: 10,
      notAdvised: [],
      unserved: [],
    });
  });

  it('serves every fault by itself, in every phase and on every side, with a cue, a drill and a test', () => {
    for (const method of PROFILES)
      for (const fault of SERVED)
        for (const phase of [null, ...PHASES])
          for (const side of FAULTS[fault].sided ? SIDES : [null]) {
            const finding = { fault, side, phase, severity: 'clear' as const, test: null };
            // Knees-out and the like are never a first cue.
            const plan = prescribe(input([], { findings: [finding], method, banned: BANNED }));
            expect({ fault, phase, cues: plan.cues.length }).toEqual({ fault, phase, cues: 1 });
            expect(plan.cues[0]!.cue.bannedAs).toBeUndefined();
            expect(firstCues(finding)).toContain(plan.cues[0]!.cue.id);
            expect(plan.drills.some((d) => firstDrills(finding).includes(d.drill.id))).toBe(true);
            expect(plan.unserved).toEqual([]);
            expect(FIRST_HELP[fault].tests.length).toBeGreaterThan(0);
            // About what was seen, so that there is something to compare with.
            for (const test of FIRST_HELP[fault].tests) expect(TEST_IDS).toContain(test);
          }
  });

  it('names entries of the tables only in first help', () => {
    for (const fault of SERVED)
      for (const phase of [null, ...PHASES]) {
        for (const id of firstCues({ fault, phase }))
          expect(CUES.some((c) => c.id === id)).toBe(true);
        for (const id of firstDrills({ fault, phase }))
          expect(DRILLS.some((d) => d.id === id)).toBe(true);
      }
  });

  it('gives two cues at most, clear faults of a cause first, and lists what is left', () => {
    const served = (fault: ServedFault) => ({
      fault,
      side: null,
      phase: null,
      severity: 'clear' as const,
      test: null,
    });
    const plan = prescribe(
      input([worked('trunkBracing')], {
        findings: (['heelsRise', 'kneesOut', 'armsFall', 'dropsIn'] as const).map(served),
        wishes: { minutes: 5, kit: null, pinned: [], banned: [] },
      }),
    );
    expect(plan.cues.map((c) => c.for.kind)).toEqual(['cause', 'finding']);
    expect(plan.seconds).toBeLessThanOrEqual(300);
    expect(plan.unserved.every((u) => u.because === 'full')).toBe(true);
  });

  it('a cue that cleared a fault comes first, with or without a cause', () => {
    const finding = {
      fault: 'unevenTouch' as const,
      side: 'left' as const,
      phase: null,
      severity: 'clear' as const,
      test: null,
    };
    const cleared = [{ id: 'tripod', words: '', findings: [finding] }];
    const first = (causes: WorkedCause[]) => prescribe(input(causes, { cleared })).cues[0];
    expect(first([])).toMatchObject({ cue: { id: 'tripod' }, hasCleared: true });
    expect(first([worked('ankleJoint', 'left')])).toMatchObject({ cue: { id: 'tripod' } });
  });

  it('what is less likely takes only the minutes that are left', () => {
    fc.assert(
      fc.property(inputs, (given) => {
        const without = prescribe({ ...given, fills: [] });
        const withFills = prescribe(given);
        const ids = (p: typeof without) => p.drills.map((d) => d.drill.id);
        for (const id of ids(without)) expect(ids(withFills)).toContain(id);
      }),
      { numRuns: CLIENTS, seed: 34 },
    );
  });

  it('works on the one cause that was concluded, its side first', () => {
    for (const cause of TRAINED) {
      const side = CAUSES[cause].sided === 'each' ? 'right' : null;
      const { drills } = prescribe(input([worked(cause, side)]));
      for (const { drill, sides } of drills) {
        expect(drill.causes).toContain(cause);
        if (drill.sides === 'perSide') expect(sides.first).toBe(side ?? 'left');
      }
    }
  });

  it('two clients that differ in one leading cause, or in its side, get different plans', () => {
    const ids = (causes: WorkedCause[]) => prescribe(input(causes)).drills.map((d) => d.drill.id);
    expect(ids([worked('ankleJoint', 'left')])).not.toEqual(ids([worked('abductors', 'left')]));
    const first = (side: Side) => prescribe(input([worked('ankleJoint', side)])).drills[0]!.sides;
    expect([first('left').first, first('right').first]).toEqual(['left', 'right']);
  });

  it('clients that differ in the method get different routines: in the squat, or by itself first', () => {
    const ids = (of: (typeof asked)[number], drills: 'inTheSquat' | 'isolatedFirst') =>
      prescribe(
        input([worked('ankleJoint'), worked(of.cause)], {
          method: { ...input([]).method, drills },
          wishes: { minutes: of.minutes, kit: null, pinned: [], banned: [] },
        }),
      ).drills.map((d) => d.drill.id);
    const asked = TRAINED.flatMap((cause) => [5, 10, 15].map((minutes) => ({ cause, minutes })));
    const differing = asked.filter(
      (of) => ids(of, 'inTheSquat').join() !== ids(of, 'isolatedFirst').join(),
    );
    expect(differing.length).toBeGreaterThan(asked.length / 4);
    const inSquat = (list: string[]) =>
      list.filter((id) => DRILLS.find((d) => d.id === id)!.part === 'useIt').length;
    const more = differing.filter(
      (of) => inSquat(ids(of, 'inTheSquat')) > inSquat(ids(of, 'isolatedFirst')),
    );
    const fewer = differing.filter(
      (of) => inSquat(ids(of, 'inTheSquat')) < inSquat(ids(of, 'isolatedFirst')),
    );
    expect(more.length).toBeGreaterThan(3 * fewer.length);
  });

  it('doubles a side that is clearly worse by its own evidence, and not one that hardly is', () => {
    const doubled = (left: number, right: number) =>
      prescribe(
        input([worked('ankleJoint', 'left', left), worked('ankleJoint', 'right', right)]),
      ).drills.find((d) => d.drill.sides === 'perSide')!.sides;
    expect(doubled(0.9, 0.5)).toEqual({ first: 'left', doubled: 'left' });
    expect(doubled(0.9, 0.85)).toEqual({ first: 'left', doubled: null });
  });

  it('a change of belief within noise changes at most one drill', () => {
    const ids = (a: number, b: number) => {
      const causes = [worked('ankleJoint', 'left', a), worked('abductors', 'left', b)];
      return prescribe(input(causes.sort((x, y) => y.chance - x.chance))).drills.map(
        (d) => d.drill.id,
      );
    };
    const [before, after] = [ids(0.7, 0.69), ids(0.69, 0.7)];
    expect(after.filter((id) => !before.includes(id)).length).toBeLessThanOrEqual(1);
  });

  it('minutes, kit and what the coach put in or took out change the plan, and what is left out says why', () => {
    const causes = [worked('ankleJoint', 'left'), worked('lateralLeg', 'left', 0.7)];
    const wishes = (change: Partial<PrescriptionInput['wishes']>) =>
      prescribe(input(causes, { wishes: { ...input([]).wishes, ...change } }));
    const ids = (plan: ReturnType<typeof prescribe>) => plan.drills.map((d) => d.drill.id);
    const usual = wishes({});
    expect(usual.seconds).toBeLessThanOrEqual(600);
    const short = wishes({ minutes: 5 });
    expect(short.seconds).toBeLessThanOrEqual(300);
    expect(ids(short)).not.toEqual(ids(usual));
    const bare = wishes({ kit: [] });
    for (const { drill } of bare.drills)
      expect(drill.kit.every((k) => IN_EVERY_ROOM.includes(k))).toBe(true);
    expect(bare.notAdvised).toContainEqual(
      expect.objectContaining({ id: 'outer-shin-press', because: { kind: 'kit', kit: 'ball' } }),
    );
    const [first] = ids(usual);
    const without = wishes({ banned: [first!] });
    expect(ids(without)).not.toContain(first);
    expect(without.notAdvised).toContainEqual(
      expect.objectContaining({ id: first, because: { kind: 'coach' } }),
    );
    expect(ids(wishes({ pinned: ['crossed-foot-lean'] }))).toContain('crossed-foot-lean');
    // The screen comes before the coach's pin.
    const barred = prescribe(
      input(causes, {
        wishes: { ...input([]).wishes, pinned: ['knee-travel-hold'] },
        limits: USUAL_LIMITS.filter((l) => l.kind === 'verticalShins'),
      }),
    );
    expect(ids(barred)).not.toContain('knee-travel-hold');
  });

  it('an own drill under a bar is not given where the screen allows no load, whatever it says itself', () => {
    const own = {
      ...DRILLS.find((d) => d.id === 'pause-above-bottom')!,
      id: 'own',
      barredBy: [],
      works: { ankleJoint: 'strong' as const },
      causes: ['ankleJoint' as const],
    };
    const ids = (limits: PrescriptionInput['limits']) =>
      prescribe(
        input([worked('ankleJoint', 'left')], {
          limits,
          drills: [...DRILLS, own],
          wishes: { minutes: 10, kit: null, pinned: ['own'], banned: [] },
        }),
      ).drills.map((d) => d.drill.id);
    expect(ids([])).toContain('own');
    expect(ids([{ kind: 'noLoad' }])).not.toContain('own');
  });

  it('a swap says what comes instead and which cause gets less', () => {
    const given = input([worked('ankleJoint', 'left')], {
      wishes: { minutes: 15, kit: [], pinned: [], banned: [] },
    });
    const before = prescribe(given).drills.map((d) => d.drill.id);
    for (const id of before) {
      const { instead, less } = swapFor(given, id);
      const after = prescribe({
        ...given,
        wishes: { ...given.wishes, banned: [id] },
      }).drills.map((d) => d.drill.id);
      expect(instead.map((d) => d.id).sort()).toEqual(
        after.filter((a) => !before.includes(a)).sort(),
      );
      for (const cause of less) expect(cause).toBe('ankleJoint');
    }
    // The best for the ankle is missed.
    expect(before.some((id) => swapFor(given, id).less.includes('ankleJoint'))).toBe(true);
  });

  it('left and right mirrored give the same plan mirrored', () => {
    const other = { left: 'right', right: 'left', both: 'both' } as const;
    fc.assert(
      fc.property(inputs, (given) => {
        const turned: PrescriptionInput = {
          ...given,
          stifferSide: other[given.stifferSide],
          causes: given.causes.map((c) => ({ ...c, side: c.side && other[c.side] })),
          fills: given.fills.map((c) => ({ ...c, side: c.side && other[c.side] })),
          findings: given.findings.map((f) => ({ ...f, side: f.side && other[f.side] })),
        };
        const sides = (plan: ReturnType<typeof prescribe>) =>
          plan.drills.map((d) => [d.drill.id, d.sides.first, d.sides.doubled]);
        expect(sides(prescribe(turned))).toEqual(
          sides(prescribe(given)).map(([id, first, doubled]) => [
            id,
            other[first as Side],
            doubled && other[doubled as Side],
          ]),
        );
      }),
      { numRuns: 200, seed: 33 },
    );
  });

  it('a limited knee gets no squat with the knees to a line, a capped fold no deep sit or lunge', () => {
    const ids = (cause: CauseId, kind: (typeof USUAL_LIMITS)[number]['kind']) =>
      prescribe(
        input([worked(cause)], { limits: USUAL_LIMITS.filter((l) => l.kind === kind) }),
      ).drills.map((d) => d.drill.id);
    expect(ids('habitSitsBack', 'verticalShins')).not.toContain('knees-lead-wall');
    expect(ids('hipFoldRoom', 'noDeepFold')).not.toContain('supported-deep-lunge');
    expect(ids('hipFoldRoom', 'noDeepFold')).not.toContain('supported-deep-sit');
  });
});

describe('the tables', () => {
  it('answer every cause that is trained with a drill, and every cause with a cue or a reason for none', () => {
    for (const cause of TRAINED.filter((id) => CAUSES[id].kind === 'train'))
      expect({ cause, drills: DRILLS.filter((d) => d.causes.includes(cause)).length > 0 }).toEqual({
        cause,
        drills: true,
      });
    const without = TRAINED.filter((id) => !CUES.some((c) => c.causes.includes(id)));
    expect(without).toEqual([]);
  });

  it('name only what exists, and are said in words a client can use', () => {
    const ids = [...DRILLS, ...CUES].map((e) => e.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const e of [...DRILLS, ...CUES]) {
      expect(e.causes.length).toBeGreaterThan(0);
      for (const cause of e.causes) expect(CAUSE_IDS).toContain(cause);
      expect(e.precaution).toMatch(/\.$/);
    }
    for (const barred of Object.values(WITHHELD_BY_REFERRAL))
      for (const id of barred.entries) expect(ids).toContain(id);
    expect(CAUTIONS.length).toBeGreaterThan(2);
  });
});

describe('feet along the way', () => {
  const feet = fc.record({
    stanceWidthMm: fc.integer({ min: 250, max: 700 }),
    toeOutDeg: fc.record({
      left: fc.integer({ min: 0, max: 40 }),
      right: fc.integer({ min: 0, max: 40 }),
    }),
  });

  it('goes from how this client stands to the setup in use in even steps, and ends there with each foot ahead once', () => {
    fc.assert(
      fc.property(feet, feet, (habit, use) => {
        const list = footPositions(habit, use);
        expect(list.length).toBeGreaterThanOrEqual(5);
        expect(list.length).toBeLessThanOrEqual(7);
        const [left, right] = list.slice(-2);
        expect([left?.ahead, right?.ahead]).toEqual(['left', 'right']);
        for (const at of [left, right]) expect(at).toMatchObject(use);
        const level = list.slice(0, -2);
        expect(level.every((p) => p.ahead === null)).toBe(true);
        const apart =
          Math.abs(use.stanceWidthMm - habit.stanceWidthMm) > 13 ||
          Math.abs(use.toeOutDeg.left - habit.toeOutDeg.left) > 2.5 ||
          Math.abs(use.toeOutDeg.right - habit.toeOutDeg.right) > 2.5;
        if (!apart) return;
        expect(level[0]).toMatchObject(habit);
        expect(level.at(-1)).toMatchObject(use);
        const steps = level.slice(1).map((p, i) => p.stanceWidthMm - level[i]!.stanceWidthMm);
        expect(Math.max(...steps) - Math.min(...steps)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 400, seed: 36 },
    );
  });

  it('steps to either side where habit and setup are the same', () => {
    const same = { stanceWidthMm: 420, toeOutDeg: { left: 2, right: 15 } };
    expect(footPositions(same, same).map((p) => [p.stanceWidthMm, p.toeOutDeg.left])).toEqual([
      [395, 0],
      [445, 7],
      [420, 2],
      [420, 2],
      [420, 2],
    ]);
  });
});
