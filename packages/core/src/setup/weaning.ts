import { normalShare } from '../chance/normal.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { Case } from '../window/solve.ts';
import { limitsForSide } from '../window/limits.ts';
import { reachesWith, reachTables } from './reach.ts';

/** One step down of a heel: the dorsiflexion both ankles must show first. */
export interface WeaningStep {
  riseMm: number;
  /** Measured dorsiflexion from which the client may stand this low, the stiffer side, degrees. */
  fromDorsiflexionDeg: number;
  /** Reached already, now. */
  isReached: boolean;
  /** Chance that it is truly reached, by the error of the reading. */
  chance: number;
}

/** Trend of the stiffer ankle: degrees now, its standard error, and degrees a week with the error of that; null = one visit only. */
export interface AnkleTrend {
  deg: number;
  sem: number;
  perWeekDeg: { mean: number; sem: number } | null;
}

/** Dorsiflexion is looked for within these, degrees. */
const SEARCH = { low: -10, high: 60 } as const;

/**
 * The steps by which a heel comes down. Each is tied to a measured threshold plus the profile's buffer, never to a date: the dorsiflexion
 * from which the same setup on the lower heel still reaches its depth.
 *
 * @param question the setup in use, on its heel
 * @param risesMm heels there are to step through, mm; 0 is always the last
 * @param bufferDeg ankle range to have in hand before stepping down
 */
export function weaningSteps(
  body: ResolvedBody,
  question: Case,
  risesMm: readonly number[],
  bufferDeg: number,
  trend: AnkleTrend,
): WeaningStep[] {
  const now = question.setup.support.kind === 'block' ? question.setup.support.riseMm : 0;
  const rises = [...new Set([...risesMm, 0])].filter((mm) => mm < now).sort((a, b) => b - a);
  return rises.flatMap((riseMm): WeaningStep[] => {
    const needed = dorsiflexionNeeded(body, question, riseMm);
    if (needed === null) return [];
    const from = needed + bufferDeg;
    return [
      {
        riseMm,
        fromDorsiflexionDeg: from,
        isReached: trend.deg >= from,
        chance: normalShare((trend.deg - from) / Math.max(trend.sem, 1e-6)),
      },
    ];
  });
}

/** Weeks until a step would be reached were the trend to go on, with the span of its error; null when it does not rise. */
export function weeksTo(
  step: WeaningStep,
  { deg, perWeekDeg }: AnkleTrend,
): { least: number; most: number | null } | null {
  const missing = step.fromDorsiflexionDeg - deg;
  if (missing <= 0) return { least: 0, most: 0 };
  if (!perWeekDeg) return null;
  const quick = perWeekDeg.mean + perWeekDeg.sem;
  const slow = perWeekDeg.mean - perWeekDeg.sem;
  if (quick <= 0) return null;
  return { least: missing / quick, most: slow > 0 ? missing / slow : null };
}

/** Least dorsiflexion of the stiffer side with which the setup on this heel reaches its depth, degrees; null when none does. */
function dorsiflexionNeeded(body: ResolvedBody, question: Case, riseMm: number): number | null {
  const setup = {
    ...question.setup,
    support: riseMm > 0 ? ({ kind: 'block', riseMm } as const) : ({ kind: 'floor' } as const),
  };
  const link = buildLinkage(body, setup, 'left');
  const limits = limitsForSide(question.limits, 'left');
  const shanks = Float64Array.from({ length: 71 }, (_, k) => k - 5);
  const [reach] = reachTables(link, limits, [question.target.thighDepthDeg], shanks);
  if (!reach) return null;
  const fold = question.limits.hipFold?.atZeroAbductionDeg ?? Infinity;
  const holds = (deg: number) => reachesWith(reach, deg, fold);
  if (!holds(SEARCH.high)) return null;
  let low: number = SEARCH.low;
  let high: number = SEARCH.high;
  if (holds(low)) return low;
  // More ankle never shuts what less of it opened, so halving finds the edge.
  while (high - low > 0.01) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return high;
}
