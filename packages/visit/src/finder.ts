import type { Dossier } from '@zither/contract';
import {
  foldLimitOf,
  OTHER_HOLDS,
  tablesWith,
  turnFurtherBy,
  uncertaintyOf,
  type KitPiece,
  type SafetyLimit,
  type SetupQuestion,
} from '@zither/core';
import { bodyOf } from './body.ts';
import { carriedUnder } from './carried.ts';
import { footLostOf } from './footLost.ts';
import { heelsRoseIn } from './heelsRose.ts';
import { clientCase, isHeelSaid, kitHere, knownOf, startingSetup } from './derive.ts';
import { methodOf } from './method.ts';
import { sidesOf } from './sides.ts';
import { countingTrials } from './trying.ts';
import type { PracticeRules } from './practiceRules.ts';

/** Heights tried where the kit was not said, mm. */
export const ANY_RISES = [5, 10, 15, 20, 25, 30, 40] as const;

/** Kit for this client's heels and seat; where no heel was named, any usual height. */
export function kitOf(dossier: Pick<Dossier, 'client' | 'schools'>): KitPiece[] {
  const kit = kitHere(dossier).map((item): KitPiece => {
    if (item.kind === 'ramp') return { kind: 'ramp', angleDeg: item.angleDeg, pair: item.pair };
    return item.kind === 'box' ? item : { kind: 'block', riseMm: item.riseMm };
  });
  const heels = isHeelSaid(dossier)
    ? []
    : ANY_RISES.map((riseMm): KitPiece => ({ kind: 'block', riseMm }));
  return [...kit, ...heels];
}

/** The search's question for a client; null until both ankles are known. The only place that asks it. */
export function finderQuestion(
  dossier: Dossier,
  safety: readonly SafetyLimit[],
  rules: PracticeRules,
): SetupQuestion | null {
  const { client, setup } = dossier;
  const known = knownOf(dossier);
  const { left, right } = known.ankle;
  if (!left || !right) return null;
  const start = startingSetup(client, known, methodOf(dossier)).setup;
  const asked = setup?.setup ?? start;
  // What was tried stays to choose from, also once the setup in use has another load position.
  const { holds, loadKg } = carriedUnder(
    safety,
    [
      ...new Set([
        asked.hold,
        ...(OTHER_HOLDS[asked.hold] ?? []),
        ...countingTrials(dossier).map((t) => t.setup.hold),
      ]),
    ],
    asked.loadKg,
  );
  const found = clientCase(dossier, safety);
  const sides = found.kind === 'ready' ? sidesOf(dossier, found.question) : null;
  const body = bodyOf(client);
  return {
    body,
    dorsiflexionDeg: { left: left.deg, right: right.deg },
    hipFold: known.fold ? foldLimitOf(known.fold) : null,
    habit: { stanceWidthMm: start.stanceWidthMm, toeOutDeg: start.toeOutDeg },
    holds,
    loadKg,
    kit: kitOf(dossier),
    uncertainty: uncertaintyOf(
      body,
      {
        ankleSemDeg: { left: left.sem, right: right.sem },
        foldSemDeg: known.fold?.sem,
      },
      rules.spreads,
    ),
    rules: { spreads: rules.spreads, chance: rules.chance },
    tables: tablesWith(rules.changes ?? []),
    turnFurther: sides && turnFurtherBy(sides),
    heelsRoseIn: heelsRoseIn(dossier),
    footLost: footLostOf(dossier).map(({ stanceWidthMm, toeOutDeg, depthDeg }) => ({
      stanceWidthMm,
      toeOutDeg,
      depthDeg,
    })),
    safety,
  };
}
