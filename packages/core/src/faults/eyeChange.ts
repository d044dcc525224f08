import type { Severity } from './table.ts';

/** What the eye said of one fault in one set: how much, in which reps (empty = in all that were watched), of how many, and who watched. */
export interface EyeSeen {
  /** null = looked for and not seen. */
  severity: Severity | null;
  reps: readonly number[];
  of: number;
  /** Initials of the coach; empty = not said. */
  by: string;
}

export type EyeChange = 'better' | 'worse' | 'noChange' | 'unknown';

const GRADE: Record<Severity, number> = { slight: 1, clear: 2 };
/** A change of one grade counts when so large a share of the reps shows it (common practice, no source). */
const REPS_SHARE = 0.8;
const REPS_LEAST = 5;
/** A change of so many grades counts whatever the reps. */
const GRADES = 2;

const gradesOf = ({ severity, reps, of }: EyeSeen): number[] => {
  const grade = severity === null ? 0 : GRADE[severity];
  return Array.from({ length: of }, (_, i) =>
    reps.length === 0 || reps.includes(i + 1) ? grade : 0,
  );
};

const shareOf = (grades: readonly number[], holds: (grade: number) => boolean): number =>
  grades.length === 0 ? 0 : grades.filter(holds).length / grades.length;

/** Whether nearly all reps of one set have at least a grade that nearly all of the other have not. */
const isLower = (high: readonly number[], low: readonly number[]): boolean =>
  [1, 2].some(
    (grade) =>
      shareOf(high, (g) => g >= grade) >= REPS_SHARE &&
      shareOf(low, (g) => g < grade) >= REPS_SHARE,
  );

/**
 * Whether a fault changed between two sets judged by eye. Two grades count; one grade counts in at least four of five reps watched by the same
 * coach. Anything less is unknown: the error of an eye is, and the coach's own call stands alone.
 */
export function eyeChange(before: EyeSeen, after: EyeSeen): EyeChange {
  const grade = ({ severity }: EyeSeen) => (severity === null ? 0 : GRADE[severity]);
  const by = grade(after) - grade(before);
  if (Math.abs(by) >= GRADES) return by < 0 ? 'better' : 'worse';
  const isSameEye = before.by !== '' && before.by === after.by;
  if (!isSameEye || before.of < REPS_LEAST || after.of < REPS_LEAST) return 'unknown';
  const [was, is] = [gradesOf(before), gradesOf(after)];
  if (isLower(was, is)) return 'better';
  if (isLower(is, was)) return 'worse';
  // The same grade in nearly all reps of both: no change we can see.
  return [0, 1, 2].some(
    (g) => shareOf(was, (x) => x === g) >= REPS_SHARE && shareOf(is, (x) => x === g) >= REPS_SHARE,
  )
    ? 'noChange'
    : 'unknown';
}
