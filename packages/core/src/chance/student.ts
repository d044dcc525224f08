import { normalQuantile } from './normal.ts';

/**
 * Quantile of Student's t distribution (Hill 1970, ACM algorithm 396, from memory; four digits or better from one degree of freedom on).
 *
 * @param p above 0 and below 1
 * @param freedom degrees of freedom, at least 1; Infinity gives the normal quantile
 */
export function studentQuantile(p: number, freedom: number): number {
  if (p < 0.5) return -studentQuantile(1 - p, freedom);
  if (p === 0.5) return 0;
  if (!Number.isFinite(freedom)) return normalQuantile(p);
  const n = freedom;
  // The algorithm works with the share in both tails.
  const tails = 2 * (1 - p);
  if (n === 1) return 1 / Math.tan((tails * Math.PI) / 2);
  if (n === 2) return Math.sqrt(2 / (tails * (2 - tails)) - 2);
  const a = 1 / (n - 0.5);
  const b = 48 / (a * a);
  let c = (((20_700 * a) / b - 98) * a - 16) * a + 96.36;
  const d = ((94.5 / (b + c) - 3) / b + 1) * Math.sqrt((a * Math.PI) / 2) * n;
  let y = (d * tails) ** (2 / n);
  if (y > 0.05 + a) {
    const x = normalQuantile(tails / 2);
    y = x * x;
    if (n < 5) c += 0.3 * (n - 4.5) * (x + 0.6);
    c += (((0.05 * d * x - 5) * x - 7) * x - 2) * x + b;
    y = (((((0.4 * y + 6.3) * y + 36) * y + 94.5) / c - y - 3) / b + 1) * x;
    y = Math.expm1(a * y * y);
  } else {
    y =
      ((1 / (((n + 6) / (n * y) - 0.089 * d - 0.822) * (n + 2) * 3) + 0.5 / (n + 4)) * y - 1) *
        ((n + 1) / (n + 2)) +
      1 / y;
  }
  return Math.sqrt(n * y);
}
