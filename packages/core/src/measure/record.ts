import { SIDES, type Side } from '../linkage/setup.ts';
import { MEASURES, type MeasureId } from './measures.ts';
import {
  changeBetween,
  singleReadingError,
  summariseTrials,
  type Change,
  type TrialSummary,
} from './trials.ts';

/** One reading as it was taken. A struck trial stays in the record and does not count. */
export interface Trial {
  /** Calendar day, yyyy-mm-dd. */
  takenOn: string;
  /** Moment, ISO 8601 UTC; orders the trials of a day. */
  takenAt: string;
  measure: MeasureId;
  /** null for what has no side. */
  side: Side | null;
  /** In the measure's unit. */
  value: number;
  /** Distance between the knee centres at which a hip fold was read, mm; else null. */
  kneeGapMm: number | null;
  /** A pinch ended the range here. */
  pinch: boolean;
  /** Cold, warm, or after the routine; null or absent = not recorded. */
  state?: 'cold' | 'warm' | 'after' | null | undefined;
  struck: object | null;
  /** Who read it; absent or empty = not said. */
  saidBy?: string | undefined;
}

/** Share of the given error below which a client's own repeats never bring it (house default). */
const OWN_REPEATS_LEAST = 0.5;

/** Trials that count, of one measure and side, oldest first; of one day when given. */
export function keptTrials<T extends Trial>(
  trials: readonly T[],
  measure: MeasureId,
  side: Side | null,
  day?: string,
): T[] {
  const own = trials.filter(
    (t) =>
      t.measure === measure &&
      t.side === side &&
      t.struck === null &&
      (day === undefined || t.takenOn === day),
  );
  // Like with like: what was read again after the routine shows the routine, not the client; alone on its day it counts all the same.
  const before = new Set(own.filter((t) => t.state !== 'after').map((t) => t.takenOn));
  return own
    .filter((t) => t.state !== 'after' || !before.has(t.takenOn))
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt));
}

/** Trials that are like one another: taken after the routine, or not. */
export const alikeTrials = <T extends Trial>(trials: readonly T[], isAfter: boolean): T[] =>
  trials.filter((t) => (t.state === 'after') === isAfter);

/** Whether all that counts of a measure on a day was taken after the routine. */
export const isAfterOnly = (
  trials: readonly Trial[],
  measure: MeasureId,
  side: Side | null,
  day: string,
): boolean => keptTrials(trials, measure, side, day).every((t) => t.state === 'after');

/** Days on which anything that counts was measured, newest first. */
export const measuredDays = (trials: readonly Trial[]): string[] =>
  [...new Set(trials.filter((t) => t.struck === null).map((t) => t.takenOn))].sort().reverse();

/**
 * Standard error of a single reading of a measure for this client: pooled over all the client's own sets (each side and day one set)
 * once there are enough, else the instrument's published or house value.
 *
 * Two floors keep it honest. Readings come in steps, so even three equal ones are not certain: the error is never below that of the step
 * itself, grain/√12, the standard deviation of a uniform distribution over one step. And repeats within a visit do not show what
 * placing the foot anew at the next visit does, so they never bring the error below half the given one (house default).
 */
export function readingError(
  trials: readonly Trial[],
  measure: MeasureId,
): { sem: number; own: boolean; freedom: number } | null {
  const { sem: given, grain } = MEASURES[measure];
  if (given === null) return null;
  const { sem, own, freedom } = singleReadingError(repeatsOf(trials, measure), given);
  const least = Math.max(grain / Math.sqrt(12), given * OWN_REPEATS_LEAST);
  // A floor is a given number, not an estimate.
  return sem > least ? { sem, own, freedom } : { sem: least, own, freedom: Infinity };
}

/** Repeats of a measure: the trials of one client, each set of one side, day, position, state and coach. */
export function repeatsOf(trials: readonly Trial[], measure: MeasureId): number[][] {
  const sets = new Map<string, number[]>();
  for (const trial of trials) {
    if (trial.measure !== measure || trial.struck !== null) continue;
    // Another knee width is another position, after the routine another state, and another coach another hand: none of them counts as a repeat.
    const key = `${trial.takenOn} ${trial.side ?? ''} ${trial.kneeGapMm ?? ''} ${trial.state === 'after'} ${trial.saidBy ?? ''}`;
    sets.set(key, [...(sets.get(key) ?? []), trial.value]);
  }
  return [...sets.values()];
}

/** One measure of one side on one day, with its error. */
export interface Reading extends TrialSummary {
  day: string;
  /** Least and greatest of the trials apart. */
  spread: number;
  /** The error comes from the client's own repeats. */
  own: boolean;
  /** A pinch ended at least one trial. */
  pinch: boolean;
}

/**
 * The reading of one day; null when nothing counts. The error of a yes or no is 0.
 *
 * @example readingOn(trials, 'shinAngle', 'left', '2026-01-05')?.mean // 33.7
 */
export function readingOn(
  trials: readonly Trial[],
  measure: MeasureId,
  side: Side | null,
  day: string,
): Reading | null {
  const kept = keptTrials(trials, measure, side, day);
  const values = kept.map((t) => t.value);
  const error = readingError(trials, measure) ?? { sem: 0, own: false, freedom: Infinity };
  const summary = summariseTrials(values, error.sem, error.freedom);
  if (!summary) return null;
  return {
    ...summary,
    day,
    spread: Math.max(...values) - Math.min(...values),
    own: error.own,
    pinch: kept.some((t) => t.pinch),
  };
}

/** The newest reading, on whatever day; `before` leaves out that day and later ones. */
export function newestReading(
  trials: readonly Trial[],
  measure: MeasureId,
  side: Side | null,
  before?: string,
): Reading | null {
  const days = measuredDays(keptTrials(trials, measure, side));
  const day = days.find((d) => before === undefined || d < before);
  return day === undefined ? null : readingOn(trials, measure, side, day);
}

/** Share of the given error by which an unchanged client reads differently on another day: the foot and the instrument are placed anew (house default). */
const OCCASION_SHARE = 0.5;

/** Standard deviation by which an unchanged client reads differently on another day, in the unit of the measure. */
export const occasionError = (measure: MeasureId): number =>
  (MEASURES[measure].sem ?? 0) * OCCASION_SHARE;

/**
 * Whether a measure changed between two readings of one side. Readings of two days carry the error of the occasion beside that of the trials.
 *
 * @param together how many changes are judged together
 */
export const changeOfReading = (
  measure: MeasureId,
  before: Reading,
  now: Reading,
  together = 1,
): Change =>
  changeBetween(before, now, {
    occasion: before.day === now.day ? 0 : occasionError(measure),
    together,
  });

/** Where a measure stands on a day: how many readings are there of how many, over its sides; of no more than `most` trials where fewer are wanted. */
export function progressOn(
  trials: readonly Trial[],
  measure: MeasureId,
  day: string,
  most = Infinity,
): { taken: number; wanted: number } {
  const { sided, trials: usual } = MEASURES[measure];
  const wanted = Math.min(usual, most);
  const sides = sided ? SIDES : [null];
  const taken = sides.map((side) =>
    Math.min(wanted, keptTrials(trials, measure, side, day).length),
  );
  return { taken: taken.reduce((a, b) => a + b, 0), wanted: wanted * sides.length };
}
