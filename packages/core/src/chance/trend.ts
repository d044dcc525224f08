import { normalQuantile } from './normal.ts';

/** A value at a time, with its standard error. */
export interface TrendPoint {
  /** Weeks from any day. */
  week: number;
  value: number;
  sem: number;
}

/** A straight line through values over time. */
export interface Trend {
  points: number;
  perWeek: number;
  /** Half of the 95 % interval of `perWeek`. */
  errorOf: number;
  /** The line and half of its 95 % interval at a time. */
  at: (week: number) => { value: number; errorOf: number };
}

/**
 * A line by weighted least squares, each value weighted by its own error. Where the values lie further from the line than their errors explain,
 * the interval is widened by as much (Birge 1932, from memory).
 *
 * @returns null with fewer than two different times, or an error of 0
 */
export function trendThrough(points: readonly TrendPoint[]): Trend | null {
  const n = points.length;
  if (n < 2 || points.some((p) => p.sem <= 0)) return null;
  const weights = points.map((p) => 1 / p.sem ** 2);
  const total = weights.reduce((a, b) => a + b, 0);
  const mean = (of: (p: TrendPoint) => number) =>
    points.reduce((sum, p, i) => sum + weights[i]! * of(p), 0) / total;
  const [week0, value0] = [mean((p) => p.week), mean((p) => p.value)];
  const spread = points.reduce((sum, p, i) => sum + weights[i]! * (p.week - week0) ** 2, 0);
  if (spread <= 1e-12) return null;
  const perWeek =
    points.reduce((sum, p, i) => sum + weights[i]! * (p.week - week0) * (p.value - value0), 0) /
    spread;
  const misfit = points.reduce(
    (sum, p, i) => sum + weights[i]! * (p.value - value0 - perWeek * (p.week - week0)) ** 2,
    0,
  );
  const wider = n > 2 ? Math.sqrt(Math.max(1, misfit / (n - 2))) : 1;
  const z = normalQuantile(0.975) * wider;
  return {
    points: n,
    perWeek,
    errorOf: z / Math.sqrt(spread),
    at: (week) => ({
      value: value0 + perWeek * (week - week0),
      errorOf: z * Math.sqrt(1 / total + (week - week0) ** 2 / spread),
    }),
  };
}
