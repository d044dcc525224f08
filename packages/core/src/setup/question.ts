import type { Body, ResolvedBody } from '../body/resolveBody.ts';
import { equivalentRiseMm } from '../linkage/foot.ts';
import { HOLD_LOAD_MOST_KG } from '../linkage/holds.ts';
import {
  SIDES,
  type BothSides,
  type Hold,
  type Setup,
  type Side,
  type Support,
} from '../linkage/setup.ts';
import { obeying } from '../safety/obey.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import { NAMED_DEPTHS_DEG, type HipFoldLimit, type Limits } from '../window/limits.ts';
import type { Case } from '../window/solve.ts';
import { kneeTravelMostMm, type MethodProfile } from './profiles.ts';
import { HOUSE_RULES, type ChanceRules, type SetupRules } from '../rules/rules.ts';
import { judgesByFoot, toleratesRounding } from './tried.ts';
import type { Uncertainty } from '../rules/uncertainty.ts';
import type { Watched } from './watched.ts';
import type { Tables } from '../causes/tables.ts';

/** Something to stand on. `pair`: one for each foot, so it can be turned with it; a board under both lies straight. */
export type KitPiece =
  | { kind: 'block'; riseMm: number }
  | { kind: 'ramp'; angleDeg: number; pair: boolean }
  /** Not under the feet: something to sit to. */
  | { kind: 'box'; heightMm: number };

/** A question to the search. mm, degrees, kg. */
export interface SetupQuestion {
  body: Body;
  /** As measured. */
  dorsiflexionDeg: BothSides<number>;
  hipFold?: HipFoldLimit | null | undefined;
  /** The client's own limits beside ankle and fold, whatever the method. */
  limits?: Partial<
    Pick<Limits, 'kneePastToeMm' | 'shankDeg' | 'hipAbductionDeg' | 'kneeFlexionDeg'>
  >;
  habit: { stanceWidthMm: number; toeOutDeg: BothSides<number> };
  /** The first is the one wished for; another costs as much as {@link OTHER_HOLD_STEPS}. */
  holds: readonly Hold[];
  loadKg: number;
  /** Asked for; absent = the method's. */
  targetDepthDeg?: number | undefined;
  kit: readonly KitPiece[];
  uncertainty: Uncertainty;
  /** What the practice set; absent = the house's. */
  rules?: SetupRules | undefined;
  /** The side whose foot may be turned out further than the other's, because a measured difference says so; see `sideDifference`. */
  turnFurther?: { side: Side; mostDeg: number; because: 'ankle' | 'rotation' } | null | undefined;
  safety?: readonly SafetyLimit[] | undefined;
  /** Where heels were clearly seen to rise on the flat floor, without a load; null = they were not. */
  heelsRoseIn?: Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'> | null | undefined;
  /** Where an arch gave way and was not seen to stay since: nothing wider or further out is proposed. */
  footLost?: readonly FootLost[] | undefined;
  /** What looks and short tests say of the ends of range; null = nothing was looked at. */
  watched?: readonly Watched[] | null | undefined;
  /** By which what was watched is weighed; absent = the house's. */
  tables?: Tables | undefined;
}

/** A stance in which an arch gave way. */
export interface FootLost {
  stanceWidthMm: number;
  /** Angle of the foot that lost its arch; the wider of the two where no side was said. */
  toeOutDeg: number;
  /** Thigh depth at which it did, degrees; null = not said. */
  depthDeg: number | null;
}

/** What applies to a question: what the practice set, else the house's. */
export const rulesOf = ({ rules = HOUSE_RULES }: Pick<SetupQuestion, 'rules'>): SetupRules => rules;
export const chancesOf = (question: Pick<SetupQuestion, 'rules'>): ChanceRules =>
  rulesOf(question).chance;

/** Steps of the search: stance to the 20 mm, toes to the 5°. */
export const SEARCH_STEP = { stanceMm: 20, toeOutDeg: 5 } as const;
/** As near as this a stance and a foot angle are the same to a tape (house defaults). */
const SAME_STANCE_MM = 5;
const SAME_TOE_DEG = 1;
/** Another load position than the one wished for weighs as much as so many steps away from habit (house default). */
export const OTHER_HOLD_STEPS = 8;
/** Nobody is sent to stand wider than a usual hip opens, degrees (AAOS normal range, from memory). */
export const ABDUCTION_MOST_DEG = 45;
/** Mass of a counterweight for a client who holds none yet, kg (house default). */
const COUNTERWEIGHT_KG = 5;

/** Load positions further forward, tried when the one wished for does not work. */
export const OTHER_HOLDS: Readonly<Partial<Record<Hold, readonly Hold[]>>> = {
  lowBar: ['highBar', 'front', 'goblet'],
  highBar: ['front', 'goblet'],
  front: ['goblet'],
  overhead: ['front', 'goblet'],
  bodyweight: ['armsForward', 'counterbalance'],
  armsForward: ['counterbalance'],
};

/** The load a position is used with, kg; null = this load is too much for it, and none is dropped without a word. */
export function loadIn(hold: Hold, { loadKg }: Pick<SetupQuestion, 'loadKg'>): number | null {
  if (hold === 'bodyweight' || hold === 'armsForward') return loadKg === 0 ? 0 : null;
  if (hold === 'counterbalance' && loadKg === 0) return COUNTERWEIGHT_KG;
  return loadKg <= (HOLD_LOAD_MOST_KG[hold] ?? Infinity) ? loadKg : null;
}

/** Multiples of a step within a range and both its ends, rising. */
function grid(least: number, most: number, step: number): number[] {
  const list = [least];
  for (let k = Math.ceil(least / step - 1e-9); k * step < most - 1e-9; k += 1)
    if (k * step > least + 1e-9) list.push(k * step + 0);
  if (most > least + 1e-9) list.push(most);
  return list;
}

/** Stances of a method for this body, whole mm; the ends of its range are brought inward to the mm. */
export function stancesOf({ stancePerShoulderWidth }: MethodProfile, body: ResolvedBody): number[] {
  const { least, most } = stancePerShoulderWidth;
  return grid(
    Math.ceil(least * body.shoulderWidthMm - 1e-9),
    Math.floor(most * body.shoulderWidthMm + 1e-9),
    SEARCH_STEP.stanceMm,
  );
}

/** Foot angles of a method, degrees. */
export const toesOf = ({ toeOutDeg }: MethodProfile): number[] =>
  grid(toeOutDeg.least, toeOutDeg.most, SEARCH_STEP.toeOutDeg);

/** A grid within what the foot allows: the bound itself is its new end. */
const upTo = (values: readonly number[], most: number): number[] => {
  const list = values.filter((v) => v <= most + 1e-9);
  const isWithin = values.length > 0 && most >= values[0]! - 1e-9 && most < values.at(-1)!;
  return isWithin && (list.at(-1) ?? -Infinity) < most - 1e-9 ? [...list, most] : list;
};

const leastOf = (values: readonly number[]): number => Math.min(Infinity, ...values);

/** A grid with a client's own value on it, where it lies within. */
function withOwn(values: readonly number[], own: number): number[] {
  const isWithin = values.length > 0 && own >= values[0]! && own <= values.at(-1)!;
  return isWithin && !values.includes(own) ? [...values, own].sort((a, b) => a - b) : [...values];
}

type Standing = Pick<SetupQuestion, 'footLost' | 'habit'>;

/** Stances of a method for this client, the habit among them: none wider than where an arch gave way. */
export const stancesFor = (
  { footLost = [], habit }: Standing,
  profile: MethodProfile,
  body: ResolvedBody,
): number[] =>
  upTo(
    withOwn(stancesOf(profile, body), Math.round(habit.stanceWidthMm)),
    Math.floor(leastOf((footLost ?? []).map((f) => f.stanceWidthMm))),
  );

/** Foot angles of a method for this client, the mean of the habit among them: none further out than where an arch gave way. */
export const toesFor = ({ footLost = [], habit }: Standing, profile: MethodProfile): number[] =>
  upTo(
    withOwn(toesOf(profile), Math.round((habit.toeOutDeg.left + habit.toeOutDeg.right) / 2)),
    leastOf((footLost ?? []).map((f) => f.toeOutDeg)),
  );

/** Whether a setup is wider or further out than where an arch gave way. */
export const isBeyondFoot = (
  { stanceWidthMm, toeOutDeg }: Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'>,
  footLost: readonly FootLost[],
): boolean =>
  footLost.some(
    (f) =>
      stanceWidthMm > f.stanceWidthMm + SAME_STANCE_MM ||
      Math.max(toeOutDeg.left, toeOutDeg.right) > f.toeOutDeg + SAME_TOE_DEG,
  );

/** Whether a method would stand a client on something. */
export function allowsSupport(profile: MethodProfile, body: ResolvedBody, support: Support) {
  if (support.kind === 'floor') return true;
  if (profile.heelPolicy === 'none') return false;
  const isTurned = support.kind === 'ramp' && support.azimuth === 'foot';
  if (profile.heelPolicy === 'turnedWedge' && !isTurned) return false;
  return equivalentRiseMm(body, support) <= profile.heelMostMm + 1e-9;
}

/** What may be under the heels: the floor, and of the kit what the method allows. */
export function supportsOf(
  kit: readonly KitPiece[],
  profile: MethodProfile,
  body: ResolvedBody,
): Support[] {
  const list: Support[] = [{ kind: 'floor' }];
  for (const piece of kit) {
    if (piece.kind === 'box') continue;
    const support: Support =
      piece.kind === 'block'
        ? piece
        : { kind: 'ramp', angleDeg: piece.angleDeg, azimuth: piece.pair ? 'foot' : 'straight' };
    if (allowsSupport(profile, body, support)) list.push(support);
  }
  return list;
}

/** The depth asked for. A method that sits to a chair asks for no more than its own; one that judges by the foot, for none below where an arch gave way. */
export function depthAsked(
  { targetDepthDeg, footLost = [] }: Pick<SetupQuestion, 'targetDepthDeg' | 'footLost'>,
  profile: MethodProfile,
): number {
  const asked =
    targetDepthDeg === undefined
      ? profile.targetDepthDeg
      : profile.workingPoint === 'shinsUpright'
        ? Math.min(targetDepthDeg, profile.targetDepthDeg)
        : targetDepthDeg;
  return judgesByFoot(profile)
    ? Math.min(asked, ...(footLost ?? []).flatMap(({ depthDeg }) => depthDeg ?? []))
    : asked;
}

/** Depths to try: the one asked for, and the named ones above it, should it not be reached; rising. */
export const depthsUnder = (askedDeg: number): number[] =>
  [...new Set([...Object.values(NAMED_DEPTHS_DEG).filter((d) => d < askedDeg), askedDeg])].sort(
    (a, b) => a - b,
  );

/** A setup of the method in this question. */
export const setupIn = (
  question: Pick<SetupQuestion, 'holds' | 'loadKg'>,
  profile: Pick<MethodProfile, 'balance'>,
  at: Pick<Setup, 'stanceWidthMm' | 'toeOutDeg' | 'support' | 'hold'>,
): Setup => ({
  stanceWidthMm: at.stanceWidthMm,
  toeOutDeg: at.toeOutDeg,
  support: at.support,
  hold: at.hold,
  loadKg: loadIn(at.hold, question) ?? 0,
  balance: profile.balance,
  trackingOffsetDeg: 0,
});

/** Degrees of fold beyond the onset of rounding that a method which tolerates rounding goes to, without load (house default). */
const ROUNDING_DEG = 10;

/** How far beyond the onset of rounding a setup may fold under a method, degrees. */
export const roundingIn = (
  profile: Pick<MethodProfile, 'rounding'>,
  setup: Pick<Setup, 'loadKg'>,
): number => (toleratesRounding(profile, setup) ? ROUNDING_DEG : 0);

/** The smaller of two limits, of which either may be none. */
const stricter = (a: number | null | undefined, b: number | null): number | null =>
  a === null || a === undefined ? b : b === null ? a : Math.min(a, b);

/** A method's limits in a setup, with the client's own: of two for one thing the stricter applies. */
export function limitsUnder(
  profile: Pick<
    MethodProfile,
    'bufferDeg' | 'leanLimitDeg' | 'shankMostDeg' | 'kneeTravel' | 'rounding'
  >,
  {
    dorsiflexionDeg,
    hipFold,
    limits: own = {},
  }: Pick<SetupQuestion, 'dorsiflexionDeg' | 'hipFold' | 'limits'>,
  setup: Pick<Setup, 'hold' | 'loadKg'>,
): Limits {
  return {
    ...own,
    hipAbductionDeg: Math.min(own.hipAbductionDeg ?? Infinity, ABDUCTION_MOST_DEG),
    dorsiflexionDeg,
    bufferDeg: profile.bufferDeg,
    trunkLeanDeg: profile.leanLimitDeg[setup.hold],
    hipFold: hipFold
      ? {
          ...hipFold,
          atZeroAbductionDeg: hipFold.atZeroAbductionDeg + roundingIn(profile, setup),
        }
      : null,
    shankDeg: stricter(own.shankDeg, profile.shankMostDeg),
    kneePastToeMm: stricter(own.kneePastToeMm, kneeTravelMostMm(profile.kneeTravel)),
  };
}

/** The question with a setup in it, under the method's limits and the screen's. */
export function caseFor(
  question: SetupQuestion,
  profile: MethodProfile,
  setup: Setup,
  targetDepthDeg: number,
): Case {
  return obeying(
    {
      body: question.body,
      setup,
      limits: limitsUnder(profile, question, setup),
      target: { thighDepthDeg: targetDepthDeg },
      workingPoint: profile.workingPoint,
    },
    question.safety ?? [],
  );
}

/** How far a setup is from where the client stands unprompted, in standard steps: each foot from its own angle, and counted half. */
export const habitSteps = (
  { habit }: Pick<SetupQuestion, 'habit'>,
  { stanceWidthMm, toeOutDeg }: Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'>,
): number =>
  Math.abs(stanceWidthMm - habit.stanceWidthMm) / SEARCH_STEP.stanceMm +
  SIDES.reduce((sum, s) => sum + Math.abs(toeOutDeg[s] - habit.toeOutDeg[s]), 0) /
    (2 * SEARCH_STEP.toeOutDeg);
