import {
  analyse,
  BALANCED,
  CUES,
  DRILLS,
  caseFor,
  chooseSetup,
  FAULTS,
  asUsed,
  loopAfter,
  partsDeciding,
  placed,
  prescribe,
  profileOf,
  PROFILES,
  searchSetups,
  simulateCapture,
  startBelief,
  thresholdsOf,
  TRIAL_PARTS,
  USUAL_LENS,
  verdictOf,
  wentClean,
  type MethodProfile,
  type SetupTried,
  type WorkedCause,
} from '../src/index.ts';
import { client, standing } from './setClients.ts';

/** The balanced method with one field changed: whatever differs then is that field's doing. */
const by = (change: Partial<MethodProfile>): MethodProfile => ({ ...BALANCED, ...change });
const tried = (change: Partial<SetupTried> = {}): SetupTried => ({
  setup: standing(),
  targetDepthDeg: 6,
  profile: BALANCED,
  depthDeg: 6,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  faults: [],
  lookedAt: TRIAL_PARTS,
  comfort: null,
  pain: false,
  ...change,
});
const worked = (cause: WorkedCause['cause']): WorkedCause => ({
  cause,
  side: null,
  chance: 0.8,
  because: [],
});
const planBy = (method: MethodProfile, ...causes: WorkedCause['cause'][]) =>
  prescribe({
    causes: causes.map(worked),
    limits: [],
    fills: [],
    findings: [],
    sparesKnees: false,
    feetDiffer: true,
    referred: [],
    banned: [],
    stifferSide: 'left',
    method,
    wishes: { minutes: 10, kit: null, pinned: [], banned: [] },
    hurt: [],
    drills: DRILLS,
    cues: CUES,
    counted: [],
    cleared: [],
  });
const cuesBy = (method: MethodProfile, ...causes: WorkedCause['cause'][]) =>
  planBy(method, ...causes).cues.map((c) => c.cue.id);

describe('every field of a method changes something', () => {
  const question = client();
  const choose = (method: MethodProfile, from = question) =>
    chooseSetup(from, method, startBelief(from)).proposals[0]!;

  it('breaks: the joint it starts with is no fault, and the cue to unlock together goes', () => {
    expect(thresholdsOf(by({ breaks: 'hipsFirst' }), null).hipsFirst).toBeNull();
    expect(thresholdsOf(by({ breaks: 'kneesFirst' }), null).kneesFirst).toBeNull();
    expect(thresholdsOf(BALANCED, null)).not.toHaveProperty('hipsFirst');
    expect(cuesBy(BALANCED, 'habitSitsBack')).not.toEqual(
      cuesBy(by({ breaks: 'hipsFirst', workingPoint: 'shinsUpright' }), 'habitSitsBack'),
    );
    expect(cuesBy(by({ breaks: 'kneesFirst' }), 'habitDives')).not.toContain('belt-back-first');
  });

  it('drills: in the squat, or by itself first', () => {
    const parts = (method: MethodProfile) =>
      planBy(method, 'ankleJoint', 'trunkBracing').drills.map((d) => d.drill.part);
    const squats = (method: MethodProfile) => parts(method).filter((p) => p === 'useIt').length;
    expect(parts(by({ drills: 'isolatedFirst' }))).toContain('ownIt');
    expect(squats(by({ drills: 'inTheSquat' }))).toBeGreaterThan(
      squats(by({ drills: 'isolatedFirst' })),
    );
  });

  it('toes: the cue, and how much of the ball of the big toe is asked for', () => {
    expect(cuesBy(by({ toes: 'left' }), 'footControl')).toEqual(['tripod']);
    expect(cuesBy(by({ toes: 'pressed' }), 'footControl')).toEqual(['big-toes-print']);
    expect(cuesBy(by({ toes: 'lifted' }), 'footControl')).toEqual(['toes-light']);
    expect(thresholdsOf(by({ toes: 'pressed' }), null).outerEdge!.slight).toBeLessThan(
      FAULTS.outerEdge.slight,
    );
  });

  it('knee band: the balanced one is the house’s; a wider one forgives a knee that the house names', () => {
    const { kneesIn, kneesOut } = thresholdsOf(BALANCED, null);
    expect(kneesIn).toEqual({ slight: FAULTS.kneesIn.slight, clear: FAULTS.kneesIn.clear });
    expect(kneesOut).toEqual({ slight: FAULTS.kneesOut.slight, clear: FAULTS.kneesOut.clear });
    const wide = by({ kneeBandDeg: { least: -20, most: 20 } });
    const squat = simulateCapture(
      {
        body: question.body,
        limits: caseFor(question, BALANCED, standing(), 0).limits,
        setup: standing(),
        targetDepthDeg: 0,
        workingPoint: 'parallelLines',
        faults: [{ fault: 'kneesIn', side: 'left', size: 12, reps: null }] as never,
        reps: 3,
      },
      { ...USUAL_LENS, view: 'front' },
      () => 0.5,
    );
    const named = (method: MethodProfile) => {
      const found = analyse(squat, {
        view: 'front',
        subject: null,
        scale: 'none',
        thresholds: thresholdsOf(method, null),
      });
      return found.kind === 'analysis'
        ? found.findings.filter((f) => f.severity !== null).map((f) => f.fault)
        : [];
    };
    expect(named(BALANCED)).toContain('kneesIn');
    expect(named(wide)).not.toContain('kneesIn');
  });

  it('knee travel: the limit is kept, and costs lean and hip work (Fry, Smith & Schilling 2003: signs, from memory)', () => {
    const at = { setup: { ...standing(), support: { kind: 'floor' } as const }, targetDepthDeg: 0 };
    const from = client({ dorsiflexionDeg: { left: 40, right: 40 }, hipFold: null });
    const free = placed(
      from,
      by({ leanLimitDeg: profileOf('lowBar')!.leanLimitDeg }),
      startBelief(from),
      at,
    )!;
    const held = placed(
      from,
      by({ kneeTravel: 'toes', leanLimitDeg: profileOf('lowBar')!.leanLimitDeg }),
      startBelief(from),
      at,
    )!;
    expect(free.bottom.kneecapPastToeMm).toBeGreaterThan(20);
    expect(held.bottom.kneecapPastToeMm).toBeLessThanOrEqual(0.1);
    expect(held.bottom.trunkDeg).toBeGreaterThan(free.bottom.trunkDeg);
    expect(held.bottom.hipShare!).toBeGreaterThan(free.bottom.hipShare!);
  });

  it('emphasis: a method that stresses the hips is charged less where they do more of the work', () => {
    const found = searchSetups(question, BALANCED, startBelief(question));
    const [knees, hips] = [...found]
      .sort((a, b) => a.bottom.hipShare! - b.bottom.hipShare!)
      .filter((_s, i, all) => i === 0 || i === all.length - 1);
    const price = (method: MethodProfile, at: typeof knees) =>
      placed(question, method, startBelief(question), at!)!.price;
    const gain = (emphasis: MethodProfile['emphasis']) =>
      price(by({ emphasis }), knees) - price(by({ emphasis }), hips);
    expect(gain('hip')).toBeGreaterThan(gain('even'));
    expect(gain('knee')).toBeLessThan(gain('even'));
    const first = (emphasis: MethodProfile['emphasis']) =>
      choose(by({ emphasis })).bottom.hipShare!;
    expect(first('hip')).toBeGreaterThan(first('knee'));
  });

  it('heel policy: none stands flat whatever the kit, a turned wedge takes no block', () => {
    const stiff = client({ dorsiflexionDeg: { left: 20, right: 20 } });
    expect(choose(BALANCED, stiff).setup.support.kind).toBe('block');
    const flat = searchSetups(stiff, by({ heelPolicy: 'none' }), startBelief(stiff));
    expect(flat.every((s) => s.setup.support.kind === 'floor')).toBe(true);
    const wedges = searchSetups(
      {
        ...stiff,
        kit: [
          { kind: 'ramp', angleDeg: 10, pair: true },
          { kind: 'block', riseMm: 10 },
        ],
      },
      by({ heelPolicy: 'turnedWedge' }),
      startBelief(stiff),
    );
    expect(new Set(wedges.map((s) => s.setup.support.kind))).toEqual(new Set(['floor', 'ramp']));
  });

  it('a heel below its free height costs nothing', () => {
    const price = (heelFreeMm: number) =>
      placed(question, by({ heelFreeMm }), startBelief(question), {
        setup: { ...standing(), support: { kind: 'block', riseMm: 5 } },
        targetDepthDeg: 0,
      })!.price;
    expect(price(0) - price(5)).toBeCloseTo(BALANCED.prefers.kit + 0.5 * BALANCED.prefers.heel, 6);
  });

  it('a block bends the toes and is charged for it; a wedge that tips the foot as much is not', () => {
    const kit = client({ kit: [] });
    const price = (support: SetupTried['setup']['support']) =>
      placed(kit, BALANCED, startBelief(kit), {
        setup: { ...standing(), support },
        targetDepthDeg: 0,
      })!;
    const block = price({ kind: 'block', riseMm: 50 });
    const wedge = price({ kind: 'ramp', angleDeg: 14.92, azimuth: 'foot' });
    expect(block.price).toBeGreaterThan(wedge.price + 1);
  });

  it('depth policy: as deep as the shape holds knows no short depth, neither a fault nor a failed trial', () => {
    const shape = by({ depthPolicy: 'shape' });
    expect(thresholdsOf(shape, null).depthShort).toBeNull();
    const short = tried({ depthDeg: -4 });
    expect(wentClean(short, BALANCED)).toBe(false);
    expect(wentClean(short, shape)).toBe(true);
  });

  it('rounding: tolerated without load, in threshold, search and verdict; never under load', () => {
    const restore = by({ rounding: 'unloaded' });
    expect(thresholdsOf(restore, { hold: 'bodyweight', loadKg: 0 }).pelvisTuck).toBeNull();
    expect(thresholdsOf(restore, { hold: 'goblet', loadKg: 8 })).not.toHaveProperty('pelvisTuck');
    const free = { ...standing(), hold: 'bodyweight', loadKg: 0 } as const;
    const tuck = tried({ setup: free, tuckFromDeg: -8 });
    expect(wentClean(tuck, BALANCED)).toBe(false);
    expect(wentClean(tuck, restore)).toBe(true);
    expect(wentClean({ ...tuck, setup: { ...free, hold: 'goblet', loadKg: 8 } }, restore)).toBe(
      false,
    );
    const tight = client({
      holds: ['bodyweight'],
      loadKg: 0,
      dorsiflexionDeg: { left: 38, right: 38 },
      hipFold: { atZeroAbductionDeg: 104, perAbductionDeg: 0.2 },
    });
    const chance = (method: MethodProfile, loadKg: number) =>
      placed(tight, method, startBelief(tight), {
        setup: { ...free, loadKg, hold: loadKg > 0 ? 'goblet' : 'bodyweight' },
        targetDepthDeg: 6,
      })!.chance;
    expect(chance(restore, 0)).toBeGreaterThan(chance(BALANCED, 0) + 0.1);
    expect(chance(restore, 8)).toBeCloseTo(chance(BALANCED, 8), 9);
  });

  it('decides: what a method judges by must be looked at before a trial is clean, and before it is locked', () => {
    const foot = profileOf('footFirst')!;
    const eyes = tried({ lookedAt: ['heels', 'tuck', 'knees', 'balance'] });
    expect(verdictOf(eyes, foot)).toEqual({ kind: 'notSeen', parts: ['foot'] });
    expect(partsDeciding(foot)).toEqual(['heels', 'foot', 'tuck', 'balance']);
    // An arch that dropped decides where the method judges by the foot, and nowhere else.
    const dropped = tried({ faults: [{ fault: 'archDrops', side: 'left' }] });
    expect(wentClean(dropped, foot)).toBe(false);
    expect(wentClean(dropped, by({ decides: ['kneesIn'] }))).toBe(true);
    const at = { setup: standing(), targetDepthDeg: 0 };
    const free = client();
    expect(asUsed(free, foot, [dropped], at)!.chance).toBeLessThan(
      asUsed(free, foot, [tried()], at)!.chance,
    );

    const sure = client({ dorsiflexionDeg: { left: 38, right: 38 }, hipFold: null });
    const advise = (list: SetupTried[]) =>
      loopAfter(sure, foot, list, { count: 1, hurt: false }).advice!;
    const { setup, targetDepthDeg } = advise([]);
    const seen = tried({ setup, targetDepthDeg, depthDeg: targetDepthDeg, profile: foot });
    expect(advise([seen]).kind).toBe('lock');
    expect(advise([{ ...seen, lookedAt: ['heels', 'tuck', 'balance'] }]).kind).toBe('try');
    expect(advise([{ ...seen, lookedAt: null }]).kind).toBe('try');
  });

  it('load position: more hinge belongs to a low bar, less to a front load', () => {
    const from = (hold: 'lowBar' | 'highBar' | 'front') =>
      thresholdsOf(BALANCED, { hold, loadKg: 40 }).hipsFirst?.slight ?? FAULTS.hipsFirst.slight;
    expect(from('lowBar')).toBeGreaterThan(from('highBar'));
    expect(from('front')).toBeLessThan(from('highBar'));
  });

  it('own sizes of a fault count before what follows from the fields', () => {
    const own = by({
      breaks: 'hipsFirst',
      faultThresholds: { hipsFirst: { slight: 90, clear: 95 } },
    });
    expect(thresholdsOf(own, null).hipsFirst).toEqual({ slight: 90, clear: 95 });
  });

  it('the methods of the trade ship, each with what it judges by', () => {
    expect(PROFILES).toHaveLength(9);
    for (const method of PROFILES) expect(method.decides.length).toBeGreaterThan(0);
    expect(thresholdsOf(profileOf('lowBar')!, null).hipsFirst).toBeNull();
    expect(profileOf('heelTool')).toMatchObject({ heelFreeMm: 5, heelMostMm: 15 });
    expect(profileOf('restoreRange')).toMatchObject({ rounding: 'unloaded' });
  });
});
