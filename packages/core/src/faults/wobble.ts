/** Degree of the trend that is taken out of a half rep: one bulge in or out belongs to the path, not to the wobble (house default). */
const TREND_DEGREE = 3;

/**
 * The rest of a signal after its best polynomial trend, by least squares on an orthogonal basis built on the same samples.
 *
 * @param values evenly spaced
 * @returns residuals; all 0 when there are too few samples to tell a wobble from a trend
 */
export function detrended(values: readonly number[], degree = TREND_DEGREE): number[] {
  if (values.length < 2 * (degree + 1)) return values.map(() => 0);
  const half = (values.length - 1) / 2;
  const x = values.map((_, i) => (i - half) / half);
  const basis: number[][] = [];
  for (let d = 0; d <= degree; d += 1) {
    const vector = x.map((u) => u ** d);
    // Twice is enough: rounding left over by the first pass is taken out by the second.
    for (let pass = 0; pass < 2; pass += 1)
      for (const b of basis) {
        const share = vector.reduce((sum, v, i) => sum + v * (b[i] ?? 0), 0);
        for (let i = 0; i < vector.length; i += 1)
          vector[i] = (vector[i] ?? 0) - share * (b[i] ?? 0);
      }
    const length = Math.sqrt(vector.reduce((sum, v) => sum + v * v, 0));
    basis.push(vector.map((v) => v / length));
  }
  const residual = [...values];
  for (const b of basis) {
    const share = residual.reduce((sum, v, i) => sum + v * (b[i] ?? 0), 0);
    for (let i = 0; i < residual.length; i += 1)
      residual[i] = (residual[i] ?? 0) - share * (b[i] ?? 0);
  }
  return residual;
}

/** A wobble goes back and forth at least so often in half a rep; a knee that caves in and comes back turns once (house default). */
const TURNS_LEAST = 4;
/** Turns smaller than this are the picture's noise, mm (house default). */
const TURN_LEAST_MM = 4;

/** How often a path turns back by more than a given way. */
export function turnsOf(path: readonly number[], leastMm: number): number {
  let turns = 0;
  let way = 0;
  let extreme = path[0] ?? 0;
  for (const v of path) {
    if (way === 0) {
      if (Math.abs(v - extreme) >= leastMm) [way, extreme] = [Math.sign(v - extreme), v];
    } else if ((v - extreme) * way > 0) extreme = v;
    else if ((extreme - v) * way >= leastMm) {
      turns += 1;
      [way, extreme] = [-way, v];
    }
  }
  return turns;
}

/**
 * Standard deviation of the known values about their trend, mm; 0 when the path hardly turns, so that a knee that goes in and out once is
 * not called unsteady; null when there are too few values.
 */
export function wobbleMm(values: readonly (number | null)[]): number | null {
  const known = values.filter((v): v is number => v !== null);
  if (known.length < 6 * TREND_DEGREE || known.length < 0.8 * values.length) return null;
  const rest = detrended(known);
  const freedom = rest.length - TREND_DEGREE - 1;
  const sd = Math.sqrt(rest.reduce((sum, v) => sum + v * v, 0) / freedom);
  return turnsOf(known, Math.max(TURN_LEAST_MM, sd)) < TURNS_LEAST ? 0 : sd;
}
