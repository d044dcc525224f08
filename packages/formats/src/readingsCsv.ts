import type { ReadingOut } from '@zither/contract';
import Papa from 'papaparse';

export const READINGS_HEADER = [
  'day',
  'measure',
  'name',
  'side',
  'value',
  'unit',
  'half_interval_95',
  'trials',
  'state',
  'by',
] as const;

/** Readings as a spreadsheet reads them: one line a reading, oldest first; numbers with a point, in mm, degrees and kg. */
export const writeReadingsCsv = (readings: readonly ReadingOut[]): string =>
  `${Papa.unparse(
    {
      fields: [...READINGS_HEADER],
      data: [...readings]
        .sort((a, b) => a.on.localeCompare(b.on))
        .map((r) => [
          r.on,
          r.measure,
          r.name,
          r.side ?? '',
          Number(r.value.toFixed(2)),
          r.unit,
          r.errorOf === null ? '' : Number(r.errorOf.toFixed(2)),
          r.trials,
          r.state ?? '',
          r.by,
        ]),
    },
    { newline: '\n' },
  )}\n`;
