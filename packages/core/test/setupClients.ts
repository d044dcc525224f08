import fc from 'fast-check';
import {
  BALANCED,
  searchSetups,
  startBelief,
  uncertaintyOf,
  type FoundSetup,
  type MethodProfile,
  type Setup,
  type SetupQuestion,
  type Squat,
  type SquatsInTests,
} from '../src/index.ts';
import { bodies, between } from './arbitraries.ts';

export const client = (change: Partial<SetupQuestion> = {}): SetupQuestion => ({
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
  uncertainty: uncertaintyOf(change.body ?? { statureMm: 1750, massKg: 75 }),
  ...change,
});
/** A squat without load on the flat floor, in a stance. */
export const onFloorIn = (stance: Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'>): Setup => ({
  stanceWidthMm: stance.stanceWidthMm,
  toeOutDeg: stance.toeOutDeg,
  support: { kind: 'floor' },
  hold: 'bodyweight',
  loadKg: 0,
  balance: BALANCED.balance,
  trackingOffsetDeg: 0,
});
export const clients: fc.Arbitrary<SetupQuestion> = fc
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
export const narrow: MethodProfile = {
  ...BALANCED,
  stancePerShoulderWidth: { least: 0.9, most: 1.05 },
  toeOutDeg: { least: 10, most: 20 },
};
export const mirrored = (q: SetupQuestion): SetupQuestion => ({
  ...q,
  dorsiflexionDeg: { left: q.dorsiflexionDeg.right, right: q.dorsiflexionDeg.left },
  habit: {
    ...q.habit,
    toeOutDeg: { left: q.habit.toeOutDeg.right, right: q.habit.toeOutDeg.left },
  },
});
/** One setup at exactly one stance and one foot angle, off the search's own grid. */
export const atPoint = (
  question: SetupQuestion,
  profile: MethodProfile,
  stanceWidthMm: number,
  toeOutDeg: number,
): FoundSetup[] =>
  searchSetups(question, profile, startBelief(question), {
    stances: [stanceWidthMm],
    toes: [toeOutDeg],
  });

/** A squat in the setups of the two short tests that change one thing of it. */
export const squatsInTests = (squat: Squat): SquatsInTests => ({
  heelsRaised: { ...squat, setup: { ...squat.setup, support: { kind: 'block', riseMm: 27 } } },
  counterbalance: { ...squat, setup: { ...squat.setup, hold: 'counterbalance', loadKg: 5 } },
});
