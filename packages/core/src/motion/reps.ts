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
  /** Slower than this is standing still, mm/s; in a slow squat… */
  stillMmPerS: 40,
  /** …slower than this share of how fast it went down or comes up between the two levels above. */
  stillShare: 0.15,
  /** Speed is read over so long, s: over single frames it would be mostly the picture's noise. */
  speedS: 0.2,
  /** Standing is not left further than this share of the drop… */
  nearTop: 0.01,
  /** …of the height the client stood at in so long before or after, s. */
  stoodS: 8,
  /** A halt of so long further down is a place to begin or to end all the same, s. */
  haltS: 1.5,
  /** Nobody goes down and up again faster than this, s. */
  leastS: 0.5,
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
  const levels = { high, low, drop };
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
      const start = edgeOf(heightMm, timesS, {
        from: down,
        way: -1,
        until: reps.at(-1)?.end ?? 0,
        ...levels,
      });
      const end = edgeOf(heightMm, timesS, {
        from: up,
        way: 1,
        until: heightMm.length - 1,
        ...levels,
      });
      let bottom = i;
      for (let k = start; k <= end; k += 1)
        if ((heightMm[k] ?? Infinity) < (heightMm[bottom] ?? Infinity)) bottom = k;
      const lasted = (timesS[end] ?? NaN) - (timesS[start] ?? NaN);
      if (lasted >= REP.leastS)
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

interface Edge {
  /** Frame at the high level, from which the edge is looked for. */
  from: number;
  /** Back to the start, or on to the end. */
  way: 1 | -1;
  /** No further than this frame. */
  until: number;
  high: number;
  low: number;
  drop: number;
}

/** Mean speed over {@link REP.speedS} about a frame, mm/s; null where the hip was not seen all along. */
function calmSpeed(height: Channel, timesS: readonly number[], k: number): number | null {
  const half = REP.speedS / 2;
  const t = timesS[k] ?? NaN;
  let [a, b] = [k, k];
  while (a > 0 && (timesS[a - 1] ?? NaN) >= t - half && (height[a - 1] ?? null) !== null) a -= 1;
  while (
    b < height.length - 1 &&
    (timesS[b + 1] ?? NaN) <= t + half &&
    (height[b + 1] ?? null) !== null
  )
    b += 1;
  const [low, high] = [height[a] ?? null, height[b] ?? null];
  if (low === null || high === null || b === a) return null;
  return (high - low) / ((timesS[b] ?? NaN) - (timesS[a] ?? NaN));
}

/** Height a client stood at beside a rep: near the highest of the frames beside it; of a slow squat only a few of them are of standing. */
function stoodBeside(
  height: Channel,
  timesS: readonly number[],
  { from, way, until, high }: Edge,
): number {
  const near: number[] = [];
  for (let k = from; way > 0 ? k <= until : k >= until; k += way) {
    if (Math.abs((timesS[k] ?? NaN) - (timesS[from] ?? NaN)) > REP.stoodS) break;
    const h = height[k] ?? null;
    // The next squat, or the one before, is not standing.
    if (h === null || h < high) break;
    near.push(h);
  }
  near.sort((a, b) => a - b);
  return near[Math.floor(near.length * 0.9)] ?? high;
}

/**
 * Where a rep begins or ends: away from the bottom until the hips are back near the height they stood at and no longer move. How slow is
 * still follows the rep's own pace, so that a descent of seven seconds begins where it begins.
 */
function edgeOf(height: Channel, timesS: readonly number[], edge: Edge): number {
  const { from, way, until, high, low, drop } = edge;
  const near = stoodBeside(height, timesS, edge) - REP.nearTop * drop;
  // Towards the bottom from here: how long it took between the two levels.
  let inner = from;
  while ((height[inner] ?? -Infinity) > low) inner -= way;
  const took = Math.abs((timesS[from] ?? NaN) - (timesS[inner] ?? NaN));
  const still = Math.min(REP.stillMmPerS, (REP.stillShare * (high - low)) / took);
  let k = from;
  let haltedFrom: number | null = null;
  while (way > 0 ? k < until : k > until) {
    if ((height[k + way] ?? null) === null) break;
    const v = calmSpeed(height, timesS, k);
    // Moving is falling before the bottom and rising after it; the way there is always up.
    const isStill = v === null || way * v < still;
    if (isStill && (height[k] ?? -Infinity) >= near) break;
    haltedFrom = isStill ? (haltedFrom ?? k) : null;
    if (
      haltedFrom !== null &&
      Math.abs((timesS[k] ?? NaN) - (timesS[haltedFrom] ?? NaN)) >= REP.haltS
    )
      return haltedFrom;
    k += way;
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
