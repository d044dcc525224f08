import { END_STATES } from '../causes/variables.ts';
import { priorOfUse } from '../causes/model.ts';
import { type Stays } from '../causes/outcomes.ts';
import type { TestId } from '../causes/tests.ts';
import { fitsOfSquats } from './squatSeen.ts';
import { HOUSE_TABLES, type Tables } from '../causes/tables.ts';
import type { Setup } from '../linkage/setup.ts';
import { chanceOf, startBelief, type Belief } from './belief.ts';
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
import { isSame } from './same.ts';
import { asUsedBy, type AsUsed } from './asUsed.ts';
import {
  afterWatched,
  endsAndUseIn,
  shortIn,
  staysIn,
  type Squat,
  type SquatsInTests,
  type Watched,
} from './watched.ts';
import { COMFORT_LEAST, decidingSeen, wentClean, wentWrong, type SetupTried } from './tried.ts';

/** After so many trials on one day the best so far is kept or the search goes on another day (house default). */
export const TRIALS_A_DAY = 6;
/** What a bad experience adds to the price of the same setup, points; a step away half of it (house defaults). */
const DISLIKE = { uncomfortable: 6, formLost: 15, pain: 60 } as const;
/** What each step of comfort above all right takes from it, points (house default). */
const LIKE = 3;

/** The belief about a client after everything seen, tested and tried; the order does not matter. */
export function beliefAfter(question: SetupQuestion, tried: readonly SetupTried[]): Belief {
  const known = newestBelief.get(question);
  if (known && isAlike(known.tried, tried)) return known.belief;
  const belief = workedOut(question, tried);
  newestBelief.set(question, { tried: [...tried], belief });
  return belief;
}

/** The belief asked for last, for each question: whoever shows a client asks for it several times. */
const newestBelief = new WeakMap<SetupQuestion, { tried: readonly SetupTried[]; belief: Belief }>();

/** The belief without the trials, for each question. */
const untriedBelief = new WeakMap<SetupQuestion, Belief>();
function untried(question: SetupQuestion): Belief {
  const belief = untriedBelief.get(question) ?? workedOut(question, []);
  untriedBelief.set(question, belief);
  return belief;
}

const isAlike = (a: readonly SetupTried[], b: readonly SetupTried[]): boolean =>
  a.length === b.length && a.every((t, i) => t === b[i]);

function workedOut(question: SetupQuestion, tried: readonly SetupTried[]): Belief {
  const tables = question.tables ?? HOUSE_TABLES;
  const watched = [...squatsOf(tried, tables), ...(question.watched ?? [])];
  return afterWatched(startBelief(question), question, watched, priorOfUse(tables));
}

/** Whether two squats are of one setup; a load more or less makes it no other. */
const isSameSquat = (a: SetupTried, b: SetupTried): boolean =>
  a.profile === b.profile &&
  isSame(
    a.setup.loadKg > 0 && b.setup.loadKg > 0
      ? { ...a, setup: { ...a.setup, loadKg: b.setup.loadKg } }
      : a,
    b,
  );

/** Squats that were tried, each setup once however often and on however many days it was. A squat that pain stopped is left out, as it shows no limit. */
export function squatsOf(tried: readonly SetupTried[], tables: Tables): Watched[] {
  const bySetup: SetupTried[][] = [];
  for (const t of tried) {
    if (t.pain) continue;
    const known = bySetup.find(([first]) => isSameSquat(first!, t));
    if (known) known.push(t);
    else bySetup.push([t]);
  }
  return bySetup.map((list) => {
    const { setup, targetDepthDeg, profile } = list[0]!;
    const mean = (of: (t: SetupTried) => number) =>
      list.reduce((sum, t) => sum + of(t), 0) / list.length;
    return {
      setup: { ...setup, loadKg: mean((t) => t.setup.loadKg) },
      targetDepthDeg,
      profile,
      weeks: mean((t) => t.weeks ?? 0),
      fits: fitsOfSquats(list, tables),
      pieces: list.length,
    };
  });
}

/** What readings, trials and watched sets say of a squat that was looked at, looks and tests aside. */
export interface SaidOfSquat {
  /** How likely each combination of ends is short; sums to 1. */
  range: number[];
  /** The same with each way of use, of each one after the other, divided by how common that is; null = nothing was watched. */
  rangeByUse: number[] | null;
  /** Of each test that is the squat in another setup, which ends are short there. */
  stays: Partial<Record<TestId, Stays>>;
}

export function saidOfSquat(
  question: SetupQuestion,
  tried: readonly SetupTried[],
  squat: Squat,
  inTest: SquatsInTests = {},
): SaidOfSquat {
  const watched = question.watched?.filter((w) => !w.isLook);
  const belief = beliefAfter({ ...question, watched }, tried);
  const joint = endsAndUseIn(question, belief, squat);
  const stays = Object.fromEntries(
    Object.entries(inTest).map(([test, own]) => [test, staysIn(question, belief, squat, own)]),
  );
  if (!joint) return { range: shortIn(question, belief, squat), rangeByUse: null, stays };
  const prior = priorOfUse(question.tables ?? HOUSE_TABLES);
  return {
    range: Array.from({ length: END_STATES }, (_, state) =>
      prior.reduce((sum, _p, u) => sum + joint[u * END_STATES + state]!, 0),
    ),
    rangeByUse: joint.map((p, at) => {
      const common = prior[Math.floor(at / END_STATES)]!;
      return common > 0 ? p / common : 0;
    }),
    stays,
  };
}

/** How a client uses a range that is there, in one setup; see {@link asUsedBy}. */
export const asUsed = (
  question: SetupQuestion,
  method: MethodProfile,
  tried: readonly SetupTried[],
  at: Placed,
): AsUsed | null =>
  asUsedBy(
    question,
    method,
    tried,
    { before: untried(question), after: beliefAfter(question, tried) },
    at,
  );

/** Points added to a setup for what was felt and seen in ones like it; below zero where it felt good. */
function dislike(setup: Setup, method: MethodProfile, tried: readonly SetupTried[]): number {
  let sum = 0;
  for (const t of tried) {
    const like = likeness(setup, t.setup);
    if (t.pain) sum += DISLIKE.pain * like;
    if (t.comfort !== null)
      sum +=
        (t.comfort < COMFORT_LEAST ? DISLIKE.uncomfortable : LIKE) *
        (COMFORT_LEAST - t.comfort) *
        like;
    if (decidingSeen(t, method).length > 0) sum += DISLIKE.formLost * like;
  }
  return sum;
}

/** What trials say of setups: what did not go clean is not proposed again, and what felt wrong nearby is dearer. */
export function experienceOf(tried: readonly SetupTried[], method: MethodProfile): Experience {
  const failed = tried.filter((t) => wentWrong(t, method));
  return {
    isOut: (p) => failed.some((t) => isSame(p, t)),
    dislike: (setup) => dislike(setup, method, tried),
  };
}

/** Why no further trial is advised. */
export type LoopStop = 'pain' | 'enough' | 'none';

/** Where the trials stand. */
export interface LoopState {
  belief: Belief;
  choice: SetupChoice;
  /** The setup to try next, the likeliest where none is worth a trial, or the one that is ready to lock; null when trying stops. */
  advice: (FoundSetup & { kind: 'try' | 'likeliest' | 'lock' }) | null;
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
  const experience = experienceOf(tried, profile);
  const choice = chooseSetup(question, profile, belief, { ...options, experience });
  const [first] = choice.proposals;
  const ready = readyToLock(question, profile, belief, tried, experience);
  // A setup that is ready is kept, unless the first choice truly differs and asks less.
  const isKept = ready && (!first || !isTrulyOther(ready, first) || ready.price <= first.price);
  if (today.hurt) return { belief, choice, advice: null, stop: 'pain' };
  if (isKept) return { belief, choice, advice: { ...ready, kind: 'lock' }, stop: null };
  if (!first) return { belief, choice, advice: null, stop: 'none' };
  if (today.count >= TRIALS_A_DAY) return { belief, choice, advice: null, stop: 'enough' };
  const kind = choice.kind === 'tryFirst' ? 'try' : 'likeliest';
  return { belief, choice, advice: { ...first, kind }, stop: null };
}

/** The cheapest setup that went clean, for which the client has the range by what is enough to lock and uses it by what is enough to try; null when none is. */
function readyToLock(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  tried: readonly SetupTried[],
  { isOut, dislike: disliked }: Experience,
): FoundSetup | null {
  return (
    tried
      .filter((t) => wentClean(t, profile) && !isOut(t))
      .flatMap((t) => {
        const found = placed(question, profile, belief, t);
        const { lock, try: likely } = chancesOf(question);
        return found &&
          found.chance >= lock &&
          (asUsed(question, profile, tried, found)?.chance ?? 0) >= likely
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
