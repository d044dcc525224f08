import fc from 'fast-check';
import type { Dossier, LoadSet, Seen } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { CUES } from '@zither/core';
import {
  barringOf,
  carriedNow,
  cuesOf,
  cuesToTry,
  heldLoad,
  keepsLimits,
  loadAnswer,
  methodOf,
} from '@zither/visit';
import { writeAnswer } from '@zither/words/answer';
import { sayAdvice } from '@zither/words/loadLog';
import { writePlan } from '@zither/words/plan';
import { setupCard } from '@zither/words/planPages';
import { sayHeldInTrial } from '@zither/words/setup';
import { trial } from './trialRows.ts';
import {
  ON,
  RECORDS,
  row,
  moment,
  screened,
  cleared,
  SETUP,
  chosen,
  seenAs,
  look,
  tried,
  set,
  KNEE,
  setupTrial,
  worksOn,
  FREE,
  client,
  answer,
  given,
  loadsOf,
} from './harmRows.ts';

describe('every limit bars everything it names', () => {
  const DEEP = ['supported-deep-sit', 'supported-deep-lunge', 'wide-supported-sit', 'bottom-shift'];

  it.each(['left', 'right'] as const)('a clinician’s 70° at the %s hip, on every page', (side) => {
    const limit = { kind: 'jointRange' as const, joint: 'hip' as const, side, mostDeg: 70 };
    const free = client({ decisions: worksOn('hipFoldRoom', 'ankleJoint') });
    expect(given(answer(free)).some((id) => DEEP.includes(id))).toBe(true);
    const limited = {
      ...free,
      screenings: screened({ recentInjury: { clearedByClinician: true, place: 'hip', side } }),
      clearances: [cleared(['clearedInjury'], [limit])],
    };
    const a = answer(limited);
    expect(a.limits).toEqual([limit]);
    expect(given(a).filter((id) => DEEP.includes(id))).toEqual([]);
    for (const { drill } of a.plan!.drills)
      expect(drill.asks.hipFoldDeg ?? 0).toBeLessThanOrEqual(70);
    // The plan given before it is neither printed nor on the client's page.
    const before = answer(free);
    expect(keepsLimits(limited, writePlan(before.plan!, ON), a.limits)).toBe(false);
    expect(keepsLimits(free, writePlan(before.plan!, ON), [])).toBe(true);
    // Nor in the shell.
    const written = JSON.stringify(writeAnswer(a).plan!.drills);
    for (const id of DEEP) expect(written).not.toContain(id);
  });

  it.each([
    ['ankle', 10, ['bent-knee-calf-stretch', 'loaded-ankle-rock', 'knee-travel-hold']],
    ['knee', 60, ['rock-back-on-all-fours', 'half-kneeling-turn', 'split-knee-bend']],
  ] as const)('a clinician’s limit of one %s', (joint, mostDeg, bars) => {
    for (const side of ['left', 'right'] as const) {
      const a = answer(
        client({
          screenings: screened({ recentInjury: { clearedByClinician: true } }),
          clearances: [cleared(['clearedInjury'], [{ kind: 'jointRange', joint, side, mostDeg }])],
          decisions: worksOn('ankleJoint', 'hipFoldRoom', 'quadsWeak'),
        }),
      );
      expect(given(a).filter((id) => (bars as readonly string[]).includes(id))).toEqual([]);
    }
  });

  it('without load nobody is told of a light one', () => {
    const a = answer(
      client({ screenings: screened({ pregnancy: true }), decisions: worksOn('habitSitsBack') }),
    );
    for (const { drill } of a.plan!.drills) {
      expect(drill.how).not.toMatch(/light load|training load|half of the usual/i);
      expect(drill.kit).not.toContain('bar');
    }
  });

  it('a pinch in front of an ankle withholds its cues in the trial of cues, the plan and what was given', () => {
    for (const side of ['left', 'right'] as const) {
      const free = client({
        decisions: worksOn('ankleJoint'),
        judgements: [look([seenAs('heelsRise')])],
      });
      const given_ = writePlan(answer(free).plan!, ON);
      const pinched = {
        ...free,
        trials: [...FREE, trial('shinAngle', side, 24, { pinch: true })],
      };
      const a = answer(pinched);
      expect(a.limits).toContainEqual(
        expect.objectContaining({ kind: 'jointRange', joint: 'ankle', side }),
      );
      const ids = CUES.filter((c) => c.causes.includes('ankleJoint')).map((c) => c.id);
      const barring = barringOf(pinched, methodOf(pinched), a.limits, a.opinion, null);
      const offered = cuesToTry(a.opinion, methodOf(pinched), barring, cuesOf(pinched.schools));
      expect(offered.filter((c) => c.id !== null && ids.includes(c.id))).toEqual([]);
      expect(given(a).filter((id) => ids.includes(id))).toEqual([]);
      for (const d of a.plan!.drills) expect(d.drill.works).not.toHaveProperty('ankleJoint');
      expect(keepsLimits(pinched, given_, a.limits)).toBe(false);
    }
  });
});

describe('no load goes on what is clearly faulty without one', () => {
  const FAULTY = [
    seenAs('pelvisTuck'),
    seenAs('chestDrop'),
    seenAs('heelsRise'),
    seenAs('kneesIn', 'left'),
    seenAs('kneesIn', 'right'),
  ];
  it('clear at bodyweight: neither the 100 kg of the setup nor any other load', () => {
    const setup = chosen();
    const clean = loadsOf(client({ setup }));
    expect(clean).toMatchObject({ now: 'highBar', loadKg: 100 });
    for (const seen of [...FAULTY.map((f) => [f]), FAULTY]) {
      const found = loadsOf(client({ setup, judgements: [look(seen)] }));
      expect(found).toMatchObject({ now: 'box', loadKg: null, because: { kind: 'faulty' } });
      expect(
        loadAnswer(client({ setup, judgements: [look(seen)] }), 'highBar', [], SETUP),
      ).toMatchObject({
        mostKg: 0,
        because: 'faulty',
      });
    }
    const plan = writePlan(answer(client({ setup, judgements: [look(FAULTY)] })).plan!, ON);
    expect(plan.training.join(' ')).not.toMatch(/Up to/);
    expect(plan.beforeLoad).toEqual([]);
    // No page of the plan gives it, and the setup in use says why.
    expect(plan.summary).toMatch(/high bar without a load for now/);
    expect(setupCard(plan, 'R').numbers).toContainEqual({ label: 'Load', value: 'None for now' });
    expect(JSON.stringify(setupCard(plan, 'R'))).not.toMatch(/100 kg/);
    expect(plan.setup.loadKg).toBe(0);
    expect(plan.why.length).toBeLessThanOrEqual(500);
    expect(plan.why).toMatch(/The 100 kg wait\. No load: .* are clear without one\./);
    expect(writePlan(answer(client({ setup })).plan!, ON).summary).toMatch(/high bar with 100 kg/);
    // A trial of it starts without, and a setup without a load has none to wait.
    const held = heldLoad(client({ setup, judgements: [look(FAULTY)] }), [], SETUP);
    expect(sayHeldInTrial(SETUP, held!)).toMatch(/^First without the 100 kg\. No load: /);
    expect(heldLoad(client({ setup }), [], SETUP)).toBeNull();
    // What is tried first is kept as it was carried: a clean squat without load lifts no load.
    const first = carriedNow(SETUP, held!);
    expect(first).toMatchObject({ hold: 'bodyweight', loadKg: 0, stanceWidthMm: 430 });
    expect(carriedNow(SETUP, { mostKg: 55 })).toEqual({ ...SETUP, loadKg: 55 });
    const light = setupTrial(first, { takenAt: moment(3) });
    const own = setupTrial(SETUP, { takenAt: moment(3) });
    // The chest is looked at in no trial, so it stays clear, and the load waits.
    const chest = client({
      setup,
      judgements: [look([seenAs('chestDrop')])],
      setupTrials: [light],
    });
    expect(heldLoad(chest, [], SETUP)?.because).toBe('faulty');
    const lighter = chosen({ loadKg: 60 });
    const after = (t: typeof light) => loadsOf(client({ setup: lighter, setupTrials: [t] })).loadKg;
    expect([after(light), after(own)]).toEqual([60, 100]);
    expect(heldLoad(client({ setup, judgements: [look(FAULTY)] }), [], first)).toBeNull();
    // Only slight, or gone in a later look: the load is back.
    const slight = FAULTY.map((f) => ({ ...f, severity: 'slight' as const }));
    expect(loadsOf(client({ setup, judgements: [look(slight)] })).loadKg).toBe(100);
    expect(
      loadsOf(client({ setup, judgements: [look([], {}, 9), look([seenAs('pelvisTuck')])] }))
        .loadKg,
    ).toBe(100);
    // A view that cannot show it clears nothing.
    const front = look([], { view: 'front' }, 9);
    expect(
      loadsOf(client({ setup, judgements: [front, look([seenAs('pelvisTuck')])] })).loadKg,
    ).toBeNull();
  });

  it('a barefoot heel rise does not bar a squat on lifts in which the heels stay down', () => {
    const setup = chosen({ support: { kind: 'block', riseMm: 25 } });
    const flat = look([seenAs('heelsRise')]);
    const on = (riseMm: number, seen: Seen[] = [], k = 2) =>
      look(seen, { asks: { ...PLAIN_LOOK, heelRiseMm: riseMm } }, k);
    const load = (...judgements: Dossier['judgements']) =>
      loadsOf(client({ setup, judgements })).loadKg;
    expect(load(flat)).toBeNull();
    expect(load(on(25), flat)).toBe(100);
    // Whichever was looked at last: barefoot is another squat.
    expect(load(look([seenAs('heelsRise')], {}, 9), on(25))).toBe(100);
    // Not on a higher one, and not where they rise on it too.
    expect(load(on(40), flat)).toBeNull();
    expect(load(on(25, [seenAs('heelsRise')]), flat)).toBeNull();
    // What a lift does not take away bars on it as well.
    expect(load(on(25), look([seenAs('kneesIn', 'left')], { view: 'front' }))).toBeNull();
    // A clean trial in that setup shows it as well.
    expect(
      loadsOf(
        client({
          setup,
          judgements: [flat],
          setupTrials: [setupTrial({ support: { kind: 'block', riseMm: 25 } })],
        }),
      ).loadKg,
    ).toBe(100);
  });

  it('a failed entry test and the low box stop what is above them', () => {
    const setup = chosen();
    const entryTest = (isClean: boolean): Dossier['decisions'] => [
      {
        ...row(),
        kind: 'entryTest',
        on: ON,
        at: moment(6),
        takenBack: false,
        rung: 'box',
        reps: 5,
        pauseS: 2,
        loadKg: 0,
        isLifted: false,
        isClean,
      },
    ];
    expect(loadsOf(client({ setup, decisions: entryTest(false) })).loadKg).toBeNull();
    expect(loadsOf(client({ setup, decisions: entryTest(true) })).loadKg).toBe(100);
    // The log gives the same number as the plan, and a goblet may not be loaded either.
    for (const rung of ['goblet', 'front', 'highBar'] as const)
      expect(
        loadAnswer(client({ setup, decisions: entryTest(false) }), rung, [], SETUP).mostKg ?? 0,
      ).toBe(0);
    expect(
      loadAnswer(client({ setup, decisions: entryTest(true) }), 'highBar', [], SETUP).mostKg,
    ).toBe(100);
    expect(
      writePlan(answer(client({ setup, decisions: entryTest(false) })).plan!, ON).summary,
    ).toMatch(/without a load for now/);
    expect(loadsOf(client({ setup, tried: [tried('lowBox', 'worse')] }))).toMatchObject({
      loadKg: null,
      because: { kind: 'notClean' },
    });
    expect(loadsOf(client({ setup, tried: [tried('lowBox', 'same')] })).loadKg).toBe(100);
    // Where a deep sit or a counterbalanced squat ended is a finding, not a failed squat.
    for (const test of ['supportedSit', 'counterbalance'] as const)
      expect(loadsOf(client({ setup, tried: [tried(test, 'heelsUp')] })).loadKg).toBe(100);
  });

  it('three faulty sets at 40 kg leave no 60 in the plan; log and plan give one number', () => {
    const setup = chosen({ loadKg: 60 });
    const faulty = [3, 2, 1].map((k) => set(40, k, { faults: [KNEE] }));
    const found = loadsOf(client({ setup, loadSets: faulty }));
    expect(found.loadKg ?? 0).toBeLessThan(40);
    expect(found.loadKg).toBe(found.log.mostKg || null);
    const jumps = [set(20, 3), set(60, 2, { faults: [KNEE] }), set(100, 1)];
    const held = loadsOf(client({ setup: chosen({ loadKg: 100 }), loadSets: jumps }));
    expect(held.loadKg).toBe(held.log.mostKg || null);
    expect(loadAnswer(client({ loadSets: jumps }), 'highBar', [], SETUP).mostKg).toBe(57.5);
    expect(sayAdvice(loadAnswer(client({ loadSets: jumps }), 'highBar', [], SETUP))).toMatch(
      /^Next: up to 57\.5 kg\. A clear fault was seen above this/,
    );
  });

  it('no position carries more than our own table says', () => {
    const log = (rung: LoadSet['rung'], loadKg: number) =>
      loadAnswer(client({ loadSets: [set(loadKg, 1, { rung })] }), rung, [], null).mostKg;
    expect([
      log('goblet', 50),
      log('gobletHeels', 50),
      log('counterweight', 10),
      log('box', 0),
    ]).toEqual([50, 50, 10, 0]);
  });

  const anySet = fc.record({
    loadKg: fc.constantFrom(20, 40, 60, 80, 100),
    isFaulty: fc.boolean(),
    pain: fc.constantFrom<number | null>(null, null, 0, 3),
    rung: fc.constantFrom('goblet' as const, 'front' as const, 'highBar' as const),
    watched: fc.constantFrom('eye' as const, 'eye' as const, null),
  });
  type AnySet = typeof anySet extends fc.Arbitrary<infer T> ? T : never;
  const rows = (sets: readonly AnySet[]): LoadSet[] =>
    sets
      .map(({ loadKg, isFaulty, pain, rung, watched }, k) =>
        set(rung === 'goblet' ? Math.min(loadKg, 40) : loadKg, k + 1, {
          rung,
          pain,
          watched,
          faults: isFaulty && watched ? [KNEE] : [],
        }),
      )
      .reverse();
  it('a fault or pain more never gives a heavier load, on any rung (random logs)', () => {
    fc.assert(
      fc.property(
        fc.array(anySet, { minLength: 1, maxLength: 8 }),
        fc.nat(),
        fc.boolean(),
        fc.constantFrom('goblet' as const, 'front' as const, 'highBar' as const),
        (sets, at, isPain, rung) => {
          const which = at % sets.length;
          const worse = sets.map((s, i) =>
            i === which
              ? { ...s, watched: 'eye' as const, ...(isPain ? { pain: 5 } : { isFaulty: true }) }
              : s,
          );
          const watched = sets.map((s, i) => (i === which ? { ...s, watched: 'eye' as const } : s));
          const kg = (list: readonly AnySet[]) =>
            loadAnswer(client({ loadSets: rows(list) }), rung, [], SETUP).mostKg ?? 0;
          expect(kg(worse)).toBeLessThanOrEqual(kg(watched));
          const added = { ...sets[which]!, watched: 'eye' as const, isFaulty: true };
          expect(kg([...sets, added])).toBeLessThanOrEqual(kg(sets));
        },
      ),
      { numRuns: 10 * RECORDS, seed: 311 },
    );
  });
});
