import { FAULTS } from '../faults/table.ts';
import { SIDES, type BothSides, type Setup } from '../linkage/setup.ts';
import {
  afterTrial,
  chanceOf,
  isClean,
  startBelief,
  type Belief,
  type TrialSeen,
} from './belief.ts';
import {
  chooseSetup,
  isTrulyOther,
  likeness,
  type ChoiceOptions,
  type Experience,
  type SetupChoice,
} from './choice.ts';
import type { MethodProfile } from './profiles.ts';
import { chancesOf, type SetupQuestion } from './question.ts';
import { placed, type FoundSetup, type Placed } from './search.ts';
import { reachOf } from './setupReach.ts';

/** Three to five reps in one setup, as recorded. Degrees. */
export interface SetupTried extends Placed {
  /** The method it was tried under: its limits say what the setup asks. */
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
/** What a bad experience adds to the price of the same setup, points; a step away half of it (house defaults). */
const DISLIKE = { uncomfortable: 6, kneesOff: 15, pain: 60 } as const;
/** What each step of comfort above all right takes from it, points (house default). */
const LIKE = 3;
/** Before any trial, knees that track and a comfortable stance are as likely as in so many of so many trials (house default). */
const WATCHED_BEFORE = { good: 9, of: 10 } as const;

/** What a record says of the limits. The depth counts as reached when it is not even slightly short. */
export const seenOf = (t: SetupTried): TrialSeen => ({
  reached: t.depthDeg > t.targetDepthDeg - FAULTS.depthShort.slight,
  heelRose: t.heelRose,
  tucked: t.tuckFromDeg !== null && t.tuckFromDeg < t.targetDepthDeg - TUCK_SLACK_DEG,
});

/** What the method watches beside getting down: knees over the feet, comfort, no pain. */
const isWell = (t: SetupTried): boolean =>
  SIDES.every((side) => t.knees[side] === 'over') &&
  !t.pain &&
  (t.comfort ?? COMFORT_LEAST) >= COMFORT_LEAST;

/** Clean in everything a coach asks: depth, heels, back, knees, no pain, and comfortable enough. */
export const wentClean = (t: SetupTried): boolean => isClean(seenOf(t)) && isWell(t);

/** The belief about a client after everything tried; the order does not matter. */
export function beliefAfter(question: SetupQuestion, tried: readonly SetupTried[]): Belief {
  return tried.reduce(
    (belief, t) =>
      // Pain stopped it: what was not gone down to tells nothing of the limits.
      t.pain ? belief : afterTrial(belief, reachOf(question, t.profile, t), seenOf(t)),
    startBelief(question),
  );
}

/**
 * Chance that a trial of a setup goes clean in everything the method watches, as soon as trials have seen it; null before any.
 *
 * @param getsDown the chance of getting down in it
 */
export function cleanChance(
  setup: Setup,
  getsDown: number,
  tried: readonly SetupTried[],
): number | null {
  if (tried.length === 0) return null;
  let good: number = WATCHED_BEFORE.good;
  let of: number = WATCHED_BEFORE.of;
  for (const t of tried) {
    const weight = likeness(setup, t.setup);
    of += weight;
    if (isWell(t)) good += weight;
  }
  return (getsDown * good) / of;
}

/** Whether two rows are of the very same setup. */
export const isSame = (a: Placed, b: Placed): boolean =>
  a.targetDepthDeg === b.targetDepthDeg &&
  a.setup.stanceWidthMm === b.setup.stanceWidthMm &&
  a.setup.toeOutDeg.left === b.setup.toeOutDeg.left &&
  a.setup.toeOutDeg.right === b.setup.toeOutDeg.right &&
  a.setup.hold === b.setup.hold &&
  a.setup.loadKg === b.setup.loadKg &&
  JSON.stringify(a.setup.support) === JSON.stringify(b.setup.support);

/** Points added to a setup for what was felt and seen in ones like it; below zero where it felt good. */
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

/** What trials say of setups: what did not go clean is not proposed again, and what felt wrong nearby is dearer. */
export function experienceOf(tried: readonly SetupTried[]): Experience {
  const failed = tried.filter((t) => !wentClean(t));
  return {
    isOut: (p) => failed.some((t) => isSame(p, t)),
    dislike: (setup) => dislike(setup, tried),
  };
}

/** Why no further trial is advised. */
export type LoopStop = 'pain' | 'enough' | 'none';

/** Where the trials stand. */
export interface LoopState {
  belief: Belief;
  choice: SetupChoice;
  /** The setup to try next, or the one that is ready to lock; null when trying stops. */
  advice: (FoundSetup & { kind: 'try' | 'lock' }) | null;
  stop: LoopStop | null;
}

/**
 * Where the trials stand after everything tried: what is believed, the next setup to try, which one is ready to lock, or why to stop.
 *
 * @param tried since the limits were last measured
 * @param today how many of them, and whether one of them hurt, today
 */
export function loopAfter(
  question: SetupQuestion,
  profile: MethodProfile,
  tried: readonly SetupTried[],
  today: { count: number; hurt: boolean },
  options: Omit<ChoiceOptions, 'experience'> = {},
): LoopState {
  const belief = beliefAfter(question, tried);
  const experience = experienceOf(tried);
  const choice = chooseSetup(question, profile, belief, { ...options, experience });
  const [first] = choice.proposals;
  const ready = readyToLock(question, profile, belief, tried, experience);
  // A setup that is ready is kept, unless the first choice truly differs and asks less.
  const isKept = ready && (!first || !isTrulyOther(ready, first) || ready.price <= first.price);
  if (today.hurt) return { belief, choice, advice: null, stop: 'pain' };
  if (isKept) return { belief, choice, advice: { ...ready, kind: 'lock' }, stop: null };
  if (!first) return { belief, choice, advice: null, stop: 'none' };
  if (today.count >= TRIALS_A_DAY) return { belief, choice, advice: null, stop: 'enough' };
  return { belief, choice, advice: { ...first, kind: 'try' }, stop: null };
}

/** The cheapest setup that went clean and is believed enough; null when none is. */
function readyToLock(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  tried: readonly SetupTried[],
  { isOut, dislike: disliked }: Experience,
): FoundSetup | null {
  return (
    tried
      .filter((t) => wentClean(t) && !isOut(t))
      .flatMap((t) => {
        const found = placed(question, profile, belief, t);
        return found && found.chance >= chancesOf(question).lock
          ? [{ ...found, price: found.price + disliked(found.setup) }]
          : [];
      })
      .sort((a, b) => a.price - b.price)[0] ?? null
  );
}

/** Chance of getting down in one setup under a belief. */
export const chanceIn = (
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  at: Placed,
): number => chanceOf(belief, reachOf(question, profile, at));
