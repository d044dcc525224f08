/** Radical inverse of a whole number: its digits in a base, mirrored at the point. Halton 1960, from memory. */
export function radicalInverse(n: number, base: number): number {
  let inverse = 0;
  let share = 1 / base;
  for (let rest = n; rest > 0; rest = Math.floor(rest / base)) {
    inverse += (rest % base) * share;
    share /= base;
  }
  return inverse;
}

/**
 * Quantile of the standard normal distribution by Acklam's rational approximation (from memory; relative error below 1.2e-9).
 *
 * @param p above 0 and below 1
 */
export function normalQuantile(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ];
  const b = [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972,
    -13.28068155288572,
  ];
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734,
    4.374664141464968, 2.938163982698783,
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const poly = (k: readonly number[], x: number) => k.reduce((sum, v) => sum * x + v, 0);
  const tail = 0.02425;
  if (p < tail) {
    const q = Math.sqrt(-2 * Math.log(p));
    return poly(c, q) / (poly(d, q) * q + 1);
  }
  if (p > 1 - tail) return -normalQuantile(1 - p);
  const q = p - 0.5;
  const r = q * q;
  return (poly(a, r) * q) / (poly(b, r) * r + 1);
}

/** Beyond so many standard deviations a share is 0 or 1 for every purpose here. */
const FAR = 6;

/** Normal distribution function, by a logistic curve that is within a hundredth of it. */
export const normalShare = (z: number): number =>
  z > FAR ? 1 : z < -FAR ? 0 : 1 / (1 + Math.exp(-1.702 * z));
