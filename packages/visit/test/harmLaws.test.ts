import fc from 'fast-check';
import type { Dossier } from '@zither/contract';
import {
  barOf,
  CUES,
  goesBeyond,
  limitOn,
  RUNG_TABLE,
  TESTS,
  USUAL_LIMITS,
  type SafetyLimit,
} from '@zither/core';
import {
  barringOf,
  cuesOf,
  cuesToTry,
  limitsOf,
  loadAnswer,
  methodOf,
  safetyOf,
} from '@zither/visit';
import { writeAnswer } from '@zither/words/answer';
import { five } from './trialRows.ts';
import {
  ON,
  RECORDS,
  type Answers,
  screened,
  cleared,
  SETUP,
  chosen,
  seenAs,
  look,
  tried,
  type Cause,
  worksOn,
  client,
  answer,
} from './harmRows.ts';

describe('laws over random records', () => {
  const answers: fc.Arbitrary<Answers> = fc.record(
    {
      pain: fc.record({
        place: fc.constantFrom('ankle', 'knee', 'hip', 'lowBack', 'shoulder', 'arm', 'elsewhere'),
        level: fc.integer({ min: 1, max: 3 }),
      }),
      pregnancy: fc.constant(true),
      medication: fc.constant(true),
      boneOrBalance: fc.constant(true),
      under16: fc.constant({ guardianPresent: true }),
    },
    { requiredKeys: [] },
  ) as fc.Arbitrary<Answers>;
  const joint = fc.record({
    kind: fc.constant('jointRange' as const),
    joint: fc.constantFrom('ankle' as const, 'knee' as const, 'hip' as const),
    side: fc.constantFrom('left' as const, 'right' as const),
    mostDeg: fc.integer({ min: 10, max: 140 }),
  });
  const record = fc.record({
    answers,
    joints: fc.array(joint, { maxLength: 2 }),
    wall: fc.tuple(fc.integer({ min: -20, max: 140 }), fc.integer({ min: -20, max: 140 })),
    causes: fc.subarray(
      ['ankleJoint', 'hipFoldRoom', 'habitSitsBack', 'quadsWeak', 'footControl'] as Cause[],
      { minLength: 1 },
    ),
    isPinched: fc.boolean(),
    isFaulty: fc.boolean(),
    loadKg: fc.constantFrom(0, 20, 60),
    purpose: fc.constantFrom('strength' as const, 'kneeSparing' as const, 'dailyLife' as const),
  });
  type Random = typeof record extends fc.Arbitrary<infer T> ? T : never;
  const dossierFrom = (r: Random): Dossier =>
    client(
      {
        screenings: screened(
          r.joints.length > 0
            ? { ...r.answers, recentInjury: { clearedByClinician: true } }
            : r.answers,
          r.purpose,
        ),
        clearances: r.joints.length > 0 ? [cleared(['clearedInjury'], r.joints)] : [],
        decisions: worksOn(...r.causes),
        tried: r.isPinched ? [tried('supportedSit', 'hipFront', { felt: 'pinch' })] : [],
        judgements: r.isFaulty ? [look([seenAs('pelvisTuck')])] : [],
        setup: chosen(r.loadKg > 0 ? { loadKg: r.loadKg } : { loadKg: 0, hold: 'bodyweight' }),
      },
      five({ wall: r.wall }),
    );

  it('nothing barred is offered anywhere, and every limit says what lifts it', () => {
    fc.assert(
      fc.property(record, (r) => {
        const dossier = dossierFrom(r);
        const a = answer(dossier);
        const written = writeAnswer(a);
        for (const b of written.because) expect(b.lifts).toMatch(/lifts|instead/);
        if (!a.plan) return;
        const barring = barringOf(dossier, a.use!.method, a.limits, a.opinion, a.use!.setup);
        const offered = [
          ...a.plan.drills.map((d) => d.drill),
          ...a.plan.cues.map((c) => c.cue),
          RUNG_TABLE[a.plan.ladder.now],
        ];
        for (const entry of offered) expect(barOf(entry, barring)).toBeNull();
        for (const { next } of a.opinion.tests)
          expect(limitOn(TESTS[next.test].asks, a.limits)).toBeNull();
        const cues = cuesToTry(a.opinion, a.use!.method, barring, cuesOf(dossier.schools));
        for (const cue of cues) {
          const house = CUES.find((c) => c.id === cue.id);
          if (house) expect(barOf(house, barring)).toBeNull();
        }
        const { setup, targetDepthDeg } = a.use!;
        for (const l of a.limits) {
          if (l.kind === 'depthCap')
            expect(targetDepthDeg).toBeLessThanOrEqual(l.thighDepthDeg + 1e-9);
          if (l.kind === 'noLoad' || l.kind === 'supportedOnly') {
            expect(setup.loadKg).toBe(0);
            expect(a.plan.ladder.loadKg).toBeNull();
            expect(a.plan.beforeLoad).toBeNull();
          }
          if (l.kind === 'noPositions')
            expect(l.positions.includes(setup.hold) && setup.hold !== 'bodyweight').toBe(false);
        }
        if (r.isFaulty) expect(a.plan.ladder.loadKg).toBeNull();
        const chances = [
          written.setup!.chance,
          ...written.setup!.proposals.map((p) => p.chance),
          ...written.causes.map((c) => c.chance),
        ];
        for (const c of chances) {
          expect(c).toBeGreaterThanOrEqual(0.005);
          expect(c).toBeLessThanOrEqual(0.995);
        }
      }),
      { numRuns: RECORDS >= 2000 ? RECORDS : Math.ceil(RECORDS / 2), seed: 312 },
    );
  });

  it('a limit more never allows what was barred, nor a heavier load', () => {
    fc.assert(
      fc.property(record, fc.constantFrom(...USUAL_LIMITS), (r, more) => {
        const dossier = dossierFrom(r);
        const method = methodOf(dossier);
        const limits: SafetyLimit[] = [...limitsOf(safetyOf(dossier, ON))];
        const before = barringOf(dossier, method, limits, null, null);
        const after = { ...before, limits: [...limits, more] };
        for (const entry of [...CUES, ...Object.values(TESTS), ...Object.values(RUNG_TABLE)])
          if (barOf(entry, before)) expect(barOf(entry, after)).not.toBeNull();
        for (const rung of ['goblet', 'front', 'highBar'] as const) {
          const kg = (l: readonly SafetyLimit[]) => loadAnswer(dossier, rung, l, SETUP).mostKg ?? 0;
          expect(kg([...limits, more])).toBeLessThanOrEqual(kg(limits));
          if (goesBeyond(RUNG_TABLE[rung].asks, more)) expect(kg([...limits, more])).toBe(0);
        }
      }),
      { numRuns: RECORDS, seed: 313 },
    );
  });
});
