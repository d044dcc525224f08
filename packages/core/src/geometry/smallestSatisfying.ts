/**
 * The smallest x in [low, high] at which a function that falls from positive to
 * non-positive first becomes non-positive.
 *
 * Chandrupatla's bracketed method (Advances in Engineering Software 28, 1997; from memory): inverse quadratic
 * steps where the last three points allow one, bisection where they do not. The limits it serves are smooth
 * and monotone in shank inclination, so it settles in a handful of evaluations; the bracket keeps it safe
 * where they bend.
 *
 * @param f excess over a limit: positive = limit broken
 * @returns `low` when the limit holds there already; null when it is still broken at `high`
 * @example smallestSatisfying((x) => 1 - x, 0, 3) // 1
 */
export function smallestSatisfying(
  f: (x: number) => number,
  low: number,
  high: number,
): number | null {
  let b = low;
  let fb = f(b);
  if (fb <= 0) return b;
  let a = high;
  let fa = f(a);
  if (fa > 0) return null;
  let c = a;
  let fc = fa;
  let t = 0.5;
  const tolerance = 1e-12;
  for (let i = 0; i < 100; i += 1) {
    const x = a + t * (b - a);
    const fx = f(x);
    if (fx > 0 === fa > 0) {
      c = a;
      fc = fa;
    } else {
      c = b;
      fc = fb;
      b = a;
      fb = fa;
    }
    a = x;
    fa = fx;
    const width = Math.abs(b - a);
    if (fx === 0 || width < tolerance) break;
    const xi = (a - b) / (c - b);
    const phi = (fa - fb) / (fc - fb);
    t =
      phi * phi < xi && (1 - phi) * (1 - phi) < 1 - xi
        ? (fa / (fb - fa)) * (fc / (fb - fc)) +
          ((c - a) / (b - a)) * (fa / (fc - fa)) * (fb / (fc - fb))
        : 0.5;
    const margin = tolerance / (2 * width);
    t = Math.min(1 - margin, Math.max(margin, t));
  }
  // Answer from the side that keeps the limit.
  return fa <= 0 ? a : b;
}
