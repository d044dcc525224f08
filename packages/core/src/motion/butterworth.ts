/** Coefficients of a second-order section: y₀ = a₀x₀ + a₁x₁ + a₂x₂ + b₁y₁ + b₂y₂. */
export interface Section {
  a0: number;
  a1: number;
  a2: number;
  b1: number;
  b2: number;
}

/**
 * Second-order Butterworth low-pass by the bilinear transform. Run forward and backward it has no lag and the fourth order, but passes
 * −3 dB twice at its cut-off; so the cut-off of each pass is raised by 1/C, C = (2^(1/passes) − 1)^(1/4) (Winter 2009, from memory).
 *
 * @param cutoffHz −3 dB point of the whole, above 0 and below half the rate
 * @param passes 1 or 2 (forward and backward)
 */
export function butterworth(rateHz: number, cutoffHz: number, passes: 1 | 2): Section {
  const correction = (2 ** (1 / passes) - 1) ** 0.25;
  const w = Math.tan((Math.PI * cutoffHz) / rateHz) / correction;
  const k1 = Math.SQRT2 * w;
  const k2 = w * w;
  const a0 = k2 / (1 + k1 + k2);
  const k3 = (2 * a0) / k2;
  return { a0, a1: 2 * a0, a2: a0, b1: k3 - 2 * a0, b2: 1 - 2 * a0 - k3 };
}

/** One pass in place, started as if the first value had always been there, so that a level signal stays level. */
function pass(values: Float64Array, s: Section, from: number, step: 1 | -1): void {
  const first = values[from] ?? 0;
  let [x1, x2, y1, y2] = [first, first, first, first];
  for (let k = from; k >= 0 && k < values.length; k += step) {
    const x0 = values[k] ?? 0;
    const y0 = s.a0 * x0 + s.a1 * x1 + s.a2 * x2 + s.b1 * y1 + s.b2 * y2;
    x2 = x1;
    x1 = x0;
    y2 = y1;
    y1 = y0;
    values[k] = y0;
  }
}

/** So long a stretch is mirrored on at each end, in periods of the cut-off: the ends then have something to settle on. */
const PADDING_PERIODS = 2;

/**
 * Zero-lag low-pass of a whole signal: forward, then backward. The ends are mirrored through their last value (odd reflection), which
 * keeps level and slope there.
 *
 * @param cutoffHz default 6 Hz (Winter 2009, from memory); from half the rate on nothing is filtered
 */
export function lowPass(values: readonly number[], rateHz: number, cutoffHz = 6): number[] {
  // The bilinear transform has no room for a raised cut-off at or beyond half the rate.
  if (values.length < 4 || cutoffHz >= rateHz * 0.45) return [...values];
  const section = butterworth(rateHz, cutoffHz, 2);
  const pad = Math.min(values.length - 1, Math.ceil((PADDING_PERIODS * rateHz) / cutoffHz));
  const first = values[0] ?? 0;
  const last = values[values.length - 1] ?? 0;
  const padded = new Float64Array(values.length + 2 * pad);
  for (let k = 0; k < pad; k += 1) {
    padded[k] = 2 * first - (values[pad - k] ?? first);
    padded[pad + values.length + k] = 2 * last - (values[values.length - 2 - k] ?? last);
  }
  for (let k = 0; k < values.length; k += 1) padded[pad + k] = values[k] ?? 0;
  pass(padded, section, 0, 1);
  pass(padded, section, padded.length - 1, -1);
  return Array.from(padded.subarray(pad, pad + values.length));
}
