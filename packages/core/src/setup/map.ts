import { resolveBody } from '../body/resolveBody.ts';
import type { Hold, Support } from '../linkage/setup.ts';
import { chanceOf, type Belief } from './belief.ts';
import type { MethodProfile } from './profiles.ts';
import { SEARCH_STEP, type SetupQuestion } from './question.ts';
import { reachOf } from './setupReach.ts';

/** Chance of getting down over stance and foot angle, everything else as it is. */
export interface ChanceMap {
  /** Rising, mm. */
  stancesMm: number[];
  /** Rising, degrees; both feet alike. */
  toesDeg: number[];
  /** Row by row of foot angle, one value a stance; 0 to 1. */
  chance: number[];
  /** The likeliest point within the school's ranges; of equals the one nearest to their middle. null when the school's ranges miss the map. */
  best: { stanceWidthMm: number; toeOutDeg: number; chance: number } | null;
}

/** The map shows more than any one school allows: this much of shoulder width, and these foot angles (house defaults). */
export const MAP_RANGE = {
  perShoulderWidth: { least: 0.5, most: 1.7 },
  toeOutDeg: { least: 0, most: 40 },
} as const;

const steps = (least: number, most: number, step: number): number[] => {
  const first = Math.ceil(least / step - 1e-9);
  const count = Math.floor(most / step + 1e-9) - first + 1;
  return Array.from({ length: Math.max(0, count) }, (_, k) => (first + k) * step);
};

/** The stances and foot angles of the map for a body. */
export function mapAxes(question: Pick<SetupQuestion, 'body'>): {
  stancesMm: number[];
  toesDeg: number[];
} {
  const { shoulderWidthMm } = resolveBody(question.body);
  const { least, most } = MAP_RANGE.perShoulderWidth;
  return {
    stancesMm: steps(least * shoulderWidthMm, most * shoulderWidthMm, SEARCH_STEP.stanceMm),
    toesDeg: steps(MAP_RANGE.toeOutDeg.least, MAP_RANGE.toeOutDeg.most, SEARCH_STEP.toeOutDeg),
  };
}

/** What does not change over the map. */
export interface MapAt {
  support: Support;
  hold: Hold;
  loadKg: number;
  targetDepthDeg: number;
}

/** Chance of getting down at one point of the map, under the belief. */
export function chanceAt(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  at: MapAt,
  stanceWidthMm: number,
  toeOutDeg: number,
): number {
  const setup = {
    stanceWidthMm,
    toeOutDeg: { left: toeOutDeg, right: toeOutDeg },
    support: at.support,
    hold: at.hold,
    loadKg: at.loadKg,
    balance: profile.balance,
    trackingOffsetDeg: 0,
  };
  return chanceOf(belief, reachOf(question, profile, { setup, targetDepthDeg: at.targetDepthDeg }));
}

/** The whole map. About 250 points. */
export function chanceMap(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  at: MapAt,
): ChanceMap {
  const { stancesMm, toesDeg } = mapAxes(question);
  const chance = toesDeg.flatMap((toe) =>
    stancesMm.map((stance) => chanceAt(question, profile, belief, at, stance, toe)),
  );
  const { shoulderWidthMm } = resolveBody(question.body);
  const { stancePerShoulderWidth: width, toeOutDeg: toes } = profile;
  const middle = {
    stance: ((width.least + width.most) / 2) * shoulderWidthMm,
    toe: (toes.least + toes.most) / 2,
  };
  let best: ChanceMap['best'] = null;
  let bestAway = Infinity;
  toesDeg.forEach((toeOutDeg, row) =>
    stancesMm.forEach((stanceWidthMm, column) => {
      const per = stanceWidthMm / shoulderWidthMm;
      if (per < width.least - 1e-9 || per > width.most + 1e-9) return;
      if (toeOutDeg < toes.least - 1e-9 || toeOutDeg > toes.most + 1e-9) return;
      const p = chance[row * stancesMm.length + column] ?? 0;
      const away =
        Math.abs(stanceWidthMm - middle.stance) / SEARCH_STEP.stanceMm +
        Math.abs(toeOutDeg - middle.toe) / SEARCH_STEP.toeOutDeg;
      // A hundredth more is no better: the middle of a plateau is.
      const isBetter =
        best === null || p > best.chance + 0.01 || (p > best.chance - 0.01 && away < bestAway);
      if (!isBetter) return;
      best = { stanceWidthMm, toeOutDeg, chance: p };
      bestAway = away;
    }),
  );
  return { stancesMm, toesDeg, chance, best };
}
