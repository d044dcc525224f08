import type { Capture, CaptureTrack, Problem } from '@zither/contract';
import Papa from 'papaparse';

export type CaptureReading = { ok: true; capture: Capture } | { ok: false; problem: Problem };

export const CSV_HEADER = ['time_s', 'landmark', 'x_mm', 'y_mm', 'z_mm', 'confidence'] as const;

/** Largest file that is read: ten minutes of thirty landmarks at 120 frames a second. */
export const ROWS_MOST = 2_200_000;

export const refuse = (line: number, message: string): { ok: false; problem: Problem } => ({
  ok: false,
  problem: { code: 'invalid', path: `line ${line}`, message: `Line ${line}: ${message}` },
});

/** A cell as a number; null when empty; a sentence when it is neither. */
export function readCell(cell: string | undefined, what: string): number | null | string {
  const text = (cell ?? '').trim();
  if (text === '') return null;
  const value = Number(text);
  if (!Number.isFinite(value) || Math.abs(value) > 1e6)
    return `${what} “${text.slice(0, 20)}” is not a number.`;
  return value;
}

/**
 * Reads the tidy landmark file: one line a landmark and time, header {@link CSV_HEADER}. Lines may come in any order; a landmark that is
 * not listed at a time was not seen then. Refused whole at the first fault, with its line.
 */
export function readLandmarkCsv(text: string): CaptureReading {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimiter: ',',
    skipEmptyLines: false,
  });
  const header = (data[0] ?? []).map((cell) => cell.trim());
  if (CSV_HEADER.some((name, i) => header[i] !== name) || header.length !== CSV_HEADER.length)
    return refuse(1, `the header must be ${CSV_HEADER.join(',')}.`);
  if (data.length > ROWS_MOST) return refuse(ROWS_MOST, 'the file is longer than is read here.');
  const rows: { t: number; name: string; xyz: (number | null)[]; confidence: number }[] = [];
  const times = new Set<number>();
  const names = new Set<string>();
  for (let i = 1; i < data.length; i += 1) {
    const cells = data[i] ?? [];
    if (cells.every((cell) => cell.trim() === '')) continue;
    const line = i + 1;
    if (cells.length !== CSV_HEADER.length)
      return refuse(line, `has ${cells.length} cells instead of ${CSV_HEADER.length}.`);
    const t = readCell(cells[0], 'time_s');
    if (typeof t === 'string') return refuse(line, t);
    if (t === null) return refuse(line, 'time_s is empty.');
    const name = (cells[1] ?? '').trim();
    if (!/^[A-Za-z][\w .-]{0,39}$/.test(name))
      return refuse(line, `“${name.slice(0, 20)}” is not a landmark’s name.`);
    const xyz: (number | null)[] = [];
    for (const [k, axis] of (['x_mm', 'y_mm', 'z_mm'] as const).entries()) {
      const value = readCell(cells[2 + k], axis);
      if (typeof value === 'string') return refuse(line, value);
      xyz.push(value);
    }
    const confidence = readCell(cells[5], 'confidence');
    if (typeof confidence === 'string') return refuse(line, confidence);
    if (confidence !== null && (confidence < 0 || confidence > 1))
      return refuse(line, 'confidence must be from 0 to 1.');
    rows.push({ t, name, xyz, confidence: confidence ?? 1 });
    times.add(t);
    names.add(name);
  }
  if (rows.length === 0) return refuse(1, 'no landmarks follow the header.');
  const timesS = [...times].sort((a, b) => a - b);
  const place = new Map(timesS.map((t, i) => [t, i]));
  const tracks: Record<string, CaptureTrack> = Object.create(null) as Record<string, CaptureTrack>;
  for (const name of names) tracks[name] = emptyTrack(timesS.length);
  const filled = new Set<string>();
  for (const [i, row] of rows.entries()) {
    const key = `${row.t} ${row.name}`;
    if (filled.has(key)) return refuse(i + 2, `${row.name} appears twice at ${row.t} s.`);
    filled.add(key);
    fill(tracks[row.name], place.get(row.t) ?? 0, row.xyz, row.confidence);
  }
  return { ok: true, capture: { timesS, tracks: { ...tracks } } };
}

export const emptyTrack = (frames: number): CaptureTrack => ({
  x: new Array<number | null>(frames).fill(null),
  y: new Array<number | null>(frames).fill(null),
  z: new Array<number | null>(frames).fill(null),
  confidence: new Array<number>(frames).fill(0),
});

export function fill(
  track: CaptureTrack | undefined,
  at: number,
  [x = null, y = null, z = null]: (number | null)[],
  confidence: number,
): void {
  if (!track) return;
  track.x[at] = x;
  track.y[at] = y;
  track.z[at] = z;
  track.confidence[at] = x === null && y === null && z === null ? 0 : confidence;
}

/** Writes a capture as a tidy landmark file, to the tenth of a millisecond and the hundredth of a millimetre. */
export function writeLandmarkCsv({ timesS, tracks }: Capture): string {
  const mm = (v: number | null | undefined) => (v == null ? '' : String(Number(v.toFixed(2))));
  const lines: string[] = [CSV_HEADER.join(',')];
  timesS.forEach((t, i) => {
    for (const [name, track] of Object.entries(tracks)) {
      const xyz = [track.x[i], track.y[i], track.z[i]];
      if (xyz.every((v) => v == null)) continue;
      lines.push(
        [
          Number(t.toFixed(4)),
          name,
          ...xyz.map(mm),
          Number((track.confidence[i] ?? 0).toFixed(3)),
        ].join(','),
      );
    }
  });
  return `${lines.join('\n')}\n`;
}
