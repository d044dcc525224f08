import type { Dossier, TriedValues } from '@zither/contract';
import {
  barOf,
  belongsTo,
  CUE_KINDS,
  cueInWords,
  FIRST_HELP,
  firstCues,
  type Barring,
  type Cue,
  type FirstServed,
  type MethodProfile,
  type ServedFault,
} from '@zither/core';
import type { Opinion } from './opinion.ts';

/** What a cue did to one finding. */
export type CueResult = TriedValues['results'][number];

/** A cue that may be tried: one of the house's, or words of the method. */
export interface CueToTry {
  id: Cue['id'] | null;
  words: string;
  precaution: string;
}

/** A cause this likely is worth a cue (house default). */
const WORTH_FROM = 0.1;
/** So many are offered; the coach's own words can always be typed. */
const OFFERED = 7;

/** Cues worth three reps: the first of each fault seen, then those aimed at causes that are not unlikely; part of the method, and not barred; then the method's own words. */
export function cuesToTry(
  opinion: Pick<Opinion, 'diagnosis'>,
  method: MethodProfile,
  barring: Barring,
  cues: readonly Cue[],
): CueToTry[] {
  const open = cues.filter((cue) => belongsTo(cue, method) && barOf(cue, barring) === null);
  const fit = opinion.diagnosis.causes
    .filter((c) => c.probability >= WORTH_FROM)
    .flatMap(({ cause, probability }) =>
      oneOfEachKindFirst(
        open
          .filter((cue) => cue.causes.includes(cause))
          .sort((a, b) => a.causes.indexOf(cause) - b.causes.indexOf(cause)),
        // A second cue for a likely cause comes before the first for one less than half as likely, and so on.
      ).map((cue, k) => ({ cue, worth: probability / (k + 1) })),
    )
    .sort((a, b) => b.worth - a.worth)
    .map(({ cue }) => cue);
  // The first cue of every fault seen, clear ones first; then the others by what lies behind.
  const first = opinion.diagnosis.faults.flatMap((fault) =>
    firstCues(fault)
      .flatMap((id) => open.filter((cue) => cue.id === id))
      .slice(0, 1),
  );
  const house = [...new Set([...first, ...fit])].map(({ id, words, precaution }) => ({
    id,
    words,
    precaution,
  }));
  const own = method.cueWords
    .filter((words) => barOf(cueInWords(words, []), barring) === null)
    .map((words) => ({ id: null, words, precaution: '' }));
  return [...house.slice(0, OFFERED - Math.min(2, own.length)), ...own.slice(0, 2)];
}

/** The same cues, the first of each kind before all others: who does not get one kind of words may get another. */
function oneOfEachKindFirst(cues: readonly Cue[]): Cue[] {
  const first = CUE_KINDS.flatMap((kind) => cues.find((cue) => cue.kind === kind) ?? []);
  first.sort((a, b) => cues.indexOf(a) - cues.indexOf(b));
  return [...first, ...cues.filter((cue) => !first.includes(cue))];
}

/** How a cue did on the whole: it cleared only where it cleared something and made nothing worse. */
export function overallOf(results: readonly CueResult[]): CueResult['outcome'] {
  const has = (outcome: CueResult['outcome']) => results.some((r) => r.outcome === outcome);
  if (has('worse')) return has('clears') || has('helps') ? 'same' : 'worse';
  if (has('clears')) return 'clears';
  return has('helps') ? 'helps' : 'same';
}

/** Cues that cleared something on the newest day on which one was tried, the newest first, with what they cleared; what made anything worse is none. */
export function cuesThatCleared({
  tried,
}: Pick<Dossier, 'tried'>): (NonNullable<TriedValues['cue']> & { findings: FirstServed[] })[] {
  const trials = tried
    .filter((t) => t.cue !== null && !t.undone)
    .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
  const day = trials[0]?.takenOn;
  return trials.flatMap((t) => {
    if (t.takenOn !== day || t.outcome !== 'clears' || !t.cue) return [];
    const findings = t.results.flatMap(({ fault, side, outcome }): FirstServed[] =>
      outcome === 'clears' && isServed(fault)
        ? [{ fault, side, phase: null, severity: 'clear', test: null }]
        : [],
    );
    return [{ ...t.cue, findings }];
  });
}

const isServed = (fault: string): fault is ServedFault => fault in FIRST_HELP;
