import type { Capture, CaptureTrack } from '@zither/contract';
import { emptyTrack, fill, readCell, refuse, type CaptureReading } from './landmarkCsv.ts';

const PER_UNIT: Record<string, number> = { mm: 1, cm: 10, m: 1000 };

/** Whose axis is up in a marker file; these files do not say. */
export type UpAxis = 'y' | 'z';

/**
 * Reads the tab-separated marker file of motion laboratories: three header lines (kind, names, values), a line of marker names, a line
 * of X1 Y1 Z1 …, then frame, time and three numbers a marker. Empty cells were not seen. Refused whole at the first fault, with its line.
 *
 * @param up the file's upward axis; its forward axis is then x, and what is left goes to the client's left
 */
export function readTrc(text: string, up: UpAxis = 'y'): CaptureReading {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const cells = (i: number) => (lines[i] ?? '').split('\t').map((c) => c.trim());
  if (!/^PathFileType/.test(lines[0] ?? '')) return refuse(1, 'must begin with PathFileType.');
  const keys = cells(1);
  const values = cells(2);
  const given = (key: string) => values[keys.indexOf(key)] ?? '';
  const perUnit = PER_UNIT[given('Units').toLowerCase()];
  if (!keys.includes('Units') || perUnit === undefined)
    return refuse(3, `Units must be mm, cm or m, not “${given('Units').slice(0, 20)}”.`);
  const count = Number(given('NumMarkers'));
  if (!Number.isInteger(count) || count < 1 || count > 500)
    return refuse(3, 'NumMarkers must be a whole number from 1 to 500.');
  const names = cells(3)
    .slice(2)
    .filter((c) => c !== '');
  if (names.length !== count)
    return refuse(4, `names ${names.length} markers, but NumMarkers says ${count}.`);
  if (new Set(names).size !== count) return refuse(4, 'names a marker twice.');
  const timesS: number[] = [];
  const rows: { at: number; cells: string[]; line: number }[] = [];
  for (let i = 5; i < lines.length; i += 1) {
    if ((lines[i] ?? '').trim() === '') continue;
    const row = cells(i);
    const time = readCell(row[1], 'Time');
    if (typeof time === 'string') return refuse(i + 1, time);
    if (time === null) return refuse(i + 1, 'Time is empty.');
    const before = timesS.at(-1);
    if (before !== undefined && time <= before)
      return refuse(i + 1, `Time ${time} does not rise above ${before}.`);
    // A tab at the end of a line is common and means nothing.
    const least = 2 + 3 * count;
    if (row.length > least + 1 || (row.length === least + 1 && row[least] !== ''))
      return refuse(i + 1, `has ${row.length - 2} coordinates instead of ${3 * count}.`);
    rows.push({ at: timesS.length, cells: row, line: i + 1 });
    timesS.push(time);
  }
  if (rows.length === 0) return refuse(6, 'no frames follow the header.');
  const frames = Number(given('NumFrames'));
  if (keys.includes('NumFrames') && frames !== rows.length)
    return refuse(
      3,
      `NumFrames says ${given('NumFrames').slice(0, 12)}, but ${rows.length} follow.`,
    );
  const tracks: Record<string, CaptureTrack> = Object.create(null) as Record<string, CaptureTrack>;
  for (const name of names) tracks[name] = emptyTrack(rows.length);
  for (const { at, cells: row, line } of rows)
    for (const [m, name] of names.entries()) {
      const xyz: (number | null)[] = [];
      for (let k = 0; k < 3; k += 1) {
        const value = readCell(row[2 + 3 * m + k], `${name} ${'XYZ'[k]}`);
        if (typeof value === 'string') return refuse(line, value);
        xyz.push(value === null ? null : value * perUnit);
      }
      const [x = null, b = null, c = null] = xyz;
      // Right-handed both ways: with y up, the axis to the right is z, so the client's left is −z.
      const [y, z] = up === 'z' ? [b, c] : [c === null ? null : -c, b];
      fill(tracks[name], at, x, y, z, 1);
    }
  return { ok: true, capture: { timesS, tracks: { ...tracks } } };
}

/** Writes a capture as a marker file in mm, y up, as laboratories mostly do. */
export function writeTrc({ timesS, tracks }: Capture, name = 'capture.trc'): string {
  const names = Object.keys(tracks);
  const steps =
    timesS.length > 1 ? (timesS.length - 1) / ((timesS.at(-1) ?? 0) - (timesS[0] ?? 0)) : 0;
  const rate = Number(steps.toFixed(3));
  const mm = (v: number | null | undefined) => (v == null ? '' : String(Number(v.toFixed(3))));
  const lines = [
    `PathFileType\t4\t(X/Y/Z)\t${name}`,
    'DataRate\tCameraRate\tNumFrames\tNumMarkers\tUnits\tOrigDataRate\tOrigDataStartFrame\tOrigNumFrames',
    [rate, rate, timesS.length, names.length, 'mm', rate, 1, timesS.length].join('\t'),
    `Frame#\tTime\t${names.join('\t\t\t')}\t\t`,
    `\t\t${names.map((_, i) => `X${i + 1}\tY${i + 1}\tZ${i + 1}`).join('\t')}`,
    ...timesS.map((t, i) =>
      [
        i + 1,
        Number(t.toFixed(5)),
        ...names.flatMap((n) => {
          const track = tracks[n];
          const left = track?.y[i];
          return [mm(track?.x[i]), mm(track?.z[i]), left == null ? '' : mm(-left)];
        }),
      ].join('\t'),
    ),
  ];
  return `${lines.join('\n')}\n`;
}
