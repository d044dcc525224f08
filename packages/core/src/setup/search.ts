import { resolveBody, type ResolvedBody } from '../body/resolveBody.ts';
import { toDeg, toRad } from '../geometry/angles.ts';
import { equivalentRiseMm, footTilt } from '../linkage/foot.ts';
import { buildLinkage, type Linkage } from '../linkage/linkage.ts';
import { poseAt } from '../linkage/pose.ts';
import {
  lowerSide,
  SIDES,
  type Hold,
  type Setup,
  type Side,
  type Support,
} from '../linkage/setup.ts';
import { limitsForSide } from '../window/limits.ts';
import { allowedAnkles } from '../safety/obey.ts';
import type { Case } from '../window/solve.ts';
import { workingShankDeg } from '../window/workingPoint.ts';
import { windowAt, type Window } from '../window/window.ts';
import { chanceOf, type Belief, type SetupReach } from './belief.ts';
import type { MethodProfile } from './profiles.ts';
import {
  caseFor,
  depthAsked,
  depthsUnder,
  habitSteps,
  loadIn,
  OTHER_HOLD_STEPS,
  setupIn,
  isBeyondFoot,
  stancesFor,
  supportsOf,
  toesFor,
  type SetupQuestion,
} from './question.ts';
import { reachTables, type PerUnit, type Reach } from './reach.ts';
import { besideSides, reachOf, shankNodes, slopesOf, withFold } from './setupReach.ts';

/** A setup at a depth. */
export interface Placed {
  setup: Setup;
  targetDepthDeg: number;
}

/** A setup that was looked at. */
export interface FoundSetup extends Placed {
  /** That the client gets down in it: see {@link chanceOf}. */
  chance: number;
  /** What the method takes for it, in points: steps from habit, heel, lean, depth given up …; less is better. */
  price: number;
  /** At the target with the method's buffer, the worse side. */
  window: Window;
  /** At the working point of the worse side. */
  bottom: {
    trunkDeg: number;
    shankDeg: number;
    kneecapPastToeMm: number;
    /** The hips' share of the moments of hip and knee; null where the two cancel. */
    hipShare: number | null;
    /** Hip centre above the floor. */
    hipHeightMm: number;
  };
}

/** Guesses of each half that a search asks; what is shown asks them all. */
const SEARCH_GUESSES = 64;
/** Roll of a straight ramp costs so many points a degree (house default). */
const ROLL_POINTS = 1;
/** An asymmetric stance costs so many points (house default): only a measured difference that pays is worth it. */
const UNEVEN_POINTS = 2;
/** A method that stresses one joint gives up so many points where none of the work is that joint's (house default). */
const EMPHASIS_POINTS = 10;
/** Toes bent further than is comfortable cost so many points a degree (house default). */
const TOE_BEND_POINTS = 0.3;
/** A block bends the toes; from here it is felt, degrees (common practice, no source). */
export const TOE_BEND_FELT_DEG = 10;
/** Setups whose feet may be turned asymmetrically: the cheapest symmetric one. */
const UNEVEN_OF = 24;

export const isUneven = ({ setup: { toeOutDeg } }: Placed): boolean =>
  toeOutDeg.left !== toeOutDeg.right;

/** What a heel counts, mm: a ramp by the block that tips the foot as much. */
const liftOf = (body: ResolvedBody, support: Support): number =>
  support.kind === 'floor' ? 0 : equivalentRiseMm(body, support);

/** Share of the work that goes to the joint a method does not stress, 0 to 1. */
function awayFrom(emphasis: MethodProfile['emphasis'], hipShare: number | null): number {
  if (emphasis === 'even' || hipShare === null) return 0;
  const hip = Math.min(1, Math.max(0, hipShare));
  return emphasis === 'hip' ? 1 - hip : hip;
}

/** Points a method takes for a setup: what a coach would rather not ask of the client. Leaning backward earns nothing. */
export function priceOf(
  question: SetupQuestion,
  profile: MethodProfile,
  body: ResolvedBody,
  { setup, targetDepthDeg, window, bottom }: Omit<FoundSetup, 'chance' | 'price'>,
): number {
  const { prefers } = profile;
  // What a method calls a tool costs nothing up to its free height.
  const lift = Math.max(0, liftOf(body, setup.support) - profile.heelFreeMm);
  const feet = SIDES.map((s) => footTilt(body, setup.support, setup.toeOutDeg[s]));
  const roll = Math.max(...feet.map((f) => Math.abs(f.rollDeg)));
  const bent = Math.max(...feet.map((f) => f.toeExtensionDeg)) - TOE_BEND_FELT_DEG;
  // The window keeps the method's reserve: what it is short by is missing from that, up to all of it.
  const short = window.kind === 'shut' ? Math.min(profile.bufferDeg, -window.widthDeg) : 0;
  const steps =
    habitSteps(question, setup) + (setup.hold === question.holds[0] ? 0 : OTHER_HOLD_STEPS);
  return (
    prefers.room * short +
    prefers.lean * Math.max(0, bottom.trunkDeg) +
    (prefers.kneeTravel * bottom.kneecapPastToeMm) / 10 +
    prefers.habit * steps +
    (prefers.heel * lift) / 10 +
    (lift > 0 ? prefers.kit : 0) +
    ROLL_POINTS * roll +
    TOE_BEND_POINTS * Math.max(0, bent) +
    EMPHASIS_POINTS * awayFrom(profile.emphasis, bottom.hipShare) +
    prefers.depth * (depthAsked(question, profile) - targetDepthDeg) +
    (setup.toeOutDeg.left === setup.toeOutDeg.right ? 0 : UNEVEN_POINTS)
  );
}

/** One side at a depth as it is shown: window with the method's reserve, and the bottom; null where no pose exists. */
function lookOf(
  link: Linkage,
  base: Case,
  side: Side,
  profile: MethodProfile,
  targetDeg: number,
): Pick<FoundSetup, 'window' | 'bottom'> | null {
  const { left, right } = base.limits.dorsiflexionDeg;
  const limits = { ...limitsForSide(base.limits, side), dorsiflexionDeg: Math.min(left, right) };
  const depth = toRad(targetDeg);
  const window = windowAt(link, limits, depth);
  if (window.kind === 'stanceTooWide') return null;
  const shank = workingShankDeg(link, window, profile.workingPoint, limits.bufferDeg, depth);
  const pose = poseAt(link, toRad(shank), depth);
  if (pose.kind !== 'pose') return null;
  const { trunkDeg, shankDeg, kneecapPastToeMm, hipShare, joints } = pose;
  return {
    window,
    bottom: { trunkDeg, shankDeg, kneecapPastToeMm, hipShare, hipHeightMm: joints.hip.z },
  };
}

/** One setup at one depth, wherever it stands, with its exact chance; null where no pose exists. */
export function placed(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  { setup, targetDepthDeg }: Placed,
): FoundSetup | null {
  const body = resolveBody(question.body);
  const base = caseFor(question, profile, setup, targetDepthDeg);
  const target = base.target.thighDepthDeg;
  const usable = allowedAnkles(question.dorsiflexionDeg, question.safety ?? []);
  const side = lowerSide(usable);
  const seen = lookOf(buildLinkage(body, base.setup, side), base, side, profile, target);
  if (!seen) return null;
  const found = { setup: base.setup, targetDepthDeg: target, ...seen };
  return {
    ...found,
    chance: chanceOf(belief, reachOf(question, profile, found)),
    price: priceOf(question, profile, body, found),
  };
}

type Slope = ReturnType<typeof slopesOf>[number];
/** Slopes at the corners of a method's stances and foot angles, and between them by straight lines; of one of the targets. */
type SlopeAt = (stanceMm: number, toeDeg: number, target: number) => Slope;

function mixed(a: PerUnit, b: PerUnit, share: number): PerUnit {
  const mix = (x: number, y: number) => x + share * (y - x);
  return {
    thigh: mix(a.thigh, b.thigh),
    trunk: mix(a.trunk, b.trunk),
    shank: mix(a.shank, b.shank),
    balance: mix(a.balance, b.balance),
  };
}

const between = (a: Slope, b: Slope, share: number): Slope => ({
  perUnit: mixed(a.perUnit, b.perUnit, share),
  foldPerUnit: mixed(a.foldPerUnit, b.foldPerUnit, share),
  endsPerUnit: {
    shin: mixed(a.endsPerUnit.shin, b.endsPerUnit.shin, share),
    travel: mixed(a.endsPerUnit.travel, b.endsPerUnit.travel, share),
    spread: mixed(a.endsPerUnit.spread, b.endsPerUnit.spread, share),
    bend: mixed(a.endsPerUnit.bend, b.endsPerUnit.bend, share),
    closing: mixed(a.endsPerUnit.closing, b.endsPerUnit.closing, share),
  },
});

function slopeOver(
  stances: readonly number[],
  toes: readonly number[],
  at: (stanceMm: number, toeDeg: number) => readonly Slope[],
): SlopeAt {
  const [s0, s1] = [stances[0]!, stances.at(-1)!];
  const [t0, t1] = [toes[0]!, toes.at(-1)!];
  const corners = [at(s0, t0), at(s1, t0), at(s0, t1), at(s1, t1)] as const;
  return (stance, toe, i) => {
    const x = s1 > s0 ? (stance - s0) / (s1 - s0) : 0;
    const y = t1 > t0 ? (toe - t0) / (t1 - t0) : 0;
    return between(
      between(corners[0][i]!, corners[1][i]!, x),
      between(corners[2][i]!, corners[3][i]!, x),
      y,
    );
  };
}

/** Shanks of both sides together, for symmetric feet that share one table. */
function sharedNodes(question: SetupQuestion, base: Case, pitchDeg: number): Float64Array {
  const left = shankNodes(question, base, 'left', pitchDeg);
  const right = shankNodes(question, base, 'right', pitchDeg);
  if (left.length === 0) return left;
  const low = Math.min(left[0]!, right[0]!);
  const high = Math.max(left.at(-1)!, right.at(-1)!);
  const step = Math.min(left[1]! - left[0]!, right[1]! - right[0]!);
  const count = Math.ceil((high - low) / step) + 1;
  return Float64Array.from({ length: count }, (_, k) => low + ((high - low) * k) / (count - 1));
}

/** What a search looks at: the whole of what method, kit, hip and screen allow, or part of it. */
export interface SearchOptions {
  onProgress?: ((share: number) => void) | undefined;
  stances?: readonly number[] | undefined;
  toes?: readonly number[] | undefined;
  supports?: readonly Support[] | undefined;
  holds?: readonly Hold[] | undefined;
  depths?: readonly number[] | undefined;
}

/** A setup of the feasible set with what it asks. */
export interface Reached extends Placed {
  /** Worked out when it is asked for: a choice asks few of thousands. */
  reach: () => SetupReach;
  /** The setup as a question under every limit. */
  base: Case;
  /** The stiffer side standing in it. */
  link: Linkage;
}

/**
 * A setup whose chance is worked out when it is first asked for, and kept: a choice asks few of thousands. A class, because an object literal with a
 * getter is built many times slower; what leaves the search is made plain by {@link withChance}.
 */
class LazySetup implements FoundSetup {
  readonly setup: Setup;
  readonly targetDepthDeg: number;
  readonly window: Window;
  readonly bottom: FoundSetup['bottom'];
  readonly price: number;
  private readonly ask: () => number;
  private known: number | undefined = undefined;

  constructor(looks: Omit<FoundSetup, 'chance' | 'price'>, price: number, ask: () => number) {
    this.setup = looks.setup;
    this.targetDepthDeg = looks.targetDepthDeg;
    this.window = looks.window;
    this.bottom = looks.bottom;
    this.price = price;
    this.ask = ask;
  }

  get chance(): number {
    return (this.known ??= this.ask());
  }
}

/** The same setup at so many points more; its chance stays unasked. */
export const dearer = (found: FoundSetup, points: number): FoundSetup =>
  points === 0 ? found : new LazySetup(found, found.price + points, () => found.chance);

/** A setup of the list as plain data, with a chance: its own as searched, or one given. */
export function withChance(found: FoundSetup, chance: number = found.chance): FoundSetup {
  const { setup, targetDepthDeg, window, bottom, price } = found;
  return { setup, targetDepthDeg, window, bottom, price, chance };
}

/** The first few of a list that pass; those after them are not asked. */
export function firstOf<T>(list: readonly T[], count: number, passes: (item: T) => boolean): T[] {
  const few: T[] = [];
  for (const item of list) {
    if (few.length >= count) break;
    if (passes(item)) few.push(item);
  }
  return few;
}

/** Every setup of the feasible set with what it asks; slopes between the corners of the search. */
export function reachesAround(
  question: SetupQuestion,
  profile: MethodProfile,
  options: SearchOptions = {},
): Reached[] {
  const body = resolveBody(question.body);
  const stances = options.stances ?? stancesFor(question, profile, body);
  const toes = options.toes ?? toesFor(question, profile);
  const supports = options.supports ?? supportsOf(question.kit, profile, body);
  const holds = (options.holds ?? question.holds).filter((h) => loadIn(h, question) !== null);
  const asked = depthAsked(question, profile);
  const usable = allowedAnkles(question.dorsiflexionDeg, question.safety ?? []);
  const side = lowerSide(usable);
  const list: Reached[] = [];
  // A foot that gives way earlier than the method begins leaves nothing to search.
  if (stances.length === 0 || toes.length === 0) return list;
  let done = 0;
  const all = holds.length * supports.length * stances.length;
  for (const hold of holds) {
    const caseOn = (support: Support) => (stanceWidthMm: number, toe: number) =>
      caseFor(
        question,
        profile,
        setupIn(question, profile, {
          stanceWidthMm,
          toeOutDeg: { left: toe, right: toe },
          support,
          hold,
        }),
        asked,
      );
    // The screen may allow less depth than was asked for.
    const most = caseOn(supports[0]!)(stances[0]!, toes[0]!).target.thighDepthDeg;
    const under = (options.depths ?? depthsUnder(asked)).filter((d) => d <= most + 1e-9);
    const targets = under.length > 0 ? under : [most];
    const ankle = usable[side];
    const pitchOf = (base: Case) => toDeg(buildLinkage(body, base.setup, side).foot.pitch);
    const slopeOn = (support: Support) =>
      slopeOver(stances, toes, (stance, toe) => {
        const base = withFold(caseOn(support)(stance, toe));
        return slopesOf(body, base, side, targets, ankle + pitchOf(base));
      });
    // Slopes cost as much as the setups themselves: worked out on the lowest and the highest support, straight between them.
    const pitches = supports.map((s) => pitchOf(caseOn(s)(stances[0]!, toes[0]!)));
    const [lowest, highest] = [Math.min(...pitches), Math.max(...pitches)];
    const low = slopeOn(supports[pitches.indexOf(lowest)]!);
    const high = highest > lowest ? slopeOn(supports[pitches.indexOf(highest)]!) : low;
    supports.forEach((support, which) => {
      const baseAt = caseOn(support);
      const share = highest > lowest ? (pitches[which]! - lowest) / (highest - lowest) : 0;
      for (const stance of stances) {
        for (const toe of toes) {
          const base = baseAt(stance, toe);
          const link = buildLinkage(body, base.setup, side);
          let kept: Reach[] | undefined;
          const tables = (): Reach[] => {
            const folding = withFold(base);
            return (kept ??= reachTables(
              link,
              limitsForSide(folding.limits, side),
              targets,
              sharedNodes(question, folding, toDeg(link.foot.pitch)),
            ));
          };
          const beside = besideSides(question, profile, base.setup);
          targets.forEach((targetDepthDeg, i) => {
            const reach = (): SetupReach => {
              const at = low(stance, toe, i);
              const slope = share > 0 ? between(at, high(stance, toe, i), share) : at;
              const own: Reach = { ...tables()[i]!, ...slope };
              return { left: own, right: own, ...beside };
            };
            list.push({ setup: base.setup, targetDepthDeg, reach, base, link });
          });
        }
        done += 1;
        options.onProgress?.(done / all);
      }
    });
  }
  return list;
}

/** Setups again with one foot turned further out, where a measured difference allows it: the cheapest symmetric one. */
function turnedFurther(
  question: SetupQuestion,
  profile: MethodProfile,
  alike: readonly FoundSetup[],
  belief: Belief,
): FoundSetup[] {
  const { turnFurther } = question;
  if (!turnFurther) return [];
  const { side, mostDeg } = turnFurther;
  const open = alike
    .filter(
      ({ setup }) =>
        setup.toeOutDeg[side] + mostDeg <= profile.toeOutDeg.most + 1e-9 &&
        !isBeyondFoot(
          {
            ...setup,
            toeOutDeg: { ...setup.toeOutDeg, [side]: setup.toeOutDeg[side] + mostDeg },
          },
          question.footLost ?? [],
        ),
    )
    .sort((a, b) => a.price - b.price);
  return firstOf(open, UNEVEN_OF, (s) => s.chance > 0.05).flatMap(({ setup, targetDepthDeg }) => {
    const toeOutDeg = { ...setup.toeOutDeg, [side]: setup.toeOutDeg[side] + mostDeg };
    const found = placed(question, profile, belief, {
      setup: { ...setup, toeOutDeg },
      targetDepthDeg,
    });
    return found ? [found] : [];
  });
}

/**
 * Every setup that method, kit, hip and screen allow, each with its price and its chance under the belief; in the order searched. The one
 * search behind first choice, alternatives, trials and plan.
 */
export function searchSetups(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  options: SearchOptions = {},
): FoundSetup[] {
  const body = resolveBody(question.body);
  const usable = allowedAnkles(question.dorsiflexionDeg, question.safety ?? []);
  const side = lowerSide(usable);
  const list = reachesAround(question, profile, options).flatMap(
    ({ setup, targetDepthDeg, reach, base, link }): FoundSetup[] => {
      const seen = lookOf(link, base, side, profile, targetDepthDeg);
      if (!seen) return [];
      const found = { setup, targetDepthDeg, window: seen.window, bottom: seen.bottom };
      return [
        new LazySetup(found, priceOf(question, profile, body, found), () =>
          chanceOf(belief, reach(), SEARCH_GUESSES),
        ),
      ];
    },
  );
  return [...list, ...turnedFurther(question, profile, list, belief)];
}

/** A setup of the list with its exact chance, worked out anew. */
export const exactly = (
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  found: FoundSetup,
): FoundSetup => withChance(found, chanceOf(belief, reachOf(question, profile, found)));
