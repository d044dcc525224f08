import type { Random } from '../chance/seeded.ts';
import { FAULTS } from '../faults/table.ts';
import { SIDES, type BothSides, type Setup } from '../linkage/setup.ts';
import {
  afterTrial,
  drawsFrom,
  isClean,
  nextOf,
  reachOf,
  startBelief,
  TRIAL_FROM,
  type LimitBelief,
  type TrialAdvice,
  type TrialOption,
  type TrialSeen,
  type WeighedOption,
  weighed,
} from './belief.ts';
import { DRAWS, lookAtSetup, searchSetups } from './finder.ts';
import type { MethodProfile } from './profiles.ts';
import { SEARCH_STEP, type SetupQuestion } from './question.ts';

/** Three to five reps in one setup, as recorded. Degrees. */
export interface SetupTried {
  setup: Setup;
  targetDepthDeg: number;
  /** Of the school it was tried under: its limits say what the setup asks. */
  profile: MethodProfile;
  depthDeg: number;
  heelRose: BothSides<boolean>;
  knees: BothSides<'over' | 'in' | 'out'>;
  tuckFromDeg: number | null;
  /** 1 = not at all, 5 = at home; null = not asked. */
  comfort: number | null;
  pain: boolean;
}

/** A tuck that begins no more than this above the target is the target's own, degrees (house default). */
const TUCK_SLACK_DEG = 2;
/** From here down a setup is not comfortable enough to be kept. */
const COMFORT_LEAST = 3;
/** After so many trials on one day the best so far is kept or the search goes on another day (house default). */
export const TRIALS_A_DAY = 6;
/** Below this chance of the best there is, trying on is no use; something must change first (house default). */
const HOPELESS_BELOW = 0.15;
/** Once one is clean, another trial must promise so many points more (house default). */
const WORTH_ANOTHER = 10;
/** What a bad experience takes from the merit of the same setup, points; half a school's step away it counts half (house defaults). */
const DISLIKE = { uncomfortable: 6, kneesOff: 15, pain: 60 } as const;
/** What each step of comfort above all right adds, points (house default). */
const LIKE = 3;

/** What a record says of the limits. The depth counts as reached when it is not even slightly short. */
export const seenOf = (t: SetupTried): TrialSeen => ({
  reached: t.depthDeg > t.targetDepthDeg - FAULTS.depthShort.slight,
  heelRose: t.heelRose,
  tucked: t.tuckFromDeg !== null && t.tuckFromDeg < t.targetDepthDeg - TUCK_SLACK_DEG,
});

/** Clean in everything a coach asks: depth, heels, back, knees, no pain, and comfortable enough. */
export const wentClean = (t: SetupTried): boolean =>
  isClean(seenOf(t)) &&
  SIDES.every((side) => t.knees[side] === 'over') &&
  !t.pain &&
  (t.comfort ?? COMFORT_LEAST) >= COMFORT_LEAST;

/** The belief about a client's limits after everything tried, oldest first. Deterministic for one seed. */
export function beliefAfter(
  question: SetupQuestion,
  tried: readonly SetupTried[],
  random: Random,
): LimitBelief {
  let belief = startBelief(question, random);
  for (const t of tried) {
    // Pain stopped it: what was not gone down to tells nothing of the limits.
    if (t.pain) continue;
    belief = afterTrial(belief, reachOf(question, t.profile, t), seenOf(t), random);
  }
  return belief;
}

const isSame = (a: Pick<SetupTried, 'setup' | 'targetDepthDeg'>, b: typeof a): boolean =>
  a.targetDepthDeg === b.targetDepthDeg &&
  a.setup.stanceWidthMm === b.setup.stanceWidthMm &&
  a.setup.toeOutDeg.left === b.setup.toeOutDeg.left &&
  a.setup.toeOutDeg.right === b.setup.toeOutDeg.right &&
  a.setup.hold === b.setup.hold &&
  a.setup.loadKg === b.setup.loadKg &&
  JSON.stringify(a.setup.support) === JSON.stringify(b.setup.support);

/** How alike two setups are, 1 to 0: another support or hold is another thing, a step of stance or foot angle half of one. */
function likeness(a: Setup, b: Setup): number {
  if (a.hold !== b.hold || JSON.stringify(a.support) !== JSON.stringify(b.support)) return 0;
  const toes = (s: Setup) => (s.toeOutDeg.left + s.toeOutDeg.right) / 2;
  const steps =
    Math.abs(a.stanceWidthMm - b.stanceWidthMm) / SEARCH_STEP.stanceMm +
    Math.abs(toes(a) - toes(b)) / SEARCH_STEP.toeOutDeg;
  return 0.5 ** steps;
}

/** Points taken from a setup for what was felt and seen in ones like it; below zero where it felt good. */
function dislike(setup: Setup, tried: readonly SetupTried[]): number {
  let sum = 0;
  for (const t of tried) {
    const like = likeness(setup, t.setup);
    if (t.pain) sum += DISLIKE.pain * like;
    if (t.comfort !== null)
      sum +=
        (t.comfort < COMFORT_LEAST ? DISLIKE.uncomfortable : LIKE) *
        (COMFORT_LEAST - t.comfort) *
        like;
    if (SIDES.some((side) => t.knees[side] !== 'over')) sum += DISLIKE.kneesOff * like;
  }
  return sum;
}

/** Setups worth a trial under the belief: the best of the school, and what was tried clean already. */
function optionsUnder(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: LimitBelief,
  tried: readonly SetupTried[],
  most: number,
): TrialOption[] {
  const asked = { ...question, draws: drawsFrom(belief, question, DRAWS) };
  const found = searchSetups(asked, profile)
    .filter((s) => s.window.kind !== 'stanceTooWide')
    .sort((a, b) => b.score - a.score)
    .slice(0, most)
    .map((s) => ({
      setup: s.setup,
      targetDepthDeg: s.targetDepthDeg,
      merit: s.score - 100 * s.chance,
    }));
  const clean = tried.filter(wentClean);
  // A coach's own choice that went clean stands among the others, by the same points.
  const own = clean
    .filter((t) => !found.some((f) => isSame(f, t)))
    .flatMap((t) => {
      const look = lookAtSetup(asked, profile, t.setup, t.targetDepthDeg);
      return look
        ? [
            {
              setup: t.setup,
              targetDepthDeg: t.targetDepthDeg,
              merit: look.score - 100 * look.chance,
            },
          ]
        : [];
    });
  return [...found, ...own].map((f) => ({
    ...f,
    merit: f.merit - dislike(f.setup, tried),
    reach: reachOf(question, profile, f),
    wasClean: clean.some((t) => isSame(f, t)),
  }));
}

/** Why no further trial is advised. */
export type LoopStop = 'pain' | 'enough' | 'hopeless' | 'nothing';

/** Where the trial loop stands. */
export interface LoopState {
  belief: LimitBelief;
  /** The next trial, or the setup to lock; null when it stops. */
  advice: TrialAdvice | null;
  stop: LoopStop | null;
  /** The next best after the advice, each another stance, angle, heel or hold. */
  others: { setup: Setup; targetDepthDeg: number; chance: number }[];
}

const OPTIONS_MOST = 150;
const OTHERS_MOST = 3;

/**
 * Where the loop stands after everything tried: what is believed of the limits, the next trial with its reason, or why to stop.
 *
 * @param tried since the limits were last measured, oldest first
 * @param today how many of them, and whether one of them hurt, today
 */
export function loopAfter(
  question: SetupQuestion,
  profile: MethodProfile,
  tried: readonly SetupTried[],
  today: { count: number; hurt: boolean },
  random: Random,
): LoopState {
  const belief = beliefAfter(question, tried, random);
  const options = optionsUnder(question, profile, belief, tried, OPTIONS_MOST);
  const failed = tried.filter((t) => !wentClean(t));
  // The same again tells little: what did not go clean is not advised a second time.
  const open = weighed(
    belief,
    options.filter((o) => !failed.some((t) => isSame(o, t))),
  );
  const advice = goodEnough(open, nextOf(open));
  const others = othersThan(open, advice);
  if (today.hurt) return { belief, advice: null, stop: 'pain', others: [] };
  if (!advice) return { belief, advice, stop: 'nothing', others };
  if (advice.kind === 'lock') return { belief, advice, stop: null, others };
  if (advice.why === 'informative' && advice.chance < HOPELESS_BELOW)
    return { belief, advice: null, stop: 'hopeless', others };
  if (today.count >= TRIALS_A_DAY) return { belief, advice: null, stop: 'enough', others };
  return { belief, advice, stop: null, others };
}

const points = ({ option, chance }: WeighedOption): number => option.merit + 100 * chance;

/** A setup that went clean and stays likely is kept, unless another promises clearly more. */
function goodEnough(
  open: readonly WeighedOption[],
  advice: TrialAdvice | null,
): TrialAdvice | null {
  if (advice?.kind === 'lock') return advice;
  const [kept] = open
    .filter((o) => o.option.wasClean && o.chance >= TRIAL_FROM.lock)
    .sort((a, b) => points(b) - points(a));
  if (!kept) return advice;
  const isWorthMore = advice?.why === 'promising' && points(advice) > points(kept) + WORTH_ANOTHER;
  return isWorthMore ? advice : { kind: 'lock', ...kept };
}

function othersThan(
  open: readonly WeighedOption[],
  advice: TrialAdvice | null,
): LoopState['others'] {
  const list: LoopState['others'] = [];
  const kindOf = ({ setup, targetDepthDeg }: Pick<TrialOption, 'setup' | 'targetDepthDeg'>) =>
    JSON.stringify([setup.support, setup.hold, targetDepthDeg]);
  const seen = new Set(advice ? [kindOf(advice.option)] : []);
  const likely = open
    .filter((o) => o.chance >= TRIAL_FROM.promising / 2)
    .sort((a, b) => points(b) - points(a));
  for (const { option, chance } of likely) {
    if (list.length >= OTHERS_MOST) break;
    if (seen.has(kindOf(option))) continue;
    seen.add(kindOf(option));
    list.push({ setup: option.setup, targetDepthDeg: option.targetDepthDeg, chance });
  }
  return list;
}
