import type { Dossier } from '@zither/contract';
import {
  findSetups,
  OTHER_HOLDS,
  reasonsOf,
  sayNeeded,
  smallestChanges,
  turnFurtherBy,
  USUAL_UNCERTAINTY,
  foldLimitOf,
  type KitPiece,
  type MethodProfile,
  type Proposal,
  type SafetyLimit,
  type SetupQuestion,
} from '@zither/core';
import { bodyOf, clientCase, knownOf, methodOf, startingSetup } from './derive.ts';
import { sidesOf } from './sides.ts';
import { countingTrials } from './trying.ts';

/** Heights tried where the kit was not said, mm. */
const ANY_KIT: KitPiece[] = [5, 10, 15, 20, 25, 30, 40].map((riseMm) => ({
  kind: 'block',
  riseMm,
}));

/** What an ankle shows at the wall it does not show to the degree in a squat: standard error of carrying it over (house default). */
const CARRIED_OVER_SEM_DEG = 1.5;

/** Nobody is sent to stand wider than a usual hip opens, degrees (AAOS normal range, from memory). */
const ABDUCTION_MOST_DEG = 45;

/** What the finder is asked for a client; null until both ankles are known. */
export function finderQuestion(
  dossier: Dossier,
  safety: readonly SafetyLimit[],
): SetupQuestion | null {
  const { client, setup } = dossier;
  const known = knownOf(dossier);
  const { left, right } = known.ankle;
  if (!left || !right) return null;
  const start = startingSetup(client, known, methodOf(dossier)).setup;
  const { hold, loadKg } = setup?.setup ?? start;
  const found = clientCase(dossier, safety);
  const sides = found.kind === 'ready' ? sidesOf(dossier, found.question) : null;
  const kit: KitPiece[] = client.kit.map((item): KitPiece => {
    if (item.kind === 'ramp') return { kind: 'ramp', angleDeg: item.angleDeg, pair: item.pair };
    return item.kind === 'box' ? item : { kind: 'block', riseMm: item.riseMm };
  });
  // Boxes are for sitting to: they say nothing of what is there for the heels.
  const heels = kit.some((piece) => piece.kind !== 'box') ? [] : ANY_KIT;
  return {
    body: bodyOf(client),
    dorsiflexionDeg: { left: left.deg, right: right.deg },
    hipFold: known.fold ? foldLimitOf(known.fold) : null,
    habit: { stanceWidthMm: start.stanceWidthMm, toeOutDeg: start.toeOutDeg },
    // What was tried stays to choose from, also once the setup in use is held otherwise.
    holds: [
      ...new Set([
        hold,
        ...(OTHER_HOLDS[hold] ?? []),
        ...countingTrials(dossier).map((t) => t.setup.hold),
      ]),
    ],
    loadKg,
    limits: { hipAbductionDeg: ABDUCTION_MOST_DEG },
    kit: [...kit, ...heels],
    uncertainty: {
      dorsiflexionDeg: Math.hypot(
        Math.hypot(left.sem, right.sem) / Math.SQRT2,
        CARRIED_OVER_SEM_DEG,
      ),
      hipFoldDeg: USUAL_UNCERTAINTY.hipFoldDeg,
    },
    turnFurther: sides && turnFurtherBy(sides),
    safety,
  };
}

/** One school's answer for a client. */
export interface SchoolAnswer {
  proposals: (Proposal & { reasons: string[] })[];
  searched: number;
  /** What would have to change, where the school's depth is not reached in half of the draws. */
  missing: string[] | null;
}

/** From here a school's depth counts as reached. */
const REACHED_FROM = 0.5;

/** What a school would prescribe. Deterministic; told the share done, and a first answer on the way. */
export function askSchool(
  question: SetupQuestion,
  profile: MethodProfile,
  {
    onProgress,
    onFirst,
  }: {
    onProgress?: (share: number) => void;
    onFirst?: (answer: SchoolAnswer) => void;
  } = {},
): SchoolAnswer {
  const withReasons = (list: readonly Proposal[]) =>
    list.map((p) => ({ ...p, reasons: reasonsOf(p, question, profile) }));
  const { proposals, searched } = findSetups(
    question,
    profile,
    onProgress,
    onFirst &&
      ((first) =>
        onFirst({
          searched: first.searched,
          proposals: withReasons(first.proposals),
          missing: null,
        })),
  );
  const asked = question.targetDepthDeg ?? profile.targetDepthDeg;
  const reached = proposals.some(
    (p) => p.targetDepthDeg >= asked - 1e-9 && p.chance >= REACHED_FROM,
  );
  const smallest = reached ? null : smallestChanges(question, profile);
  return {
    searched,
    proposals: withReasons(proposals),
    missing: smallest && smallest.changes.length > 0 ? smallest.changes.map(sayNeeded) : null,
  };
}
