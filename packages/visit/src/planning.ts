import type { Condition, Dossier, PrescriptionValues, LookAsks } from '@zither/contract';
import {
  placedOf,
  AIMS_MOST,
  aimsOf,
  barOf,
  footPositions,
  limitOn,
  lowerSide,
  newestReading,
  PLAN_FROM,
  prescribe,
  RUNG_TABLE,
  type Aim,
  type BothSides,
  type CameraView,
  type CauseId,
  type FirstServed,
  type FaultId,
  type FootPosition,
  type LadderAnswer,
  type NextTest,
  type Prescription,
  type PrescriptionInput,
  type SafetyLimit,
  type SetupChoice,
  type Side,
  type Support,
} from '@zither/core';
import { knownOf, missingOf, startingSetup, type NeededMeasure } from './derive.ts';
import { methodOf } from './method.ts';
import { beforeLoad, type BeforeLoad } from './beforeLoad.ts';
import { underLimits, type SetupUse } from './inUse.ts';
import type { Opinion } from './opinion.ts';
import { ladderOf } from './ladder.ts';
import { cuesThatCleared } from './cueTrial.ts';
import { baselinesOf, isTelling } from './looks.ts';
import { barringOf } from './barring.ts';
import { namedIn } from './named.ts';
import { basisOf } from './signs.ts';
import { cuesOf } from './cues.ts';
import { drillsFor, drillsOf } from './drills.ts';
import { hurtAtHome } from './home.ts';
import { routineWishes } from './training.ts';
import { weekOf, type WeekAnswer } from './week.ts';
import { workingOf, type Working } from './working.ts';
import { ankleDay } from './trying.ts';
import { gymDayOf } from './gymDay.ts';

/** What the client takes home, before it is put into words. */
export interface PlanAnswer extends Prescription {
  /** What it was made from: to be asked what a swap would cost. */
  asked: PrescriptionInput;
  use: SetupUse;
  /** The search proposes a setup that is likely enough, where the one in use is not. */
  isLikelierProposed: boolean;
  /** Where the client stands unprompted: what the plan changes. */
  habit: { stanceWidthMm: number; toeOutDeg: BothSides<number>; support: Support };
  /** Depth the method asks for. */
  askedDepthDeg: number;
  measuredOn: string;
  /** What it works on, and who says so. */
  working: Working;
  referred: readonly CauseId[];
  /** Likely causes that are for a clinician: nothing is drilled for them. */
  forClinician: { cause: CauseId; side: Side | null }[];
  /** The short test that would tell most; null when none would change anything. */
  nextTest: Pick<NextTest, 'test' | 'side'> | null;
  /** The newest look that showed something, to be taken again after the routine; null when nobody looked yet. */
  look: { view: CameraView; condition: Condition; asks: LookAsks; faults: Named[] } | null;
  /** What has to be ready before the load; null without one. */
  beforeLoad: BeforeLoad | null;
  /** The variation to train. */
  ladder: LadderAnswer;
  /** Purpose of each day, and the day of the recheck. */
  week: WeekAnswer;
  /** Goals of the plan, named beforehand. */
  aims: Aim[];
  /** Where the feet stand in the drill that goes from habit to the setup in use. */
  feet: FootPosition[];
}

/** A fault named in a look. */
type Named = { fault: FaultId; side: Side | null };

/** The plan for the setup in use, by the causes to work on, under the screen's limits. */
export function planFor(
  dossier: Dossier,
  use: SetupUse,
  opinion: Pick<Opinion, 'diagnosis' | 'tests'>,
  limits: readonly SafetyLimit[],
  choice: SetupChoice | null,
  on: string,
): PlanAnswer {
  const barring = barringOf(dossier, use.method, limits, opinion, use.setup);
  const { referred } = barring;
  const working = workingOf(dossier, opinion);
  const { causes, fills, findings } = working;
  const known = knownOf(dossier);
  const { left, right } = known.toeOutDeg;
  const next = opinion.tests.find((t) => t.isWorth)?.next ?? null;
  const asked: PrescriptionInput = {
    ...barring,
    causes,
    fills,
    findings,
    stifferSide: lowerSide({
      left: known.ankle.left?.deg ?? 0,
      right: known.ankle.right?.deg ?? 0,
    }),
    method: use.method,
    wishes: routineWishes(dossier),
    drills: drillsFor(dossier),
    cues: cuesOf(dossier.schools),
    hurt: hurtAtHome(dossier).map((h) => h.drill),
    counted: dossier.schools.counts?.drills ?? [],
    cleared: cuesThatCleared(dossier),
  };
  const prescribed = prescribe(asked);
  const ladder = ladderOf(dossier, use, use.method, limits);
  return {
    ...prescribed,
    asked,
    week: weekOf(dossier, on, {
      causes: [...causes, ...fills].map((c) => c.cause),
      drills: prescribed.drills.length,
      asked,
    }),
    use,
    isLikelierProposed: !use.isLikely && choice?.kind === 'tryFirst',
    habit: {
      stanceWidthMm: known.stanceWidthMm ?? use.setup.stanceWidthMm,
      toeOutDeg: left !== null && right !== null ? { left, right } : use.setup.toeOutDeg,
      support: known.support ?? { kind: 'floor' },
    },
    askedDepthDeg: methodOf(dossier).targetDepthDeg,
    measuredOn: ankleDay(dossier) ?? gymDayOf(dossier.schools, dossier.client.updatedAt),
    working,
    referred,
    forClinician: opinion.diagnosis.causes
      .filter((c) => c.refer && c.probability >= PLAN_FROM.refer)
      .map(({ cause, side }) => ({ cause, side })),
    nextTest: next && { test: next.test, side: next.side },
    look: lookAgain(dossier),
    aims: withServed(aimsFor(dossier, on, limits, [...causes, ...fills]), findings),
    beforeLoad: ((at) => at && beforeLoad(at.question, ladder, limits))(
      underLimits(dossier, use, use.method, limits),
    ),
    ladder,
    feet: footPositions(startingSetup(dossier.client, known, use.method).setup, use.setup),
  };
}

/** Goals with the faults that are served by themselves: they are to go, whatever lies behind them. */
const withServed = (aims: readonly Aim[], findings: readonly FirstServed[]): Aim[] => {
  const more = findings
    .filter(
      ({ fault, side }) =>
        !aims.some((a) => a.kind === 'finding' && a.fault === fault && a.side === side),
    )
    .map(({ fault, side }): Aim => ({ kind: 'finding', fault, side }));
  return [...aims, ...more].slice(0, AIMS_MOST);
};

/** Goals that judge a plan for these causes, from the findings and readings of a day. */
export const aimsFor = (
  dossier: Dossier,
  on: string,
  limits: readonly SafetyLimit[],
  causes: readonly { cause: CauseId; side: Side | null }[],
): Aim[] =>
  aimsOf(
    causes,
    basisOf(dossier, on, limits, []).seen.filter((line) => line.leftAlone === null),
    (measure, side) => newestReading(dossier.trials, measure, side) !== null,
  );

/** The newest look that named a fault, of those the one that named most; else the newest. */
function lookAgain(dossier: Dossier): PlanAnswer['look'] {
  const all = baselinesOf(dossier, null).filter((l) => !isTelling(l));
  const ofDay = all.filter((l) => l.look.takenOn === all[0]?.look.takenOn);
  const [most] = ofDay
    .map((look) => ({ look, faults: namedIn(look) }))
    .sort((a, b) => b.faults.length - a.faults.length);
  if (!most) return null;
  const { view, condition, asks } = most.look.look;
  return {
    view,
    condition,
    asks,
    faults: most.faults.slice(0, 2).map(({ fault, side }) => ({ fault: fault as FaultId, side })),
  };
}

/** Measures a plan needs that are not taken yet. */
export const missingForPlan = (dossier: Dossier): NeededMeasure[] =>
  missingOf(dossier).filter((what) => what !== 'kneeTravel' && what !== 'heelElevation');

/** Whether a plan given earlier keeps the limits of now: its depth and load, its variation, and every cue and drill in it. */
export function keepsLimits(
  dossier: Dossier,
  plan: PrescriptionValues,
  limits: readonly SafetyLimit[],
): boolean {
  const at = placedOf(plan);
  const barring = barringOf(dossier, methodOf(dossier), limits, null, plan.setup);
  const given = new Set([...plan.cues, ...plan.drills].map((entry) => entry.id));
  return (
    underLimits(dossier, at, methodOf(dossier), limits)?.isBroken !== true &&
    (!plan.rung || limitOn(RUNG_TABLE[plan.rung].asks, limits) === null) &&
    ![...cuesOf(dossier.schools), ...drillsOf(dossier.schools)].some(
      (entry) => given.has(entry.id) && barOf(entry, barring) !== null,
    )
  );
}
