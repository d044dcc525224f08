import type { Dossier } from '@zither/contract';
import {
  findSetups,
  OTHER_HOLDS,
  profileOf,
  reasonsOf,
  sayNeeded,
  smallestChanges,
  USUAL_UNCERTAINTY,
  foldLimitOf,
  type FoundSetup,
  type KitPiece,
  type Proposal,
  type SafetyLimit,
  type SetupKind,
  type SetupQuestion,
} from '@zither/core';
import { HOLD_NAMES, sayDepth, saySupport } from '../instrument/words.ts';
import { bodyOf, knownOf, startingSetup } from '../measure/derive.ts';

/** Heights tried where the kit was not said, mm. */
const ANY_KIT: KitPiece[] = [5, 10, 15, 20, 25, 30, 40].map((riseMm) => ({
  kind: 'block',
  riseMm,
}));

/** What the finder is asked for a client; null until both ankles are known. */
export function finderQuestion(
  dossier: Dossier,
  safety: readonly SafetyLimit[],
): SetupQuestion | null {
  const { client, setup } = dossier;
  const known = knownOf(dossier);
  const { left, right } = known.ankle;
  if (!left || !right) return null;
  const start = startingSetup(client, known).setup;
  const { hold, loadKg } = setup?.setup ?? start;
  const kit: KitPiece[] = client.kit.map((item) =>
    item.kind === 'ramp'
      ? { kind: 'ramp', angleDeg: item.angleDeg, pair: true }
      : { kind: 'block', riseMm: item.riseMm },
  );
  return {
    body: bodyOf(client),
    dorsiflexionDeg: { left: left.deg, right: right.deg },
    hipFold: known.fold ? foldLimitOf(known.fold) : null,
    habit: { stanceWidthMm: start.stanceWidthMm, toeOutDeg: start.toeOutDeg },
    holds: [hold, ...(OTHER_HOLDS[hold] ?? [])],
    loadKg,
    kit: kit.length > 0 ? kit : ANY_KIT,
    uncertainty: {
      dorsiflexionDeg: Math.hypot(left.sem, right.sem) / Math.SQRT2,
      hipFoldDeg: USUAL_UNCERTAINTY.hipFoldDeg,
    },
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

/** What a school would prescribe. Deterministic; told the share done. */
export function askSchool(
  question: SetupQuestion,
  profileId: string,
  onProgress?: (share: number) => void,
): SchoolAnswer {
  const profile = profileOf(profileId);
  if (!profile) throw new Error(`there is no school “${profileId}”`);
  const { proposals, searched } = findSetups(question, profile, onProgress);
  const asked = question.targetDepthDeg ?? profile.targetDepthDeg;
  const reached = proposals.some(
    (p) => p.targetDepthDeg >= asked - 1e-9 && p.chance >= REACHED_FROM,
  );
  const smallest = reached ? null : smallestChanges(question, profile);
  return {
    searched,
    proposals: proposals.map((p) => ({ ...p, reasons: reasonsOf(p, question, profile) })),
    missing: smallest && smallest.changes.length > 0 ? smallest.changes.map(sayNeeded) : null,
  };
}

export const KIND_NAMES: Record<SetupKind, string> = {
  best: 'First choice',
  nearHabit: 'Nearest to habit',
  noHeel: 'No heel',
  mostUpright: 'Most upright',
  deepest: 'Deepest',
};

/** "44 cm · toes 20° · heels up 20 mm · high bar 40 kg · to crease below knee". */
export function sayFound({
  setup,
  targetDepthDeg,
}: Pick<FoundSetup, 'setup' | 'targetDepthDeg'>): string {
  const { stanceWidthMm, toeOutDeg, support, hold, loadKg } = setup;
  return `${(stanceWidthMm / 10).toFixed(0)} cm · toes ${Math.round(toeOutDeg.left)}° · ${saySupport(support)} · ${HOLD_NAMES[hold].toLowerCase()}${loadKg > 0 ? ` ${loadKg} kg` : ''} · to ${sayDepth(targetDepthDeg)}`;
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
