import { resolveBody, type ResolvedBody } from '../body/resolveBody.ts';
import { toDeg, toRad } from '../geometry/angles.ts';
import { equivalentRiseMm, footTilt } from '../linkage/foot.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { poseAt } from '../linkage/pose.ts';
import type { BothSides, Hold, Setup, Side, Support } from '../linkage/setup.ts';
import { limitsForSide, NAMED_DEPTHS_DEG } from '../window/limits.ts';
import { workingShankDeg } from '../window/workingPoint.ts';
import { windowAt, type Window } from '../window/window.ts';
import { limitDraws, USUAL_UNCERTAINTY, type LimitDraw } from './draws.ts';
import type { MethodProfile } from './profiles.ts';
import {
  caseFor,
  habitSteps,
  stancesOf,
  supportsOf,
  toesOf,
  type SetupQuestion,
} from './question.ts';
import { foldNeededAt, reachTables, type Reach } from './reach.ts';

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
  bottom: {
    trunkDeg: number;
    shankDeg: number;
    kneecapPastToeMm: number;
    /** Hip centre above the floor. */
    hipHeightMm: number;
  } | null;
}

/** Draws of the client's true limits (at least 256). */
export const DRAWS = 256;
/** Points for a chance of one; everything else is measured against it. */
const CHANCE_POINTS = 100;
/** Another hold than the one wished for weighs as much as so many steps away from habit (house default). */
const OTHER_HOLD_STEPS = 8;
/** Room in hand beyond this earns no more, degrees. */
const ROOM_MOST_DEG = 8;
/** Setups to search, before chances: geometry and what is under the feet. */
interface Geometry {
  stanceWidthMm: number;
  toeOutDeg: BothSides<number>;
  support: Support;
  hold: Hold;
}

/** Depths to try: the one asked for, and the named ones above it, should it not be reached. */
const targetsOf = (asked: number): number[] =>
  [...new Set([...Object.values(NAMED_DEPTHS_DEG).filter((d) => d < asked), asked])].sort(
    (a, b) => a - b,
  );

const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');

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
/** Feet that stand unlike cost so much, points (house default): only a measured difference that pays is worth it. */
const UNEVEN_POINTS = 2;
/** Setups whose feet may be turned unlike: the best of those that stand alike. */
const UNEVEN_OF = 24;
/** One foot turned further pays for itself when a clean rep gets so much likelier than with both as the other (house default). */
export const UNEVEN_GAIN = 0.05;

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
  const draws = drawsOf(question);
  const stances = at?.stances ?? stancesOf(profile, body);
  const toes = at?.toes ?? toesOf(profile);
  const supports = supportsOf(question.kit, profile, body);
  const asked = question.targetDepthDeg ?? profile.targetDepthDeg;
  const geometries: Geometry[] = question.holds.flatMap((hold) =>
    supports.flatMap((support) =>
      stances.flatMap((stanceWidthMm) =>
        toes.map((deg) => ({
          stanceWidthMm,
          toeOutDeg: { left: deg, right: deg },
          support,
          hold,
        })),
      ),
    ),
  );
  const list: FoundSetup[] = [];
  geometries.forEach((geometry, i) => {
    list.push(...setupsAt(question, profile, body, geometry, targetsOf(asked), asked, draws));
    if (onProgress && i % 64 === 63) onProgress((i + 1) / geometries.length);
  });
  onProgress?.(1);
  return [...list, ...turnedFurther(question, profile, body, list, asked, draws)];
}

/** One setup at one depth as the search looks at it, wherever it stands; null where no pose exists. */
export const lookAtSetup = (
  question: SetupQuestion,
  profile: MethodProfile,
  setup: Setup,
  targetDepthDeg: number,
): FoundSetup | null =>
  setupsAt(
    question,
    profile,
    resolveBody(question.body),
    setup,
    [targetDepthDeg],
    question.targetDepthDeg ?? profile.targetDepthDeg,
    drawsOf(question),
  )[0] ?? null;

const drawsOf = (question: SetupQuestion): readonly LimitDraw[] =>
  question.draws ?? limitDraws(DRAWS, question.uncertainty ?? USUAL_UNCERTAINTY);

/**
 * Setups again with one foot turned further, where a measured difference allows it: the best of those a stiffer ankle leaves in doubt, or,
 * for a hip that turns in less, simply the best.
 */
function turnedFurther(
  question: SetupQuestion,
  profile: MethodProfile,
  body: ResolvedBody,
  alike: readonly FoundSetup[],
  asked: number,
  draws: readonly LimitDraw[],
): FoundSetup[] {
  const { turnFurther } = question;
  if (!turnFurther) return [];
  const best = alike
    .filter(
      ({ setup, chance }) =>
        setup.toeOutDeg[turnFurther.side] + turnFurther.mostDeg <= profile.toeOutDeg.most + 1e-9 &&
        (turnFurther.because === 'rotation' || chance <= 1 - UNEVEN_GAIN),
    )
    .sort((a, b) => b.score - a.score)
    .slice(0, UNEVEN_OF);
  return best.flatMap(({ setup, targetDepthDeg }) =>
    setupsAt(
      question,
      profile,
      body,
      {
        ...setup,
        toeOutDeg: {
          ...setup.toeOutDeg,
          [turnFurther.side]: setup.toeOutDeg[turnFurther.side] + turnFurther.mostDeg,
        },
      },
      [targetDepthDeg],
      asked,
      draws,
    ),
  );
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
    toeOutDeg,
    support,
    hold,
    loadKg: hold === 'bodyweight' ? 0 : question.loadKg,
    balance: profile.balance,
    trackingOffsetDeg: 0,
  };
  const base = caseFor(question, profile, setup, asked);
  const { left, right } = question.dorsiflexionDeg;
  const isAlike = toeOutDeg.left === toeOutDeg.right;
  // Feet that stand alike share one geometry; the stiffer ankle governs it.
  const stiffer: Side = left <= right ? 'left' : 'right';
  const link = buildLinkage(body, base.setup, stiffer);
  const limits = limitsForSide(base.limits, stiffer);
  const pitch = toDeg(link.foot.pitch);
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
  const other = isAlike
    ? tables
    : reachTables(buildLinkage(body, base.setup, otherSide(stiffer)), limits, wanted, shanks);
  const fold = base.limits.hipFold?.atZeroAbductionDeg ?? null;
  return tables.flatMap((reach, i): FoundSetup[] => {
    const target = wanted[i] ?? asked;
    const theirs = other[i] ?? reach;
    const reaches =
      stiffer === 'left' ? { left: reach, right: theirs } : { left: theirs, right: reach };
    const chance = chanceOf(reaches, question.dorsiflexionDeg, fold, draws);
    const worse = { ...limits, dorsiflexionDeg: Math.min(left, right) };
    const window = windowAt(link, worse, toRad(target));
    const bottom = bottomOf(link, worse, window, profile, target);
    const lift = liftOf(body, support);
    const roll = Math.abs(footTilt(body, support, toeOutDeg[stiffer]).rollDeg);
    const score = scoreOf(profile, {
      chance,
      roomDeg: window.kind === 'stanceTooWide' ? 0 : window.widthDeg,
      trunkDeg: bottom?.trunkDeg ?? 90,
      kneecapPastToeMm: bottom?.kneecapPastToeMm ?? 0,
      habitSteps:
        habitSteps(question, stanceWidthMm, (toeOutDeg.left + toeOutDeg.right) / 2) +
        (hold === question.holds[0] ? 0 : OTHER_HOLD_STEPS),
      liftMm: lift,
      rollDeg: roll,
      shortDeg: asked - target,
    });
    const points = score - (isAlike ? 0 : UNEVEN_POINTS);
    return [{ setup: base.setup, targetDepthDeg: target, chance, score: points, window, bottom }];
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
  const { trunkDeg, shankDeg, kneecapPastToeMm, joints } = pose;
  return { trunkDeg, shankDeg, kneecapPastToeMm, hipHeightMm: joints.hip.z };
}

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
    (by.liftMm > 0 ? prefers.kit : 0) -
    ROLL_POINTS * by.rollDeg -
    prefers.depth * by.shortDeg
  );
}
