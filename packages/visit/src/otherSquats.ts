import type { Dossier } from '@zither/contract';
import {
  evidenceOf,
  rangeFits,
  saidOfSquat,
  tablesWith,
  type SaidOfSquat,
  type Squat,
  type SquatsInTests,
  type Watched,
} from '@zither/core';
import { finderQuestion } from './finder.ts';
import { faultsOf, lookedForIn } from './lookFaults.ts';
import { looksInSetups, setsOf, type Look } from './looks.ts';
import type { PracticeRules } from './practiceRules.ts';
import { askedIn, squatAsked } from './range.ts';
import { ankleDay, countingTrials, triedFrom } from './trying.ts';
import { watchedSets } from './watchedSets.ts';

/** Looks at one squat of one day, from whatever side. */
function groupsOf(looks: readonly Look[]): Look[][] {
  const groups = new Map<string, Look[]>();
  for (const l of looks) {
    const key = `${l.look.takenOn} ${JSON.stringify(l.look.asks)}`;
    groups.set(key, [...(groups.get(key) ?? []), l]);
  }
  return [...groups.values()];
}

/**
 * Squats that were watched beside the unprompted one and the trials, since the ankles were last read: looks in the setup in use or another, and sets of the
 * load log.
 */
export function otherSquats(dossier: Dossier, rules: PracticeRules): Watched[] {
  const read = ankleDay(dossier);
  if (!read) return [];
  const tables = tablesWith(rules.changes ?? []);
  // After the routine the client has more than who came in.
  const counting = looksInSetups(dossier).filter(
    ({ look }) => look.takenOn >= read && look.asks.state !== 'after',
  );
  const looks = groupsOf(counting).flatMap((group): Watched[] => {
    const squat = squatAsked(dossier, askedIn(group));
    const sets = group.flatMap((l) => setsOf(dossier, l));
    const evidence = evidenceOf({ findings: faultsOf(sets), ...lookedForIn(sets) }, tables);
    return squat ? [{ ...squat, fits: rangeFits(evidence, tables), pieces: sets.length }] : [];
  });
  return [...looks, ...watchedSets(dossier, rules)];
}

/**
 * What readings, trials and other squats say of the ends of range and of use in a squat; null until both ankles are known.
 *
 * @param inTest the squat in the setups of short tests
 */
export function rangeOf(
  dossier: Dossier,
  squat: Squat,
  inTest: SquatsInTests,
  rules: PracticeRules,
): SaidOfSquat | null {
  const question = finderQuestion(dossier, [], rules);
  return (
    question &&
    saidOfSquat(
      { ...question, watched: otherSquats(dossier, rules) },
      countingTrials(dossier).map((t) => triedFrom(dossier, t)),
      squat,
      inTest,
    )
  );
}
