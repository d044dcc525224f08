import { resolveBody } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { Side } from '../linkage/setup.ts';
import { deepestThighDepthDeg } from '../window/deepest.ts';
import { limitsForSide, type Limits } from '../window/limits.ts';
import type { Case } from '../window/solve.ts';
import { windowAt } from '../window/window.ts';
import { GUESSES, type Belief, type SetupReach } from './belief.ts';

/** Where the true value lies in 95 of 100. */
export interface Interval {
  low: number;
  high: number;
}

/** Guesses of each half that are solved: whole windows cost more than a table, and two quantiles need no more. */
const SOLVED = 64;

const NO_CAPS = {
  roundedDeg: 0,
  foldCapDeg: Infinity,
  ankleCapDeg: { left: Infinity, right: Infinity },
} as const;

/** The 95 % interval of weighed values by their quantiles; null where an end is no number at all. */
function intervalOf(values: readonly { value: number; weight: number }[]): Interval | null {
  const sorted = [...values].sort((a, b) => a.value - b.value);
  const all = sorted.reduce((sum, v) => sum + v.weight, 0);
  const quantile = (share: number) => {
    let sum = 0;
    for (const { value, weight } of sorted) {
      sum += weight;
      if (sum >= share * all - 1e-12) return value;
    }
    return sorted.at(-1)?.value ?? NaN;
  };
  const [low, high] = [quantile(0.025), quantile(0.975)];
  return Number.isFinite(low) && Number.isFinite(high) ? { low, high } : null;
}

/**
 * How far room and deepest depth of one side may be off: the same setup solved anew for guesses of the belief at ankle, fold, lengths and
 * balance point. Degrees.
 *
 * @param caps fold beyond the onset of rounding that the method tolerates, and what the screen allows at most, whatever the client has
 * @returns null where more than one guess in forty does not get under way at all
 */
export function intervalsOf(
  { body: as, limits, setup, target }: Case,
  belief: Belief,
  side: Side,
  caps: Pick<SetupReach, 'roundedDeg' | 'foldCapDeg' | 'ankleCapDeg'> = NO_CAPS,
): { roomDeg: Interval | null; depthDeg: Interval | null } {
  const body = resolveBody(as);
  const depth = toRad(target.thighDepthDeg);
  const half = belief.weight.length / 2;
  const solved = Array.from({ length: Math.min(2 * SOLVED, GUESSES) }, (_, k) => {
    const i = k < SOLVED ? k : half + k - SOLVED;
    const { lengthsMm } = body;
    const link = buildLinkage(
      {
        ...body,
        lengthsMm: {
          ...lengthsMm,
          thigh: lengthsMm.thigh * (1 + belief.thigh[i]!),
          trunk: lengthsMm.trunk * (1 + belief.trunk[i]!),
          shank: lengthsMm.shank * (1 + belief.shank[i]!),
        },
      },
      { ...setup, balance: setup.balance + belief.balance[i]! },
      side,
    );
    const own: Limits = {
      ...limits,
      dorsiflexionDeg: {
        left: Math.min(belief.left[i]!, caps.ankleCapDeg.left),
        right: Math.min(belief.right[i]!, caps.ankleCapDeg.right),
      },
      hipFold:
        limits.hipFold && belief.isFoldRead
          ? {
              ...limits.hipFold,
              atZeroAbductionDeg: Math.min(belief.fold[i]! + caps.roundedDeg, caps.foldCapDeg),
            }
          : limits.hipFold,
    };
    const at = limitsForSide(own, side);
    const window = windowAt(link, at, depth);
    return {
      weight: belief.weight[i]!,
      room: window.kind === 'stanceTooWide' ? -Infinity : window.widthDeg,
      depth: deepestThighDepthDeg(link, at) ?? -Infinity,
    };
  });
  return {
    roomDeg: intervalOf(solved.map(({ room, weight }) => ({ value: room, weight }))),
    depthDeg: intervalOf(solved.map(({ depth: value, weight }) => ({ value, weight }))),
  };
}
