import { resolveBody, type Body, type ResolvedBody } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { BothSides, Hold, Setup, Side, Support } from '../linkage/setup.ts';
import { deepestThighDepthDeg } from '../window/deepest.ts';
import { reachesTarget } from '../window/levers.ts';
import { limitsForSide } from '../window/limits.ts';
import { solve, type Case, type Solution } from '../window/solve.ts';
import { windowAt } from '../window/window.ts';
import type { MethodProfile } from './profiles.ts';

/** The five measurements and the wish: what a recommendation starts from. mm, degrees, kg. */
export interface SetupWish {
  body: Body;
  dorsiflexionDeg: BothSides<number>;
  /** Where the client stands unprompted. */
  habit: { stanceWidthMm: number; toeOutDeg: BothSides<number> };
  /** Lift under the heels in use now; 0 = flat. */
  heelRiseMm: number;
  hold: Hold;
  loadKg: number;
  targetDepthDeg: number;
}

/** One thing that differs from what the client does now. */
export interface SetupChange {
  what: 'stance' | 'toeOut' | 'heel' | 'hold' | 'depth';
  /** In the unit of the thing: mm, degrees; holds by name. */
  from: number | Hold;
  to: number | Hold;
  reason: 'intoRange' | 'sameBothSides' | 'opensWindow' | 'ankleAllowsLess' | 'deepestThatHolds';
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

interface Candidate {
  stanceWidthMm: number;
  toeOutDeg: number;
  heelRiseMm: number;
  hold: Hold;
  cost: number;
}

/** Doses are weighed in standard steps: one step of each lever is one unit of change for the client. */
const UNIT = { stanceMm: 20, toeOutDeg: 5, heelMm: 5, hold: 2 } as const;

const HEEL_GRAIN_MM = 5;

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
  return {
    body: wish.body,
    setup,
    limits: {
      dorsiflexionDeg: wish.dorsiflexionDeg,
      bufferDeg: profile.bufferDeg,
      trunkLeanDeg: profile.leanLimitDeg[hold],
    },
    target: { thighDepthDeg: depthDeg },
    workingPoint: profile.workingPoint,
  };
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

const into = (value: number, range: { least: number; most: number }) =>
  Math.min(range.most, Math.max(range.least, value));

const roundTo = (value: number, grain: number) => Math.round(value / grain) * grain;

/** Habit brought into the profile's ranges, both feet alike. */
function startingPoint(wish: SetupWish, profile: MethodProfile, body: ResolvedBody): Candidate {
  const { least, most } = profile.stancePerShoulderWidth;
  const range = { least: least * body.shoulderWidthMm, most: most * body.shoulderWidthMm };
  const toeMean = (wish.habit.toeOutDeg.left + wish.habit.toeOutDeg.right) / 2;
  const within = into(wish.habit.stanceWidthMm, range);
  return {
    stanceWidthMm:
      within === wish.habit.stanceWidthMm
        ? within
        : // Round inward to whole centimetres: nobody sets up to the millimetre.
          within === range.least
          ? Math.ceil(within / 10) * 10
          : Math.floor(within / 10) * 10,
    toeOutDeg: Math.round(into(toeMean, profile.toeOutDeg)),
    heelRiseMm: Math.min(wish.heelRiseMm, profile.heelMostMm),
    hold: wish.hold,
    cost: 0,
  };
}

/** Holds that put the same load further forward, each letting the trunk rise. Unloaded squats may reach. */
function otherHolds(wish: SetupWish): Hold[] {
  if (wish.loadKg === 0) return wish.hold === 'bodyweight' ? ['armsForward'] : [];
  if (wish.hold === 'lowBar') return ['highBar', 'front'];
  if (wish.hold === 'highBar') return ['front'];
  return [];
}

/** Every combination of levers within the profile, least change first. */
function candidates(
  wish: SetupWish,
  profile: MethodProfile,
  body: ResolvedBody,
  start: Candidate,
): Candidate[] {
  const { least, most } = profile.stancePerShoulderWidth;
  const stances = [start.stanceWidthMm];
  for (
    let mm = Math.ceil((least * body.shoulderWidthMm) / 20) * 20;
    mm <= most * body.shoulderWidthMm;
    mm += 20
  )
    stances.push(mm);
  const toes = [start.toeOutDeg];
  for (let deg = profile.toeOutDeg.least; deg <= profile.toeOutDeg.most; deg += 5) toes.push(deg);
  const heels: number[] = [];
  for (let mm = start.heelRiseMm; mm <= profile.heelMostMm; mm += HEEL_GRAIN_MM) heels.push(mm);
  const list: Candidate[] = [];
  for (const hold of [start.hold, ...otherHolds(wish)])
    for (const stanceWidthMm of stances)
      for (const toeOutDeg of toes)
        for (const heelRiseMm of heels)
          list.push({
            stanceWidthMm,
            toeOutDeg,
            heelRiseMm,
            hold,
            cost:
              Math.abs(stanceWidthMm - start.stanceWidthMm) / UNIT.stanceMm +
              Math.abs(toeOutDeg - start.toeOutDeg) / UNIT.toeOutDeg +
              (heelRiseMm - start.heelRiseMm) / UNIT.heelMm +
              (hold === start.hold ? 0 : UNIT.hold),
          });
  // Equal costs keep this order: feet before heel before hold, as a coach fixes them.
  return list.sort((a, b) => a.cost - b.cost);
}

/** The lowest heel, in 5 mm steps, that still reaches with the buffer asked before weaning. */
function lowestHeel(
  wish: SetupWish,
  profile: MethodProfile,
  body: ResolvedBody,
  from: Candidate,
  side: Side,
): number {
  for (let mm = 0; mm < from.heelRiseMm; mm += HEEL_GRAIN_MM) {
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
  const depthDeg = best ? Math.floor(best.deepest) : wish.targetDepthDeg;
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

function changesIntoRange(wish: SetupWish, start: Candidate): SetupChange[] {
  const changes: SetupChange[] = [];
  if (start.stanceWidthMm !== wish.habit.stanceWidthMm)
    changes.push({
      what: 'stance',
      from: wish.habit.stanceWidthMm,
      to: start.stanceWidthMm,
      reason: 'intoRange',
    });
  const { left, right } = wish.habit.toeOutDeg;
  const mean = (left + right) / 2;
  if (start.toeOutDeg !== Math.round(mean))
    changes.push({ what: 'toeOut', from: mean, to: start.toeOutDeg, reason: 'intoRange' });
  else if (left !== right)
    changes.push({ what: 'toeOut', from: mean, to: start.toeOutDeg, reason: 'sameBothSides' });
  if (start.heelRiseMm !== wish.heelRiseMm)
    changes.push({
      what: 'heel',
      from: wish.heelRiseMm,
      to: start.heelRiseMm,
      reason: 'intoRange',
    });
  return changes;
}

function changesTo(start: Candidate, to: Candidate): SetupChange[] {
  const changes: SetupChange[] = [];
  const reason = 'opensWindow' as const;
  if (to.stanceWidthMm !== start.stanceWidthMm)
    changes.push({ what: 'stance', from: start.stanceWidthMm, to: to.stanceWidthMm, reason });
  if (to.toeOutDeg !== start.toeOutDeg)
    changes.push({ what: 'toeOut', from: start.toeOutDeg, to: to.toeOutDeg, reason });
  if (to.heelRiseMm !== start.heelRiseMm)
    changes.push({ what: 'heel', from: start.heelRiseMm, to: to.heelRiseMm, reason });
  if (to.hold !== start.hold) changes.push({ what: 'hold', from: start.hold, to: to.hold, reason });
  return changes;
}

/** Two changes of the same thing become one, from the first's start to the last's end. */
function merged(changes: SetupChange[]): SetupChange[] {
  const list: SetupChange[] = [];
  for (const change of changes) {
    const earlier = list.find((c) => c.what === change.what);
    if (earlier) Object.assign(earlier, { to: change.to, reason: change.reason });
    else
      list.push({
        ...change,
        from: typeof change.from === 'number' ? roundTo(change.from, 1) : change.from,
      });
  }
  return list;
}
