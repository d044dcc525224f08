import { toRad } from '../geometry/angles.ts';
import type { Channel, Series, Track } from './series.ts';

const mapTracks = (series: Series, change: (track: Track) => Track): Series => ({
  timesS: series.timesS,
  tracks: Object.fromEntries(
    Object.entries(series.tracks).map(([name, track]) => [name, change(track)]),
  ),
});

/** Stretches a capture so that what was `seen` so long becomes as long as it is known to be. */
export function scaled(series: Series, seenMm: number, knownMm: number): Series {
  const factor = knownMm / seenMm;
  const by = (channel: Channel) => channel.map((v) => (v === null ? null : v * factor));
  return mapTracks(series, (t) => ({ ...t, x: by(t.x), y: by(t.y), z: by(t.z) }));
}

/**
 * Turns the picture upright. The camera's tilt shows in a plumb line or door frame marked in the picture.
 *
 * @param across the axis of the picture that lies across: x in a side view, y from the front or behind
 * @param tiltDeg how far the marked plumb leans toward + of that axis, degrees
 */
export function levelled(series: Series, across: 'x' | 'y', tiltDeg: number): Series {
  const [sin, cos] = [Math.sin(toRad(tiltDeg)), Math.cos(toRad(tiltDeg))];
  return mapTracks(series, (track) => {
    const side = track[across];
    const turned = new Array<number | null>(side.length).fill(null);
    const up = new Array<number | null>(side.length).fill(null);
    for (let k = 0; k < side.length; k += 1) {
      const [a, z] = [side[k] ?? null, track.z[k] ?? null];
      if (a === null || z === null) continue;
      turned[k] = a * cos - z * sin;
      up[k] = a * sin + z * cos;
    }
    return { ...track, [across]: turned, z: up };
  });
}

/** Middle value of the distance between two landmarks in the picture, mm; null when they are never seen together. */
export function seenDistanceMm(series: Series, one: string, other: string): number | null {
  const [a, b] = [series.tracks[one], series.tracks[other]];
  if (!a || !b) return null;
  const all = series.timesS.flatMap((_, i) => {
    const parts = (['x', 'y', 'z'] as const).flatMap((axis) => {
      const [p, q] = [a[axis][i], b[axis][i]];
      return p == null || q == null ? [] : [p - q];
    });
    return parts.length < 2 ? [] : [Math.hypot(...parts)];
  });
  if (all.length === 0) return null;
  return all.sort((p, q) => p - q)[Math.floor(all.length / 2)] ?? null;
}
