import { studentQuantile } from './student.ts';

/** Chance that an unchanged client is called changed in anything of what is judged together (house default; Weir 2005 uses it for one reading, from memory). */
export const FALSE_CALLS = 0.05;

/** A source of error of a difference: its variance, and the degrees of freedom it is known with. Infinity where it is given and not estimated. */
export interface ErrorPart {
  variance: number;
  freedom: number;
}

/**
 * Degrees of freedom of a sum of variances (Satterthwaite 1946, from memory). What is given counts as known exactly.
 */
export function freedomOf(parts: readonly ErrorPart[]): number {
  const total = parts.reduce((sum, p) => sum + p.variance, 0);
  const uncertain = parts.reduce(
    (sum, p) =>
      Number.isFinite(p.freedom) && p.freedom > 0 ? sum + p.variance ** 2 / p.freedom : sum,
    0,
  );
  return uncertain === 0 ? Infinity : Math.max(1, total ** 2 / uncertain);
}

/**
 * How large a difference has to be to count: half of its interval at 95 %, or wider where several differences are judged together, so that an
 * unchanged client is called changed in any of them in at most 1 of 20 cases (Bonferroni's correction; Dunn 1961, from memory).
 *
 * @param parts the variances the difference is made of
 * @param together how many differences are judged together, at least 1
 * @returns in the unit of the difference; 0 where there is no error
 */
export function countsFrom(parts: readonly ErrorPart[], together = 1): number {
  const variance = parts.reduce((sum, p) => sum + p.variance, 0);
  const p = 1 - FALSE_CALLS / (2 * Math.max(1, together));
  return studentQuantile(p, freedomOf(parts)) * Math.sqrt(variance);
}
