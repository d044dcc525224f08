import { resolveBody, type Body, type ResolvedBody } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { equivalentRiseMm } from '../linkage/foot.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { BothSides, Hold, Setup, Side, Support } from '../linkage/setup.ts';
import { obeying } from '../safety/obey.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import { deepestThighDepthDeg } from '../window/deepest.ts';
import { reachesTarget } from '../window/levers.ts';
import { limitsForSide, type HipFoldLimit } from '../window/limits.ts';
import { solve, type Case, type Solution } from '../window/solve.ts';
import { windowAt } from '../window/window.ts';
import { candidates, heelsFor, startingPoint, type Candidate } from './candidates.ts';
import { changesIntoRange, changesTo, merged } from './changes.ts';
import type { MethodProfile } from './profiles.ts';
import { caseFor } from './question.ts';

/** The five measurements and the wish: what a recommendation starts from. mm, degrees, kg. */
export interface SetupWish {
  body: Body;
  dorsiflexionDeg: BothSides<number>;
  /** Where the client stands unprompted. */
  habit: { stanceWidthMm: number; toeOutDeg: BothSides<number> };
  /** Lift under the heels in use now; 0 = flat. */
  heelRiseMm: number;
  /** Lifts there are to choose from, mm; left out = any, in 5 mm steps. Flat is always there. */
  kitRisesMm?: readonly number[];
  /** Where the back starts to round, as measured; must not fall with abduction; left out = not measured. */
  hipFold?: HipFoldLimit;
  hold: Hold;
  loadKg: number;
  targetDepthDeg: number;
  /** The screen's limits; every candidate obeys them. */
  safety?: readonly SafetyLimit[];
}

/** One thing that differs from what the client does now. */
export interface SetupChange {
  what: 'stance' | 'toeOut' | 'heel' | 'hold' | 'depth';
  /** In the unit of the thing: mm, degrees; holds by name. */
  from: number | Hold;
  to: number | Hold;
  reason:
    | 'intoRange'
    | 'sameBothSides'
    | 'opensWindow'
    | 'ankleAllowsLess'
    | 'deepestThatHolds'
    | 'settledByTrying';
}

export interface Recommendation {
  /** The recommended setup as a complete question, ready to be solved, drawn and edited. */
  question: Case;
  solution: Solution;
  /** True when the target asked for is reached; false when only a shallower one holds. */
  reachesWish: boolean;
  /** False when not even the top of the descent can be entered: nothing to recommend but support. */
  usable: boolean;
  changes: SetupChange[];
}

/** The case a profile makes of a wish at one candidate setup. */
function caseOf(
  wish: SetupWish,
  profile: MethodProfile,
  candidate: Candidate,
  depthDeg: number,
): Case {
  const { stanceWidthMm, toeOutDeg, heelRiseMm, hold } = candidate;
  const support: Support =
    heelRiseMm > 0 ? { kind: 'block', riseMm: heelRiseMm } : { kind: 'floor' };
  const setup: Setup = {
    stanceWidthMm,
    toeOutDeg: { left: toeOutDeg, right: toeOutDeg },
    support,
    hold,
    loadKg: wish.loadKg,
    balance: profile.balance,
    trackingOffsetDeg: 0,
  };
  const question: Case = {
    body: wish.body,
    setup,
    limits: {
      dorsiflexionDeg: wish.dorsiflexionDeg,
      bufferDeg: profile.bufferDeg,
      trunkLeanDeg: profile.leanLimitDeg[hold],
      hipFold: wish.hipFold ?? null,
      ...(profile.shankMostDeg === null ? {} : { shankDeg: profile.shankMostDeg }),
    },
    target: { thighDepthDeg: depthDeg },
    workingPoint: profile.workingPoint,
  };
  return wish.safety ? obeying(question, wish.safety) : question;
}

/** Feet stand alike, so the stiffer ankle alone decides whether the target is reached. */
const stifferSide = (wish: SetupWish): Side =>
  wish.dorsiflexionDeg.left <= wish.dorsiflexionDeg.right ? 'left' : 'right';

function lookAt(body: ResolvedBody, question: Case, side: Side) {
  const link = buildLinkage(body, question.setup, side);
  const limits = limitsForSide(question.limits, side);
  const deepest = deepestThighDepthDeg(link, limits);
  const window = windowAt(link, limits, toRad(question.target.thighDepthDeg));
  return {
    deepest,
    reaches: reachesTarget(window, deepest, question.target.thighDepthDeg),
  };
}

/** The lowest heel at hand that still reaches with the buffer asked before weaning. */
function lowestHeel(
  wish: SetupWish,
  profile: MethodProfile,
  body: ResolvedBody,
  from: Candidate,
  side: Side,
): number {
  for (const mm of heelsFor(wish, 0, from.heelRiseMm)) {
    if (mm >= from.heelRiseMm) break;
    const question = caseOf(wish, profile, { ...from, heelRiseMm: mm }, wish.targetDepthDeg);
    const cautious = {
      ...question,
      limits: { ...question.limits, bufferDeg: profile.weanedBufferDeg },
    };
    if (lookAt(body, cautious, side).reaches) return mm;
  }
  return from.heelRiseMm;
}

/**
 * The smallest change from what the client does now that opens the window at the wished depth, within a profile.
 *
 * Habit is first brought into the profile's ranges with both feet alike. If that reaches, only the heel may come
 * down, as far as the ankle now allows with the weaning buffer. If not, combinations of stance, toe-out, heel and
 * hold are tried in order of how much they ask of the client, each lever weighed in its standard step. If none
 * opens it, the deepest depth that holds is recommended instead.
 */
export function recommendSetup(wish: SetupWish, profile: MethodProfile): Recommendation {
  const body = resolveBody(wish.body);
  const side = stifferSide(wish);
  const start = startingPoint(wish, profile, body);
  const changes = changesIntoRange(wish, start);

  const atStart = lookAt(body, caseOf(wish, profile, start, wish.targetDepthDeg), side);
  if (atStart.reaches) {
    const heelRiseMm = lowestHeel(wish, profile, body, start, side);
    if (heelRiseMm < start.heelRiseMm)
      changes.push({
        what: 'heel',
        from: start.heelRiseMm,
        to: heelRiseMm,
        reason: 'ankleAllowsLess',
      });
    return finish(wish, profile, { ...start, heelRiseMm }, wish.targetDepthDeg, changes, true);
  }

  let best: { candidate: Candidate; deepest: number } | null = null;
  for (const candidate of candidates(wish, profile, body, start)) {
    const found = lookAt(body, caseOf(wish, profile, candidate, wish.targetDepthDeg), side);
    if (found.reaches)
      return finish(
        wish,
        profile,
        candidate,
        wish.targetDepthDeg,
        [...changes, ...changesTo(start, candidate)],
        true,
      );
    // A degree more depth must be worth the extra change; otherwise the nearer setup stays best.
    if (found.deepest !== null && (best === null || found.deepest > best.deepest + 1))
      best = { candidate, deepest: found.deepest };
  }
  const candidate = best?.candidate ?? start;
  const depthDeg = best ? wholeDepth(wish, profile, body, best, side) : wish.targetDepthDeg;
  if (best) {
    changes.push(...changesTo(start, candidate));
    changes.push({
      what: 'depth',
      from: wish.targetDepthDeg,
      to: depthDeg,
      reason: 'deepestThatHolds',
    });
  }
  return finish(wish, profile, candidate, depthDeg, changes, false, best !== null);
}

/** A setup that was settled by trying, as a recommendation: kept as it is, brought under the screen's limits, with what in it differs from habit. */
export function keepSetup(
  wish: SetupWish,
  profile: MethodProfile,
  { setup, targetDepthDeg }: { setup: Setup; targetDepthDeg: number },
): Recommendation {
  const question = caseFor(
    {
      ...wish,
      hipFold: wish.hipFold ?? null,
      holds: [setup.hold],
      kit: [],
    },
    profile,
    setup,
    targetDepthDeg,
  );
  const solution = solve(question);
  const governing = solution.sides[solution.governingSide];
  const { left, right } = setup.toeOutDeg;
  const habit = (wish.habit.toeOutDeg.left + wish.habit.toeOutDeg.right) / 2;
  const toes = (left + right) / 2;
  const changes: SetupChange[] = [];
  const differs = (what: SetupChange['what'], from: number, to: number, least: number) => {
    if (Math.abs(from - to) >= least) changes.push({ what, from, to, reason: 'settledByTrying' });
  };
  differs('stance', wish.habit.stanceWidthMm, setup.stanceWidthMm, 10);
  differs('toeOut', habit, toes, 2);
  differs('heel', wish.heelRiseMm, equivalentRiseMm(resolveBody(wish.body), setup.support), 2);
  return {
    question,
    solution,
    reachesWish: targetDepthDeg >= wish.targetDepthDeg - 1e-9,
    usable: governing.deepestThighDepthDeg !== null,
    changes,
  };
}

/** The deepest depth in whole degrees; as it is where the whole degree above it lies before the descent can begin. */
function wholeDepth(
  wish: SetupWish,
  profile: MethodProfile,
  body: ResolvedBody,
  best: { candidate: Candidate; deepest: number },
  side: Side,
): number {
  const whole = Math.floor(best.deepest);
  const there = lookAt(body, caseOf(wish, profile, best.candidate, whole), side);
  return there.reaches ? whole : best.deepest;
}

function finish(
  wish: SetupWish,
  profile: MethodProfile,
  candidate: Candidate,
  depthDeg: number,
  changes: SetupChange[],
  reachesWish: boolean,
  usable = true,
): Recommendation {
  const question = caseOf(wish, profile, candidate, depthDeg);
  return { question, solution: solve(question), reachesWish, usable, changes: merged(changes) };
}
