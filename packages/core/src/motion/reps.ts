import type { Channel } from './series.ts';

/** One repetition by frame numbers and times. */
export interface Rep {
  start: number;
  bottom: number;
  end: number;
  startS: number;
  bottomS: number;
  endS: number;
  /** Slowest stretch of the way up, from the first fast moment to where speed picks up again; null when it never slows. */
  sticking: { startS: number; endS: number } | null;
}

/** How repetitions are told from shuffling (house defaults). */
export const REP = {
  /** The hips must drop at least so far, mm. */
  dropLeastMm: 120,
  /** A rep counts once the hips pass below this share of the whole drop… */
  below: 0.5,
  /** …and is over when they are back above this share. */
  above: 0.2,
  /** Slower than this is standing still, mm/s. */
  stillMmPerS: 40,
  /** Speed on the way up must fall by this share of its first peak to be called sticking. */
  sticksBy: 0.3,
  /** …and then pick up by this share of it. */
  picksUpBy: 0.1,
} as const;

/**
 * Finds repetitions from hip height. Standing is the high level of the whole capture, so a set that starts or ends half-way down gives
 * only its whole reps.
 *
 * @param heightMm hip height, cleaned; open where the hip was not seen
 * @returns reps in order; a rep across an open stretch is left out
 */
export function repsOf(heightMm: Channel, timesS: readonly number[]): Rep[] {
  const known = Float64Array.from(heightMm.filter((h): h is number => h !== null)).sort();
  if (known.length === 0) return [];
  const standing = known[Math.floor(known.length * 0.9)] ?? NaN;
  const lowest = known[0] ?? NaN;
  const drop = standing - lowest;
  if (drop < REP.dropLeastMm) return [];
  const low = standing - REP.below * drop;
  const high = standing - REP.above * drop;
  const reps: Rep[] = [];
  let i = 0;
  while (i < heightMm.length) {
    const h = heightMm[i] ?? null;
    if (h === null || h > low) {
      i += 1;
      continue;
    }
    const down = backTo(heightMm, i, high);
    const up = onTo(heightMm, i, high);
    if (down !== null && up !== null) {
      const start = backToStill(heightMm, timesS, down);
      const end = onToStill(heightMm, timesS, up);
      let bottom = i;
      for (let k = start; k <= end; k += 1)
        if ((heightMm[k] ?? Infinity) < (heightMm[bottom] ?? Infinity)) bottom = k;
      reps.push({
        start,
        bottom,
        end,
        startS: timesS[start] ?? NaN,
        bottomS: timesS[bottom] ?? NaN,
        endS: timesS[end] ?? NaN,
        sticking: stickingOf(heightMm, timesS, bottom, end),
      });
    }
    i = (up ?? nextKnown(heightMm, i)) + 1;
  }
  return reps;
}

/** Frame before `from` at which the height was last above a level; null when the capture begins, or is open, below it. */
function backTo(height: Channel, from: number, level: number): number | null {
  for (let k = from; k >= 0; k -= 1) {
    const h = height[k] ?? null;
    if (h === null) return null;
    if (h >= level) return k;
  }
  return null;
}

function onTo(height: Channel, from: number, level: number): number | null {
  for (let k = from; k < height.length; k += 1) {
    const h = height[k] ?? null;
    if (h === null) return null;
    if (h >= level) return k;
  }
  return null;
}

/** Past the stretch that is under way, to where the hip is next missing or the capture ends. */
function nextKnown(height: Channel, from: number): number {
  let k = from;
  while (k < height.length && height[k] !== null) k += 1;
  return k;
}

const speed = (height: Channel, timesS: readonly number[], k: number): number | null => {
  const [a, b] = [height[k - 1] ?? null, height[k + 1] ?? null];
  if (a === null || b === null) return null;
  return (b - a) / ((timesS[k + 1] ?? NaN) - (timesS[k - 1] ?? NaN));
};

function backToStill(height: Channel, timesS: readonly number[], from: number): number {
  let k = from;
  while (k > 0) {
    const v = speed(height, timesS, k);
    if (v === null || v > -REP.stillMmPerS) break;
    k -= 1;
  }
  return k;
}

function onToStill(height: Channel, timesS: readonly number[], from: number): number {
  let k = from;
  while (k < height.length - 1) {
    const v = speed(height, timesS, k);
    if (v === null || v < REP.stillMmPerS) break;
    k += 1;
  }
  return k;
}

function stickingOf(
  height: Channel,
  timesS: readonly number[],
  bottom: number,
  end: number,
): Rep['sticking'] {
  const speeds = Array.from(
    { length: Math.max(0, end - bottom + 1) },
    (_, k) => speed(height, timesS, bottom + k) ?? 0,
  );
  // The deepest hollow between two fast moments, so that the ripple a filter leaves does not count as one.
  const fastestAfter = [...speeds];
  for (let k = speeds.length - 2; k >= 0; k -= 1)
    fastestAfter[k] = Math.max(fastestAfter[k] ?? 0, fastestAfter[k + 1] ?? 0);
  let peak = 0;
  let found: { peak: number; slow: number; depth: number } | null = null;
  speeds.forEach((v, k) => {
    const first = speeds[peak] ?? 0;
    if (v > first) peak = k;
    const fall = first - v;
    // Slowing down into the stand is the end of a rep, not a sticking point: speed must pick up again.
    const pickUp = (fastestAfter[k] ?? 0) - v;
    if (first <= 0 || fall < REP.sticksBy * first || pickUp < REP.picksUpBy * first) return;
    const depth = Math.min(fall, pickUp);
    if (found === null || depth > found.depth) found = { peak, slow: k, depth };
  });
  const hollow = found as { peak: number; slow: number } | null;
  return (
    hollow && {
      startS: timesS[bottom + hollow.peak] ?? NaN,
      endS: timesS[bottom + hollow.slow] ?? NaN,
    }
  );
}
