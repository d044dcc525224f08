import { studentQuantile } from '../chance/student.ts';
import { halfInterval } from './error.ts';

/** Two coaches who read the same side on the same day: the means of each. */
export interface DoubleReading {
  one: number;
  other: number;
}

/** How far two readers of the same thing lie apart. Units as the readings'. */
export interface Apart {
  pairs: number;
  /** Mean difference, one less other, and half of its 95 % interval. */
  bias: number;
  biasErrorOf: number;
  /** 95 % of the differences lie between (limits of agreement; Bland & Altman 1986, from memory). */
  low: number;
  high: number;
  /** Standard deviation of one reading between readers: what the difference has, over √2. */
  between: number;
}

/** So many double readings before anything is said (house default). */
export const PAIRS_LEAST = 3;

/** How far two readers lie apart, from their double readings; null with too few. */
export function apartOf(pairs: readonly DoubleReading[]): Apart | null {
  const n = pairs.length;
  if (n < PAIRS_LEAST) return null;
  const differences = pairs.map((p) => p.one - p.other);
  const bias = differences.reduce((a, b) => a + b, 0) / n;
  const sd = Math.sqrt(differences.reduce((s, d) => s + (d - bias) ** 2, 0) / (n - 1));
  return {
    pairs: n,
    bias,
    biasErrorOf: (studentQuantile(0.975, n - 1) * sd) / Math.sqrt(n),
    low: bias - halfInterval(sd),
    high: bias + halfInterval(sd),
    between: Math.sqrt((sd ** 2 + bias ** 2) / 2),
  };
}
