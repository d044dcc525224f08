/** A fold nobody read: an average body is short of it in its method's own squat as often as the tables say room in the hip is. */
import {
  CAUSES,
  BALANCED,
  kneeTravelMostMm,
  normalShare,
  PROFILES,
  profileOf,
  resolveBody,
  solveSide,
  unreadFoldOf,
  type Case,
  type MethodProfile,
} from '@zither/core';

const BODY = { statureMm: 1750, massKg: 75 };
const ANKLE_DEG = 38;
const CREASE_DEG = 6;

/** The method's own squat of an average body with an ordinary ankle and a fold of so many degrees. */
function squat(profile: MethodProfile, foldDeg: number): Case {
  const { stancePerShoulderWidth: width, toeOutDeg: toes } = profile;
  const toe = (toes.least + toes.most) / 2;
  return {
    body: BODY,
    limits: {
      dorsiflexionDeg: { left: ANKLE_DEG, right: ANKLE_DEG },
      bufferDeg: 0,
      trunkLeanDeg: profile.leanLimitDeg.bodyweight,
      hipFold: { atZeroAbductionDeg: foldDeg, perAbductionDeg: 0 },
      shankDeg: profile.shankMostDeg,
      // No hip is sent wider than the usual range.
      hipAbductionDeg: 45,
      kneePastToeMm: kneeTravelMostMm(profile.kneeTravel),
    },
    setup: {
      stanceWidthMm: ((width.least + width.most) / 2) * resolveBody(BODY).shoulderWidthMm,
      toeOutDeg: { left: toe, right: toe },
      support: { kind: 'floor' },
      hold: 'bodyweight',
      loadKg: 0,
      balance: profile.balance,
      trackingOffsetDeg: 0,
    },
    target: { thighDepthDeg: CREASE_DEG },
    workingPoint: profile.workingPoint,
  };
}

/** The least fold with which that squat gets down to the crease, by halving whole descents; null where none does. */
function leastFold(profile: MethodProfile): number | null {
  let [short, enough] = [40, 175];
  const getsDown = (fold: number) =>
    (solveSide(squat(profile, fold), 'left').deepestThighDepthDeg ?? -90) >= CREASE_DEG - 1e-6;
  if (!getsDown(enough)) return null;
  for (let k = 0; k < 40; k += 1) {
    const middle = (short + enough) / 2;
    if (getsDown(middle)) enough = middle;
    else short = middle;
  }
  return enough;
}

describe('a fold nobody read', () => {
  it.each(PROFILES.map((p) => [p.id, p] as const))('%s', (_id, profile) => {
    const { meanDeg, sdDeg } = unreadFoldOf(profile);
    const least = leastFold(profile);
    // A method that sits to something: an average body does not get down so by itself.
    expect(least === null).toBe(profile.id === 'shinsUpright');
    if (least === null) expect(meanDeg).toBe(unreadFoldOf(BALANCED).meanDeg);
    else expect(normalShare((least - meanDeg) / sdDeg)).toBeCloseTo(CAUSES.hipFoldRoom.prior, 2);
  });

  it('is thought larger of who squats by a method that asks for more', () => {
    const mean = (id: string) => unreadFoldOf(profileOf(id)!).meanDeg;
    // Toes straight ahead ask for more fold than an open hip.
    expect(mean('straightFoot')).toBeGreaterThan(mean('openHip') + 5);
  });
});
