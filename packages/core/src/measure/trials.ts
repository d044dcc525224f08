import { countsFrom } from '../chance/difference.ts';
import { minimalDetectableChange } from './error.ts';

/** Degrees of freedom from which the client's own repeats replace the published error (house default). */
export const OWN_REPEATS_FROM = 4;

/**
 * Standard error of a single reading from a client's own repeats: the standard deviation within sets, pooled over the sets
 * (root of the summed squares about each set's own mean over the summed degrees of freedom; Weir 2005, from memory).
 * Too few repeats say too little, so until there are enough the instrument's published error stands in, as a given number (freedom Infinity).
 *
 * @param sets trials of one instrument, one inner list for each side and occasion
 * @param published standard error of the instrument, in the unit of the trials
 * @example singleReadingError([[30, 32], [28, 29, 30]], 1.4) // own: false, too few repeats
 */
export function singleReadingError(
  sets: readonly (readonly number[])[],
  published: number,
): { sem: number; own: boolean; freedom: number } {
  let squares = 0;
  let freedom = 0;
  for (const set of sets) {
    const mean = meanOf(set);
    if (mean === null) continue;
    // Centred before squaring: subtracting large squares from one another would lose the small spread.
    for (const value of set) squares += (value - mean) ** 2;
    freedom += set.length - 1;
  }
  return freedom < OWN_REPEATS_FROM
    ? { sem: published, own: false, freedom: Infinity }
    : { sem: Math.sqrt(squares / freedom), own: true, freedom };
}

/** Mean of the trials of one set; null when there are none. */
export function meanOf(trials: readonly number[]): number | null {
  if (trials.length === 0) return null;
  return trials.reduce((sum, value) => sum + value, 0) / trials.length;
}

/** A set of trials as one number with its error. */
export interface TrialSummary {
  mean: number;
  trials: number;
  /** Standard error of the mean of this set. */
  sem: number;
  /** Half-width within which a second look would usually fall, of the mean. */
  mdc: number;
  /** Degrees of freedom the error is known with; Infinity where it was given. */
  freedom: number;
}

/** Sums up one set, given the error of a single reading. null when there is no trial. */
export function summariseTrials(
  trials: readonly number[],
  singleReadingSem: number,
  freedom = Infinity,
): TrialSummary | null {
  const mean = meanOf(trials);
  if (mean === null) return null;
  const sem = singleReadingSem / Math.sqrt(trials.length);
  return { mean, trials: trials.length, sem, mdc: minimalDetectableChange(sem), freedom };
}

/** Whether the last two trials disagree by more than the instrument can tell apart, so that another should be taken. */
export function wantsAnotherTrial(trials: readonly number[], singleReadingSem: number): boolean {
  const [last, before] = [trials.at(-1), trials.at(-2)];
  if (last === undefined || before === undefined) return true;
  return Math.abs(last - before) > minimalDetectableChange(singleReadingSem);
}

/** Whose turn it is when trials go left, right, left, right. */
export const nextSide = (left: readonly unknown[], right: readonly unknown[]): 'left' | 'right' =>
  left.length <= right.length ? 'left' : 'right';

export type Change =
  | { kind: 'noChangeWeCanSee'; by: number; mdc: number }
  | { kind: 'more' | 'less'; by: number; mdc: number };

/**
 * Compares two readings. A change is real only beyond the smallest real change of the two, which is 1.96·√2·SEM when both were taken alike, on
 * one occasion, with a given error (Weir 2005, from memory).
 *
 * @param occasion standard deviation by which an unchanged client reads differently on another occasion, in the unit of the readings
 * @param together how many changes are judged together (`countsFrom`)
 */
export function changeBetween(
  before: TrialSummary,
  now: TrialSummary,
  { occasion = 0, together = 1 }: { occasion?: number; together?: number } = {},
): Change {
  const by = now.mean - before.mean;
  const mdc = countsFrom(
    [
      // Both rest on one pooled error, so it is one part and not two.
      {
        variance: before.sem ** 2 + now.sem ** 2,
        freedom: Math.min(before.freedom, now.freedom),
      },
      { variance: 2 * occasion ** 2, freedom: Infinity },
    ],
    together,
  );
  if (Math.abs(by) <= mdc) return { kind: 'noChangeWeCanSee', by, mdc };
  return { kind: by > 0 ? 'more' : 'less', by, mdc };
}
