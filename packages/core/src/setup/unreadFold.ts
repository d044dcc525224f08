import { resolveBody, type Body } from '../body/resolveBody.ts';
import { normalQuantile } from '../chance/normal.ts';
import { toDeg } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { Setup } from '../linkage/setup.ts';
import { NAMED_DEPTHS_DEG, limitsForSide } from '../window/limits.ts';
import type { UnreadFold } from './belief.ts';
import { BALANCED, type MethodProfile } from './profiles.ts';
import { limitsUnder } from './question.ts';
import { foldNeededAt, reachTables } from './reach.ts';

/** The body a fold nobody read is thought of against, and the ankle it squats with (house defaults). */
export const AVERAGE_BODY: Body = { statureMm: 1750, massKg: 75 };
export const AVERAGE_ANKLE_DEG = 38;
/**
 * How far people's folds lie apart, degrees (house default: passive hip flexion alone varies by about 8, Roaas and Andersson 1982, from memory; the
 * point where the back begins to round varies more).
 */
const BETWEEN_PEOPLE_DEG = 16;

/** So many are short of fold in their method's own squat: as common as the tables say room in the hip is (house default). */
export const FOLD_SHORT_SHARE = 0.1;

const kept = new WeakMap<MethodProfile, UnreadFold>();

/**
 * What is thought of a fold nobody read: of average bodies in the method's own squat to the crease, in the middle of its stances and foot angles with
 * nothing in the hands, so many are short of fold as the tables say room in the hip is common. A method in which an average body does not get down that
 * far by itself, since it sits to something, takes the balanced method's.
 */
export function unreadFoldOf(profile: MethodProfile): UnreadFold {
  const known = kept.get(profile);
  if (known !== undefined) return known;
  const needed = [profile, BALANCED].map(foldAsked).find(Number.isFinite)!;
  const spare = -normalQuantile(FOLD_SHORT_SHARE) * BETWEEN_PEOPLE_DEG;
  const made = { meanDeg: needed + spare, sdDeg: BETWEEN_PEOPLE_DEG };
  kept.set(profile, made);
  return made;
}

/** Fold that the method's own squat to the crease asks of an average body, degrees; Infinity where it does not get down with any. */
function foldAsked(profile: MethodProfile): number {
  const body = resolveBody(AVERAGE_BODY);
  const { stancePerShoulderWidth: width, toeOutDeg: toes } = profile;
  const toe = (toes.least + toes.most) / 2;
  const setup: Setup = {
    stanceWidthMm: ((width.least + width.most) / 2) * body.shoulderWidthMm,
    toeOutDeg: { left: toe, right: toe },
    support: { kind: 'floor' },
    hold: 'bodyweight',
    loadKg: 0,
    balance: profile.balance,
    trackingOffsetDeg: 0,
  };
  const ankle = { left: AVERAGE_ANKLE_DEG, right: AVERAGE_ANKLE_DEG };
  const limits = limitsUnder(profile, { dorsiflexionDeg: ankle, hipFold: LEVEL }, setup);
  const link = buildLinkage(body, setup, 'left');
  const shank = AVERAGE_ANKLE_DEG + toDeg(link.foot.pitch);
  const [reach] = reachTables(
    link,
    limitsForSide(limits, 'left'),
    [NAMED_DEPTHS_DEG.crease],
    Float64Array.of(shank),
  );
  return reach ? foldNeededAt(reach, shank) : Infinity;
}

/** A fold that is no other in another stance; how much of it there is does not enter what a setup needs. */
export const LEVEL = { atZeroAbductionDeg: 0, perAbductionDeg: 0 } as const;
