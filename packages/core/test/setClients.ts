import { BALANCED, caseFor, uncertaintyOf, type SetupQuestion } from '../src/index.ts';

export const client = (change: Partial<SetupQuestion> = {}): SetupQuestion => ({
  body: { statureMm: 1750, massKg: 75 },
  dorsiflexionDeg: { left: 21, right: 31 },
  hipFold: { atZeroAbductionDeg: 125, perAbductionDeg: 0.5 },
  habit: { stanceWidthMm: 420, toeOutDeg: { left: 14, right: 12 } },
  holds: ['highBar'],
  loadKg: 40,
  targetDepthDeg: 6,
  kit: [
    { kind: 'block', riseMm: 10 },
    { kind: 'block', riseMm: 25 },
  ],
  uncertainty: uncertaintyOf(change.body ?? { statureMm: 1750, massKg: 75 }),
  ...change,
});

export const standing = (toeOutDeg = { left: 15, right: 15 }) => ({
  stanceWidthMm: 420,
  toeOutDeg,
  support: { kind: 'floor' } as const,
  hold: 'highBar' as const,
  loadKg: 40,
  balance: 0.5,
  trackingOffsetDeg: 0,
});
export const readings = (left: number, right: number, sem = 1) => ({
  left: { deg: left, sem },
  right: { deg: right, sem },
});
export const nothing = { left: null, right: null };
export const askedOf = (left: number, right: number, depth = 6) =>
  caseFor(client({ dorsiflexionDeg: { left, right }, hipFold: null }), BALANCED, standing(), depth);
