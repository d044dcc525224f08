import { resolveBody, type Body, type ResolvedBody } from '../body/resolveBody.ts';
import { toDeg, toRad } from '../geometry/angles.ts';
import { equivalentRiseMm, footTilt } from '../linkage/foot.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { poseAt } from '../linkage/pose.ts';
import type { BothSides, Hold, Setup, Support } from '../linkage/setup.ts';
import { obeying } from '../safety/obey.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import {
  limitsForSide,
  NAMED_DEPTHS_DEG,
  type HipFoldLimit,
  type Limits,
} from '../window/limits.ts';
import type { Case } from '../window/solve.ts';
import { workingShankDeg } from '../window/workingPoint.ts';
import { windowAt, type Window } from '../window/window.ts';
import { limitDraws, USUAL_UNCERTAINTY, type LimitDraw, type Uncertainty } from './draws.ts';
import type { MethodProfile } from './profiles.ts';
import { foldNeededAt, reachTables, type Reach } from './reach.ts';

/** Something to stand on. `pair`: one for each foot, so it can be turned with it; a board under both lies straight. */
export type KitPiece =
  { kind: 'block'; riseMm: number } | { kind: 'ramp'; angleDeg: number; pair: boolean };

/** What the finder is asked. mm, degrees, kg. */
export interface SetupQuestion {
  body: Body;
  /** As measured. */
  dorsiflexionDeg: BothSides<number>;
  hipFold?: HipFoldLimit | null | undefined;
  /** The client's own limits beside ankle and fold, whatever the school. */
  limits?: Partial<
    Pick<Limits, 'kneePastToeMm' | 'shankDeg' | 'hipAbductionDeg' | 'kneeFlexionDeg'>
  >;
  habit: { stanceWidthMm: number; toeOutDeg: BothSides<number> };
  /** The first is the one wished for; another costs {@link OTHER_HOLD_STEPS}. */
  holds: readonly Hold[];
  loadKg: number;
  /** Asked for; absent = the school's. */
  targetDepthDeg?: number | undefined;
  kit: readonly KitPiece[];
  uncertainty?: Uncertainty | undefined;
  safety?: readonly SafetyLimit[] | undefined;
}

/** A setup that was looked at. */
export interface FoundSetup {
  setup: Setup;
  targetDepthDeg: number;
  /** Chance that the depth is reached with the heels down and every limit kept, over the draws. */
  chance: number;
  /** Points by the school's preferences; higher is better. */
  score: number;
  /** At the target with the school's buffer, the worse side. */
  window: Window;
  /** At the working point of the worse side; null when no pose exists there. */
  bottom: { trunkDeg: number; shankDeg: number; kneecapPastToeMm: number } | null;
}

/** Why a setup stands among the few that are shown. */
export type SetupKind = 'best' | 'nearHabit' | 'noHeel' | 'mostUpright' | 'deepest';

export interface Proposal extends FoundSetup {
  kinds: SetupKind[];
}

export interface Found {
  /** The best first, then others that differ in kind. */
  proposals: Proposal[];
  /** How many setups were looked at. */
  searched: number;
  draws: number;
}

/** Steps of the search: stance to the 20 mm, toes to the 5°. */
export const SEARCH_STEP = { stanceMm: 20, toeOutDeg: 5 } as const;
/** Draws of the client's true limits (at least 256). */
export const DRAWS = 256;
/** Points for a chance of one; everything else is measured against it. */
const CHANCE_POINTS = 100;
/** Another hold than the one wished for weighs as much as so many steps away from habit (house default). */
const OTHER_HOLD_STEPS = 8;
/** Room in hand beyond this earns no more, degrees. */
const ROOM_MOST_DEG = 8;
/** A proposal of another kind must have at least this chance, or this share of the best's (house defaults). */
const KIND_LEAST = { chance: 0.5, share: 0.8 } as const;

/** Setups to search, before chances: geometry and what is under the feet. */
interface Geometry {
  stanceWidthMm: number;
  toeOutDeg: number;
  support: Support;
  hold: Hold;
}

/** Multiples of a step within a range, the ends taken in, rising. */
function grid(least: number, most: number, step: number): number[] {
  const list: number[] = [];
  const first = Math.ceil(least / step - 1e-9);
  for (let k = first; k * step <= most + 1e-9; k += 1) list.push(k * step + 0);
  return list;
}

/** Stances of a school for this body, mm. */
export function stancesOf({ stancePerShoulderWidth }: MethodProfile, body: ResolvedBody): number[] {
  const { least, most } = stancePerShoulderWidth;
  return grid(least * body.shoulderWidthMm, most * body.shoulderWidthMm, SEARCH_STEP.stanceMm);
}

/** Foot angles of a school, degrees. */
export const toesOf = ({ toeOutDeg }: MethodProfile): number[] =>
  grid(toeOutDeg.least, toeOutDeg.most, SEARCH_STEP.toeOutDeg);

/** What may be under the heels: the floor, and of the kit what the school allows. */
export function supportsOf(
  kit: readonly KitPiece[],
  profile: MethodProfile,
  body: ResolvedBody,
): Support[] {
  const list: Support[] = [{ kind: 'floor' }];
  for (const piece of kit) {
    const support: Support =
      piece.kind === 'block'
        ? piece
        : { kind: 'ramp', angleDeg: piece.angleDeg, azimuth: piece.pair ? 'foot' : 'straight' };
    const isTurned = support.kind === 'ramp' && support.azimuth === 'foot';
    if (profile.heelPolicy === 'turnedWedge' && !isTurned) continue;
    if (equivalentRiseMm(body, support) > profile.heelMostMm + 1e-9) continue;
    list.push(support);
  }
  return list;
}

/** Depths to try: the one asked for, and the named ones above it, should it not be reached. */
const targetsOf = (asked: number): number[] =>
  [...new Set([...Object.values(NAMED_DEPTHS_DEG).filter((d) => d < asked), asked])].sort(
    (a, b) => a - b,
  );

/** The question with a setup in it, under the school's limits and the screen's. */
export function caseFor(
  question: SetupQuestion,
  profile: MethodProfile,
  setup: Setup,
  targetDepthDeg: number,
): Case {
  const own = question.limits ?? {};
  const shank = [own.shankDeg, profile.shankMostDeg].filter((v) => v !== null && v !== undefined);
  return obeying(
    {
      body: question.body,
      setup,
      limits: {
        ...own,
        dorsiflexionDeg: question.dorsiflexionDeg,
        bufferDeg: profile.bufferDeg,
        trunkLeanDeg: profile.leanLimitDeg[setup.hold],
        hipFold: question.hipFold ?? null,
        shankDeg: shank.length > 0 ? Math.min(...shank) : null,
      },
      target: { thighDepthDeg: targetDepthDeg },
      workingPoint: profile.workingPoint,
    },
    question.safety ?? [],
  );
}

/** Share of draws in which both sides get down. */
function chanceOf(
  reaches: BothSides<Reach>,
  dorsiflexionDeg: BothSides<number>,
  fold: number | null,
  draws: readonly LimitDraw[],
): number {
  if (reaches.left.neededDeg === null || reaches.right.neededDeg === null) return 0;
  const leftNeeds = reaches.left.neededDeg - reaches.left.pitchDeg - dorsiflexionDeg.left - 1e-9;
  const rightNeeds =
    reaches.right.neededDeg - reaches.right.pitchDeg - dorsiflexionDeg.right - 1e-9;
  let good = 0;
  for (const draw of draws) {
    if (draw.left < leftNeeds || draw.right < rightNeeds) continue;
    if (fold !== null) {
      const has = fold + draw.fold + 1e-9;
      const left = dorsiflexionDeg.left + draw.left + reaches.left.pitchDeg;
      const right = dorsiflexionDeg.right + draw.right + reaches.right.pitchDeg;
      if (foldNeededAt(reaches.left, left) > has || foldNeededAt(reaches.right, right) > has)
        continue;
    }
    good += 1;
  }
  return good / draws.length;
}

/** Lift, as far as a school counts it: a ramp by the block that tips the foot as much. */
const liftOf = (body: ResolvedBody, support: Support): number =>
  support.kind === 'floor' ? 0 : equivalentRiseMm(body, support);

/** Roll of a straight ramp counts against it, points a degree (house default). */
const ROLL_POINTS = 1;

/**
 * Searches stance × toe-out × support × hold × depth within a school's ranges and the screen's limits, and says of each setup with what
 * chance this client, known only so well, gets down with the heels on the ground. Left and right stand alike.
 *
 * The chance is of a physical rep: limits as they may truly be, no buffer. The window shown keeps the school's buffer.
 *
 * @param onProgress told the share done, 0 to 1
 */
export function findSetups(
  question: SetupQuestion,
  profile: MethodProfile,
  onProgress?: (share: number) => void,
): Found {
  const all = searchSetups(question, profile, onProgress);
  return { proposals: proposalsOf(all, question), searched: all.length, draws: DRAWS };
}

/**
 * Every setup of the search with its chance and score, in the order searched.
 *
 * @param at stances and foot angles instead of the school's own grid
 */
export function searchSetups(
  question: SetupQuestion,
  profile: MethodProfile,
  onProgress?: (share: number) => void,
  at?: { stances: readonly number[]; toes: readonly number[] },
): FoundSetup[] {
  const body = resolveBody(question.body);
  const draws = limitDraws(DRAWS, question.uncertainty ?? USUAL_UNCERTAINTY);
  const stances = at?.stances ?? stancesOf(profile, body);
  const toes = at?.toes ?? toesOf(profile);
  const supports = supportsOf(question.kit, profile, body);
  const asked = question.targetDepthDeg ?? profile.targetDepthDeg;
  const geometries: Geometry[] = question.holds.flatMap((hold) =>
    supports.flatMap((support) =>
      stances.flatMap((stanceWidthMm) =>
        toes.map((toeOutDeg) => ({ stanceWidthMm, toeOutDeg, support, hold })),
      ),
    ),
  );
  const list: FoundSetup[] = [];
  geometries.forEach((geometry, i) => {
    list.push(...setupsAt(question, profile, body, geometry, targetsOf(asked), asked, draws));
    if (onProgress && i % 64 === 63) onProgress((i + 1) / geometries.length);
  });
  onProgress?.(1);
  return list;
}

/** One stance, foot angle, support and hold, at every depth. */
function setupsAt(
  question: SetupQuestion,
  profile: MethodProfile,
  body: ResolvedBody,
  { stanceWidthMm, toeOutDeg, support, hold }: Geometry,
  targetsDeg: readonly number[],
  asked: number,
  draws: readonly LimitDraw[],
): FoundSetup[] {
  const setup: Setup = {
    stanceWidthMm,
    toeOutDeg: { left: toeOutDeg, right: toeOutDeg },
    support,
    hold,
    loadKg: hold === 'bodyweight' ? 0 : question.loadKg,
    balance: profile.balance,
    trackingOffsetDeg: 0,
  };
  const base = caseFor(question, profile, setup, asked);
  const link = buildLinkage(body, base.setup, 'left');
  const limits = limitsForSide(base.limits, 'left');
  const pitch = toDeg(link.foot.pitch);
  const { left, right } = question.dorsiflexionDeg;
  const spread = 4 * (question.uncertainty ?? USUAL_UNCERTAINTY).dorsiflexionDeg + 1e-3;
  const low = Math.min(left, right) + pitch - spread;
  const high = Math.max(left, right) + pitch + spread;
  const count = limits.hipFold ? 7 : 0;
  const shanks = Float64Array.from(
    { length: count },
    (_, k) => low + ((high - low) * k) / (count - 1),
  );
  // The screen may allow less depth than was asked for.
  const targets = targetsDeg.filter((d) => d <= base.target.thighDepthDeg + 1e-9);
  const wanted = targets.length > 0 ? targets : [base.target.thighDepthDeg];
  const tables = reachTables(link, limits, wanted, shanks);
  const fold = base.limits.hipFold?.atZeroAbductionDeg ?? null;
  return tables.flatMap((reach, i): FoundSetup[] => {
    const target = wanted[i] ?? asked;
    // Feet stand alike, so one geometry serves both sides; only the ankles differ.
    const chance = chanceOf({ left: reach, right: reach }, question.dorsiflexionDeg, fold, draws);
    const worse = { ...limits, dorsiflexionDeg: Math.min(left, right) };
    const window = windowAt(link, worse, toRad(target));
    const bottom = bottomOf(link, worse, window, profile, target);
    const lift = liftOf(body, support);
    const roll = Math.abs(footTilt(body, support, toeOutDeg).rollDeg);
    const score = scoreOf(profile, {
      chance,
      roomDeg: window.kind === 'stanceTooWide' ? 0 : window.widthDeg,
      trunkDeg: bottom?.trunkDeg ?? 90,
      kneecapPastToeMm: bottom?.kneecapPastToeMm ?? 0,
      habitSteps:
        habitSteps(question, stanceWidthMm, toeOutDeg) +
        (hold === question.holds[0] ? 0 : OTHER_HOLD_STEPS),
      liftMm: lift,
      rollDeg: roll,
      shortDeg: asked - target,
    });
    return [{ setup: base.setup, targetDepthDeg: target, chance, score, window, bottom }];
  });
}

function bottomOf(
  link: ReturnType<typeof buildLinkage>,
  limits: ReturnType<typeof limitsForSide>,
  window: Window,
  profile: MethodProfile,
  targetDeg: number,
): FoundSetup['bottom'] {
  if (window.kind === 'stanceTooWide') return null;
  const depth = toRad(targetDeg);
  const shank = workingShankDeg(link, window, profile.workingPoint, limits.bufferDeg, depth);
  const pose = poseAt(link, toRad(shank), depth);
  if (pose.kind !== 'pose') return null;
  const { trunkDeg, shankDeg, kneecapPastToeMm } = pose;
  return { trunkDeg, shankDeg, kneecapPastToeMm };
}

/** How far a setup is from where the client stands unprompted, in standard steps. */
const habitSteps = ({ habit }: SetupQuestion, stanceWidthMm: number, toeOutDeg: number): number =>
  Math.abs(stanceWidthMm - habit.stanceWidthMm) / SEARCH_STEP.stanceMm +
  Math.abs(toeOutDeg - (habit.toeOutDeg.left + habit.toeOutDeg.right) / 2) / SEARCH_STEP.toeOutDeg;

/**
 * Points of a setup by a school's preferences. A chance of one is worth 100; the rest are what a coach trades against it.
 */
function scoreOf(
  { prefers }: MethodProfile,
  by: {
    chance: number;
    roomDeg: number;
    trunkDeg: number;
    kneecapPastToeMm: number;
    habitSteps: number;
    liftMm: number;
    rollDeg: number;
    shortDeg: number;
  },
): number {
  return (
    CHANCE_POINTS * by.chance +
    prefers.room * Math.max(-ROOM_MOST_DEG, Math.min(ROOM_MOST_DEG, by.roomDeg)) -
    prefers.lean * by.trunkDeg -
    (prefers.kneeTravel * by.kneecapPastToeMm) / 10 -
    prefers.habit * by.habitSteps -
    (prefers.heel * by.liftMm) / 10 -
    ROLL_POINTS * by.rollDeg -
    prefers.depth * by.shortDeg
  );
}

/** The best, and the best of each kind that is different enough to be worth a look. */
export function proposalsOf(all: readonly FoundSetup[], question: SetupQuestion): Proposal[] {
  const best = top(all, (s) => s.score);
  if (!best) return [];
  const least = Math.min(KIND_LEAST.chance, KIND_LEAST.share * best.chance);
  const able = all.filter((s) => s.chance >= least && s.chance > 0);
  const steps = (s: FoundSetup) =>
    habitSteps(question, s.setup.stanceWidthMm, s.setup.toeOutDeg.left);
  const sameDepth = able.filter((s) => s.targetDepthDeg === best.targetDepthDeg);
  const kinds: [SetupKind, FoundSetup | null][] = [
    ['best', best],
    // Ties go to the better score, a thousandth of which never outweighs a step.
    ['nearHabit', top(sameDepth, (s) => -steps(s) + s.score / 1e5)],
    [
      'noHeel',
      top(
        sameDepth.filter((s) => s.setup.support.kind === 'floor'),
        (s) => s.score,
      ),
    ],
    ['mostUpright', top(sameDepth, (s) => -(s.bottom?.trunkDeg ?? 90) + s.score / 1e5)],
    ['deepest', top(able, (s) => s.targetDepthDeg + s.score / 1e5)],
  ];
  const proposals: Proposal[] = [];
  for (const [kind, found] of kinds) {
    if (!found) continue;
    const held = proposals.find((p) => isSame(p, found));
    if (held) held.kinds.push(kind);
    else proposals.push({ ...found, kinds: [kind] });
  }
  return proposals;
}

const isSame = (a: FoundSetup, b: FoundSetup): boolean =>
  a.targetDepthDeg === b.targetDepthDeg && JSON.stringify(a.setup) === JSON.stringify(b.setup);

/** The entry with the highest value; the first of equals. */
function top<T>(list: readonly T[], value: (entry: T) => number): T | null {
  let best: T | null = null;
  let most = -Infinity;
  for (const entry of list) {
    const v = value(entry);
    if (v > most) [best, most] = [entry, v];
  }
  return best;
}
