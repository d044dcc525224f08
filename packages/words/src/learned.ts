import type { Learned } from '@zither/contract';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { CAUSES, CUES, DRILLS, MEASURES } from '@zither/core';
import { sayError } from './display.ts';

const INSTRUMENTS: Readonly<Record<string, string>> = {
  byHand: 'by hand',
  trace: 'traced on paper',
  motionSensor: 'phone',
  simulatedInclinometer: 'simulated inclinometer',
  simulatedTape: 'simulated tape',
};
const nameOf = (who: string): string => INSTRUMENTS[who] ?? who;

/** Two readers: "Toe to wall, CH and MB: 5 double readings. Between them ± 1.2 cm, within one ± 0.8 cm. CH reads 0.3 cm more (0.1 to 0.5 cm)." */
export function sayReaders({
  measure,
  one,
  other,
  pairs,
  apart,
  within,
}: Learned['coaches'][number]): string {
  const who = `${MEASURES[measure].name}, ${nameOf(one)} and ${nameOf(other)}`;
  if (!apart)
    return `${who}: ${pairs} double ${pairs === 1 ? 'reading' : 'readings'}. It takes 3 to say anything.`;
  const e = (v: number) => sayError(measure, v);
  const inside = within === null ? '' : `, within one ± ${e(1.96 * within)}`;
  const isBiased = Math.abs(apart.bias) > apart.biasErrorOf;
  const bias = isBiased
    ? ` ${nameOf(apart.bias > 0 ? one : other)} reads ${e(Math.abs(apart.bias))} more, give or take ${e(apart.biasErrorOf)}.`
    : ' Neither reads more than the other, as far as we can see.';
  return `${who}: ${pairs} double readings. Between them ± ${e(1.96 * apart.between)}${inside}.${bias}`;
}

export const sayEye = ({ by, month, alike, of }: Learned['eyes'][number]): string =>
  `${format(parseISO(`${month}-01`), 'MMM yyyy')}, ${by}: camera and eye agree on ${alike} of ${of} faults both could tell.`;

/** How to check a new coach. */
export const DOUBLE_READING =
  'To check a new coach: both read the same side on the same day, each with their own initials in Settings. Three double readings of a measure are enough to begin with.';

/** Below so many clients a count is shown greyed (house default). */
export const FEW_CLIENTS = 5;

const percent = (p: number): string => `${Math.round(100 * p)} %`;
const counted = ({ k, n, low, high }: Learned['worked'][number]['with']): string =>
  n === 0 ? 'none' : `${k} of ${n} (${percent(low)} to ${percent(high)})`;

const itemName = ({ kind, id }: Learned['worked'][number]): string =>
  kind === 'heel'
    ? 'Heel lift'
    : kind === 'drill'
      ? (DRILLS.find((d) => d.id === id)?.name ?? id)
      : `“${CUES.find((c) => c.id === id)?.words ?? id}”`;

/** What was followed by retained change: with it in the plan, and without. */
export const sayWorked = (line: Learned['worked'][number]): string =>
  `${CAUSES[line.cause].name} · ${itemName(line)}: better and stayed so in ${counted(line.with)} with it, ${counted(line.without)} without.`;

export const isFew = ({ with: own, without }: Learned['worked'][number]): boolean =>
  own.n < FEW_CLIENTS || without.n < FEW_CLIENTS;

/** What the counts cannot show. */
export const WORKED_MEANS =
  'Counts of this practice alone. Clients are rechecked when they are at their worst, so many get better whatever is done (regression to the mean); compare with and without. Coaches chose who got which drill. The plan does not use these counts.';
