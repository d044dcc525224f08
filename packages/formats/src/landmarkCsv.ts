import type { Capture, CaptureTrack, Problem } from '@zither/contract';
import Papa from 'papaparse';

export type CaptureReading = { ok: true; capture: Capture } | { ok: false; problem: Problem };

export const CSV_HEADER = ['time_s', 'landmark', 'x_mm', 'y_mm', 'z_mm', 'confidence'] as const;

/** Characters parsed at once, so that the cells of a long file are never all in memory. */
const CHUNK = 100_000;

/** Largest file that is read: ten minutes of thirty landmarks at 120 frames a second. */
export const ROWS_MOST = 2_200_000;

export const refuse = (line: number, message: string): { ok: false; problem: Problem } => ({
  ok: false,
  problem: { code: 'invalid', path: `line ${line}`, message: `Line ${line}: ${message}` },
});

/** A cell as a number; null when empty; a sentence when it is neither. */
export function readCell(cell: string | undefined, what: string): number | null | string {
  const text = cell?.trim();
  if (!text) return null;
  const value = Number(text);
  if (!Number.isFinite(value) || Math.abs(value) > 1e6)
    return `${what} “${text.slice(0, 20)}” is not a number.`;
  return value;
}

/** Reads the cells of a column in which most rows say what the row before said. */
function readRepeated(what: string): (cell: string | undefined) => number | null | string {
  let last: string | undefined;
  let value: number | null | string = null;
  return (cell) => {
    if (cell === last) return value;
    last = cell;
    value = readCell(cell, what);
    return value;
  };
}

const orNull = (value: number): number | null => (Number.isNaN(value) ? null : value);

/**
 * Reads the tidy landmark file: one line a landmark and time, header {@link CSV_HEADER}. Lines may come in any order; a landmark that is
 * not listed at a time was not seen then. Refused whole at the first fault, with its line.
 */
export function readLandmarkCsv(text: string): CaptureReading {
  // A file has a hundred thousand rows: kept in columns, and what repeats from row to row is looked up once.
  const lines: number[] = [];
  const times: number[] = [];
  const marks: number[] = [];
  /** Three a row; NaN for an empty cell, so that the list stays one of plain numbers. */
  const values: number[] = [];
  const confidences: number[] = [];
  const markOf = new Map<string, number>();
  const timeIn = readRepeated('time_s');
  const confidenceIn = readRepeated('confidence');
  const take = (line: number, cells: readonly string[]): CaptureReading | null => {
    if (line === 1) {
      const isHeader =
        cells.length === CSV_HEADER.length &&
        CSV_HEADER.every((name, i) => cells[i]?.trim() === name);
      return isHeader ? null : refuse(1, `the header must be ${CSV_HEADER.join(',')}.`);
    }
    if (line > ROWS_MOST) return refuse(ROWS_MOST, 'the file is longer than is read here.');
    if (!cells[0] && cells.every((cell) => cell.trim() === '')) return null;
    if (cells.length !== CSV_HEADER.length)
      return refuse(line, `has ${cells.length} cells instead of ${CSV_HEADER.length}.`);
    const t = timeIn(cells[0]);
    if (typeof t === 'string') return refuse(line, t);
    if (t === null) return refuse(line, 'time_s is empty.');
    const name = (cells[1] ?? '').trim();
    let mark = markOf.get(name);
    if (mark === undefined) {
      if (!/^[A-Za-z][\w .-]{0,39}$/.test(name))
        return refuse(line, `“${name.slice(0, 20)}” is not a landmark’s name.`);
      mark = markOf.size;
      markOf.set(name, mark);
    }
    for (let k = 2; k < 5; k += 1) {
      const value = readCell(cells[k], CSV_HEADER[k]!);
      if (typeof value === 'string') return refuse(line, value);
      values.push(value ?? NaN);
    }
    const confidence = confidenceIn(cells[5]);
    if (typeof confidence === 'string') return refuse(line, confidence);
    if (confidence !== null && (confidence < 0 || confidence > 1))
      return refuse(line, 'confidence must be from 0 to 1.');
    lines.push(line);
    times.push(t);
    marks.push(mark);
    confidences.push(confidence ?? 1);
    return null;
  };
  let line = 0;
  let refused: CaptureReading | null = null;
  Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimiter: ',',
    skipEmptyLines: false,
    chunkSize: CHUNK,
    chunk: ({ data }: Papa.ParseResult<string[]>, parser: Papa.Parser) => {
      for (const cells of data) {
        line += 1;
        refused = take(line, cells);
        if (refused) {
          parser.abort();
          return;
        }
      }
    },
    // An empty text has no part to be read.
    complete: () => {
      if (line === 0) refused = take(1, []);
    },
  });
  if (refused) return refused;
  if (lines.length === 0) return refuse(1, 'no landmarks follow the header.');
  const timesS = [...new Set(times)].sort((a, b) => a - b);
  const place = new Map(timesS.map((t, i) => [t, i]));
  const made = [...markOf.keys()].map((name) => ({
    name,
    track: emptyTrack(timesS.length),
    isFilled: new Uint8Array(timesS.length),
  }));
  let at = 0;
  for (let i = 0; i < lines.length; i += 1) {
    const t = times[i]!;
    if (timesS[at] !== t) at = place.get(t)!;
    const { name, track, isFilled } = made[marks[i]!]!;
    if (isFilled[at] === 1) return refuse(lines[i]!, `${name} appears twice at ${t} s.`);
    isFilled[at] = 1;
    const [x, y, z] = [values[3 * i]!, values[3 * i + 1]!, values[3 * i + 2]!];
    fill(track, at, orNull(x), orNull(y), orNull(z), confidences[i]!);
  }
  const tracks = Object.fromEntries(made.map(({ name, track }) => [name, track]));
  return { ok: true, capture: { timesS, tracks } };
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
  x: number | null,
  y: number | null,
  z: number | null,
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
