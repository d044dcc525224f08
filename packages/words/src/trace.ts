import { sayShare } from './probe.ts';
import { UNITS } from './terms.ts';
import { DEPTH_SCAN_DEG, MEASURES, type MeasureId } from '@zither/core';
import type { Instrument } from '@zither/contract';
import type { Comparison, ShownNumber, TraceInput, Unit } from '@zither/visit';
import { sayChance } from './chance.ts';
import { sayShortDay } from './days.ts';
import { displayOf, sayValue } from './display.ts';
import { sayDepth } from './instrument.ts';
import { sayHeight, sayLength, sayMass } from './units.ts';
import { sayNumber } from './numbers.ts';

const NAMES: Partial<Record<TraceInput['id'], string>> = {
  stature: 'Stature',
  mass: 'Body mass',
  foot: 'Foot length',
  shank: 'Shin (knee to ankle)',
  thigh: 'Thigh (hip to knee)',
  trunk: 'Trunk (hip to shoulder)',
  ankleHeight: 'Ankle height',
  hipSeparation: 'Hip joint separation',
  dorsiflexion: 'Dorsiflexion',
  hipFold: 'Hip fold limit',
  riseMm: 'Heel lift',
  load: 'Load',
  depthAsked: 'Depth asked for',
  balancePoint: 'Balance point, from the heel',
  carriedOver: 'What an ankle shows in a squat, against the wall',
  reserve: 'Ankle kept in reserve',
  leanMost: 'Trunk lean at most',
  slightFrom: 'Slight from',
  clearFrom: 'Clear from',
  repsShown: 'Reps it showed in',
  repsSeen: 'Reps seen',
  marksError: 'Error of the marks (SD)',
  setupTrials: 'Setup trials that count',
  foldUnread: 'Hip fold, not read: what such clients have',
  looksAndTests: 'Looks, short tests and watched sets that count',
};

const BY: Record<Instrument, string> = {
  byHand: 'by hand',
  trace: 'from a step on paper',
  motionSensor: 'by the phone’s sensor',
  simulatedInclinometer: 'by the simulated inclinometer',
  simulatedTape: 'by the simulated tape',
};

const BASIS: Partial<Record<TraceInput['basis'], string>> = {
  measured: 'measured',
  estimated: 'estimated',
  houseDefault: 'house default',
};

/** A number with its unit as it is shown in a trace; lengths of more than 10 cm in cm, or all in inches. */
function sayAmount(value: number, unit: Unit): string {
  switch (unit) {
    case 'deg':
      return `${sayNumber(value, 1)}${UNITS.deg}`;
    case 'mm':
      return Math.abs(value) >= 100 ? sayLength(value, 1) : sayHeight(value);
    case 'kg':
      return sayMass(value);
    case 'share':
      return `${sayNumber(100 * value)}${UNITS.percent}`;
    case 'percent':
      return `${sayNumber(value)}${UNITS.percent}`;
    case 'times':
      return `${sayNumber(value, 1)}×`;
    case 'yesNo':
      return value >= 0.5 ? 'yes' : 'no';
    case 'count':
    case 'reps':
      return String(Math.round(value));
  }
}

const isMeasure = (id: TraceInput['id']): id is MeasureId => id in MEASURES;

/** Of a measure as its station shows it, of anything else by its unit. */
function sayOf({ id, unit }: Pick<TraceInput, 'id' | 'unit'>, value: number): string {
  if (id === 'depthAsked') return sayDepth(value);
  if (!isMeasure(id) || unit === 'yesNo') return sayAmount(value, unit);
  return sayValue(id, value, displayOf(id).per === 1);
}

/** A value with its 95 % interval: "31.0° (29.2–32.8°)". */
const withInterval = (
  interval: { low: number; high: number } | null,
  value: number,
  say: (v: number) => string,
): string => {
  if (!interval) return say(value);
  const [low, high] = [say(interval.low), say(interval.high)];
  const unit = /[^\d.−]*$/.exec(high)?.[0] ?? '';
  const bare = low.endsWith(unit) && unit !== '' ? low.slice(0, -unit.length) : low;
  // With a sign between, a dash would be read as another minus.
  return `${say(value)} (${bare}${/−/.test(low + high) ? ' to ' : '–'}${high})`;
};

/** Name of a number in a trace. */
export const sayInputName = ({ id, side }: Pick<TraceInput, 'id' | 'side'>): string => {
  const name = NAMES[id] ?? (isMeasure(id) ? MEASURES[id].name : id);
  return side === null ? name : `${name}, ${side}`;
};

/** The value of one input with its interval. */
export const sayInputValue = (input: TraceInput): string =>
  withInterval(input.interval, input.value, (v) => sayOf(input, v));

/** Where an input comes from: "measured 2 Jan 2026 by hand · own repeats". */
export function sayInputFrom({ basis, on, by, source }: TraceInput): string {
  const what = BASIS[basis];
  const how = [
    what &&
      [what, on && sayShortDay(on), by.map((b) => BY[b]).join(' and ')].filter(Boolean).join(' '),
    basis === 'setup' ? 'the setup' : null,
    basis === 'method' && source !== 'house default' ? `method “${source}”` : source,
  ];
  return [...new Set(how.filter((h) => h))].join(' · ');
}

/** A number with its unit and interval as it is shown. */
export function sayShown({ value, unit, interval, trace }: ShownNumber): string {
  // A chance reads as on every other page: never 0 and never 100 %.
  if (trace.kind === 'chance') return sayChance(value);
  if (trace.kind === 'cause') return sayShare(value);
  // Nobody is asked for more than the end of the scan, so nothing is known beyond it.
  const isEnd = trace.kind === 'depth' && value >= DEPTH_SCAN_DEG.bottom;
  const isSure = isEnd && (interval?.low ?? 0) >= DEPTH_SCAN_DEG.bottom;
  // A change is told in the unit of its readings.
  const id = trace.kind === 'change' ? trace.inputs[0]?.id : undefined;
  const says = withInterval(isSure ? null : interval, value, (v) =>
    id ? sayOf({ id, unit }, v) : sayAmount(v, unit),
  );
  return isEnd ? `at least ${says}` : says;
}

const KINDS: Record<ShownNumber['trace']['kind'], string> = {
  room: 'Room at the depth asked for',
  depth: 'Deepest thigh angle below parallel',
  change: 'Change',
  severity: 'Size of the fault',
  chance: 'Chance of getting down',
  cause: 'Chance of this cause',
};

/** The number's name. */
export const sayKind = ({ trace }: ShownNumber): string => KINDS[trace.kind];

/** What is compared: "Knee to wall, left, since the last visit". */
export const sayComparison = ({ measure, kind, side }: Comparison): string =>
  kind === 'sides'
    ? `${MEASURES[measure].name}, left less right`
    : `${sayInputName({ id: measure, side })}, since the last visit`;
