import { lowPass } from './butterworth.ts';
import { middleOf } from './middle.ts';
import { AXES, type Channel, type Quality, type Series, type Track } from './series.ts';

/** Longest gap that is bridged, seconds; longer ones stay open, since nobody saw what happened there. */
export const BRIDGE_MOST_S = 0.2;

/** Samples less sure than this are taken as not seen (house default). */
export const CONFIDENCE_LEAST = 0.3;

/** Why a capture cannot be worked with. */
export type SeriesFault = 'tooShort' | 'timesNotRising';

/** Frames a second: all frames there should be by the middle step, over the whole time, so that neither dropped frames nor rounded times change the clock. */
export function rateOf(timesS: readonly number[]): number | SeriesFault {
  if (timesS.length < 8) return 'tooShort';
  const steps: number[] = [];
  for (let i = 1; i < timesS.length; i += 1) {
    const step = (timesS[i] ?? NaN) - (timesS[i - 1] ?? NaN);
    if (!(step > 0)) return 'timesNotRising';
    steps.push(step);
  }
  const middle = middleOf(steps) ?? NaN;
  const frames = steps.reduce((sum, step) => sum + Math.max(1, Math.round(step / middle)), 0);
  return frames / ((timesS[timesS.length - 1] ?? NaN) - (timesS[0] ?? NaN));
}

/** A channel on even times, linear between the two samples around each; open where these are further apart than a bridge. */
function onClock(timesS: readonly number[], channel: Channel, clockS: readonly number[]): Channel {
  const seen = timesS.flatMap((t, i) => {
    const v = channel[i];
    return v === null || v === undefined ? [] : [{ t, v }];
  });
  let at = 0;
  return clockS.map((t) => {
    while (at + 1 < seen.length && (seen[at + 1]?.t ?? Infinity) <= t + 1e-9) at += 1;
    const [before, after] = [seen[at], seen[at + 1]];
    if (!before || before.t > t + 1e-9) return null;
    if (Math.abs(before.t - t) <= 1e-9) return before.v;
    if (!after || after.t - before.t > BRIDGE_MOST_S + 1e-9) return null;
    return before.v + ((after.v - before.v) * (t - before.t)) / (after.t - before.t);
  });
}

/** Slopes beside a gap are read over this long: over a single frame they would be mostly the camera's noise. */
const SLOPE_S = 0.07;

/** Change a frame beside a gap, over the known frames on one side of it; null when there is only one. */
function slopeBeside(channel: Channel, edge: number, way: 1 | -1, rateHz: number): number | null {
  const most = Math.max(1, Math.round(SLOPE_S * rateHz));
  let steps = 0;
  while (steps < most && (channel[edge + way * (steps + 1)] ?? null) !== null) steps += 1;
  if (steps === 0) return null;
  const [here, there] = [channel[edge] ?? 0, channel[edge + way * steps] ?? 0];
  return (way * (there - here)) / steps;
}

/**
 * Bridges gaps up to {@link BRIDGE_MOST_S} inside a channel with a cubic that keeps the slopes on both sides; longer gaps, and those at
 * the ends, stay open.
 */
export function bridge(channel: Channel, rateHz: number): { values: Channel; bridged: number } {
  const values = [...channel];
  let bridged = 0;
  const value = (i: number): number | null => channel[i] ?? null;
  for (let i = 1; i < values.length; i += 1) {
    if (values[i] !== null || values[i - 1] === null) continue;
    let end = i;
    while (end < values.length && channel[end] === null) end += 1;
    const missing = end - i;
    const [from, to] = [value(i - 1), value(end)];
    if (from === null || to === null || (missing + 1) / rateHz > BRIDGE_MOST_S + 1e-9) {
      i = end;
      continue;
    }
    const span = missing + 1;
    const across = (to - from) / span;
    const slopeIn = slopeBeside(channel, i - 1, -1, rateHz) ?? across;
    const slopeOut = slopeBeside(channel, end, 1, rateHz) ?? across;
    for (let k = 1; k <= missing; k += 1) {
      const u = k / span;
      const [u2, u3] = [u * u, u * u * u];
      values[i - 1 + k] =
        (2 * u3 - 3 * u2 + 1) * from +
        (u3 - 2 * u2 + u) * slopeIn * span +
        (-2 * u3 + 3 * u2) * to +
        (u3 - u2) * slopeOut * span;
    }
    bridged += missing;
    i = end;
  }
  return { values, bridged };
}

/** A sample further than this from the middle of its neighbours is a mark gone astray, mm… */
const ASTRAY_MM = 80;
/** …or so many times further than they scatter (house defaults). */
const ASTRAY_TIMES = 8;
/** Neighbours on each side that are asked. */
const NEIGHBOURS = 4;

/** Takes single wild samples out, before a filter would smear them into movement; a mark that moves fast lies in the middle of its neighbours. */
function withoutAstray(channel: Channel): Channel {
  return channel.map((v, k) => {
    if (v === null) return null;
    const near = channel
      .slice(Math.max(0, k - NEIGHBOURS), k + NEIGHBOURS + 1)
      .filter((w): w is number => w !== null);
    // At the edges the neighbours lie on one side, and a mark that moves is no longer in their middle.
    if (near.length < NEIGHBOURS + 3) return v;
    const middle = middleOf(near) ?? v;
    const scatter = middleOf(near.map((w) => Math.abs(w - middle))) ?? 0;
    return Math.abs(v - middle) > Math.max(ASTRAY_MM, ASTRAY_TIMES * scatter) ? null : v;
  });
}

/** Filters every unbroken run of a channel by itself; what is open stays open. */
function smooth(channel: Channel, rateHz: number, cutoffHz: number): Channel {
  const out: (number | null)[] = [...channel];
  let from = 0;
  while (from < out.length) {
    if (channel[from] === null) {
      from += 1;
      continue;
    }
    let to = from;
    const run: number[] = [];
    for (let v = channel[to]; v !== null && v !== undefined; v = channel[to]) {
      run.push(v);
      to += 1;
    }
    lowPass(run, rateHz, cutoffHz).forEach((v, k) => {
      out[from + k] = v;
    });
    from = to;
  }
  return out;
}

/**
 * A capture made fit to compute with: unsure samples dropped, times made even, short gaps bridged, low-passed at 6 Hz without lag.
 * Says how much of it was there and how much was bridged.
 */
export function cleaned(
  series: Series,
  cutoffHz = 6,
): { kind: 'clean'; series: Series; quality: Quality } | { kind: 'fault'; fault: SeriesFault } {
  const rateHz = rateOf(series.timesS);
  if (typeof rateHz === 'string') return { kind: 'fault', fault: rateHz };
  const first = series.timesS[0] ?? 0;
  const last = series.timesS[series.timesS.length - 1] ?? 0;
  const frames = Math.round((last - first) * rateHz) + 1;
  const clockS = Array.from({ length: frames }, (_, i) => first + i / rateHz);
  let seen = 1;
  let bridgedValues = 0;
  let values = 0;
  const tracks: Record<string, Track> = {};
  for (const [name, track] of Object.entries(series.tracks)) {
    const sure = (axis: Channel) =>
      axis.map((v, i) => ((track.confidence[i] ?? 0) < CONFIDENCE_LEAST ? null : v));
    const clean = { x: [], y: [], z: [] } as Record<'x' | 'y' | 'z', Channel>;
    // A bridged frame was half seen: a user who relies on it should know.
    const confidence = clockS.map(() => 1);
    for (const axis of AXES) {
      const raw = sure(track[axis]);
      const there = raw.filter((v) => v !== null).length;
      // An axis the view never shows is not a landmark that was lost.
      if (there > 0) {
        seen = Math.min(seen, there / raw.length);
        const even = onEvenClock(series.timesS, withoutAstray(raw), clockS, rateHz);
        const filled = bridge(even, rateHz);
        filled.values.forEach((v, k) => {
          if (v === null) confidence[k] = 0;
          else if (even[k] === null) confidence[k] = Math.min(confidence[k] ?? 0, 0.5);
        });
        bridgedValues += filled.bridged;
        values += clockS.length;
        clean[axis] = smooth(filled.values, rateHz, cutoffHz);
      } else clean[axis] = clockS.map(() => null);
    }
    tracks[name] = { ...clean, confidence };
  }
  return {
    kind: 'clean',
    series: { timesS: clockS, tracks },
    quality: { rateHz, seen, bridged: values === 0 ? 0 : bridgedValues / values },
  };
}

/** How far a time may lie from an even clock's beat: it was rounded to hundredths or thousandths, or is a little off, s. */
function roundingOf(timesS: readonly number[], rateHz: number): number {
  const isWhole = (per: number) =>
    timesS.every((t) => Math.abs(t * per - Math.round(t * per)) < 1e-6);
  const rounded = isWhole(100) ? 0.01 : isWhole(1000) ? 0.001 : 0;
  return 0.02 / rateHz + 1.05 * rounded;
}

/** As {@link onClock}, but where the clock is even, with frames dropped or not, every sample keeps its place and lost ones stay open, so that bridging can be counted. */
function onEvenClock(
  timesS: readonly number[],
  channel: Channel,
  clockS: readonly number[],
  rateHz: number,
): Channel {
  const first = timesS[0] ?? 0;
  const off = roundingOf(timesS, rateHz);
  const places = timesS.map((t) => Math.round((t - first) * rateHz));
  const isEven = timesS.every(
    (t, i) =>
      Math.abs(t - (clockS[places[i] ?? -1] ?? NaN)) <= off &&
      (i === 0 || (places[i] ?? 0) > (places[i - 1] ?? 0)),
  );
  if (!isEven) return onClock(timesS, channel, clockS);
  const even: (number | null)[] = clockS.map(() => null);
  places.forEach((place, i) => {
    even[place] = channel[i] ?? null;
  });
  return even;
}
