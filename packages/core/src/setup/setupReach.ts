import { resolveBody, type ResolvedBody } from '../body/resolveBody.ts';
import { toDeg } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { SIDES, type BothSides, type Setup, type Side } from '../linkage/setup.ts';
import { allowedAnkles } from '../safety/obey.ts';
import { limitsForSide } from '../window/limits.ts';
import type { Case } from '../window/solve.ts';
import type { SetupReach } from './belief.ts';
import { caseFor, type SetupQuestion, roundingIn } from './question.ts';
import type { MethodProfile } from './profiles.ts';
import { LEVEL, unreadFoldOf } from './unreadFold.ts';
import {
  END_NAMES,
  foldNeededAt,
  reachTables,
  type EndsPerUnit,
  type PerUnit,
  type Reach,
} from './reach.ts';

/** The fold is worked out at shanks so far apart at most, degrees. */
const NODE_DEG = 2;
/** A belief reaches so many standard deviations to either side of the reading. */
const SPREAD_SD = 3.5;
/** Steps of the slopes about the body as known: share of a length, share of the foot. */
const STEP: Readonly<Record<keyof PerUnit, number>> = {
  thigh: 0.03,
  trunk: 0.03,
  shank: 0.03,
  balance: 0.03,
};
const UNITS = Object.keys(STEP) as (keyof PerUnit)[];

/** Shanks at which the fold is worked out for a side, covering all of what its ankle may be; empty when no fold limit counts. */
export function shankNodes(question: SetupQuestion, base: Case, side: Side, pitchDeg: number) {
  if (!base.limits.hipFold) return new Float64Array(0);
  const around = base.limits.dorsiflexionDeg[side] + pitchDeg;
  const spread = SPREAD_SD * question.uncertainty.dorsiflexionDeg[side] + NODE_DEG;
  const count = Math.max(3, Math.ceil((2 * spread) / NODE_DEG) + 1);
  return Float64Array.from(
    { length: count },
    (_, k) => around - spread + (2 * spread * k) / (count - 1),
  );
}

/** A body with one length so much longer, or a setup balanced so much further forward. */
function moved(body: ResolvedBody, setup: Setup, unit: keyof PerUnit, by: number) {
  if (unit === 'balance') return { body, setup: { ...setup, balance: setup.balance + by } };
  const lengthsMm = { ...body.lengthsMm, [unit]: body.lengthsMm[unit] * (1 + by) };
  return { body: { ...body, lengthsMm }, setup };
}

/** Needs of a setup on one side down to several depths, with the body as known. */
export function sideReaches(
  body: ResolvedBody,
  base: Case,
  side: Side,
  targetsDeg: readonly number[],
  shanks: Float64Array,
): Reach[] {
  return reachTables(
    buildLinkage(body, base.setup, side),
    limitsForSide(base.limits, side),
    targetsDeg,
    shanks,
  );
}

/** How the needs of one side move with the body and the balance point, down to each depth: half the difference of a step to either side. */
export function slopesOf(
  body: ResolvedBody,
  base: Case,
  side: Side,
  targetsDeg: readonly number[],
  shankDeg: number,
): Pick<Reach, 'perUnit' | 'foldPerUnit' | 'endsPerUnit'>[] {
  const nodes = base.limits.hipFold ? Float64Array.of(shankDeg) : new Float64Array(0);
  const at = (unit: keyof PerUnit, by: number) => {
    const next = moved(body, base.setup, unit, by);
    return sideReaches(next.body, { ...base, setup: next.setup }, side, targetsDeg, nodes);
  };
  const ends = UNITS.map((unit) => ({
    unit,
    more: at(unit, STEP[unit]),
    less: at(unit, -STEP[unit]),
  }));
  const slope = (a: number | null, b: number | null, step: number) =>
    a === null || b === null || !Number.isFinite(a) || !Number.isFinite(b)
      ? 0
      : (a - b) / (2 * step);
  return targetsDeg.map((_, i) => {
    const perUnit = {} as PerUnit;
    const foldPerUnit = {} as PerUnit;
    const endsPerUnit = {} as Record<keyof EndsPerUnit, PerUnit>;
    for (const end of END_NAMES) endsPerUnit[end] = {} as PerUnit;
    for (const { unit, more, less } of ends) {
      perUnit[unit] = slope(more[i]!.neededDeg, less[i]!.neededDeg, STEP[unit]);
      foldPerUnit[unit] = nodes.length
        ? slope(foldNeededAt(more[i]!, shankDeg), foldNeededAt(less[i]!, shankDeg), STEP[unit])
        : 0;
      for (const end of END_NAMES)
        endsPerUnit[end][unit] = slope(more[i]!.endsDeg[end], less[i]!.endsDeg[end], STEP[unit]);
    }
    return { perUnit, foldPerUnit, endsPerUnit };
  });
}

/** A fold the screen allows at most, degrees; Infinity = none. */
export const foldCapOf = ({ safety = [] }: Pick<SetupQuestion, 'safety'>): number =>
  Math.min(
    Infinity,
    ...(safety ?? []).flatMap((l) =>
      l.kind === 'noDeepFold'
        ? [l.hipFoldDeg]
        : l.kind === 'jointRange' && l.joint === 'hip'
          ? [l.mostDeg]
          : [],
    ),
  );

/** A setup in which what it asks of the fold counts although none was read: only for working out what it needs. */
export const withFold = (base: Case): Case =>
  base.limits.hipFold ? base : { ...base, limits: { ...base.limits, hipFold: LEVEL } };

/** Dorsiflexion a clinician allows at most, degrees; Infinity = no such limit. */
export const ankleCapOf = ({ safety = [] }: Pick<SetupQuestion, 'safety'>): BothSides<number> =>
  allowedAnkles({ left: Infinity, right: Infinity }, safety ?? []);

/** The part of a setup's needs that is the same on both sides: caps of the screen and the fold. */
export const besideSides = (
  question: Pick<SetupQuestion, 'safety'>,
  profile: MethodProfile,
  setup: Pick<Setup, 'loadKg'>,
): Omit<SetupReach, keyof BothSides<Reach>> => ({
  ankleCapDeg: ankleCapOf(question),
  foldCapDeg: foldCapOf(question),
  roundedDeg: roundingIn(profile, setup),
  unreadFold: unreadFoldOf(profile),
});

/** Needs of one setup, with exact slopes: for whatever is shown. */
export function reachOf(
  question: SetupQuestion,
  profile: MethodProfile,
  { setup, targetDepthDeg }: { setup: Setup; targetDepthDeg: number },
): SetupReach {
  const body = resolveBody(question.body);
  const base = withFold(caseFor(question, profile, setup, targetDepthDeg));
  const targets = [base.target.thighDepthDeg];
  const of = (side: Side): Reach => {
    const pitch = toDeg(buildLinkage(body, base.setup, side).foot.pitch);
    const [reach] = sideReaches(body, base, side, targets, shankNodes(question, base, side, pitch));
    const shank = base.limits.dorsiflexionDeg[side] + pitch;
    const [slopes] = slopesOf(
      body,
      base,
      side,
      targets,
      Math.max(shank, reach!.neededDeg ?? shank),
    );
    return { ...reach!, ...slopes! };
  };
  const [left, right] = SIDES.map(of) as [Reach, Reach];
  return { left, right, ...besideSides(question, profile, setup) };
}
