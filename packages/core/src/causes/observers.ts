import type { Tables } from './tables.ts';

/** How likely a fault is there although this observer looked for it and did not see it: as often as it is not there where they call it slight. One error, both ways. */
export const missedBy = ({ sure }: Pick<Tables, 'sure'>, by: 'measured' | 'eye'): number =>
  Math.min(0.5, 1 - sure[by].slight);

const odds = (p: number): number => p / (1 - p);

/** Two observers of one thing, or one who looks twice: their odds multiply, from even odds. */
export const together = (a: number, b: number): number => {
  const both = odds(a) * odds(b);
  return both / (1 + both);
};

/** One observer who says the same of so many sets: their odds multiply, from even odds. */
export const repeated = (p: number, sets: number): number => {
  const all = odds(p) ** sets;
  return Number.isFinite(all) ? all / (1 + all) : 1;
};
