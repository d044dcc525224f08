import { neverCertain } from '../chance/certain.ts';
import { normalShare } from '../chance/normal.ts';
import type { ResolvedBody } from '../body/resolveBody.ts';
import { equivalentRiseMm } from '../linkage/foot.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { Support } from '../linkage/setup.ts';
import type { Case } from '../window/solve.ts';
import { limitsForSide } from '../window/limits.ts';
import { reachesWith, reachTables } from './reach.ts';

/** One step down of a heel: the dorsiflexion both ankles must show first. */
export interface WeaningStep {
  support: Support;
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
 * @param supports heels there are to step through, blocks or wedges; the floor is always the last
 * @param bufferDeg ankle range to have in hand before stepping down
 */
export function weaningSteps(
  body: ResolvedBody,
  question: Case,
  supports: readonly Support[],
  bufferDeg: number,
  trend: AnkleTrend,
): WeaningStep[] {
  const liftOf = (support: Support) => equivalentRiseMm(body, support);
  const now = liftOf(question.setup.support);
  const lower = [...supports.filter((s) => s.kind !== 'floor'), { kind: 'floor' } as const]
    .map((support) => ({ support, lift: liftOf(support) }))
    .filter(({ lift }) => lift < now - 1e-9)
    .sort((a, b) => b.lift - a.lift)
    .filter(({ lift }, i, list) => i === 0 || lift < list[i - 1]!.lift - 1e-9);
  return lower.flatMap(({ support }): WeaningStep[] => {
    const needed = dorsiflexionNeeded(body, question, support);
    if (needed === null) return [];
    const from = needed + bufferDeg;
    return [
      {
        support,
        fromDorsiflexionDeg: from,
        isReached: trend.deg >= from,
        chance: neverCertain(normalShare((trend.deg - from) / Math.max(trend.sem, 1e-6))),
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
function dorsiflexionNeeded(body: ResolvedBody, question: Case, support: Support): number | null {
  const setup = { ...question.setup, support };
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
