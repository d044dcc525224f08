import { resolveBody, type ResolvedBody } from '../body/resolveBody.ts';
import { equivalentRiseMm } from '../linkage/foot.ts';
import { SIDES, type Setup } from '../linkage/setup.ts';
import type { Belief } from './belief.ts';
import { neededChanges, type NeededChange } from './needed.ts';
import { foldCapOf } from './setupReach.ts';
import { shortIn } from './watched.ts';
import { isSameKind, isSameSupport } from './same.ts';
import { solve } from '../window/solve.ts';
import type { MethodProfile } from './profiles.ts';
import {
  caseFor,
  chancesOf,
  depthAsked,
  habitSteps,
  SEARCH_STEP,
  stancesFor,
  supportsOf,
  toesFor,
  type SetupQuestion,
} from './question.ts';
import {
  dearer,
  exactly,
  isUneven,
  placed,
  searchSetups,
  withChance,
  type FoundSetup,
  type Placed,
} from './search.ts';

/** Why a setup is among the few that are shown: each a preference over the same search. */
export type SetupKind = 'first' | 'nearHabit' | 'noHeel' | 'mostUpright' | 'deepest' | 'uneven';

export interface Proposal extends FoundSetup {
  kinds: SetupKind[];
}

/** What the search proposes. */
export interface SetupChoice {
  /** `tryFirst`: likely enough, the least change by the method's prices. `likeliest`: nothing is, this is nearest. `none`: no setup is likely. */
  kind: 'tryFirst' | 'likeliest' | 'none';
  /** The first choice first, then others that truly differ; empty when none is likely. */
  proposals: Proposal[];
  /** What would have to change for the depth asked for; null = nothing has to, or no two changes would do. */
  needed: NeededChange | null;
  searched: number;
}

/** One foot turned further out pays for itself when it makes getting down so much likelier than both feet as the other (house default). */
export const UNEVEN_GAIN = 0.05;
/** Setups as near as this are the same to a coach: steps of stance and foot angle together (house default). */
const SAME_STEPS = 2;

const stepsBetween = (a: Setup, b: Setup): number =>
  Math.abs(a.stanceWidthMm - b.stanceWidthMm) / SEARCH_STEP.stanceMm +
  Math.max(...SIDES.map((s) => Math.abs(a.toeOutDeg[s] - b.toeOutDeg[s]))) / SEARCH_STEP.toeOutDeg;

/** Whether a coach would call two setups different: another support, load position or depth, or clearly other feet. */
export const isTrulyOther = (a: Placed, b: Placed): boolean =>
  !isSameKind(a, b) || isUneven(a) !== isUneven(b) || stepsBetween(a.setup, b.setup) > SAME_STEPS;

/** How alike two setups are, 1 to 0: another support or load position is another thing, a step of stance or foot angle half of one. */
export function likeness(a: Setup, b: Setup): number {
  if (a.hold !== b.hold || !isSameSupport(a.support, b.support)) return 0;
  return 0.5 ** stepsBetween(a, b);
}

/** Cheaper first; of equal prices the likelier, then the narrower, then the straighter: never the order of the search. */
const byPrice = (a: FoundSetup, b: FoundSetup): number =>
  Math.round(1e6 * (a.price - b.price)) ||
  Math.round(1e6 * (b.chance - a.chance)) ||
  a.setup.stanceWidthMm - b.setup.stanceWidthMm ||
  a.setup.toeOutDeg.left +
    a.setup.toeOutDeg.right -
    b.setup.toeOutDeg.left -
    b.setup.toeOutDeg.right;

/** Exact chances are worked out down the list until the first that passes; a search's own chance is off by less than this. */
const SEARCH_ERROR = 0.06;

/** The first of a list, cheapest first by `order`, whose exact chance is at least `least`. */
function firstLikely(
  list: readonly FoundSetup[],
  least: number,
  exact: (found: FoundSetup) => FoundSetup,
  order: (a: FoundSetup, b: FoundSetup) => number,
): FoundSetup | null {
  for (const found of [...list].sort(order)) {
    if (found.chance < least - SEARCH_ERROR) continue;
    const sure = exact(found);
    if (sure.chance >= least) return sure;
  }
  return null;
}

/** What keeps a setup from being proposed, or makes it dearer: what trials of it showed. */
export interface Experience {
  isOut: (placed: Placed) => boolean;
  dislike: (setup: Setup) => number;
}

const NO_EXPERIENCE: Experience = { isOut: () => false, dislike: () => 0 };

/** A setup less the unprompted stance: steps of the feet, and of what is under the heels. */
function changeOf(question: SetupQuestion, body: ResolvedBody, { setup }: Placed) {
  const { habit } = question;
  return {
    stance: Math.abs(setup.stanceWidthMm - habit.stanceWidthMm),
    toes: SIDES.reduce((sum, s) => sum + Math.abs(setup.toeOutDeg[s] - habit.toeOutDeg[s]), 0),
    lift: equivalentRiseMm(body, setup.support),
  };
}

/**
 * The smallest change: of those that are no bigger in stance, feet and heel, the cheapest that is likely enough too. A surer, bigger one is not the
 * smallest. Where heels are a tool of the method, their height is no change.
 */
function smallest(
  found: FoundSetup,
  all: readonly FoundSetup[],
  question: SetupQuestion,
  profile: MethodProfile,
  exact: (found: FoundSetup) => FoundSetup,
  dislike: Experience['dislike'] = NO_EXPERIENCE.dislike,
): FoundSetup {
  const body = resolveBody(question.body);
  const own = changeOf(question, body, found);
  const isTool = profile.heelPolicy === 'tool';
  const points = (s: Placed) => {
    const { stance, toes, lift } = changeOf(question, body, s);
    return (
      stance / SEARCH_STEP.stanceMm +
      toes / (2 * SEARCH_STEP.toeOutDeg) +
      (isTool ? 0 : lift / HEEL_STEP_MM)
    );
  };
  const smaller = all
    .filter((s) => {
      if (s.targetDepthDeg !== found.targetDepthDeg || s.setup.hold !== found.setup.hold)
        return false;
      const { stance, toes, lift } = changeOf(question, body, s);
      return (
        stance <= own.stance + 1e-9 &&
        toes <= own.toes + 1e-9 &&
        (isTool ? Math.abs(lift - own.lift) < 1e-9 : lift <= own.lift + 1e-9) &&
        points(s) < points(found) - 1e-9 &&
        // Nothing like what went badly, for the sake of a step.
        dislike(s.setup) <= dislike(found.setup) + 1e-9
      );
    })
    .sort((a, b) => Math.round(1e6 * (points(a) - points(b))) || byPrice(a, b));
  return firstLikely(smaller, chancesOf(question).try, exact, () => 0) ?? found;
}

/** A step of heel beside a step of the feet, mm (house default). */
const HEEL_STEP_MM = 5;

/** Whether the hips fold no further at the bottom of a setup than the screen allows. */
function keepsFold(question: SetupQuestion, profile: MethodProfile, at: Placed): boolean {
  const capDeg = foldCapOf(question);
  if (!Number.isFinite(capDeg)) return true;
  const { sides } = solve(caseFor(question, profile, at.setup, at.targetDepthDeg));
  return SIDES.every((s) => {
    const { bottom } = sides[s];
    return bottom.kind !== 'pose' || bottom.hipFoldDeg <= capDeg + 1e-6;
  });
}

/** Less likely than this, an ankle is not why heels rose: then a heel under them is no answer (house default). */
const ANKLE_LEAST = 0.1;

/** Whether either ankle may have been short where heels were seen to rise. */
function mayAnkleBeShort(question: SetupQuestion, belief: Belief): boolean {
  const looked = question.watched?.find((w) => w.isLook);
  if (!looked) return true;
  const table = shortIn(question, belief, looked);
  return table.reduce((sum, p, state) => ((state & 3) > 0 ? sum + p : sum), 0) >= ANKLE_LEAST;
}

/** After heels were clearly seen to rise: the lowest heel, near the stance it was seen in, that is likely enough; null = none is. */
function underRisen(
  all: readonly FoundSetup[],
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  exact: (found: FoundSetup) => FoundSetup,
): FoundSetup | null {
  const { heelsRoseIn } = question;
  if (!heelsRoseIn || !mayAnkleBeShort(question, belief)) return null;
  const body = resolveBody(question.body);
  const rise = (s: FoundSetup) => equivalentRiseMm(body, s.setup.support);
  const near = all.filter(
    (s) =>
      s.setup.support.kind !== 'floor' &&
      s.setup.hold === question.holds[0] &&
      s.targetDepthDeg >= depthAsked(question, profile) - 1e-9 &&
      stepsBetween(s.setup, { ...s.setup, ...heelsRoseIn }) <= SAME_STEPS + 1e-9,
  );
  return firstLikely(
    near,
    chancesOf(question).try,
    exact,
    (a, b) => Math.round(1e6 * (rise(a) - rise(b))) || byPrice(a, b),
  );
}

export interface ChoiceOptions {
  onProgress?: ((share: number) => void) | undefined;
  /** Told a first answer, from a coarser search, before the whole one. */
  onFirst?: ((choice: SetupChoice) => void) | undefined;
  experience?: Experience | undefined;
  /** Do not work out what would have to change: it takes as long as the search. */
  withoutNeeded?: boolean | undefined;
}

/**
 * The one answer to "which setup": among all that method, kit, hip and screen allow, the least change by the method's prices that is likely
 * enough to try; else the likeliest, with what would have to change; else none. Deterministic; mirrored clients get mirrored answers.
 */
export function chooseSetup(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  { onProgress, onFirst, experience = NO_EXPERIENCE, withoutNeeded = false }: ChoiceOptions = {},
): SetupChoice {
  if (onFirst) {
    // Every second, both ends among them: the floor is the first of the supports.
    const coarser = <T>(list: readonly T[]) =>
      list.filter((_v, i) => i % 2 === 0 || i === list.length - 1);
    const body = resolveBody(question.body);
    const coarse = searchSetups(question, profile, belief, {
      stances: coarser(stancesFor(question, profile, body)),
      toes: coarser(toesFor(question, profile)),
      supports: coarser(supportsOf(question.kit, profile, body)),
      holds: question.holds.slice(0, 1),
    });
    onFirst(choiceOf(coarse, question, profile, belief, experience, false));
  }
  const all = searchSetups(question, profile, belief, { onProgress });
  return choiceOf(all, question, profile, belief, experience, !withoutNeeded);
}

/** The choice among setups that were searched. */
export function choiceOf(
  searched: readonly FoundSetup[],
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  experience: Experience = NO_EXPERIENCE,
  isWhole = true,
): SetupChoice {
  const all = searched
    .filter((s) => !experience.isOut(s))
    .map((s) => dearer(s, experience.dislike(s.setup)));
  const asked = depthAsked(question, profile);
  const least = chancesOf(question);
  const alike = all.filter((s) => !isUneven(s));
  const known = new Map<FoundSetup, FoundSetup>();
  const exact = (found: FoundSetup): FoundSetup => {
    const held = known.get(found);
    if (held) return held;
    const sure = exactly(question, profile, belief, found);
    // A cap of the screen on the fold holds for the bottom that is shown, not only for some other.
    const obeyed = keepsFold(question, profile, sure) ? sure : withChance(sure, 0);
    known.set(found, obeyed);
    return obeyed;
  };
  const likeliest = (list: readonly FoundSetup[]) =>
    [...list].sort((a, b) => Math.round(1e6 * (b.chance - a.chance)) || byPrice(a, b))[0];
  const risen = underRisen(alike, question, profile, belief, exact);
  const first = risen ?? firstLikely(alike, least.try, exact, byPrice);
  // A depth given up to be likely still leaves the question what the whole depth would take.
  const isShort = !first || first.targetDepthDeg < asked - 1e-9;
  const needed = isShort && isWhole ? neededChanges(question, profile, belief, least.try) : null;
  const searchedCount = searched.length;
  if (!first) {
    const best = likeliest(alike);
    const sure = best && exact(best);
    return sure && sure.chance >= least.least
      ? {
          kind: 'likeliest',
          proposals: [{ ...sure, kinds: ['first'] }],
          needed,
          searched: searchedCount,
        }
      : { kind: 'none', proposals: [], needed, searched: searchedCount };
  }
  const chosen = risen ?? smallest(first, alike, question, profile, exact, experience.dislike);
  const proposals = withAlternatives(chosen, all, question, profile, belief, exact);
  return {
    kind: 'tryFirst',
    proposals,
    // Where one of those beside it goes all the way, nothing has to change.
    needed: proposals.some((p) => p.targetDepthDeg >= asked - 1e-9) ? null : needed,
    searched: searchedCount,
  };
}

/** The first choice and, beside it, the best by other preferences, as far as they truly differ. */
function withAlternatives(
  chosen: FoundSetup,
  all: readonly FoundSetup[],
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  exact: (found: FoundSetup) => FoundSetup,
): Proposal[] {
  const proposals: Proposal[] = [{ ...chosen, kinds: ['first'] }];
  const same = all.filter((s) => !isUneven(s) && s.targetDepthDeg === chosen.targetDepthDeg);
  const by =
    (value: (s: FoundSetup) => number) =>
    (a: FoundSetup, b: FoundSetup): number =>
      Math.round(1e6 * (value(a) - value(b))) || byPrice(a, b);
  const add = (kind: SetupKind, likeliest: FoundSetup | null) => {
    if (!likeliest) return;
    const found =
      kind === 'nearHabit' ? smallest(likeliest, same, question, profile, exact) : likeliest;
    const near = proposals.find((p) => !isTrulyOther(p, found));
    if (!near) proposals.push({ ...withChance(found), kinds: [kind] });
    else if (!near.kinds.includes(kind)) near.kinds.push(kind);
  };
  const likely = (list: readonly FoundSetup[], order: (a: FoundSetup, b: FoundSetup) => number) =>
    firstLikely(list, chancesOf(question).try, exact, order);
  add(
    'nearHabit',
    likely(
      same,
      by((s) => habitSteps(question, s.setup)),
    ),
  );
  add(
    'noHeel',
    likely(
      same.filter((s) => s.setup.support.kind === 'floor'),
      byPrice,
    ),
  );
  add(
    'mostUpright',
    likely(
      same,
      by((s) => Math.max(0, Math.round(s.bottom.trunkDeg))),
    ),
  );
  add(
    'deepest',
    likely(
      all.filter((s) => !isUneven(s) && s.targetDepthDeg > chosen.targetDepthDeg),
      by((s) => -s.targetDepthDeg),
    ),
  );
  add('uneven', unevenOf(chosen, all, question, profile, belief));
  return proposals;
}

/**
 * The cheapest asymmetric stance: for a stiffer ankle only where turning that foot alone makes getting down enough likelier than both feet as
 * the other one stands; for a hip that turns in less, where it costs nothing.
 */
function unevenOf(
  { targetDepthDeg }: Placed,
  all: readonly FoundSetup[],
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
): FoundSetup | null {
  const { turnFurther } = question;
  if (!turnFurther) return null;
  const other = turnFurther.side === 'left' ? 'right' : 'left';
  const gain = turnFurther.because === 'ankle' ? UNEVEN_GAIN : 0;
  const list = all
    .filter(
      (s) =>
        isUneven(s) && s.targetDepthDeg === targetDepthDeg && s.chance >= chancesOf(question).try,
    )
    .sort(byPrice);
  for (const s of list) {
    const toe = s.setup.toeOutDeg[other];
    const twin = placed(question, profile, belief, {
      ...s,
      setup: { ...s.setup, toeOutDeg: { left: toe, right: toe } },
    });
    if (s.chance >= (twin?.chance ?? 0) + gain - 1e-9) return s;
  }
  return null;
}
