import { resolveBody } from '../body/resolveBody.ts';
import { toDeg } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { Hold, Setup, Support } from '../linkage/setup.ts';
import { limitsForSide } from '../window/limits.ts';
import { USUAL_UNCERTAINTY } from './draws.ts';
import { caseFor, stancesOf, supportsOf, toesOf, type SetupQuestion } from './question.ts';
import type { MethodProfile } from './profiles.ts';
import { foldNeededAt, reachTables } from './reach.ts';

/** One thing that would have to be otherwise. Doses in degrees and mm. */
export type NeededChange =
  /** Both ankles must gain so much. */
  | { what: 'ankle'; byDeg: number }
  /** A lift that is not in the kit. */
  | { what: 'heel'; riseMm: number }
  /** The school's lean limit must give way by so much. */
  | { what: 'lean'; byDeg: number }
  | { what: 'hold'; to: Hold }
  /** The depth asked for must be so much shallower. */
  | { what: 'depth'; byDeg: number };

/** The smallest set of changes with which some setup of the school works. */
export interface SmallestChanges {
  changes: NeededChange[];
  /** In standard steps: 2° of ankle, 5 mm of heel, 5° of lean, 3° of depth; another hold is two. */
  steps: number;
  setup: Setup;
  targetDepthDeg: number;
}

const STEP = { ankleDeg: 2, heelMm: 5, leanDeg: 5, depthDeg: 3, hold: 2 } as const;
const MOST = { ankleDeg: 16, depthDeg: 30 } as const;
/** Lean allowed beyond the school's, degrees. */
const LEANS_DEG = [0, 5, 10, 15] as const;
/** Nobody is sent to squat shallower than this to make a setup work, degrees (house default). */
const SHALLOWEST_DEG = -30;
/** A set of more kinds of change than this is a plan, not a change. */
const KINDS_MOST = 2;

/** Holds that put the load further forward or do without it; tried when the school's own do not work. */
export const OTHER_HOLDS: Readonly<Partial<Record<Hold, readonly Hold[]>>> = {
  lowBar: ['highBar', 'front', 'goblet'],
  highBar: ['front', 'goblet'],
  front: ['goblet'],
  overhead: ['front', 'goblet'],
  bodyweight: ['armsForward', 'counterbalance'],
  armsForward: ['counterbalance'],
};

/**
 * What would have to change so that a setup works: the fewest standard steps, of at most two kinds. The ankle is asked to have its
 * standard error in hand, so that the answer holds more likely than not.
 *
 * @returns null when not even two kinds of change together would do
 */
export function smallestChanges(
  question: SetupQuestion,
  profile: MethodProfile,
): SmallestChanges | null {
  const body = resolveBody(question.body);
  const asked = question.targetDepthDeg ?? profile.targetDepthDeg;
  const { left, right } = question.dorsiflexionDeg;
  const ankle = Math.min(left, right);
  const sem = (question.uncertainty ?? USUAL_UNCERTAINTY).dorsiflexionDeg;
  const own = supportsOf(question.kit, profile, body);
  const lifts: (Support & { kind: 'block' })[] = [];
  for (let riseMm = STEP.heelMm; riseMm <= profile.heelMostMm; riseMm += STEP.heelMm)
    lifts.push({ kind: 'block', riseMm });
  const supports = [
    ...own.map((support) => ({ support, change: null })),
    ...lifts.map((support) => ({
      support,
      change: { what: 'heel', riseMm: support.riseMm } as NeededChange,
    })),
  ];
  const holds = [
    ...question.holds.map((hold) => ({ hold, change: null })),
    ...[...new Set(question.holds.flatMap((h) => OTHER_HOLDS[h] ?? []))]
      .filter((hold) => !question.holds.includes(hold))
      .map((hold) => ({ hold, change: { what: 'hold', to: hold } as NeededChange })),
  ];
  const depths: number[] = [];
  for (let by: number = MOST.depthDeg; by >= 0; by -= STEP.depthDeg)
    if (by === 0 || asked - by >= SHALLOWEST_DEG) depths.push(asked - by);
  // Held in an object: it is set from inside the loops' callbacks.
  const held: { best: SmallestChanges | null } = { best: null };
  const combinations = holds
    .flatMap(({ hold, change: holdChange }) =>
      supports.flatMap(({ support, change: heelChange }) =>
        LEANS_DEG.map((lean) => ({
          hold,
          support,
          lean,
          fixed: [
            ...(holdChange ? [holdChange] : []),
            ...(heelChange ? [heelChange] : []),
            ...(lean > 0 ? [{ what: 'lean', byDeg: lean } as const] : []),
          ] as NeededChange[],
          steps:
            (holdChange ? STEP.hold : 0) +
            (heelChange?.what === 'heel' ? heelChange.riseMm / STEP.heelMm : 0) +
            lean / STEP.leanDeg,
        })),
      ),
    )
    .filter((c) => c.fixed.length <= KINDS_MOST)
    // The cheapest first: what costs more than the best so far need not be worked out.
    .sort((x, y) => x.steps - y.steps);
  for (const { hold, support, lean, fixed, steps } of combinations) {
    if (held.best && steps >= held.best.steps) break;
    for (const stanceWidthMm of stancesOf(profile, body))
      for (const toeOutDeg of toesOf(profile)) {
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
        const count = limits.hipFold ? 7 : 0;
        const low = ankle + pitch;
        const shanks = Float64Array.from(
          { length: count },
          (_, k) => low + (MOST.ankleDeg * k) / (count - 1),
        );
        const able = depths.filter((d) => d <= base.target.thighDepthDeg + 1e-9);
        const tables = reachTables(
          link,
          { ...limits, trunkLeanDeg: limits.trunkLeanDeg + lean },
          able,
          shanks,
        );
        tables.forEach((reach, i) => {
          const target = able[i] ?? asked;
          const by = ankleMissing(reach, ankle - sem, pitch, base.limits.hipFold ?? null);
          if (by === null) return;
          const shorter = asked - target;
          const changes: NeededChange[] = [
            ...fixed,
            ...(by > 0 ? [{ what: 'ankle', byDeg: by } as const] : []),
            ...(shorter > 0 ? [{ what: 'depth', byDeg: shorter } as const] : []),
          ];
          const sum = steps + by / STEP.ankleDeg + shorter / STEP.depthDeg;
          if (changes.length > KINDS_MOST || (held.best && sum >= held.best.steps)) return;
          held.best = { changes, steps: sum, setup: base.setup, targetDepthDeg: target };
        });
      }
  }
  return held.best;
}

/** Whole degrees an ankle lacks, null when no ankle in reach would do. */
function ankleMissing(
  reach: ReturnType<typeof reachTables>[number],
  ankleDeg: number,
  pitchDeg: number,
  fold: { atZeroAbductionDeg: number } | null,
): number | null {
  if (reach.neededDeg === null) return null;
  const first = Math.max(0, Math.ceil(reach.neededDeg - pitchDeg - ankleDeg - 1e-9));
  for (let by = first; by <= MOST.ankleDeg; by += 1)
    if (!fold || foldNeededAt(reach, ankleDeg + by + pitchDeg) <= fold.atZeroAbductionDeg + 1e-9)
      return by;
  return null;
}
