import type { Dossier } from '@zither/contract';
import {
  changeOfReading,
  halfInterval,
  LENGTH_PER_STATURE,
  measuredDays,
  MEASURES,
  readingOn,
  SHOULDER_WIDTH_PER_STATURE,
  SIDES,
  STATIONS,
  type MeasureId,
  type Side,
} from '@zither/core';
import { readEntry } from '../../ui/Stepper.tsx';
import { displayOf, sayChange, sayError, sayValue, SIDE_LETTER } from '@zither/words/display';
import { stepOf } from '@zither/words/measure';
import { sayLength, sayMass } from '@zither/words/units';

/** One line of the sheet: a measure of one side over the days. */
export interface SheetRow {
  key: string;
  measure: MeasureId;
  side: Side | null;
  name: string;
  unit: string;
  /** By day, oldest first, as shown; empty = not read. */
  cells: string[];
  /** Last two readings against each other, in words short enough for a cell. */
  change: string;
}

/** The last three days measured, today among them whether or not anything was read yet; oldest first. */
export const sheetDays = ({ trials }: Dossier, today: string): string[] =>
  [...new Set([today, ...measuredDays(trials)])].sort().reverse().slice(0, 3).reverse();

function changeOf(dossier: Dossier, measure: MeasureId, side: Side | null, days: string[]): string {
  if (MEASURES[measure].unit === 'yesNo') return '';
  const readings = days
    .map((day) => readingOn(dossier.trials, measure, side, day))
    .filter((r) => r !== null);
  const [before, now] = [readings.at(-2), readings.at(-1)];
  if (!before || !now) return '';
  const change = changeOfReading(measure, before, now);
  const by = sayChange(measure, change.by);
  return change.kind === 'noChangeWeCanSee' ? `${by}, within error` : `${by}, real`;
}

/** Every measure, left and right, over the days. */
export function sheetRows(dossier: Dossier, days: string[]): SheetRow[] {
  return STATIONS.flatMap((s) => s.measures).flatMap((measure) => {
    const { name, sided } = MEASURES[measure];
    return (sided ? SIDES : [null]).map((side): SheetRow => ({
      key: `${measure} ${side ?? ''}`,
      measure,
      side,
      name,
      unit: displayOf(measure).unit,
      cells: days.map((day) => {
        const reading = readingOn(dossier.trials, measure, side, day);
        if (!reading) return '';
        if (MEASURES[measure].unit === 'yesNo') return sayValue(measure, reading.mean);
        return `${sayValue(measure, reading.mean, reading.trials > 1)} ± ${sayError(measure, halfInterval(reading.sem))} (${reading.trials})${reading.pinch ? ' pinch' : ''}`;
      }),
      change: changeOf(dossier, measure, side, days),
    }));
  });
}

/** The body's lengths, each measured or estimated. */
export function bodyRows({ client }: Dossier): { name: string; value: string; how: string }[] {
  const cm = (mm: number) => sayLength(mm, 1);
  const length = (name: string, own: number | null | undefined, estimate: number) => ({
    name,
    value: cm(own ?? estimate),
    how: own == null ? 'estimated' : 'measured',
  });
  const { statureMm: h, segmentsMm: s } = client;
  return [
    { name: 'Stature', value: cm(h), how: 'measured' },
    { name: 'Body mass', value: sayMass(client.massKg), how: 'measured' },
    length('Shin', s.shank, LENGTH_PER_STATURE.shank * h),
    length('Thigh', s.thigh, LENGTH_PER_STATURE.thigh * h),
    length('Trunk', s.trunk, LENGTH_PER_STATURE.trunk * h),
    length('Foot', s.foot, LENGTH_PER_STATURE.foot * h),
    length('Inter-ASIS', client.interAsisMm, (LENGTH_PER_STATURE.hipSeparation * h) / 0.72),
    length('Shoulder width', client.shoulderWidthMm, SHOULDER_WIDTH_PER_STATURE * h),
  ];
}

/** Trials typed into one cell, separated by spaces or semicolons: all of them, or what is wrong with one. Nothing is taken half. */
export function readTrials(
  text: string,
  measure: MeasureId,
): { values: number[] } | { problem: string } {
  const known = MEASURES[measure];
  const { unit, per } = displayOf(measure);
  const words = text.split(/[\s;]+/).filter((w) => w !== '');
  if (words.length === 0) return { problem: 'Type a reading.' };
  const values: number[] = [];
  for (const word of words) {
    if (known.unit === 'yesNo') {
      const said = word.toLowerCase();
      if (said !== 'yes' && said !== 'no' && said !== 'y' && said !== 'n')
        return { problem: `${known.name}: type yes or no.` };
      values.push(said.startsWith('y') ? 1 : 0);
      continue;
    }
    const read = readEntry(word, { label: known.name, unit, possible: stepOf(measure).possible });
    if ('problem' in read) return read;
    values.push(Math.round(read.value * per * 10) / 10);
  }
  return { values };
}

/** The sheet as tab-separated text, for a spreadsheet. */
export function sheetText(dossier: Dossier, days: string[]): string {
  const head = ['Measure', 'Side', ...days, 'Change'].join('\t');
  const rows = sheetRows(dossier, days).map((row) =>
    [row.name, row.side ? SIDE_LETTER[row.side] : '', ...row.cells, row.change].join('\t'),
  );
  const body = bodyRows(dossier).map((r) => [r.name, '', r.value, r.how].join('\t'));
  return [head, ...rows, '', ['Body', '', 'Length', 'How'].join('\t'), ...body].join('\n');
}
