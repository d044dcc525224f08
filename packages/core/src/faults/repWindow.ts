import type { Rep } from '../motion/reps.ts';
import { middleOf } from '../motion/middle.ts';
import type { Channel, Series } from '../motion/series.ts';
import type { Phase } from './table.ts';

/** Everything a measure may ask about one repetition. */
export interface RepWindow {
  rep: Rep;
  /** 1-based. */
  number: number;
  /** Share of the rep's drop at each frame from start to end, 0 standing to 1 bottom. */
  drop: readonly number[];
}

/** Below this share of the drop a frame counts as the bottom (house default). */
const BOTTOM_FROM = 0.85;

export function repWindow(rep: Rep, number: number, hipHeight: Channel): RepWindow {
  const top = hipHeight[rep.start] ?? NaN;
  const low = hipHeight[rep.bottom] ?? NaN;
  const drop: number[] = [];
  for (let k = rep.start; k <= rep.end; k += 1)
    drop.push((top - (hipHeight[k] ?? top)) / (top - low));
  return { rep, number, drop };
}

export const dropAt = ({ rep, drop }: RepWindow, frame: number): number =>
  drop[frame - rep.start] ?? 0;

export function phaseAt(window: RepWindow, frame: number): Phase {
  if (dropAt(window, frame) >= BOTTOM_FROM) return 'bottom';
  return frame < window.rep.bottom ? 'descent' : 'ascent';
}

/** First frame of the way down at which this share of the drop is reached. */
export function frameDownAt(window: RepWindow, share: number): number {
  const { rep } = window;
  for (let k = rep.start; k < rep.bottom; k += 1) if (dropAt(window, k) >= share) return k;
  return rep.bottom;
}

/** What a channel says on the way down where this share of the drop is reached, between frames too; null where it is open. */
export function valueDownAt(window: RepWindow, channel: Channel, share: number): number | null {
  const k = frameDownAt(window, share);
  const [before, at] = [channel[k - 1] ?? null, channel[k] ?? null];
  const [low, high] = [dropAt(window, k - 1), dropAt(window, k)];
  if (at === null || before === null || k === window.rep.start || high <= low) return at;
  const part = Math.min(1, Math.max(0, (share - low) / (high - low)));
  return before + (at - before) * part;
}

/** First frame of the way up at which this share of the drop has been regained. */
export function frameUpAt(window: RepWindow, regained: number): number {
  const { rep } = window;
  for (let k = rep.bottom; k < rep.end; k += 1) if (dropAt(window, k) <= 1 - regained) return k;
  return rep.end;
}

/** The largest value of a channel among frames of a rep, with where it was; null when none is known. */
export function peakOf(
  window: RepWindow,
  channel: Channel,
  isAsked: (frame: number) => boolean = () => true,
): { value: number; frame: number } | null {
  let best: { value: number; frame: number } | null = null;
  for (let k = window.rep.start; k <= window.rep.end; k += 1) {
    const value = channel[k] ?? null;
    if (value === null || !isAsked(k)) continue;
    if (best === null || value > best.value) best = { value, frame: k };
  }
  return best;
}

/** Share of a rep's frames, 0 to 1, in which these landmarks were really seen; a bridged frame counts half. */
export function sureOf({ rep }: RepWindow, series: Series, landmarks: readonly string[]): number {
  let sum = 0;
  const tracks = landmarks.map((name) => series.tracks[name]?.confidence);
  for (let k = rep.start; k <= rep.end; k += 1) {
    let least = 1;
    for (const confidence of tracks) {
      const here = confidence?.[k] ?? 0;
      if (here < least) least = here;
    }
    sum += least;
  }
  return sum / (rep.end - rep.start + 1);
}

/** Mean over a moving stretch, so that a single frame's noise does not make a peak. Open frames stay open. */
export function steady(channel: Channel, rateHz: number, seconds: number): Channel {
  const half = Math.floor((seconds * rateHz) / 2);
  if (half === 0) return channel;
  const out: (number | null)[] = [];
  let sum = 0;
  let count = 0;
  const take = (k: number, sign: 1 | -1) => {
    const v = channel[k] ?? null;
    if (v === null) return;
    sum += sign * v;
    count += sign;
  };
  for (let k = 0; k < Math.min(half, channel.length); k += 1) take(k, 1);
  for (let k = 0; k < channel.length; k += 1) {
    take(k + half, 1);
    if (k > half) take(k - half - 1, -1);
    out.push((channel[k] ?? null) === null ? null : sum / count);
  }
  return out;
}

/** Mean of the known values in a stretch of frames; null when none is. */
export function meanOver(channel: Channel, from: number, to: number): number | null {
  let sum = 0;
  let count = 0;
  for (let k = Math.max(0, from); k <= Math.min(channel.length - 1, to); k += 1) {
    const v = channel[k] ?? null;
    if (v === null) continue;
    sum += v;
    count += 1;
  }
  return count === 0 ? null : sum / count;
}

/** Frames in which the client stands before the first rep, or the first frames of that rep when it begins at once. */
export function standingFrames(reps: readonly Rep[], hipHeight: Channel, rateHz: number): number[] {
  const first = reps[0];
  if (!first) return [];
  const top = hipHeight[first.start] ?? NaN;
  const frames: number[] = [];
  for (let k = first.start; k >= Math.max(0, first.start - 2 * rateHz); k -= 1) {
    const h = hipHeight[k] ?? null;
    // The hips move a little while standing; further down it is no longer standing.
    if (h !== null && Math.abs(h - top) <= 20) frames.push(k);
  }
  return frames.length >= 4 ? frames : [0, 1, 2].map((k) => first.start + k);
}

/** Frames in which the client stands right before a rep, since the one before; its first frames where it follows at once. */
export function standingBefore(
  rep: Rep,
  since: number,
  hipHeight: Channel,
  rateHz: number,
): number[] {
  const top = hipHeight[rep.start] ?? NaN;
  const frames: number[] = [];
  for (let k = rep.start; k >= Math.max(since, rep.start - rateHz / 2); k -= 1) {
    const h = hipHeight[k] ?? null;
    if (h !== null && Math.abs(h - top) <= 20) frames.push(k);
  }
  return frames.length >= 4 ? frames : [0, 1, 2].map((k) => rep.start + k);
}

/** Middle value of a channel over some frames; null when it is open in all of them. */
export function medianOver(channel: Channel, frames: readonly number[]): number | null {
  const known: number[] = [];
  for (const k of frames) {
    const v = channel[k] ?? null;
    if (v !== null) known.push(v);
  }
  return middleOf(known);
}
