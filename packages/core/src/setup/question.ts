import type { Body, ResolvedBody } from '../body/resolveBody.ts';
import { equivalentRiseMm } from '../linkage/foot.ts';
import type { BothSides, Hold, Setup, Side, Support } from '../linkage/setup.ts';
import { obeying } from '../safety/obey.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import type { HipFoldLimit, Limits } from '../window/limits.ts';
import type { Case } from '../window/solve.ts';
import type { LimitDraw, Uncertainty } from './draws.ts';
import type { MethodProfile } from './profiles.ts';

/** Something to stand on. `pair`: one for each foot, so it can be turned with it; a board under both lies straight. */
export type KitPiece =
  | { kind: 'block'; riseMm: number }
  | { kind: 'ramp'; angleDeg: number; pair: boolean }
  /** Not under the feet: something to sit to. */
  | { kind: 'box'; heightMm: number };

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
  /** Draws of the true limits, as differences from what was measured; absent = evenly spread by {@link SetupQuestion.uncertainty}. */
  draws?: readonly LimitDraw[] | undefined;
  /** The side whose foot may be turned out further than the other's, because a measured difference says so; see `sideDifference`. */
  turnFurther?: { side: Side; mostDeg: number; because: 'ankle' | 'rotation' } | null | undefined;
  safety?: readonly SafetyLimit[] | undefined;
}

/** Steps of the search: stance to the 20 mm, toes to the 5°. */
export const SEARCH_STEP = { stanceMm: 20, toeOutDeg: 5 } as const;
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
    if (piece.kind === 'box') continue;
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

/** How far a setup is from where the client stands unprompted, in standard steps. */
export const habitSteps = (
  { habit }: SetupQuestion,
  stanceWidthMm: number,
  toeOutDeg: number,
): number =>
  Math.abs(stanceWidthMm - habit.stanceWidthMm) / SEARCH_STEP.stanceMm +
  Math.abs(toeOutDeg - (habit.toeOutDeg.left + habit.toeOutDeg.right) / 2) / SEARCH_STEP.toeOutDeg;
