import fc from 'fast-check';
import {
  ENTRY_TEST,
  goesBeyond,
  HOLD_LOAD_MOST_KG,
  ladderFor,
  loadAdvice,
  PURPOSE_PLANS,
  RUNG_TABLE,
  RUNGS,
  rungOfHold,
  type LadderQuestion,
  type Purpose,
  type RungId,
  type RungSeen,
  type SafetyLimit,
} from '../src/index.ts';

const PURPOSES = Object.keys(PURPOSE_PLANS) as Purpose[];

const question = (change: Partial<LadderQuestion> = {}): LadderQuestion => {
  const asked = {
    purpose: 'strength' as const,
    method: { breaks: 'together' as const },
    setup: { hold: 'highBar' as const, support: { kind: 'floor' as const }, loadKg: 0 },
    isLikely: true,
    limits: [],
    seen: [],
    ownsRange: true,
    faulty: [],
    chosen: null,
    ...change,
  };
  return {
    ...asked,
    // By the one advice there is, from what was seen.
    loadOf: (rung) =>
      loadAdvice({
        sets: asked.seen
          .filter((s) => s.rung === rung && s.loadKg > 0)
          .map((s) => ({
            loadKg: s.loadKg,
            isClean: s.isClean,
            hasClearFault: !s.isClean,
            isPainful: false,
            isHere: true,
            isLogged: false,
          })),
        inUseKg: RUNG_TABLE[rung].hold === asked.setup.hold ? asked.setup.loadKg : null,
        likelyKg: null,
        isFaultyWithout: asked.faulty.length > 0,
        isBarred: false,
        mostInPositionKg: HOLD_LOAD_MOST_KG[RUNG_TABLE[rung].hold] ?? Infinity,
        stepKg: 2.5,
      }).mostKg,
    ...change,
  };
};

const seen = (rung: RungId, change: Partial<RungSeen> = {}): RungSeen => ({
  rung,
  isClean: true,
  reps: 3,
  pauseS: 0,
  loadKg: 0,
  isLifted: false,
  on: '2026-01-05',
  ...change,
});
const passed = (rung: RungId, loadKg = 0) => seen(rung, { ...ENTRY_TEST, loadKg });

const limit = (kind: 'noLoad' | 'supportedOnly'): SafetyLimit => ({ kind });

describe('the ladder', () => {
  it('starts where the purpose says while nothing was seen, with its dose', () => {
    for (const purpose of PURPOSES) {
      const { ladderStart, dose } = PURPOSE_PLANS[purpose];
      const found = ladderFor(question({ purpose }));
      expect(found).toMatchObject({
        now: ladderStart,
        dose,
        because: { kind: 'purpose', purpose },
      });
    }
    // Skill in few good reps, base in many easy ones; two purposes differ in start and dose.
    const [strength, back] = (['strength', 'return'] as const).map((p) =>
      ladderFor(
        question({
          purpose: p,
          setup: { hold: 'bodyweight', support: { kind: 'floor' }, loadKg: 0 },
        }),
      ),
    );
    expect(strength!.dose).toMatchObject({ kind: 'skill', reps: { least: 3, most: 5 } });
    expect(back!.dose).toMatchObject({ kind: 'base', reps: { least: 10, most: 20 } });
    expect(back!.now).toBe('supported');
    expect(back!.rungs.at(-1)!.rung).toBe('goblet');
  });

  it('climbs by the entry test, stays on what went clean without it, and steps down from what did not', () => {
    const now = (...list: RungSeen[]) => ladderFor(question({ seen: list }));
    expect(now(passed('goblet', 20))).toMatchObject({
      now: 'front',
      because: { kind: 'shown', seen: { rung: 'goblet' } },
    });
    expect(now(seen('goblet'))).toMatchObject({
      now: 'goblet',
      next: { rung: 'front', missing: [{ kind: 'cleanReps' }, { kind: 'pause' }] },
    });
    expect(now(seen('goblet', { reps: 5 })).next!.missing).toEqual([
      { kind: 'pause', seconds: ENTRY_TEST.pauseS },
    ]);
    expect(now(seen('goblet', { isClean: false }))).toMatchObject({
      now: 'box',
      because: { kind: 'notClean', seen: { rung: 'goblet' } },
    });
    // The newest on a rung counts: what was clean once and is not now, is not.
    expect(now(passed('goblet'), seen('goblet', { isClean: false }))).toMatchObject({ now: 'box' });
    // A squat with the bar that went clean is further up than any start.
    expect(now(seen('highBar', { loadKg: 60 }))).toMatchObject({ now: 'highBar', loadKg: 60 });
    expect(now(passed('highBar')).next).toBeNull();
  });

  it('what is loaded already is not left for the start of the purpose, unless it did not go clean', () => {
    const setup = { hold: 'highBar' as const, support: { kind: 'floor' as const }, loadKg: 60 };
    expect(ladderFor(question({ setup }))).toMatchObject({
      now: 'highBar',
      because: { kind: 'inUse' },
      loadKg: 60,
    });
    // Neither a setup that is not likely to work, nor after a lay-off: that starts over.
    expect(ladderFor(question({ setup, isLikely: false })).now).toBe('goblet');
    expect(ladderFor(question({ setup, purpose: 'return' })).now).toBe('supported');
    expect(
      ladderFor(question({ setup, seen: [seen('highBar', { isClean: false })] })),
    ).toMatchObject({ now: 'front', because: { kind: 'notClean' } });
  });

  it('goes down two where two did not go clean', () => {
    const found = ladderFor(
      question({
        seen: [
          seen('counterweight'),
          seen('box', { isClean: false }),
          seen('goblet', { isClean: false }),
        ],
      }),
    );
    expect(found.now).toBe('counterweight');
  });

  it('what fails below closes what is above, until it or something above went clean since', () => {
    const setup = { hold: 'highBar' as const, support: { kind: 'floor' as const }, loadKg: 100 };
    const now = (...list: RungSeen[]) => ladderFor(question({ setup, seen: list }));
    // A low box that needs a swing forward, or a failed entry test, stops a loaded setup.
    for (const rung of ['box', 'goblet', 'front'] as const)
      expect(now(seen(rung, { isClean: false }))).toMatchObject({
        now: { box: 'counterweight', goblet: 'box', front: 'goblet' }[rung],
        because: { kind: 'notClean', seen: { rung } },
      });
    expect(now(seen('supported', { isClean: false }))).toMatchObject({
      now: 'supported',
      loadKg: null,
    });
    expect(now(seen('box', { isClean: false }), seen('highBar', { loadKg: 60 })).now).toBe(
      'highBar',
    );
    expect(now(seen('highBar', { loadKg: 60 }), seen('box', { isClean: false })).now).toBe(
      'counterweight',
    );
  });

  it('nothing is loaded over a clear fault without a load, whatever was squatted or chosen', () => {
    const setup = { hold: 'highBar' as const, support: { kind: 'floor' as const }, loadKg: 100 };
    const faulty = [
      { fault: 'pelvisTuck' as const, side: null },
      { fault: 'kneesIn' as const, side: 'left' as const },
    ];
    const found = ladderFor(question({ setup, faulty, seen: [seen('highBar', { loadKg: 80 })] }));
    expect(found).toMatchObject({
      now: 'box',
      loadKg: null,
      because: { kind: 'faulty', faults: faulty, wanted: 'highBar' },
      next: { rung: 'goblet' },
    });
    expect(found.next!.missing).toContainEqual({ kind: 'form', faults: faulty });
    const chosen = ladderFor(question({ setup, faulty, chosen: { rung: 'front', dose: null } }));
    expect(chosen).toMatchObject({ now: 'front', loadKg: null, isUnloaded: true });
    expect(ladderFor(question({ setup })).isUnloaded).toBe(false);
  });

  it('what was done on a heel lift opens nothing before the range is there flat and barefoot', () => {
    const lifted = { ...passed('goblet', 20), isLifted: true };
    expect(ladderFor(question({ seen: [lifted] })).now).toBe('front');
    const without = ladderFor(question({ seen: [lifted], ownsRange: false }));
    expect(without).toMatchObject({ now: 'goblet', next: { missing: [{ kind: 'range' }] } });
    // On the floor it counts without more.
    expect(ladderFor(question({ seen: [passed('goblet')], ownsRange: false })).now).toBe('front');
  });

  it('has rungs of its own: heels-raised only with a lift, low bar and overhead only where they are squatted', () => {
    const rungs = (change: Partial<LadderQuestion>) =>
      ladderFor(question(change)).rungs.map((r) => r.rung);
    expect(rungs({})).toEqual(['supported', 'counterweight', 'box', 'goblet', 'front', 'highBar']);
    const raised = { kind: 'block' as const, riseMm: 20 };
    expect(rungs({ setup: { hold: 'highBar', support: raised, loadKg: 40 } })).toContain(
      'gobletHeels',
    );
    expect(rungs({ purpose: 'barbell', method: { breaks: 'hipsFirst' } }).at(-1)).toBe('lowBar');
    expect(
      rungs({ setup: { hold: 'overhead', support: { kind: 'floor' }, loadKg: 20 } }).at(-1),
    ).toBe('overhead');
    expect(rungOfHold('armsForward')).toBe('box');
    expect(rungOfHold('counterbalance')).toBe('counterweight');
  });

  it('the screen comes before purpose, evidence and the coach’s choice', () => {
    const found = ladderFor(question({ limits: [limit('noLoad')], seen: [passed('goblet')] }));
    expect(found).toMatchObject({
      now: 'box',
      because: { kind: 'limit', limit: { kind: 'noLoad' }, wanted: 'front' },
      loadKg: null,
    });
    expect(found.next!.missing[0]).toEqual({ kind: 'limit', limit: { kind: 'noLoad' } });
    expect(
      ladderFor(
        question({ limits: [limit('supportedOnly')], chosen: { rung: 'front', dose: null } }),
      ).now,
    ).toBe('supported');
  });

  it('the coach’s choice comes before purpose and evidence; a rung off the client’s own ladder joins it', () => {
    const dose = { ...PURPOSE_PLANS.return.dose, sets: 7 };
    const found = ladderFor(
      question({ seen: [passed('front')], chosen: { rung: 'overhead', dose } }),
    );
    expect(found).toMatchObject({ now: 'overhead', because: { kind: 'chosen' }, dose });
    expect(found.rungs.map((r) => r.rung)).toContain('overhead');
    // The dose alone may be chosen.
    expect(ladderFor(question({ chosen: { rung: null, dose } }))).toMatchObject({
      now: 'goblet',
      dose,
    });
  });

  it('never gives a rung the screen rules out, and more seen clean never puts anyone lower', () => {
    const anySeen = fc.record({
      rung: fc.constantFrom(...RUNGS),
      isClean: fc.boolean(),
      reps: fc.integer({ min: 1, max: 6 }),
      pauseS: fc.constantFrom(0, 2, 3),
      loadKg: fc.integer({ min: 0, max: 100 }),
      isLifted: fc.boolean(),
      on: fc.constant('2026-01-05'),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...PURPOSES, null),
        fc.constantFrom(
          'bodyweight' as const,
          'goblet' as const,
          'front' as const,
          'lowBar' as const,
        ),
        fc.array(anySeen, { maxLength: 6 }),
        fc.subarray([limit('noLoad'), limit('supportedOnly')]),
        (purpose, hold, list, limits) => {
          const asked = question({
            purpose,
            setup: { hold, support: { kind: 'floor' }, loadKg: 0 },
            seen: list,
            limits,
          });
          const found = ladderFor(asked);
          for (const l of limits) expect(goesBeyond(RUNG_TABLE[found.now].asks, l)).toBe(false);
          const place = RUNGS.indexOf(found.now);
          const more = ladderFor({ ...asked, seen: [...list, passed(found.now)] });
          expect(RUNGS.indexOf(more.now)).toBeGreaterThanOrEqual(place);
        },
      ),
      { numRuns: 400, seed: 61 },
    );
  });
});
