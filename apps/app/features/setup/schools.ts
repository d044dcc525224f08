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
  type FoundSetup,
  type KitPiece,
  type MethodProfile,
  type Proposal,
  type SafetyLimit,
  type SetupKind,
  type SetupQuestion,
} from '@zither/core';
import { HOLD_NAMES, sayDepth, saySupport, sayToes } from '../instrument/words.ts';
import { bodyOf, clientCase, knownOf, methodOf, startingSetup } from '../measure/derive.ts';
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

export const KIND_NAMES: Record<SetupKind, string> = {
  best: 'First choice',
  nearHabit: 'Nearest to habit',
  noHeel: 'No heel',
  mostUpright: 'Most upright',
  deepest: 'Deepest',
  uneven: 'Feet a little unlike',
};

/** "44 cm · toes 20° · heels up 20 mm · high bar 40 kg · to crease below knee". */
export function sayFound({
  setup,
  targetDepthDeg,
}: Pick<FoundSetup, 'setup' | 'targetDepthDeg'>): string {
  const { stanceWidthMm, toeOutDeg, support, hold, loadKg } = setup;
  return `${(stanceWidthMm / 10).toFixed(0)} cm · toes ${sayToes(toeOutDeg)} · ${saySupport(support)} · ${HOLD_NAMES[hold].toLowerCase()}${loadKg > 0 ? ` ${loadKg} kg` : ''} · to ${sayDepth(targetDepthDeg)}`;
}

/** Where two schools part for this client, in sentences; empty when they would do the same. */
export function sayDifference(
  [a, b]: readonly [FoundSetup, FoundSetup],
  [nameA, nameB]: readonly [string, string],
): string[] {
  const list: string[] = [];
  const more = (
    what: (s: FoundSetup) => number,
    least: number,
    say: (name: string, by: number) => string,
  ) => {
    const by = what(a) - what(b);
    if (Math.abs(by) >= least) list.push(say(by > 0 ? nameA : nameB, Math.abs(by)));
  };
  more(
    (s) => s.setup.stanceWidthMm,
    20,
    (name, by) => `${name} stands ${Math.round(by / 10)} cm wider.`,
  );
  more(
    (s) => s.setup.toeOutDeg.left,
    5,
    (name, by) => `${name} turns the toes ${Math.round(by)}° further out.`,
  );
  const [underA, underB] = [saySupport(a.setup.support), saySupport(b.setup.support)];
  if (underA !== underB) list.push(`${nameA}: ${underA}; ${nameB}: ${underB}.`);
  if (a.setup.hold !== b.setup.hold)
    list.push(
      `${nameA} holds it ${HOLD_NAMES[a.setup.hold].toLowerCase()}, ${nameB} ${HOLD_NAMES[b.setup.hold].toLowerCase()}.`,
    );
  more(
    (s) => s.targetDepthDeg,
    1,
    (name, by) => `${name} goes ${Math.round(by)}° deeper.`,
  );
  more(
    (s) => s.bottom?.trunkDeg ?? 0,
    3,
    (name, by) => `${name} leans ${Math.round(by)}° more at the bottom.`,
  );
  more(
    (s) => s.bottom?.kneecapPastToeMm ?? 0,
    20,
    (name, by) => `${name} sends the knees ${Math.round(by / 10)} cm further forward.`,
  );
  return list;
}
