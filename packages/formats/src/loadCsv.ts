import { loadSetValuesSchema, type LoadSetValues, type Problem } from '@zither/contract';
import Papa from 'papaparse';

export const LOAD_HEADER = [
  'taken_at',
  'day',
  'variation',
  'load_kg',
  'reps',
  'descent_s',
  'pause_s',
  'watched',
  'faults',
  'reps_left',
  'pain',
  'heel_mm',
  'shoes',
  'belt',
  'setup',
] as const;
type Column = (typeof LOAD_HEADER)[number];

export type LoadReading = { ok: true; sets: LoadSetValues[] } | { ok: false; problem: Problem };

const yesNo = (is: boolean): string => (is ? 'yes' : 'no');

/** A fault as one word: `kneesIn:left:clear:1 3`; side and reps may be empty. */
const faultCell = (f: LoadSetValues['faults'][number]): string =>
  `${f.fault}:${f.side ?? ''}:${f.severity}:${f.reps.join(' ')}`;

/** Sets as a spreadsheet reads them: one line a set, oldest first, header {@link LOAD_HEADER}. Withdrawn sets are left out. */
export function writeLoadCsv(sets: readonly LoadSetValues[]): string {
  const data = [...sets]
    .filter((s) => !s.undone)
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt))
    .map((s): Record<Column, string | number> => ({
      taken_at: s.takenAt,
      day: s.takenOn,
      variation: s.rung,
      load_kg: s.loadKg,
      reps: s.reps,
      descent_s: s.descentS ?? '',
      pause_s: s.pauseS ?? '',
      watched: s.watched ?? 'no',
      faults: s.faults.map(faultCell).join('|'),
      reps_left: s.repsLeft ?? '',
      pain: s.pain ?? '',
      heel_mm: s.heelRiseMm,
      shoes: yesNo(s.shod),
      belt: yesNo(s.belt),
      setup: s.lockId ?? '',
    }));
  return `${Papa.unparse({ fields: [...LOAD_HEADER], data: data.map((row) => LOAD_HEADER.map((c) => row[c])) }, { newline: '\n' })}\n`;
}

const refuse = (line: number, message: string): LoadReading => ({
  ok: false,
  problem: { code: 'invalid', path: `line ${line}`, message: `Line ${line}: ${message}` },
});

/** A value as the schema wants it: empty is null, words for yes and no are true and false. */
const numberIn = (cell: string): number | null => (cell === '' ? null : Number(cell));
const yesIn = (cell: string): boolean | string =>
  cell === 'yes' ? true : cell === 'no' || cell === '' ? false : cell;

function faultsIn(cell: string): unknown[] {
  if (cell === '') return [];
  return cell.split('|').map((part) => {
    const [fault, side, severity, reps] = part.split(':').map((p) => p.trim());
    return {
      fault,
      side: side === '' || side === undefined ? null : side,
      severity,
      reps: (reps ?? '') === '' ? [] : reps!.split(/\s+/).map(Number),
    };
  });
}

/** How a field of the schema is called in the file. */
const COLUMNS: Readonly<Record<string, Column>> = {
  takenAt: 'taken_at',
  takenOn: 'day',
  rung: 'variation',
  loadKg: 'load_kg',
  reps: 'reps',
  descentS: 'descent_s',
  pauseS: 'pause_s',
  watched: 'watched',
  faults: 'faults',
  repsLeft: 'reps_left',
  pain: 'pain',
  heelRiseMm: 'heel_mm',
  shod: 'shoes',
  belt: 'belt',
  lockId: 'setup',
};

/**
 * Reads what {@link writeLoadCsv} writes. Columns may come in any order, those after `reps` may be missing. Refused whole at the first fault, with its line and
 * column. `watched` is `no` or empty where nobody watched: such a set is not clean, nothing is known of its form.
 */
export function readLoadCsv(text: string): LoadReading {
  const plain = text.replace(/^\uFEFF/, '');
  const [top = ''] = plain.split('\n', 1);
  // Told by the header alone: a cell may hold what looks like another separator.
  const delimiter = [',', ';', '\t'].find((d) => top.includes(d)) ?? ',';
  const { data } = Papa.parse<string[]>(plain, { delimiter, skipEmptyLines: false });
  const header = (data[0] ?? []).map((cell) => cell.trim());
  const missing = (['day', 'variation', 'load_kg', 'reps'] as const).filter(
    (c) => !header.includes(c),
  );
  if (missing.length > 0) return refuse(1, `the columns ${missing.join(', ')} are missing.`);
  const unknown = header.find((c) => !LOAD_HEADER.some((known) => known === c));
  if (unknown !== undefined) return refuse(1, `“${unknown.slice(0, 30)}” is not a known column.`);
  const sets: LoadSetValues[] = [];
  for (let i = 1; i < data.length; i += 1) {
    const cells = (data[i] ?? []).map((cell) => cell.trim());
    if (cells.every((cell) => cell === '')) continue;
    const line = i + 1;
    if (cells.length !== header.length)
      return refuse(line, `has ${cells.length} cells instead of ${header.length}.`);
    const cell = (c: Column): string => cells[header.indexOf(c)] ?? '';
    const watched = cell('watched');
    const read = loadSetValuesSchema.safeParse({
      takenOn: cell('day'),
      // Sets of a day without a time stand in the order of the file.
      takenAt:
        cell('taken_at') === ''
          ? `${cell('day')}T12:${String(Math.floor(i / 60) % 60).padStart(2, '0')}:${String(i % 60).padStart(2, '0')}.000Z`
          : cell('taken_at'),
      rung: cell('variation'),
      // A capture stays with the client it was taken of.
      captureId: null,
      lockId: cell('setup') === '' ? null : cell('setup'),
      loadKg: numberIn(cell('load_kg')),
      reps: numberIn(cell('reps')),
      descentS: numberIn(cell('descent_s')),
      pauseS: numberIn(cell('pause_s')),
      watched: watched === 'no' || watched === '' ? null : watched,
      faults: faultsIn(cell('faults')),
      repsLeft: numberIn(cell('reps_left')),
      pain: numberIn(cell('pain')),
      heelRiseMm: numberIn(cell('heel_mm')) ?? 0,
      shod: yesIn(cell('shoes')),
      belt: yesIn(cell('belt')),
      undone: false,
    });
    if (!read.success) {
      const [issue] = read.error.issues;
      const column = COLUMNS[String(issue?.path[0] ?? '')] ?? 'the line';
      return refuse(line, `${column} ${issue?.message ?? 'cannot be read.'}`);
    }
    sets.push(read.data);
  }
  return { ok: true, sets };
}
