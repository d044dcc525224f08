import { resolveBody } from '../body/resolveBody.ts';
import { normal, type Random } from '../chance/seeded.ts';
import { toDeg } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { SIDES, type BothSides, type Setup, type Side } from '../linkage/setup.ts';
import type { Case } from '../window/solve.ts';
import { limitsForSide } from '../window/limits.ts';
import { USUAL_UNCERTAINTY, type LimitDraw } from './draws.ts';
import type { FoundSetup } from './finder.ts';
import { caseFor, type SetupQuestion } from './question.ts';
import type { MethodProfile } from './profiles.ts';
import { foldNeededAt, reachTables, type Reach } from './reach.ts';

/** What this client's true limits may be: weighed guesses, degrees. */
export interface LimitBelief {
  left: Float64Array;
  right: Float64Array;
  /** Fold at zero abduction; NaN where none was measured. */
  fold: Float64Array;
  /** Sums to one. */
  weight: Float64Array;
}

/** What a trial of 3–5 reps showed. */
export interface TrialSeen {
  /** The depth asked for was reached. */
  reached: boolean;
  heelRose: BothSides<boolean>;
  /** The back began to round before the target. */
  tucked: boolean;
}

export const PARTICLES = 2000;
/** How often a trial shows what the limits do not explain: attention, the eye, a bad rep (house default). */
const LAPSE = 0.06;
/** From just too little to just enough, a limit shows over about so many degrees (house defaults). */
const SOFT_DEG = { ankle: 0.7, fold: 1.5 } as const;
/** Below this share of particles that still count, they are drawn anew. */
const RESAMPLE_BELOW = 0.5;

/** Normal distribution function by the logistic that stands for it within a hundredth. */
const share = (z: number): number => 1 / (1 + Math.exp(-1.702 * z));

/** Guesses spread as the readings and their errors say. */
export function startBelief(
  question: Pick<SetupQuestion, 'dorsiflexionDeg' | 'hipFold' | 'uncertainty'>,
  random: Random,
  count = PARTICLES,
): LimitBelief {
  const sem = question.uncertainty ?? USUAL_UNCERTAINTY;
  const around = (mean: number, sd: number) =>
    Float64Array.from({ length: count }, () => mean + sd * normal(random));
  return {
    left: around(question.dorsiflexionDeg.left, sem.dorsiflexionDeg),
    right: around(question.dorsiflexionDeg.right, sem.dorsiflexionDeg),
    fold: around(question.hipFold?.atZeroAbductionDeg ?? NaN, sem.hipFoldDeg),
    weight: new Float64Array(count).fill(1 / count),
  };
}

/** What one setup asks of each side, ready to be held against many guesses. Feet that stand alike share one table. */
export type SetupReach = BothSides<Reach>;

/** What one setup asks. */
export function reachOf(
  question: SetupQuestion,
  profile: MethodProfile,
  { setup, targetDepthDeg }: Pick<FoundSetup, 'setup' | 'targetDepthDeg'>,
): SetupReach {
  const base = caseFor(question, profile, setup, targetDepthDeg);
  const left = reachOfSide(question, base, 'left');
  const isAlike = setup.toeOutDeg.left === setup.toeOutDeg.right;
  return { left, right: isAlike ? left : reachOfSide(question, base, 'right') };
}

function reachOfSide(question: SetupQuestion, base: Case, side: Side): Reach {
  const link = buildLinkage(resolveBody(question.body), base.setup, side);
  const limits = limitsForSide(base.limits, side);
  const pitch = toDeg(link.foot.pitch);
  const { left, right } = question.dorsiflexionDeg;
  const low = Math.min(left, right) + pitch - 8;
  const high = Math.max(left, right) + pitch + 8;
  const count = limits.hipFold ? 9 : 0;
  const shanks = Float64Array.from(
    { length: count },
    (_, k) => low + ((high - low) * k) / (count - 1),
  );
  const [reach] = reachTables(link, limits, [base.target.thighDepthDeg], shanks);
  if (!reach) throw new Error('a target gives a table');
  return reach;
}

/** How surely the back holds for one guess; the side that is stiffer folds more. Without a measured fold nothing is said against it. */
function foldHolds(reach: SetupReach, left: number, right: number, fold: number): number {
  const stiffer = left <= right ? reach.left : reach.right;
  if (stiffer.foldNeededDeg === null) return 1;
  const spare = fold - foldNeededAt(stiffer, Math.min(left, right) + stiffer.pitchDeg);
  if (Number.isFinite(spare)) return share(spare / SOFT_DEG.fold);
  return spare > 0 || Number.isNaN(spare) ? 1 : 0;
}

/** How surely each part holds for one guess: left ankle, right ankle, fold. */
function holding(reach: SetupReach, left: number, right: number, fold: number) {
  if (reach.left.neededDeg === null || reach.right.neededDeg === null)
    return { left: 0, right: 0, fold: 1 };
  return {
    left: share((left + reach.left.pitchDeg - reach.left.neededDeg) / SOFT_DEG.ankle),
    right: share((right + reach.right.pitchDeg - reach.right.neededDeg) / SOFT_DEG.ankle),
    fold: foldHolds(reach, left, right, fold),
  };
}

/** Chance of what was seen, for one guess. What a rep did not get down to it does not tell. */
function likelihood(h: ReturnType<typeof holding>, seen: TrialSeen): number {
  const lapsed = (p: number) => LAPSE / 2 + (1 - LAPSE) * p;
  let p = 1;
  for (const side of SIDES) {
    if (seen.heelRose[side]) p *= lapsed(1 - h[side]);
    else if (seen.reached) p *= lapsed(h[side]);
  }
  if (seen.tucked) p *= lapsed(1 - h.fold);
  else if (seen.reached) p *= lapsed(h.fold);
  const isUnexplained =
    !seen.reached && !seen.tucked && !seen.heelRose.left && !seen.heelRose.right;
  if (isUnexplained) p *= lapsed(1 - h.left * h.right * h.fold);
  return p;
}

/**
 * The belief after a trial: each guess weighed by how well it explains what was seen; drawn anew, a little scattered, when few still count.
 * A particle filter (Gordon, Salmond & Smith 1993, from memory) with systematic resampling.
 */
export function afterTrial(
  belief: LimitBelief,
  reach: SetupReach,
  seen: TrialSeen,
  random: Random,
): LimitBelief {
  const count = belief.weight.length;
  const weight = new Float64Array(count);
  let sum = 0;
  for (let i = 0; i < count; i += 1) {
    const h = holding(reach, belief.left[i]!, belief.right[i]!, belief.fold[i]!);
    weight[i] = belief.weight[i]! * likelihood(h, seen);
    sum += weight[i]!;
  }
  let squares = 0;
  for (let i = 0; i < count; i += 1) {
    weight[i] = weight[i]! / sum;
    squares += weight[i]! ** 2;
  }
  const next = { ...belief, weight };
  return 1 / squares < RESAMPLE_BELOW * count ? resampled(next, random) : next;
}

function spreadOf(values: Float64Array, weight: Float64Array): number {
  let mean = 0;
  let square = 0;
  for (let i = 0; i < values.length; i += 1) {
    mean += weight[i]! * values[i]!;
    square += weight[i]! * values[i]! ** 2;
  }
  return Math.sqrt(Math.max(0, square - mean * mean));
}

/** Guesses drawn anew by weight, moved toward their mean and scattered so that mean and spread stay (Liu & West 2001, from memory). */
function resampled(belief: LimitBelief, random: Random): LimitBelief {
  const count = belief.weight.length;
  const picks = new Int32Array(count);
  const start = random() / count;
  let sum = belief.weight[0]!;
  let from = 0;
  for (let i = 0; i < count; i += 1) {
    const at = start + i / count;
    while (at > sum && from < count - 1) {
      from += 1;
      sum += belief.weight[from]!;
    }
    picks[i] = from;
  }
  const keep = 0.97;
  const scatter = Math.sqrt(1 - keep * keep);
  const drawn = (values: Float64Array): Float64Array => {
    if (Number.isNaN(values[0])) return values;
    const sd = spreadOf(values, belief.weight);
    let mean = 0;
    for (let i = 0; i < count; i += 1) mean += belief.weight[i]! * values[i]!;
    return Float64Array.from(
      picks,
      (k) => keep * values[k]! + (1 - keep) * mean + scatter * sd * normal(random),
    );
  };
  return {
    left: drawn(belief.left),
    right: drawn(belief.right),
    fold: drawn(belief.fold),
    weight: new Float64Array(count).fill(1 / count),
  };
}

/** Chance of a clean rep in a setup, under the belief. */
export function cleanChance(belief: LimitBelief, reach: SetupReach): number {
  const { left, right, fold, weight } = belief;
  if (reach.left.neededDeg === null || reach.right.neededDeg === null) return 0;
  // Asked of hundreds of setups: what does not change from guess to guess stays outside, and where a limit is far off it is not worked out.
  const spareLeft = reach.left.pitchDeg - reach.left.neededDeg;
  const spareRight = reach.right.pitchDeg - reach.right.neededDeg;
  let sum = 0;
  for (let i = 0; i < weight.length; i += 1) {
    const ankles =
      share((left[i]! + spareLeft) / SOFT_DEG.ankle) *
      share((right[i]! + spareRight) / SOFT_DEG.ankle);
    if (ankles < 1e-9) continue;
    sum += weight[i]! * ankles * foldHolds(reach, left[i]!, right[i]!, fold[i]!);
  }
  // The weights sum to one only to rounding.
  return Math.min(1, sum);
}

/** So many draws of the limits as believed, evenly by weight, as differences from what was measured. */
export function drawsFrom(
  belief: LimitBelief,
  question: Pick<SetupQuestion, 'dorsiflexionDeg' | 'hipFold'>,
  count: number,
): LimitDraw[] {
  const fold = question.hipFold?.atZeroAbductionDeg ?? 0;
  const list: LimitDraw[] = [];
  let from = 0;
  let sum = belief.weight[0]!;
  for (let i = 0; i < count; i += 1) {
    const at = (i + 0.5) / count;
    while (at > sum && from < belief.weight.length - 1) {
      from += 1;
      sum += belief.weight[from]!;
    }
    list.push({
      left: belief.left[from]! - question.dorsiflexionDeg.left,
      right: belief.right[from]! - question.dorsiflexionDeg.right,
      fold: Number.isNaN(belief.fold[from]!) ? 0 : belief.fold[from]! - fold,
    });
  }
  return list;
}

/** Mean and spread of a limit under the belief, degrees. */
export function limitNow(
  { weight, ...limits }: LimitBelief,
  which: 'left' | 'right' | 'fold',
): { mean: number; sd: number } {
  let mean = 0;
  limits[which].forEach((v, i) => {
    mean += weight[i]! * v;
  });
  return { mean, sd: spreadOf(limits[which], weight) };
}

/** A setup under thought, with what it asks. */
export interface TrialOption {
  setup: Setup;
  targetDepthDeg: number;
  reach: SetupReach;
  /** Points without the chance; see the finder. */
  merit: number;
  /** Tried clean already. */
  wasClean: boolean;
}

export type TrialAdvice =
  | { kind: 'lock'; option: TrialOption; chance: number }
  | {
      kind: 'try';
      option: TrialOption;
      chance: number;
      why: 'promising' | 'informative';
      bits: number;
    };

/** From here a setup is promising enough to be tried for itself, and, once tried clean, to be kept (house defaults). */
export const TRIAL_FROM = { promising: 0.75, lock: 0.85 } as const;

const entropy = (p: number): number =>
  p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));

/**
 * The next trial worth doing: the setup of most merit that is likely enough; else the one whose outcome says most about the limits. A setup
 * tried clean that stays likely, with nothing better likely enough, is to be locked.
 *
 * @returns null when there is nothing to try
 */
export const nextTrial = (
  belief: LimitBelief,
  options: readonly TrialOption[],
): TrialAdvice | null => nextOf(weighed(belief, options));

/** A setup under thought with its chance of a clean rep. */
export interface WeighedOption {
  option: TrialOption;
  chance: number;
}

/** Options with their chances under the belief. */
export const weighed = (belief: LimitBelief, options: readonly TrialOption[]): WeighedOption[] =>
  options.map((option) => ({ option, chance: cleanChance(belief, option.reach) }));

/** {@link nextTrial} of options whose chances are known. */
export function nextOf(options: readonly WeighedOption[]): TrialAdvice | null {
  const promising = options
    .filter((w) => w.chance >= TRIAL_FROM.promising)
    .sort((a, b) => b.option.merit + 100 * b.chance - (a.option.merit + 100 * a.chance));
  const [best] = promising;
  if (best) {
    if (best.option.wasClean && best.chance >= TRIAL_FROM.lock) return { kind: 'lock', ...best };
    return { kind: 'try', ...best, why: 'promising', bits: entropy(best.chance) };
  }
  const telling = [...options].sort((a, b) => entropy(b.chance) - entropy(a.chance))[0];
  return telling
    ? { kind: 'try', ...telling, why: 'informative', bits: entropy(telling.chance) }
    : null;
}

/** What a trial of a setup shows of a client whose limits are known: for simulation and its tests. */
export function simulateTrial(
  reach: SetupReach,
  truth: { left: number; right: number; fold: number },
  random: Random,
): TrialSeen {
  const h = holding(reach, truth.left, truth.right, truth.fold);
  const happens = (p: number) => random() < LAPSE / 2 + (1 - LAPSE) * p;
  const heelRose = { left: happens(1 - h.left), right: happens(1 - h.right) };
  const tucked = happens(1 - h.fold);
  // Somebody stopped by a limit goes down on the toes or rounds about as often as stopping short.
  const isFree = !heelRose.left && !heelRose.right && !tucked;
  return { reached: isFree || random() < 0.5, heelRose, tucked };
}

/** Nothing went wrong. */
export const isClean = (seen: TrialSeen): boolean =>
  seen.reached && !seen.tucked && !seen.heelRose.left && !seen.heelRose.right;

/** Chance of a clean rep for somebody whose limits are known. */
export function trueChance(
  reach: SetupReach,
  truth: { left: number; right: number; fold: number },
): number {
  const h = holding(reach, truth.left, truth.right, truth.fold);
  return h.left * h.right * h.fold;
}
