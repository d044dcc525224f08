import type { Capture, CaptureTrack, PackedCapture } from '@zither/contract';

/** Coordinates are kept in tenths of a millimetre, 16 bits: ±3.2 m, finer than any camera. */
const PER_MM = 10;
const UNSEEN = -32_768;
/** Times in tenths of a millisecond, 32 bits. */
const PER_S = 10_000;
/** Less sure than this counts as not seen, as in the core (house default). */
const CONFIDENCE_LEAST = 0.3;

const toBase64 = (array: Int16Array | Uint32Array): string => {
  const bytes = new Uint8Array(array.buffer, array.byteOffset, array.byteLength);
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192)
    text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
};

const fromBase64 = (text: string): ArrayBuffer => {
  const raw = atob(text);
  const bytes = new Uint8Array(raw.length);
  for (let i = 0; i < raw.length; i += 1) bytes[i] = raw.charCodeAt(i);
  return bytes.buffer;
};

/**
 * A capture small enough to be kept and sent over a poor line: about 2 bytes a number, at most so many frames a second (every second or
 * third frame of a faster camera), unsure marks left out. A landmark on the far side of ±3.2 m is not kept in that frame.
 */
export function packCapture({ timesS, tracks }: Capture, rateMost = 65): PackedCapture {
  const span = (timesS.at(-1) ?? 0) - (timesS[0] ?? 0);
  const rate = timesS.length > 1 && span > 0 ? (timesS.length - 1) / span : 0;
  const step = Math.max(1, Math.round(rate / rateMost));
  const frames = timesS.flatMap((_, k) => (k % step === 0 ? [k] : []));
  const start = timesS[0] ?? 0;
  const packed: PackedCapture = {
    startS: start,
    timesBase64: toBase64(
      Uint32Array.from(frames, (k) => Math.round(((timesS[k] ?? 0) - start) * PER_S)),
    ),
    tracks: {},
  };
  for (const [name, track] of Object.entries(tracks)) {
    const axes: PackedCapture['tracks'][string] = {};
    for (const axis of ['x', 'y', 'z'] as const) {
      if (track[axis].every((v) => v === null)) continue;
      axes[axis] = toBase64(
        Int16Array.from(frames, (k) => {
          const v = track[axis][k] ?? null;
          const isSure = (track.confidence[k] ?? 0) >= CONFIDENCE_LEAST;
          const tenths = v === null ? UNSEEN : Math.round(v * PER_MM);
          return isSure && Math.abs(tenths) < -UNSEEN ? tenths : UNSEEN;
        }),
      );
    }
    packed.tracks[name] = axes;
  }
  return packed;
}

/** The capture back from its packed form; what was seen is sure. null when the parts do not fit together. */
export function unpackCapture({ startS, timesBase64, tracks }: PackedCapture): Capture | null {
  try {
    const timesS = Array.from(new Uint32Array(fromBase64(timesBase64)), (t) => startS + t / PER_S);
    const capture: Capture = { timesS, tracks: {} };
    for (const [name, axes] of Object.entries(tracks)) {
      const read = (text: string | undefined): (number | null)[] =>
        text === undefined
          ? timesS.map(() => null)
          : Array.from(new Int16Array(fromBase64(text)), (v) => (v === UNSEEN ? null : v / PER_MM));
      const track: CaptureTrack = {
        x: read(axes.x),
        y: read(axes.y),
        z: read(axes.z),
        confidence: [],
      };
      const { x, y, z } = track;
      if ([x, y, z].some((axis) => axis.length !== timesS.length)) return null;
      track.confidence = timesS.map((_, k) =>
        x[k] === null && y[k] === null && z[k] === null ? 0 : 1,
      );
      capture.tracks[name] = track;
    }
    return capture;
  } catch {
    return null;
  }
}
