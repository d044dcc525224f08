import { resolveBody } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { HOLD_LOAD_MOST_KG } from '../linkage/holds.ts';
import { HOLDS, type Hold, type Side, type Support } from '../linkage/setup.ts';
import { deepestThighDepthDeg } from './deepest.ts';
import { limitsForSide } from './limits.ts';
import type { Case } from './solve.ts';
import { windowAt, type Window } from './window.ts';

/** What one can change, one thing at a time. The unit of `dose` is in the name. */
export const LEVERS = [
  'heelRiseMm',
  'rampDeg',
  'stanceWidthMm',
  'toeOutDeg',
  'hold',
  'dorsiflexionDeg',
  'leanAllowedDeg',
  'shallowerDeg',
] as const;

export type LeverName = (typeof LEVERS)[number];

/** A change of one lever: signed dose in the lever's unit, or another hold. */
export type LeverMove =
  { lever: Exclude<LeverName, 'hold'>; dose: number } | { lever: 'hold'; hold: Hold };

/** Effect of a move on the side in question. */
export interface LeverEffect {
  move: LeverMove;
  /** Window after the move, at the (possibly shallower) target. */
  window: Window;
  /** Change of window width at the target depth, degrees; null when either side of the comparison has no width. */
  widthChangeDeg: number | null;
  deepestThighDepthDeg: number | null;
  /** Change of the deepest depth, degrees; null when before or after cannot be entered at all. */
  deepestChangeDeg: number | null;
  /** The window at the target is open and the way down to it is clear. */
  reaches: boolean;
}

/** Size of one standard step and the largest dose worth offering. */
const STEP: Record<Exclude<LeverName, 'hold'>, { step: number; most: number; signed: boolean }> = {
  heelRiseMm: { step: 5, most: 50, signed: false },
  rampDeg: { step: 5, most: 20, signed: false },
  stanceWidthMm: { step: 20, most: 300, signed: true },
  toeOutDeg: { step: 5, most: 30, signed: true },
  dorsiflexionDeg: { step: 1, most: 15, signed: false },
  leanAllowedDeg: { step: 5, most: 20, signed: false },
  shallowerDeg: { step: 5, most: 45, signed: false },
};

/** Lean limit of a hold under the method in force, degrees; by default the case's own limit for all. */
export type LeanLimitOf = (hold: Hold) => number;

/** Applies a move to a case. null when the lever does not fit what is there (a ramp on top of a block). */
export function applyMove(question: Case, move: LeverMove, leanLimitOf?: LeanLimitOf): Case | null {
  const { setup, limits, target } = question;
  if (move.lever === 'hold') {
    return {
      ...question,
      setup: {
        ...setup,
        hold: move.hold,
        loadKg: move.hold === 'bodyweight' ? 0 : setup.loadKg,
      },
      limits: leanLimitOf ? { ...limits, trunkLeanDeg: leanLimitOf(move.hold) } : limits,
    };
  }
  const { dose } = move;
  switch (move.lever) {
    case 'heelRiseMm': {
      const support = raiseBlock(setup.support, dose);
      return support && { ...question, setup: { ...setup, support } };
    }
    case 'rampDeg': {
      const support = raiseRamp(setup.support, dose);
      return support && { ...question, setup: { ...setup, support } };
    }
    case 'stanceWidthMm': {
      const stanceWidthMm = setup.stanceWidthMm + dose;
      return stanceWidthMm > 0 ? { ...question, setup: { ...setup, stanceWidthMm } } : null;
    }
    case 'toeOutDeg': {
      const toeOutDeg = { left: setup.toeOutDeg.left + dose, right: setup.toeOutDeg.right + dose };
      const within = (deg: number) => deg >= -10 && deg <= 60;
      return within(toeOutDeg.left) && within(toeOutDeg.right)
        ? { ...question, setup: { ...setup, toeOutDeg } }
        : null;
    }
    case 'dorsiflexionDeg': {
      const dorsiflexionDeg = {
        left: limits.dorsiflexionDeg.left + dose,
        right: limits.dorsiflexionDeg.right + dose,
      };
      return { ...question, limits: { ...limits, dorsiflexionDeg } };
    }
    case 'leanAllowedDeg':
      return { ...question, limits: { ...limits, trunkLeanDeg: limits.trunkLeanDeg + dose } };
    case 'shallowerDeg': {
      const thighDepthDeg = target.thighDepthDeg - dose;
      return thighDepthDeg >= -45 ? { ...question, target: { thighDepthDeg } } : null;
    }
  }
}

function raiseBlock(support: Support, byMm: number): Support | null {
  if (support.kind === 'ramp') return null;
  const riseMm = (support.kind === 'block' ? support.riseMm : 0) + byMm;
  return riseMm >= 0 && riseMm <= 80 ? { kind: 'block', riseMm } : null;
}

function raiseRamp(support: Support, byDeg: number): Support | null {
  if (support.kind === 'block')
    return support.riseMm === 0 ? raiseRamp({ kind: 'floor' }, byDeg) : null;
  const angleDeg = (support.kind === 'ramp' ? support.angleDeg : 0) + byDeg;
  const azimuth = support.kind === 'ramp' ? support.azimuth : 'foot';
  return angleDeg >= 0 && angleDeg <= 30 ? { kind: 'ramp', angleDeg, azimuth } : null;
}

/** The window at the target is open and nothing shuts on the way down. */
export const reachesTarget = (
  window: Window,
  deepestDeg: number | null,
  targetDeg: number,
): boolean => window.kind === 'open' && deepestDeg !== null && deepestDeg >= targetDeg - 1e-6;

interface Here {
  window: Window;
  deepest: number | null;
  reaches: boolean;
}

function look(question: Case, side: Side): Here {
  const link = buildLinkage(resolveBody(question.body), question.setup, side);
  const limits = limitsForSide(question.limits, side);
  const window = windowAt(link, limits, toRad(question.target.thighDepthDeg));
  const deepest = deepestThighDepthDeg(link, limits);
  return {
    window,
    deepest,
    reaches: reachesTarget(window, deepest, question.target.thighDepthDeg),
  };
}

/** Effect of one move on one side. null when the move does not fit. */
export function leverEffect(
  question: Case,
  side: Side,
  move: LeverMove,
  leanLimitOf?: LeanLimitOf,
): LeverEffect | null {
  return effectFrom(look(question, side), question, side, move, leanLimitOf);
}

function effectFrom(
  before: Here,
  question: Case,
  side: Side,
  move: LeverMove,
  leanLimitOf?: LeanLimitOf,
): LeverEffect | null {
  const changed = applyMove(question, move, leanLimitOf);
  if (changed === null) return null;
  const after = look(changed, side);
  return {
    move,
    window: after.window,
    widthChangeDeg:
      before.window.kind === 'stanceTooWide' || after.window.kind === 'stanceTooWide'
        ? null
        : after.window.widthDeg - before.window.widthDeg,
    deepestThighDepthDeg: after.deepest,
    deepestChangeDeg:
      before.deepest === null || after.deepest === null ? null : after.deepest - before.deepest,
    reaches: after.reaches,
  };
}

/**
 * One standard step of every lever on one side: what it does to the window width and to the deepest depth.
 * Ordered by gain in window width, best first; levers without a comparable width come last.
 */
export function leverSteps(question: Case, side: Side, leanLimitOf?: LeanLimitOf): LeverEffect[] {
  const before = look(question, side);
  const moves: LeverMove[] = [];
  for (const lever of LEVERS) {
    if (lever === 'hold') {
      for (const hold of HOLDS)
        if (hold !== question.setup.hold && comparableHold(question, hold))
          moves.push({ lever, hold });
    } else {
      const { step, signed } = STEP[lever];
      moves.push({ lever, dose: step });
      if (signed) moves.push({ lever, dose: -step });
    }
  }
  return moves
    .map((move) => effectFrom(before, question, side, move, leanLimitOf))
    .filter((effect): effect is LeverEffect => effect !== null)
    .sort((a, b) => (b.widthChangeDeg ?? -Infinity) - (a.widthChangeDeg ?? -Infinity));
}

/**
 * Holds worth comparing with: loaded with loaded, unloaded with unloaded, and none that this load is too much for. Overhead is
 * never offered as a way out: it asks for a shoulder range that the linkage knows nothing of.
 */
function comparableHold(question: Case, hold: Hold): boolean {
  if (hold === 'overhead') return false;
  const unloaded = hold === 'bodyweight' || hold === 'armsForward';
  if (question.setup.loadKg === 0) return unloaded;
  return !unloaded && question.setup.loadKg <= (HOLD_LOAD_MOST_KG[hold] ?? Infinity);
}

/**
 * For every lever, the smallest dose that makes a target reachable on both sides: the window there open and
 * the way down clear. Levers that cannot do it within their range are left out. Doses are exact to `grain`
 * (5 mm heel, 1° ramp, 10 mm stance, 1° otherwise), since that is what a coach can set.
 */
export function smallestOpeningDoses(question: Case, leanLimitOf?: LeanLimitOf): LeverMove[] {
  const reaches = (changed: Case | null): boolean =>
    changed !== null && look(changed, 'left').reaches && look(changed, 'right').reaches;
  if (reaches(question)) return [];
  const found: LeverMove[] = [];
  for (const lever of LEVERS) {
    if (lever === 'hold') {
      for (const hold of HOLDS) {
        if (hold === question.setup.hold || !comparableHold(question, hold)) continue;
        if (reaches(applyMove(question, { lever, hold }, leanLimitOf))) found.push({ lever, hold });
      }
      continue;
    }
    const { most, signed } = STEP[lever];
    const grain = GRAIN[lever];
    search: for (let size = grain; size <= most; size += grain) {
      for (const dose of signed ? [size, -size] : [size]) {
        const move: LeverMove = { lever, dose };
        if (reaches(applyMove(question, move, leanLimitOf))) {
          found.push(move);
          break search;
        }
      }
    }
  }
  return found;
}

const GRAIN: Record<Exclude<LeverName, 'hold'>, number> = {
  heelRiseMm: 5,
  rampDeg: 1,
  stanceWidthMm: 10,
  toeOutDeg: 1,
  dorsiflexionDeg: 1,
  leanAllowedDeg: 1,
  shallowerDeg: 1,
};
